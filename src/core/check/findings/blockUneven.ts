import { msg } from '../../language';
import { bestEvenness } from '../../network';
import type { Found } from '../finding';
import { findingKind, isUnder, percent } from '../kind';
import { all, middleFeed, otherMaterial, smallerHoles, widerHeader } from '../offers';
import type { State } from '../states';

type Said = { lowKpa: number; highKpa: number };

/** Each run of a block is even enough in itself, but the block is not: its runs start at unlike pressures. */
export const blockUneven = findingKind({
  code: 'block-uneven',
  stage: 'pipework',
  find: ({ plan, results }: State): Found<Said>[] =>
    results.blocks.flatMap((block) => {
      const wished = plan.wishes.uniformity;
      const runs = results.runs
        .slice(block.firstRun, block.firstRun + block.runCount)
        .filter((r) => r.emitters > 0);
      if (runs.length === 0 || !isUnder(block.uniformity, wished)) return [];
      if (runs.some((r) => r.uniformity < wished && r.inletKpa >= r.run.tape.minKpa)) return [];
      if (runs.some((r) => bestEvenness(plan.wishes.evenness, r.run.tape.cv) < wished)) return [];
      return {
        grade: 'mend',
        place: { kind: 'block', block: block.index },
        measured: block.uniformity,
        limit: wished,
        kind: 'share',
        says: {
          lowKpa: Math.min(...runs.map((r) => r.inletKpa)),
          highKpa: Math.max(...runs.map((r) => r.inletKpa)),
        },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`The block waters ${percent(measured)} evenly`,
    howMuch: msg`The target is ${percent(limit)}. Runs start at pressures from ${show(says.lowKpa, 'pressure')} to ${show(says.highKpa, 'pressure')}.`,
    why: msg`The ground and the header give the runs different pressures to start with.`,
    tries: [
      msg`use a wider header`,
      msg`feed the header from its middle`,
      msg`lay the header on level ground`,
    ],
  }),
  compares: {
    holds: 'E ≥ E_target',
    measured: msg`evenness`,
    limit: msg`target`,
    source: msg`The plan’s own target.`,
  },
  offers: all(middleFeed, widerHeader, smallerHoles, otherMaterial('compensating')),
});
