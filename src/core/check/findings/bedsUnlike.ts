import { fixed, msg } from '../../language';
import { emitterLph } from '../../hydraulics/emitter';
import { emitterOf } from '../../network';
import { limitsOf } from '../../plan';
import { tapesOf } from '../facts/tapes';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { ofBlock } from '../offers';
import type { State } from '../states';

type Said = { leastLphPerM: number; mostLphPerM: number };

/** Beds that open together on one valve get unlike water in the same time, because unlike things lie in them. */
export const bedsUnlike = findingKind({
  code: 'beds-unlike',
  stage: 'beds',
  find: ({ plan, results }: State): Found<Said>[] =>
    results.blocks.flatMap((block) => {
      // What plants at places get is told by their need: their emitters stand at points, not along a length.
      const own = tapesOf(results).filter((t) => t.block === block.index && !t.plants);
      if (own.length < 2) return [];
      const rates = own.map(
        ({ tape }) => emitterLph(emitterOf(tape), block.feedKpa, plan.wishes.waterC) / tape.spacingM,
      );
      const least = Math.min(...rates);
      const most = Math.max(...rates);
      const limit = limitsOf(plan).unlikeRates;
      if (!(least > 0) || !isOver(most / least, limit)) return [];
      return {
        grade: 'watch',
        place: { kind: 'block', block: block.index },
        measured: most / least,
        limit,
        kind: 'factor',
        says: { leastLphPerM: least, mostLphPerM: most },
      };
    }),
  words: ({ measured, says }, show) => ({
    title: msg`Beds on one valve differ`,
    howMuch: msg`They give from ${show(says.leastLphPerM, 'flowPerLength')} to ${show(says.mostLphPerM, 'flowPerLength')}, ${fixed(measured, 1)} times as much.`,
    why: msg`One valve gives them the same minutes: one gets too much, or the other too little.`,
    tries: [
      msg`lay the same in all beds of the block`,
      msg`put a valve at each take-off and water them in turn`,
    ],
  }),
  compares: {
    holds: 'q_most / q_least ≤ s',
    measured: msg`times as much`,
    limit: msg`at most`,
    source: 'unlikeRates',
  },
  offers: ofBlock((block) => [[[{ kind: 'lay-alike', block: block.id }]]]),
});
