import { emitterLph } from '../../hydraulics/emitter';
import { emitterOf } from '../../network';
import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';
import { tapesOf } from './tapes';

/** Beds that open together on one valve get unlike water in the same time, because unlike things lie in them. */
export const bedsUnlike: Check = (plan, results) =>
  results.blocks.flatMap((block) => {
    const own = tapesOf(results).filter((t) => t.block === block.index);
    if (own.length < 2) return [];
    const rates = own.map(
      ({ tape }) => emitterLph(emitterOf(tape), block.feedKpa, plan.wishes.waterC) / tape.spacingM,
    );
    const least = Math.min(...rates);
    const most = Math.max(...rates);
    const limit = limitsOf(plan).unlikeRates;
    if (!(least > 0) || most / least <= limit) return [];
    return finding(
      'beds-unlike',
      'mind',
      { kind: 'block', block: block.index },
      {
        measured: most / least,
        limit,
        kind: 'factor',
        values: { leastLphPerM: least, mostLphPerM: most, kinds: own.length },
      },
    );
  });
