import { prepareRun } from '../hydraulics/run';
import type { FullPlan } from '../plan';
import { lateralOf } from './blockNetwork';
import { mediumOf } from './intake';
import type { FarmResults } from './results';
import { evennessOfRun } from './evenness';

/** No tape is rolled out further than this, m. */
export const LONGEST_LOOKED_AT_M = 1000;
const CLOSE_ENOUGH_M = 0.1;
/** Lengths are looked at from here up, each longer than the last by this, */
const FIRST_LOOK_M = 2;
const GROWTH = 1.2;
/** until one is so uneven that no fall of the ground makes it good again: under this share of what is asked. */
const HOPELESS = 0.6;

/**
 * The greatest length, m, at which something is as even as asked. On falling ground evenness may fall, rise and fall
 * again: of several lengths that will do the greatest is taken.
 * @param evennessAt of a length, a ratio
 * @returns 0 where none will do
 */
export function longestWhere(evennessAt: (lengthM: number) => number, asked: number): number {
  let low = 0;
  let high = 0;
  for (let m = FIRST_LOOK_M; ; m = Math.min(m * GROWTH, LONGEST_LOOKED_AT_M)) {
    const evenness = evennessAt(m);
    if (evenness >= asked) low = m;
    else if (high <= low) high = m;
    if (m >= LONGEST_LOOKED_AT_M || evenness < asked * HOPELESS) break;
  }
  if (low >= LONGEST_LOOKED_AT_M) return low;
  if (low === 0) return 0;
  high = Math.max(high, low);
  if (high <= low) high = low * GROWTH;
  while (high - low > CLOSE_ENOUGH_M) {
    const mid = (low + high) / 2;
    if (evennessAt(mid) >= asked) low = mid;
    else high = mid;
  }
  return low;
}

/**
 * The longest run, m, that keeps the wished uniformity at a run's own inlet pressure, slope and tape.
 * Found by halving over exactly solved runs.
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
  return longestWhere((lengthM) => {
    const exact = prepareRun(lateralOf(block, { ...run, lengthM, leadM: 0, lie: () => even }, ''), medium);
    return exact.n === 0 ? 1 : evennessOfRun(exact, inletKpa, plan.wishes.evenness, run.tape.cv).evenness;
  }, plan.wishes.uniformity);
}

/**
 * The longest run, m, that keeps the wished evenness at the highest pressure that what is laid bears: a longer one cannot at
 * any. A run whose own length does is not looked at further: nothing then.
 * @param flowLph of its emitters instead of the label's, at the same pressure
 */
export function mostAtAnyPressureM(
  plan: FullPlan,
  results: FarmResults,
  runIndex: number,
  flowLph = results.runs[runIndex].run.tape.flowLph,
): number | undefined {
  const own = results.runs[runIndex].run;
  const tape = { ...own.tape, flowLph };
  const block = plan.blocks[own.block];
  const medium = mediumOf(plan);
  const even = { slope: own.lie().slope };
  const evenness = (lengthM: number): number => {
    const run = { ...own, tape, lengthM, leadM: 0, lie: () => even };
    const exact = prepareRun(lateralOf(block, run, ''), medium);
    return exact.n === 0 ? 1 : evennessOfRun(exact, tape.maxKpa, plan.wishes.evenness, tape.cv).evenness;
  };
  if (evenness(own.lengthM - own.leadM) >= plan.wishes.uniformity) return undefined;
  return longestWhere(evenness, plan.wishes.uniformity);
}
