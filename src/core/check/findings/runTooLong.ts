import { THIN_LINE_MM } from '../../catalog/materials';
import { bestEvenness, longestRunM } from '../../network';
import { finding, type Check } from '../types';

/** The most uneven run of a block falls below the wished uniformity: it is longer than its tape carries here. */
export const runTooLong: Check = (plan, results) =>
  results.blocks.flatMap((block) => {
    const wished = plan.wishes.uniformity;
    let worst = -1;
    let uneven = 0;
    for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
      const r = results.runs[i];
      if (r.emitters === 0 || r.uniformity >= wished) continue;
      // With less than its window to start with it is not the length that is wrong.
      if (r.inletKpa < r.run.tape.minKpa) continue;
      // No length is short enough for what scatters more than that as made; another finding says so.
      if (bestEvenness(plan.wishes.evenness, r.run.tape.cv) < wished) continue;
      uneven++;
      if (worst < 0 || r.uniformity < results.runs[worst].uniformity) worst = i;
    }
    if (worst < 0) return [];
    const r = results.runs[worst];
    return finding(
      r.run.tape.boreMm < THIN_LINE_MM ? 'thin-line-long' : 'run-too-long',
      'mend',
      { kind: 'run', runIndex: worst, block: block.index, bed: r.run.bed },
      {
        measured: r.run.lengthM - r.run.leadM,
        limit: longestRunM(plan, results, worst),
        kind: 'length',
        values: { uniformity: r.uniformity, wished, runs: uneven, ofRuns: block.runCount },
      },
    );
  });
