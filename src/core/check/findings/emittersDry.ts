import { bedsWhere } from '../../network';
import { onlyPlaces } from '../../plan';
import type { Found } from '../finding';
import { findingKind, inBeds, plural, sameBlock } from '../kind';
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
    title: `Dry emitters ${inBeds(says.beds, says.plants)}`,
    howMuch: `No pressure is left before the end of the worst run; ${show(limit, 'pressure')} is needed there. ${says.beds} of ${plural(says.ofBeds, says.plants ? 'plant' : 'bed')} ${says.beds === 1 ? 'has' : 'have'} dry emitters.`,
    why: 'The pipes, the emitters nearer the water and the rise of the ground take all there is.',
    tries: [
      'water fewer beds at once',
      'lay something of lower flow',
      'feed the header from its middle',
      'use a wider header or main',
      'raise the set pressure or the tank',
    ],
  }),
  compares: {
    holds: 'p_min > 0',
    measured: 'at the weakest emitter',
    limit: 'least working pressure',
    source: 'Solved emitter by emitter.',
  },
  brings: { 'block-uneven': sameBlock },
  offers: forWeakEmitters,
  restsOn: ['source', 'label'],
});
