import { msg } from '../../language';
import { headerSpeeds } from '../../network';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { fewerAtOnce, widerHeader, widerMain } from '../offers';
import type { State } from '../states';

type Said = { flowLph: number; boreMm: number; what: string };

/** Water runs faster than is good in the main or in a header: the fastest piece of each. */
export const fastWater = findingKind({
  code: 'fast-water',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    const limit = limitsOf(plan).velocityMps;
    const found: Found<Said>[] = [];
    const fastest = results.mains.reduce((a, b) => (b.velocityMps > a.velocityMps ? b : a), results.mains[0]);
    if (fastest && isOver(fastest.velocityMps, limit))
      found.push({
        grade: 'watch',
        place: { kind: 'main', to: fastest.laid.to },
        measured: fastest.velocityMps,
        limit,
        kind: 'velocity',
        says: { flowLph: fastest.flowLph, boreMm: fastest.laid.piece.boreMm, what: msg`main` },
      });
    for (const block of results.blocks) {
      const measured = Math.max(0, ...headerSpeeds(results, block));
      if (isOver(measured, limit))
        found.push({
          grade: 'watch',
          place: { kind: 'header', block: block.index },
          measured,
          limit,
          kind: 'velocity',
          says: { flowLph: block.flowLph, boreMm: plan.blocks[block.index].header.boreMm, what: msg`header` },
        });
    }
    return found;
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`Water runs fast in the ${says.what}`,
    howMuch: msg`${show(measured, 'velocity')} at ${show(says.flowLph, 'flow')} in a bore of ${show(says.boreMm, 'bore')}; ${show(limit, 'velocity')} is the usual limit.`,
    why: msg`At twice the speed water loses about four times the pressure, and causes more water hammer when it is stopped.`,
    tries: [msg`use the next wider pipe`, msg`water fewer beds at once`],
  }),
  compares: { holds: 'V ≤ V_max', measured: msg`speed`, limit: msg`usual`, source: 'velocityMps' },
  alike: ({ says }) => says.what,
  offers: (context) => [
    ...fewerAtOnce(context),
    ...(context.finding.place.kind === 'header' ? widerHeader(context) : widerMain(context)),
  ],
});
