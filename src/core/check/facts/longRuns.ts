import { msg } from '../../language';
import { THIN_LINE_MM } from '../../catalog/materials';
import { bestEvenness, longestRunM } from '../../network';
import type { Found } from '../finding';
import { sameBlock, type Brings } from '../kind';
import type { State } from '../states';

export type LongRun = { evenness: number; wished: number; runs: number; ofRuns: number };

/** The most uneven run of each block whose length is at fault, of line with a thin bore or of any other. */
export const longRuns = ({ plan, results }: State, thin: boolean): Found<LongRun>[] =>
  results.blocks.flatMap((block) => {
    const wished = plan.wishes.uniformity;
    let worst = -1;
    let uneven = 0;
    for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
      const r = results.runs[i];
      if (r.emitters === 0 || r.uniformity >= wished || r.run.tape.boreMm < THIN_LINE_MM !== thin) continue;
      // With less than its window to start with it is not the length that is wrong.
      if (r.inletKpa < r.run.tape.minKpa) continue;
      // No length is short enough for what varies more than that as made; another finding says so.
      if (bestEvenness(plan.wishes.evenness, r.run.tape.cv) < wished) continue;
      uneven++;
      if (worst < 0 || r.uniformity < results.runs[worst].uniformity) worst = i;
    }
    if (worst < 0) return [];
    const r = results.runs[worst];
    return {
      grade: 'mend',
      place: { kind: 'run', runIndex: worst, block: block.index, bed: r.run.bed },
      measured: r.run.lengthM - r.run.leadM,
      limit: longestRunM(plan, results, worst),
      kind: 'length',
      says: { evenness: r.uniformity, wished, runs: uneven, ofRuns: block.runCount },
    };
  });

/** The weakest run starts within its window and loses it on its way. */
const losesOnItsWay: Brings = (effect, cause, state) => {
  if (!sameBlock(effect, cause, state) || effect.place.kind !== 'run') return false;
  const { run, inletKpa } = state.results.runs[effect.place.runIndex];
  return inletKpa >= run.tape.minKpa;
};

export const LENGTH_COMPARED = {
  holds: 'L ≤ L_max(E)',
  measured: msg`longest run at fault`,
  limit: msg`keeps the target evenness`,
  source: msg`Runs solved exactly at this inlet pressure and slope.`,
};
export const LENGTH_BRINGS = { 'emitters-dry': losesOnItsWay, 'emitter-under': losesOnItsWay };
