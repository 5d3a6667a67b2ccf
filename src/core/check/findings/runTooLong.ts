import { longestRunM } from '../../network';
import type { Check } from '../types';

/** The most uneven run falls below the wished uniformity: it is longer than its tape carries here. */
export const runTooLong: Check = (plan, results, blockIndex) => {
  const wished = plan.wishes.uniformity;
  const uneven = results.runs.filter((r) => r.emitters > 0 && r.uniformity < wished);
  if (uneven.length === 0) return undefined;
  const runIndex = results.runs.reduce(
    (worst, r, i) => (r.emitters > 0 && r.uniformity < results.runs[worst].uniformity ? i : worst),
    results.runs.indexOf(uneven[0]),
  );
  const worst = results.runs[runIndex];
  return {
    code: 'run-too-long',
    grade: 'mend',
    place: { kind: 'run', runIndex, bed: worst.run.bed },
    measured: worst.run.lengthM - worst.run.leadM,
    limit: longestRunM(plan, results, runIndex, blockIndex),
    kind: 'length',
    values: { uniformity: worst.uniformity, wished, runs: uneven.length, ofRuns: results.runs.length },
  };
};
