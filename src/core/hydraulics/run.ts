import type { Emitter } from './emitter';
import { ORIFICE_EXPONENT } from './emitter';
import {
  fittingKpaPerLph2,
  friction,
  frictionKpaPerM,
  frictionSlope,
  type Friction,
  type Medium,
} from './friction';
import { KPA_PER_M } from './water';

/** One line of tape or dripline, fed at its inlet and closed at its far end. */
export interface RunSpec {
  lengthM: number;
  diameterMm: number;
  hazenWilliamsC?: number;
  /** Rise per metre, away from the inlet. */
  slope?: number;
  /** Points [distance, rise] in metres, straight between them, level beyond them; used instead of `slope`. */
  profile?: readonly (readonly [number, number])[];
  /** Distance from the inlet to the first emitter, m; one spacing if not given. */
  firstEmitterM?: number;
  /** Loss of the take-off, in velocity heads at the run's bore. */
  inletK?: number;
  emitter: Emitter;
}

export const SMOOTH_PLASTIC_C = 150;

/** A run prepared for marching: its emitters, or equal groups of them, as flat numbers. */
export interface Run {
  /** Emitters, or groups standing for them. */
  n: number;
  /** Emitters that one group stands for; 1 in an exact run. */
  perGroup: number;
  pieceM: number;
  firstM: number;
  /** Rise of each piece in kPa, from the inlet on; none on an even slope, where `evenRiseKpa` and `firstRiseKpa` say all. */
  riseKpa: Float64Array | undefined;
  firstRiseKpa: number;
  evenRiseKpa: number;
  /** Rise of the last emitter above the inlet, kPa. */
  endRiseKpa: number;
  /** Greatest height of the inlet and end above the lowest emitter, used to find where all is dry, kPa. */
  lowestRiseKpa: number;
  friction: Friction;
  inletKpaPerLph2: number;
  /** Emitter law: 0 square root, 1 linear, 2 any power, 3 compensating. */
  law: 0 | 1 | 2 | 3;
  k: number;
  exponent: number;
  minKpa: number;
  ratedLph: number;
}

/** How many emitters a run holds. */
export function emitterCount(spec: RunSpec): number {
  const first = spec.firstEmitterM ?? spec.emitter.spacingM;
  const roundingSlack = 1e-9;
  if (spec.lengthM < first - roundingSlack) return 0;
  return Math.floor((spec.lengthM - first) / spec.emitter.spacingM + roundingSlack) + 1;
}

/** Rise of the ground, m, at a distance along a run. */
export function riseAt(spec: RunSpec, distanceM: number): number {
  const points = spec.profile;
  if (!points || points.length === 0) return (spec.slope ?? 0) * distanceM;
  if (distanceM <= points[0][0]) return points[0][1];
  for (let i = 1; i < points.length; i++) {
    if (distanceM <= points[i][0]) {
      const [x0, z0] = points[i - 1];
      const [x1, z1] = points[i];
      return z0 + ((z1 - z0) * (distanceM - x0)) / (x1 - x0);
    }
  }
  return points[points.length - 1][1];
}

/**
 * Prepares a run for marching.
 *
 * @param groups if given and fewer than the emitters, that many equal groups stand for them, each at the
 *   middle of its own: a second-order approximation of the exact run, for first guesses.
 */
export function prepareRun(spec: RunSpec, medium: Medium, groups = Infinity): Run {
  const emitters = emitterCount(spec);
  const n = Math.min(emitters, groups);
  const perGroup = n > 0 ? emitters / n : 1;
  const e = spec.emitter;
  const first = spec.firstEmitterM ?? e.spacingM;
  const barb = e.barbLengthM ?? 0;
  const lead = ((perGroup - 1) / 2) * e.spacingM;
  const firstZ = first + lead;
  const stepZ = perGroup * e.spacingM;
  let riseKpa: Float64Array | undefined;
  let firstRiseKpa = (spec.slope ?? 0) * firstZ * KPA_PER_M;
  const evenRiseKpa = (spec.slope ?? 0) * stepZ * KPA_PER_M;
  let endRiseKpa = n > 0 ? firstRiseKpa + (n - 1) * evenRiseKpa : 0;
  let lowest = n > 0 ? Math.min(firstRiseKpa, endRiseKpa) : 0;
  if (spec.profile && spec.profile.length > 0 && n > 0) {
    riseKpa = new Float64Array(n);
    let before = 0;
    lowest = Infinity;
    for (let i = 0; i < n; i++) {
      const z = riseAt(spec, firstZ + i * stepZ) * KPA_PER_M;
      riseKpa[i] = z - before;
      before = z;
      if (z < lowest) lowest = z;
    }
    firstRiseKpa = riseKpa[0];
    endRiseKpa = before;
  }
  const compensating = e.kind === 'compensating';
  const exponent = compensating ? ORIFICE_EXPONENT : (e.exponent ?? ORIFICE_EXPONENT);
  const ratedLph = e.flowLph * perGroup;
  const ratedKpa = compensating ? e.minKpa : e.atKpa;
  return {
    n,
    perGroup,
    pieceM: perGroup * (e.spacingM + barb),
    firstM: first + barb + ((perGroup - 1) / 2) * (e.spacingM + barb),
    riseKpa,
    firstRiseKpa,
    evenRiseKpa,
    endRiseKpa,
    lowestRiseKpa: lowest,
    friction: friction(spec.diameterMm, spec.hazenWilliamsC ?? SMOOTH_PLASTIC_C, medium),
    inletKpaPerLph2: fittingKpaPerLph2(spec.inletK ?? 0, spec.diameterMm),
    law: compensating ? 3 : exponent === 0.5 ? 0 : exponent === 1 ? 1 : 2,
    k: ratedLph / ratedKpa ** exponent,
    exponent,
    minKpa: compensating ? e.minKpa : 0,
    ratedLph,
  };
}

/** What one march tells. Slopes are with respect to the end pressure. */
export interface March {
  inletKpa: number;
  inletSlope: number;
  flowLph: number;
  flowSlope: number;
  minKpa: number;
  minSlope: number;
  /** Place of the emitter with the least pressure, from the inlet on. */
  minAt: number;
  maxKpa: number;
  maxSlope: number;
  maxAt: number;
  /** At the last emitter; hydrostatic where it is dry. */
  endKpa: number;
  /** At the emitter marched from. */
  startKpa: number;
  /** What lies beyond the emitter marched from, where that is not the last. */
  tail?: Tail;
}

/**
 * The settled end of a run, beyond emitter `from`: its pressures at their places, and the flow it takes, which rises
 * by `lphPerKpa` from what it is at `lowKpa`.
 */
export interface Tail {
  from: number;
  /** Pressure that the settled end leads to at `from`. */
  lowKpa: number;
  highKpa: number;
  lph: number;
  lphPerKpa: number;
  pressures: Float64Array;
}

export const newMarch = (): March => ({
  inletKpa: 0,
  inletSlope: 1,
  flowLph: 0,
  flowSlope: 0,
  minKpa: 0,
  minSlope: 1,
  minAt: 0,
  maxKpa: 0,
  maxSlope: 1,
  maxAt: 0,
  endKpa: 0,
  startKpa: 0,
});

/**
 * Marches a run from its far end to its inlet, emitter by emitter.
 *
 * The end pressure settles everything upstream: each emitter's flow adds to the pipe's, and each
 * piece's friction and rise add to the pressure. Slopes are carried along, so that one march
 * gives a Newton step. Where the pressure is not above 0 the emitter is dry.
 *
 * @param startKpa gauge pressure at the last emitter, may be negative (dry, hydrostatic)
 * @param out receives the answer; nothing is allocated
 * @param tail if given, the march starts at its emitter, with its flow
 * @param pressures if given, receives each emitter's pressure, from the inlet on
 * @param flows if given, receives the flow in the piece before each emitter
 */
export function march(
  run: Run,
  startKpa: number,
  out: March,
  tail?: Tail,
  pressures?: Float64Array,
  flows?: Float64Array,
): March {
  const { n, law, k, exponent, minKpa, ratedLph, pieceM, firstM, riseKpa, firstRiseKpa, evenRiseKpa } = run;
  const f = run.friction;
  const { hazen, laminar, a, b, blasius, q1, q2, q3 } = f;
  let p = startKpa;
  let dp = 1;
  let q = tail ? tail.lph + tail.lphPerKpa * (startKpa - tail.lowKpa) : 0;
  let dq = tail ? tail.lphPerKpa : 0;
  let low = Infinity;
  let dLow = 1;
  let lowAt = 0;
  let high = -Infinity;
  let dHigh = 1;
  let highAt = 0;
  const from = tail ? tail.from : n - 1;
  for (let i = from + 1; i < n; i++) {
    const beyond = tail!.pressures[i];
    if (pressures) pressures[i] = beyond;
    if (beyond < low) {
      low = beyond;
      lowAt = i;
    }
    if (beyond > high) {
      high = beyond;
      highAt = i;
    }
  }
  for (let i = from; i >= 0; i--) {
    if (pressures) pressures[i] = p;
    if (p < low) {
      low = p;
      dLow = dp;
      lowAt = i;
    }
    if (p > high) {
      high = p;
      dHigh = dp;
      highAt = i;
    }
    if (p > 0) {
      if (law === 0) {
        const e = k * Math.sqrt(p);
        q += e;
        dq += (0.5 * e * dp) / p;
      } else if (law === 1) {
        q += k * p;
        dq += k * dp;
      } else if (law === 3 && p >= minKpa) {
        q += ratedLph;
      } else {
        const e = k * Math.pow(p, exponent);
        q += e;
        dq += (exponent * e * dp) / p;
      }
    }
    if (flows) flows[i] = q;
    const length = i > 0 ? pieceM : firstM;
    let loss: number;
    let slope: number;
    if (hazen || q >= q3) {
      loss = frictionKpaPerM(f, q);
      slope = frictionSlope(f, q);
    } else if (q <= q1) {
      loss = laminar * q;
      slope = laminar;
    } else if (q < q2) {
      loss = (a + b * q) * q * q;
      slope = (2 * a + 3 * b * q) * q;
    } else {
      const perLph = (blasius * q) / Math.sqrt(Math.sqrt(q));
      loss = perLph * q;
      slope = 1.75 * perLph;
    }
    p += length * loss + (riseKpa ? riseKpa[i] : i > 0 ? evenRiseKpa : firstRiseKpa);
    dp += length * slope * dq;
  }
  out.inletKpa = p + run.inletKpaPerLph2 * q * q;
  out.inletSlope = dp + 2 * run.inletKpaPerLph2 * q * dq;
  out.flowLph = q;
  out.flowSlope = dq;
  out.minKpa = n > 0 ? low : startKpa;
  out.minSlope = n > 0 ? dLow : 1;
  out.minAt = lowAt;
  out.maxKpa = n > 0 ? high : startKpa;
  out.maxSlope = n > 0 ? dHigh : 1;
  out.maxAt = highAt;
  out.endKpa = from < n - 1 ? tail!.pressures[n - 1] : startKpa;
  out.startKpa = startKpa;
  out.tail = tail;
  return out;
}

/** Flow of one emitter of a prepared exact run, L/h. */
export function runEmitterLph(run: Run, kpa: number): number {
  if (kpa <= 0) return 0;
  if (run.law === 3 && kpa >= run.minKpa) return run.ratedLph;
  return run.k * Math.pow(kpa, run.exponent);
}

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
