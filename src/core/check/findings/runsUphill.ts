import { forms, msg } from '../../language';
import { KPA_PER_M } from '../../hydraulics/water';
import { riseAlong } from '../../layout';
import { longestRunM } from '../../network';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver, sameBlock, type Brings } from '../kind';
import { all, headerAtTop, morePressure, otherMaterial } from '../offers';
import type { State } from '../states';

type Said = { runs: number; ofRuns: number };

/** Without the rise along it the run's weakest emitter would be in its window. */
const riseTakes: Brings = (effect, cause, state) => {
  if (!sameBlock(effect, cause, state) || effect.place.kind !== 'run') return false;
  const { run } = state.results.runs[effect.place.runIndex];
  const misses = (effect.limit ?? 0) - (effect.measured ?? 0);
  return misses <= riseAlong(run, run.lengthM) * KPA_PER_M;
};

/** On level ground the run would do. */
const riseAlone: Brings = (effect, cause, state) =>
  sameBlock(effect, cause, state) &&
  effect.place.kind === 'run' &&
  (effect.measured ?? 0) <= longestRunM(state.plan, state.results, effect.place.runIndex, 0);

/** More than half of a block's runs climb away from their header. */
export const runsUphill = findingKind({
  code: 'runs-uphill',
  stage: 'beds',
  find: ({ plan, results }: State): Found<Said>[] =>
    results.blocks.flatMap((block) => {
      const limit = limitsOf(plan).uphillRun;
      let climbing = 0;
      let runs = 0;
      let steepest = 0;
      for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
        const { run, emitters } = results.runs[i];
        // A compensating dripper does not mind.
        if (emitters === 0 || run.tape.kind === 'compensating') continue;
        runs++;
        const { slope } = run.lie();
        if (!isOver(slope, limit)) continue;
        climbing++;
        steepest = Math.max(steepest, slope);
      }
      // Fed from the middle on a slope half of them must climb; that is a choice.
      if (climbing * 2 <= runs) return [];
      return {
        grade: 'watch',
        place: { kind: 'block', block: block.index },
        measured: steepest,
        limit,
        kind: 'slope',
        says: { runs: climbing, ofRuns: runs },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`${says.runs} of ${says.ofRuns} ${forms(says.ofRuns, 'run', 'runs')} climb away from the header`,
    howMuch: msg`The steepest by ${show(measured, 'slope')}; up to ${show(limit, 'slope')} hardly matters.`,
    why: msg`Rise and friction add up against the far emitters. Downhill they work against each other.`,
    tries: [
      msg`lay the header along the upper ends`,
      msg`turn the beds along the contour`,
      msg`lay compensating dripline`,
    ],
  }),
  compares: {
    holds: 'i ≤ i_max',
    measured: msg`steepest rise`,
    limit: msg`hardly matters`,
    source: 'uphillRun',
  },
  brings: { 'emitters-dry': riseTakes, 'emitter-under': riseTakes, 'run-too-long': riseAlone },
  offers: all(headerAtTop, morePressure, otherMaterial('compensating')),
});
