import { prepareRun } from '../hydraulics/run';
import type { FullPlan } from '../plan';
import { lateralOf } from './blockNetwork';
import { mediumOf } from './intake';
import type { FarmResults } from './results';
import { evennessOfRun } from './evenness';

/** No tape is rolled out further than this, m. */
const LONGEST_LOOKED_AT_M = 1000;
const CLOSE_ENOUGH_M = 0.1;

/**
 * The longest run, m, that keeps the wished uniformity at a run's own inlet pressure, slope and tape.
 * Found by halving over exactly solved runs; uniformity may rise first on falling ground, so the longest is
 * looked for from above.
 * @param slope of the ground instead of the run's own, a ratio
 */
export function longestRunM(
  plan: FullPlan,
  results: FarmResults,
  runIndex: number,
  slope = results.runs[runIndex].run.lie().slope,
): number {
  const { run, inletKpa } = results.runs[runIndex];
  const block = plan.blocks[run.block];
  const medium = mediumOf(plan);
  // Beyond its end the ground is taken to go on by its mean slope.
  const even = { slope };
  const keeps = (lengthM: number): boolean => {
    const exact = prepareRun(lateralOf(block, { ...run, lengthM, leadM: 0, lie: () => even }, ''), medium);
    if (exact.n === 0) return true;
    const { evenness } = evennessOfRun(exact, inletKpa, plan.wishes.evenness, run.tape.cv);
    return evenness >= plan.wishes.uniformity;
  };
  if (keeps(LONGEST_LOOKED_AT_M)) return LONGEST_LOOKED_AT_M;
  let low = 0;
  let high = LONGEST_LOOKED_AT_M;
  while (high - low > CLOSE_ENOUGH_M) {
    const mid = (low + high) / 2;
    if (keeps(mid)) low = mid;
    else high = mid;
  }
  return low;
}
