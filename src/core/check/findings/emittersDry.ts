import { forms, msg } from '../../language';
import { bedsWhere } from '../../network';
import { bedsCount, onlyPlaces } from '../../plan';
import type { Found } from '../finding';
import { findingKind, inBeds, sameBlock } from '../kind';
import { forWeakEmitters } from '../offers';
import type { State } from '../states';

type Said = { beds: number; ofBeds: number; plants: boolean };

/** Some emitter of a block gets no water at all. */
export const emittersDry = findingKind({
  code: 'emitters-dry',
  stage: 'beds',
  when: ['open', 'dirty'],
  find: ({ results }: State): Found<Said>[] =>
    results.blocks.flatMap((block) => {
      const weakest = results.runs[block.weakest];
      if (!weakest || weakest.minKpa > 0) return [];
      return {
        grade: 'stop',
        place: { kind: 'run', runIndex: block.weakest, block: block.index, bed: weakest.run.bed },
        measured: weakest.minKpa,
        limit: weakest.run.tape.minKpa,
        kind: 'pressure',
        says: {
          beds: bedsWhere(results, block, (r) => r.minKpa <= 0),
          ofBeds: bedsWhere(results, block, () => true),
          plants: onlyPlaces(block.built.layout.block) !== undefined,
        },
      };
    }),
  words: ({ limit, says }, show) => ({
    title: msg`Dry emitters ${inBeds(says.beds, says.plants)}`,
    howMuch: msg`No pressure is left before the end of the worst run; ${show(limit, 'pressure')} is needed there. ${says.beds} of ${bedsCount(says.ofBeds, says.plants)} ${forms(says.beds, 'has', 'have')} dry emitters.`,
    why: msg`The pipes, the emitters nearer the water and the rise of the ground take all there is.`,
    tries: [
      msg`water fewer beds at once`,
      msg`lay something of lower flow`,
      msg`feed the header from its middle`,
      msg`use a wider header or main`,
      msg`raise the set pressure or the tank`,
    ],
  }),
  compares: {
    holds: 'p_min > 0',
    measured: msg`at the weakest emitter`,
    limit: msg`minimum working pressure`,
    source: msg`Solved emitter by emitter.`,
  },
  brings: { 'block-uneven': sameBlock },
  offers: forWeakEmitters,
  restsOn: ['source', 'label'],
});
