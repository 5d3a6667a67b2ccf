import { msg } from '../../language';
import { bedsWhere } from '../../network';
import { ON_LIMIT_KPA, onlyPlaces } from '../../plan';
import type { Found } from '../finding';
import { findingKind, inBeds } from '../kind';
import { all, lessPressure, ownRegulator, thickerWall } from '../offers';
import type { State } from '../states';

type Said = { beds: number; plants: boolean };

/** While a block waters, some emitter stands above the tape's highest working pressure. */
export const emitterOver = findingKind({
  code: 'emitter-over',
  stage: 'pipework',
  when: ['open', 'high'],
  find: ({ results }: State): Found<Said>[] =>
    results.blocks.flatMap((block) => {
      const strongest = results.runs[block.strongest];
      if (!strongest) return [];
      const limit = strongest.run.tape.maxKpa;
      if (strongest.maxKpa <= limit + ON_LIMIT_KPA) return [];
      return {
        grade: 'stop',
        place: { kind: 'run', runIndex: block.strongest, block: block.index, bed: strongest.run.bed },
        measured: strongest.maxKpa,
        limit,
        kind: 'pressure',
        says: {
          plants: onlyPlaces(block.built.layout.block) !== undefined,
          beds: bedsWhere(results, block, (r) => r.maxKpa > r.run.tape.maxKpa + ON_LIMIT_KPA),
        },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Too much pressure while watering, ${inBeds(says.beds, says.plants)}`,
    howMuch: msg`The strongest emitter gets ${show(measured, 'pressure')}; the tape is rated ${show(limit, 'pressure')}.`,
    why: msg`Above its rating tape swells, sprays at the take-offs and bursts.`,
    tries: [msg`put in a regulator, or set it lower`, msg`lay tape with a thicker wall`],
  }),
  compares: {
    holds: 'p_max ≤ p_rated',
    measured: msg`at the strongest emitter`,
    limit: msg`its rating`,
    source: 'label',
  },
  offers: all(lessPressure, ownRegulator, thickerWall),
  restsOn: ['source', 'label'],
});
