import type { Point } from '../../ground';
import type { Atom } from './diagnose';
import { covarianceOf, gather, seenAt, valueAt, type Evidence } from './evidence';
import { cholesky, dot, solveLower } from './gauss';
import { placed } from './diagnose';
import { signatureOf, type Library } from './library';
import { instrumentDeviation } from './noise';
import { WALK_M_PER_MIN } from './spots';
import type { Reading, Seen, Spot } from './types';

/** Every reading takes as much for getting ready and noting it, min. */
const EACH_MIN = 12;
/** What is less likely than this is not asked after. */
const LEAST_CHANCE = 0.003;
const MOST_ATOMS = 80;
/** Sizes less likely than this are passed over. */
const LEAST_WEIGHT = 1e-6;
/** A look may be taken again, with more care. */
const MOST_LOOKS = 2;
/** Places on the line of what may be read, over which is summed. */
const STEPS = 64;

/** A reading that could be taken, and what it is worth. */
export interface Next {
  spot: Spot;
  set: string | undefined;
  /** What it is expected to tell, bits. */
  bits: number;
  /** What it takes, walk and reading, min. */
  minutes: number;
}

/**
 * What to read next: what is expected to tell most between all that may be so, for the minutes that it takes to walk there
 * and read. Spots read already are left out; one may look twice.
 * @param from where one stands, on the sheet
 * @param library of the set that is open
 * @returns best first
 */
export function nextReadings(
  library: Library,
  libraries: readonly Library[],
  atoms: readonly Atom[],
  readings: readonly Reading[],
  from: Point,
): Next[] {
  const evidence = gather(placed(readings, libraries));
  const asked = atoms.filter((a) => a.chance > LEAST_CHANCE).slice(0, MOST_ATOMS);
  const total = asked.reduce((sum, a) => sum + a.chance, 0);
  const set = library.farm.set?.id;
  const taken = new Map<string, number>();
  for (const r of readings) if (r.set === set) taken.set(r.spot, (taken.get(r.spot) ?? 0) + 1);
  const n = evidence.measured.length;
  const l = cholesky(covarianceOf(evidence), n);
  const likely = asked.map((atom): Likely => {
    const rest = Float64Array.from(evidence.off);
    for (const { hypothesis, weights } of atom.faults)
      hypothesis.instances.forEach((inst, k) => {
        if (weights[k] < LEAST_WEIGHT) return;
        for (let i = 0; i < n; i++) rest[i] -= weights[k] * inst.change[i];
      });
    return { atom, p: atom.chance / total, rest: solveLower(l, n, rest) };
  });
  return library.spots
    .flatMap((spot, i): Next[] => {
      if ((taken.get(spot.id) ?? 0) >= (spot.kind === 'look' ? MOST_LOOKS : 1)) return [];
      const bits =
        spot.kind === 'look' ? looked(library, likely, i) : measured(library, likely, evidence, l, i);
      const minutes =
        spot.minutes + Math.hypot(spot.point[0] - from[0], spot.point[1] - from[1]) / WALK_M_PER_MIN;
      return [{ spot, set, bits, minutes }];
    })
    .sort((a, b) => b.bits / (EACH_MIN + b.minutes) - a.bits / (EACH_MIN + a.minutes));
}

interface Likely {
  atom: Atom;
  p: number;
  /** What is left of the readings once this is taken for so, in deviations that do not hang together. */
  rest: Float64Array;
}

/** Bits that a look is expected to tell: what is uncertain of what will be seen, less what is uncertain of it under each atom. */
function looked(library: Library, likely: readonly Likely[], spot: number): number {
  const outcomes = new Set<Seen>(['fine']);
  const chances = likely.map(({ atom, p }) => {
    const [first, second] = atom.faults.map((f) => {
      const sig = signatureOf(library, f.hypothesis.fault.id);
      const at = f.hypothesis.instances[best(f.weights)].at;
      if (sig) for (const c of sig.chances.get(spot) ?? []) for (const k of c.keys()) outcomes.add(k);
      return { sig, at: sig ? Math.min(at, sig.sizes.length - 1) : 0 };
    });
    return {
      p,
      of: (seen: Seen): number => {
        const one = seenAt(library, first?.sig, first?.at ?? 0, spot, seen);
        if (!second) return one;
        const two = seenAt(library, second.sig, second.at, spot, seen);
        return seen === 'fine' ? (one * two) / seenAt(library, undefined, 0, spot, seen) : Math.max(one, two);
      },
    };
  });
  let bits = 0;
  for (const seen of outcomes) {
    const own = chances.map((c) => Math.min(1, c.of(seen)));
    const all = chances.reduce((sum, c, i) => sum + c.p * own[i], 0);
    chances.forEach((c, i) => {
      if (own[i] > 0 && all > 0) bits += c.p * own[i] * Math.log2(own[i] / all);
    });
  }
  return bits;
}

const best = (weights: readonly number[]): number => weights.reduce((b, w, i) => (w > weights[b] ? i : b), 0);

/** Bits that a measured reading is expected to tell, summed over the line of what may be read. */
function measured(
  library: Library,
  likely: readonly Likely[],
  evidence: Evidence,
  l: Float64Array,
  spot: number,
): number {
  const curves = curvesOf(library, evidence, spot, l, likely);
  const low = Math.min(...curves.map((c) => c.mean - 3.5 * c.deviation));
  const high = Math.max(...curves.map((c) => c.mean + 3.5 * c.deviation));
  if (
    curves.every(
      (c) =>
        Math.abs(c.mean - curves[0].mean) < 0.05 * curves[0].deviation &&
        Math.abs(c.deviation / curves[0].deviation - 1) < 0.05,
    )
  )
    return 0;
  // The line is cut where the curves are: at even steps narrow ones would be stepped over.
  return bitsOf(curves, low, high);
}

/** How each cause that is still likely would show at a place. */
function curvesOf(
  library: Library,
  evidence: Evidence,
  spot: number,
  l: Float64Array<ArrayBufferLike>,
  likely: readonly Likely[],
) {
  const { sound, spots, farm } = library;
  const n = evidence.measured.length;
  const expected = sound.shown.values[spot];
  const own = new Float64Array(sound.moves.length);
  sound.moves.forEach((m, k) => (own[k] = m[spot]));
  // What earlier readings say of the doubts narrows this one.
  const with_ = new Float64Array(n);
  const moveOf = new Map(sound.doubts.map((d, k) => [d.id, own[k]]));
  evidence.measured.forEach(({ library: other, spot: at }, i) => {
    other.sound.doubts.forEach((d, k) => (with_[i] += (moveOf.get(d.id) ?? 0) * other.sound.moves[k][at]));
  });
  const narrowed = solveLower(l, n, with_);
  const spread = Math.max(0, dot(own, own) - dot(narrowed, narrowed));
  const curves = likely.map(({ atom, p, rest }) => {
    let mean = expected;
    let variance = spread;
    for (const { hypothesis, weights } of atom.faults) {
      const sig = signatureOf(library, hypothesis.fault.id);
      let sum = 0;
      let square = 0;
      hypothesis.instances.forEach((inst, k) => {
        if (weights[k] < LEAST_WEIGHT) return;
        const v = sig ? valueAt(sig, Math.min(inst.at, sig.sizes.length - 1), spot) - expected : 0;
        sum += weights[k] * v;
        square += weights[k] * v * v;
      });
      // Two together leave a share of a share.
      const left = spots[spot].kind === 'level' || expected <= 0 ? 1 : mean / expected;
      mean += sum * left;
      variance += Math.max(0, square - sum * sum);
    }
    if (atom.unknown) variance += (0.4 * expected) ** 2;
    mean += atom.unknown ? 0 : dot(narrowed, rest);
    const deviation = Math.hypot(
      Math.sqrt(variance),
      instrumentDeviation(spots[spot], Math.max(1, Math.abs(mean)), farm),
    );
    return { p, mean, deviation };
  });
  return curves;
}

/** What a reading tells on average, bits: by the middle rule over what it may show. */
function bitsOf(curves: { p: number; mean: number; deviation: number }[], low: number, high: number) {
  const places = [
    ...new Set(
      curves.flatMap((c) => [-3, -2, -1.2, -0.6, 0, 0.6, 1.2, 2, 3].map((k) => c.mean + k * c.deviation)),
    ),
  ]
    .concat(Array.from({ length: STEPS + 1 }, (_, k) => low + ((high - low) * k) / STEPS))
    .sort((a, b) => a - b);
  const line =
    places.length > 4 * STEPS
      ? places.filter((_, k) => k % Math.ceil(places.length / (4 * STEPS)) === 0)
      : places;
  let bits = 0;
  let before: number | undefined;
  for (let k = 0; k < line.length; k++) {
    const y = line[k];
    let all = 0;
    let sum = 0;
    for (const c of curves) {
      const z = (y - c.mean) / c.deviation;
      if (z * z > 60) continue;
      const density = Math.exp(-0.5 * z * z) / (c.deviation * Math.sqrt(2 * Math.PI));
      all += c.p * density;
      if (density > 0) sum += c.p * density * Math.log2(density);
    }
    const here = all > 0 ? sum - all * Math.log2(all) : 0;
    if (before !== undefined) bits += ((before + here) / 2) * (y - line[k - 1]);
    before = here;
  }
  return Math.max(0, bits);
}
