import { headerSpeeds } from '../../network';
import { limitsOf } from '../../plan';
import { finding, type Check, type Finding } from '../types';

/** Water runs faster than is good in the main or in a header: the fastest piece of each. */
export const fastWater: Check = (plan, results) => {
  const limit = limitsOf(plan).velocityMps;
  const found: Finding[] = [];
  const fastest = results.mains.reduce((a, b) => (b.velocityMps > a.velocityMps ? b : a), results.mains[0]);
  if (fastest && fastest.velocityMps > limit)
    found.push(
      finding(
        'fast-water',
        'mind',
        { kind: 'main', to: fastest.laid.to },
        {
          measured: fastest.velocityMps,
          limit,
          kind: 'velocity',
          values: { flowLph: fastest.flowLph, boreMm: fastest.laid.piece.boreMm },
          names: { what: 'main' },
        },
      ),
    );
  for (const block of results.blocks) {
    const speed = Math.max(0, ...headerSpeeds(results, block));
    if (speed > limit)
      found.push(
        finding(
          'fast-water',
          'mind',
          { kind: 'header', block: block.index },
          {
            measured: speed,
            limit,
            kind: 'velocity',
            values: { flowLph: block.flowLph, boreMm: plan.blocks[block.index].header.boreMm },
            names: { what: 'header' },
          },
        ),
      );
  }
  return found;
};
