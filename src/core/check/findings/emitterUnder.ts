import { fixed, forms, msg } from '../../language';
import { bedsWhere, dripsEvenly } from '../../network';
import { bedsCount, ON_LIMIT_KPA, onlyPlaces } from '../../plan';
import type { Found } from '../finding';
import { findingKind, inBeds, percent } from '../kind';
import { forWeakEmitters } from '../offers';
import type { State } from '../states';

type Said = {
  beds: number;
  ofBeds: number;
  plants: boolean;
  drips: boolean;
  share: number;
  evenness: number;
};

/** Some emitter of a block works below the window of what is laid. */
export const emitterUnder = findingKind({
  code: 'emitter-under',
  stage: 'beds',
  when: ['open', 'dirty'],
  find: ({ plan, results }: State): Found<Said>[] =>
    results.blocks.flatMap((block) => {
      const weakest = results.runs[block.weakest];
      if (!weakest) return [];
      const { minKpa } = weakest.run.tape;
      if (weakest.minKpa <= 0 || weakest.minKpa >= minKpa - ON_LIMIT_KPA) return [];
      let rated = 0;
      for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
        const { run, emitters } = results.runs[i];
        rated += emitters * run.tape.flowLph;
      }
      const drips = dripsEvenly(plan, results, block);
      return {
        grade: drips ? 'watch' : 'stop',
        place: { kind: 'run', runIndex: block.weakest, block: block.index, bed: weakest.run.bed },
        measured: weakest.minKpa,
        limit: minKpa,
        kind: 'pressure',
        says: {
          beds: bedsWhere(results, block, (r) => r.minKpa < r.run.tape.minKpa - ON_LIMIT_KPA),
          ofBeds: bedsWhere(results, block, () => true),
          plants: onlyPlaces(block.built.layout.block) !== undefined,
          drips,
          share: block.flowLph / rated,
          evenness: block.uniformity,
        },
      };
    }),
  words: ({ measured, limit, says }, show) =>
    says.drips
      ? {
          title: msg`Drips at ${percent(says.share)} of the label’s flow: water ${fixed(1 / says.share, 1)} times as long`,
          howMuch: msg`The weakest emitter gets ${show(measured, 'pressure')}, the maker’s minimum is ${show(limit, 'pressure')}. The emitters still drip ${percent(says.evenness)} evenly.`,
          why: msg`The label’s minimum pressure is the maker’s limit. Below it the drops come slower, and small openings clog sooner.`,
          tries: [msg`water longer`, msg`keep the filter fine and clean`, msg`raise the tank`],
        }
      : {
          title: msg`Too little pressure ${inBeds(says.beds, says.plants)}`,
          howMuch: msg`The weakest emitter gets ${show(measured, 'pressure')}; ${show(limit, 'pressure')} is needed. ${says.beds} of ${bedsCount(says.ofBeds, says.plants)} ${forms(says.beds, 'is', 'are')} under it.`,
          why: msg`Below their minimum working pressure emitters drip unevenly, and what little there is goes to those nearest the water.`,
          tries: [
            msg`water fewer beds at once`,
            msg`lay something of lower flow`,
            msg`feed the header from its middle`,
            msg`use a wider header or main`,
            msg`raise the set pressure or the tank`,
          ],
        },
  compares: {
    holds: 'p_min ≥ p_least',
    measured: msg`at the weakest emitter`,
    limit: msg`minimum working pressure`,
    source: 'label',
  },
  offers: forWeakEmitters,
  restsOn: ['source', 'label'],
});
