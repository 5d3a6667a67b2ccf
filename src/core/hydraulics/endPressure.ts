import { march, type March, type Tail } from './march';
import type { Run } from './run';

const RELATIVE_TOLERANCE = 1e-11;
const MAX_MARCHES = 200;
/** Newton steps before a search halves its bracket on a logarithmic scale instead. */
const NEWTON_STEPS = 24;
/** Brackets are not narrowed further than this, kPa. */
const NARROWEST_KPA = 1e-16;
/** Two marches that differ by less than this at an emitter are one and the same there, kPa. */
const SAME_KPA = 1e-10;

/**
 * Finds the state of a run at a given inlet pressure, leaving it in `out`.
 *
 * The inlet pressure rises with the end pressure at a slope of at least 1, so the answer is unique:
 * Newton's steps inside a bracket that only shrinks. On level ground a thin or long run may use up all its
 * pressure before its end; the end pressure is then too small a number to say anything, and the search goes on
 * from emitters nearer the inlet.
 *
 * @param guessKpa an end pressure to start from
 * @param relativeTolerance of the inlet pressure, at least 1 kPa being taken
 * @returns the end pressure, kPa; hydrostatic where the whole run is dry
 */
export function endPressure(
  run: Run,
  inletKpa: number,
  out: March,
  guessKpa = NaN,
  relativeTolerance = RELATIVE_TOLERANCE,
): number {
  const hydrostatic = inletKpa - run.endRiseKpa;
  if (run.n === 0 || inletKpa <= run.lowestRiseKpa) {
    march(run, hydrostatic, out);
    return hydrostatic;
  }
  // Lowest: no emitter has pressure. Highest: no friction at all.
  const tolerance = relativeTolerance * Math.max(1, Math.abs(inletKpa));
  const goal: Goal = { over: (m) => m.inletKpa - inletKpa, slope: (m) => m.inletSlope, tolerance };
  find(run, hydrostatic, guessKpa, goal, out);
  return out.endKpa;
}

/**
 * Finds the state of a run at which it takes a given flow, leaving it in `out`.
 *
 * @param flowLph above 0
 * @param highEndKpa an end pressure at which the run takes at least that flow
 * @returns the end pressure, kPa
 */
export function endPressureAtFlow(
  run: Run,
  flowLph: number,
  out: March,
  highEndKpa: number,
  relativeTolerance = RELATIVE_TOLERANCE,
): number {
  const goal: Goal = {
    over: (m) => m.flowLph - flowLph,
    slope: (m) => m.flowSlope,
    tolerance: relativeTolerance * flowLph,
  };
  find(run, highEndKpa, highEndKpa, goal, out);
  return out.endKpa;
}

/** What a search wants a march to come to. */
interface Goal {
  over: (m: March) => number;
  slope: (m: March) => number;
  tolerance: number;
}

function find(run: Run, highest: number, guess: number, goal: Goal, out: March): void {
  // Below the lowest emitter's dry point by more than rises round to, so that nothing flows there.
  const rounding = 1e-13 * (1 + Math.abs(run.lowestRiseKpa) + Math.abs(run.endRiseKpa));
  const dry = run.lowestRiseKpa - run.endRiseKpa - rounding;
  let bracket = search(run, dry, highest, guess, goal, out);
  let tail: Tail | undefined;
  while (bracket && (tail?.from ?? run.n) > 1) {
    tail = settleTail(run, bracket, tail, goal, out);
    bracket = search(run, tail.lowKpa, tail.highKpa, NaN, goal, out, tail);
  }
}

interface Bracket {
  low: number;
  high: number;
}

/** Newton's steps in a shrinking bracket. Returns nothing once the goal is met, or what was left when it closed before. */
function search(
  run: Run,
  lowest: number,
  highest: number,
  guess: number,
  { over, slope, tolerance }: Goal,
  out: March,
  tail?: Tail,
): Bracket | undefined {
  let low = lowest;
  let high = highest;
  let at = guess > low && guess <= high ? guess : low + (high - low) / 2;
  for (let i = 0; i < MAX_MARCHES; i++) {
    march(run, at, out, tail);
    const miss = over(out);
    if (Math.abs(miss) <= tolerance) return undefined;
    // A march that overflows has started far too high.
    if (!(miss <= 0)) high = at;
    else low = at;
    if (high - low <= NARROWEST_KPA || high - low <= 2 * Number.EPSILON * Math.abs(high)) break;
    const next = at - miss / slope(out);
    if (i < NEWTON_STEPS) {
      // A step out of the bracket starts from beyond a bend; near the dry end the bend is sharp, so go closer to `low`.
      at = next > low && next < high ? next : low + (high - low) / (miss <= 0 ? 2 : 8);
    } else {
      at = lowest + Math.sqrt(Math.max(low - lowest, NARROWEST_KPA) * (high - lowest));
      if (!(at > low && at < high)) at = low + (high - low) / 2;
    }
  }
  return { low, high };
}

/**
 * Start pressures as close as numbers can be, yet missing the goal on either side: their marches run together at
 * first and part on the way to the inlet, where a hair's breadth more pressure sets water flowing. What they share is
 * settled by the lower; the place where they part is found by halving.
 */
function settleTail(run: Run, bracket: Bracket, before: Tail | undefined, goal: Goal, out: March): Tail {
  const pressures = new Float64Array(run.n);
  const flows = new Float64Array(run.n);
  march(run, bracket.low, out, before, pressures, flows);
  const hairAbove = (from: number): Tail => ({
    from,
    lowKpa: pressures[from],
    highKpa: pressures[from] + SAME_KPA,
    lph: flows[from + 1],
    lphPerKpa: 0,
    pressures,
  });
  const falls = (tail: Tail): boolean => goal.over(march(run, tail.highKpa, out, tail)) <= 0;
  const next = (before?.from ?? run.n - 1) - 1;
  if (falls(hairAbove(next))) {
    // They part within one piece: straight from the one march to the other.
    const highKpa = new Float64Array(run.n);
    const highLph = new Float64Array(run.n);
    march(run, bracket.high, out, before, highKpa, highLph);
    const apart = highKpa[next] - pressures[next];
    return {
      ...hairAbove(next),
      highKpa: highKpa[next],
      lphPerKpa: apart > 0 ? (highLph[next + 1] - flows[next + 1]) / apart : 0,
    };
  }
  let short = -1;
  let far = next;
  while (far - short > 1) {
    const mid = (short + far) >> 1;
    if (falls(hairAbove(mid))) short = mid;
    else far = mid;
  }
  return hairAbove(far);
}
