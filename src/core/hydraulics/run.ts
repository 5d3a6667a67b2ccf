import { ORIFICE_EXPONENT, type Emitter } from './emitter';
import { fittingKpaPerLph2, friction, SMOOTH_C, type Friction, type Medium } from './friction';
import { prepareTube, tubeLph, type Tube } from './microtube';
import { KPA_PER_M } from './water';

/** One line of tape or dripline, fed at its inlet and closed at its far end. */
export interface RunSpec {
  lengthM: number;
  diameterMm: number;
  hazenWilliamsC?: number;
  /** Rise per metre, away from the inlet. */
  slope?: number;
  /** Distances, rising, and rises over the inlet, m; straight between them, level beyond them. Used instead of `slope`. */
  profile?: { readonly distanceM: readonly number[]; readonly riseM: readonly number[] };
  /** Distance from the inlet to the first emitter, m; one spacing if not given. */
  firstEmitterM?: number;
  /** Loss of the take-off, as a fitting loss (K) at the run's bore. */
  inletK?: number;
  emitter: Emitter;
}

export const SMOOTH_PLASTIC_C = SMOOTH_C;

/** Friction goes with about this power of the flow (Blasius). */
const TURBULENT_POWER = 1.75;

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
  /** Emitter law: 0 square root, 1 linear, 2 any power, 3 compensating, 4 microtube. */
  law: 0 | 1 | 2 | 3 | 4;
  k: number;
  exponent: number;
  minKpa: number;
  ratedLph: number;
  tube: Tube | undefined;
}

/** Where first guesses take a microtube's flow, kPa; it is solved at its own pressure. */
const TUBE_GUESS_KPA = 50;

/** How many emitters a run holds. */
export function emitterCount(spec: RunSpec): number {
  const first = spec.firstEmitterM ?? spec.emitter.spacingM;
  const roundingSlack = 1e-9;
  if (spec.lengthM < first - roundingSlack) return 0;
  return Math.floor((spec.lengthM - first) / spec.emitter.spacingM + roundingSlack) + 1;
}

/** A profile from points of distance and rise. */
export const profileOf = (
  points: readonly (readonly [number, number])[],
): NonNullable<RunSpec['profile']> => ({
  distanceM: points.map(([distance]) => distance),
  riseM: points.map(([, rise]) => rise),
});

/** Rise of the ground, m, at a distance along a run. */
export function riseAt(spec: RunSpec, distanceM: number): number {
  return spec.profile && spec.profile.distanceM.length > 0
    ? riseOn(spec.profile, distanceM)
    : (spec.slope ?? 0) * distanceM;
}

type Profile = NonNullable<RunSpec['profile']>;

/** Rise at a distance, straight between the profile's points and level beyond them, m. */
function riseOn({ distanceM, riseM }: Profile, distance: number): number {
  const last = distanceM.length - 1;
  let i = 0;
  while (i < last && distanceM[i] < distance) i++;
  if (i === 0 || distanceM[i] < distance) return riseM[i];
  const share = (distance - distanceM[i - 1]) / (distanceM[i] - distanceM[i - 1]);
  return riseM[i - 1] + (riseM[i] - riseM[i - 1]) * share;
}

/**
 * Fills in the rise of each piece between places at even steps, kPa. Within a stretch of the profile they are alike.
 * @returns the last place's rise over the inlet, and that of the lowest place, kPa
 */
function risesAlong(
  { distanceM, riseM }: Profile,
  firstM: number,
  stepM: number,
  out: Float64Array,
): { endKpa: number; lowestKpa: number } {
  const last = distanceM.length - 1;
  let point = 0;
  let before = 0;
  let lowestKpa = Infinity;
  for (let i = 0; i < out.length; i++) {
    const at = firstM + i * stepM;
    while (point < last && distanceM[point] < at) point++;
    let z: number;
    if (point === 0 || distanceM[point] < at) z = riseM[point] * KPA_PER_M;
    else {
      const from = distanceM[point - 1];
      const slope = (riseM[point] - riseM[point - 1]) / (distanceM[point] - from);
      z = (riseM[point - 1] + slope * (at - from)) * KPA_PER_M;
    }
    out[i] = z - before;
    before = z;
    if (z < lowestKpa) lowestKpa = z;
  }
  return { endKpa: before, lowestKpa };
}

/** Numbers of many runs stand in one array: thousands of small ones would burden the collector. */
const SLAB = 1 << 15;
let slab = new Float64Array(SLAB);
let taken = 0;
function doubles(n: number): Float64Array {
  if (n > SLAB / 8) return new Float64Array(n);
  if (taken + n > SLAB) {
    slab = new Float64Array(SLAB);
    taken = 0;
  }
  taken += n;
  return slab.subarray(taken - n, taken);
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
  if (spec.profile && spec.profile.distanceM.length > 0 && n > 0) {
    riseKpa = doubles(n);
    ({ endKpa: endRiseKpa, lowestKpa: lowest } = risesAlong(spec.profile, firstZ, stepZ, riseKpa));
    firstRiseKpa = riseKpa[0];
  }
  // Before the first group's middle the flow falls from emitter to emitter, by a quarter of the group on average.
  const leadShare = 1 - (TURBULENT_POWER * (perGroup - 1)) / (4 * Math.max(1, emitters));
  const compensating = e.kind === 'compensating';
  const tube = e.kind === 'microtube' ? prepareTube(e.tubeMm, e.tubeM, medium.waterC) : undefined;
  const exponent =
    e.kind === 'compensating' || e.kind === 'microtube' ? ORIFICE_EXPONENT : (e.exponent ?? ORIFICE_EXPONENT);
  const ratedLph = (e.kind === 'microtube' ? tubeLph(tube!, TUBE_GUESS_KPA) : e.flowLph) * perGroup;
  const ratedKpa = e.kind === 'microtube' ? TUBE_GUESS_KPA : e.kind === 'compensating' ? e.minKpa : e.atKpa;
  return {
    n,
    perGroup,
    pieceM: perGroup * (e.spacingM + barb),
    firstM: first + barb + ((perGroup - 1) / 2) * (e.spacingM + barb) * leadShare,
    riseKpa,
    firstRiseKpa,
    evenRiseKpa,
    endRiseKpa,
    lowestRiseKpa: lowest,
    friction: friction(spec.diameterMm, spec.hazenWilliamsC ?? SMOOTH_PLASTIC_C, medium),
    inletKpaPerLph2: fittingKpaPerLph2(spec.inletK ?? 0, spec.diameterMm),
    law: tube ? 4 : compensating ? 3 : exponent === 0.5 ? 0 : exponent === 1 ? 1 : 2,
    k: ratedLph / ratedKpa ** exponent,
    exponent,
    minKpa: compensating ? e.minKpa : 0,
    ratedLph,
    tube,
  };
}

/** Flow of one emitter of a prepared exact run, L/h. */
export function runEmitterLph(run: Run, kpa: number): number {
  if (kpa <= 0) return 0;
  if (run.law === 3 && kpa >= run.minKpa) return run.ratedLph;
  if (run.law === 4) return run.perGroup * tubeLph(run.tube!, kpa);
  return run.k * Math.pow(kpa, run.exponent);
}
