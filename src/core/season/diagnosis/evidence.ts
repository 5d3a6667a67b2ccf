import { likelihoodOf } from './look';
import { CUPS, instrumentDeviation } from './noise';
import type { Library, Signature } from './library';
import type { Reading, Seen } from './types';

/*
 * Readings as a matter of numbers: how far each is from what was expected, how far that may be by chance, and what each fault
 * would have it be.
 */

/** Between two sizes that were solved so many are looked up. */
const BETWEEN = 3;
/**
 * What is looked up between solved sizes, and of doubts that act otherwise in a changed farm, is out by so much of what the
 * fault changes.
 */
const MODEL_WITHIN = 0.08;

/** A reading with the library of its set. */
export interface Placed {
  reading: Reading;
  library: Library;
  spot: number;
}

/** Numbers that were read, and the looks beside them. */
export interface Evidence {
  measured: Placed[];
  seen: Placed[];
  /** Of each measured: what was expected, how far it is from that, the instrument's deviation. */
  expected: Float64Array;
  off: Float64Array;
  instrument: Float64Array;
  /** How each doubt moves each measured reading: rows of doubts. */
  moves: Float64Array[];
}

/** What nobody expects at all is not counted as if it were impossible: a reading is this far out at the most, in deviations. */
export function gather(placed: readonly Placed[]): Evidence {
  const measured = placed.filter((p) => p.reading.value !== undefined);
  const doubts = new Map<string, Float64Array>();
  const expected = new Float64Array(measured.length);
  const off = new Float64Array(measured.length);
  const instrument = new Float64Array(measured.length);
  measured.forEach(({ reading, library, spot }, i) => {
    const { sound, spots, farm } = library;
    expected[i] = sound.shown.values[spot];
    off[i] = reading.value! - expected[i];
    instrument[i] = instrumentDeviation(spots[spot], Math.max(expected[i], reading.value!), farm);
    sound.doubts.forEach((d, k) => {
      let row = doubts.get(d.id);
      if (!row) doubts.set(d.id, (row = new Float64Array(measured.length)));
      row[i] = sound.moves[k][spot];
    });
  });
  return {
    measured,
    seen: placed.filter((p) => p.reading.seen !== undefined),
    expected,
    off,
    instrument,
    moves: [...doubts.values()],
  };
}

/** Covariance of what was measured, with what a fault changes known to within a share of it. */
export function covarianceOf({ instrument, moves }: Evidence, change?: ArrayLike<number>): Float64Array {
  const n = instrument.length;
  const s = new Float64Array(n * n);
  for (const m of moves) for (let i = 0; i < n; i++) for (let j = 0; j <= i; j++) s[i * n + j] += m[i] * m[j];
  for (let i = 0; i < n; i++) {
    const model = change ? MODEL_WITHIN * change[i] : 0;
    s[i * n + i] += instrument[i] ** 2 + model ** 2;
    for (let j = 0; j < i; j++) s[j * n + i] = s[i * n + j];
  }
  return s;
}

/** A fault at one size, as it bears on what was read. */
export interface Instance {
  size: number;
  /** Between which solved sizes it lies, and how far. */
  at: number;
  /** What it changes of each measured reading. */
  change: Float64Array;
  /** What the readings vary by beside all else: cups stand under emitters of which some are clogged. */
  spread?: Float64Array;
  /** Log likelihood of what was seen. */
  seenLog: number;
}

/** Sizes of a fault, from the first to the last that anybody would notice, in steps finer than those solved. */
export function sizesBetween({ shows }: Pick<Signature, 'shows'>): number[] {
  const first = shows.indexOf(true);
  const last = shows.lastIndexOf(true);
  const steps = (last - first) * BETWEEN;
  return Array.from({ length: steps + 1 }, (_, k) => first + k / BETWEEN);
}

/** A value between two of a row. */
const between = (at: number, of: (k: number) => number): number => {
  const k = Math.floor(at);
  const share = at - k;
  return share === 0 ? of(k) : of(k) + share * (of(k + 1) - of(k));
};

/** What a spot shows under a fault at a place between its sizes. */
export const valueAt = (sig: Signature, at: number, spot: number): number =>
  between(at, (k) => sig.shown[k].values[spot]);

export const sizeAt = (sig: Signature, at: number): number => between(at, (k) => sig.sizes[k]);

/** Likelihood of something seen at a spot, under a fault between its sizes; with no fault for none. */
export const seenAt = (
  library: Library,
  sig: Signature | undefined,
  at: number,
  spot: number,
  seen: Seen,
): number =>
  sig
    ? between(at, (k) => likelihoodOf(seen, sig.chances.get(spot)![k]))
    : likelihoodOf(seen, library.soundChances.get(spot)!);

/** A fault by its id in each library; in a set that it does not touch nothing of it shows. */
export type Signatures = (library: Library) => Signature | undefined;

/** A fault between its sizes. */
export function instanceOf(evidence: Evidence, signatures: Signatures, own: Signature, at: number): Instance {
  const change = new Float64Array(evidence.measured.length);
  evidence.measured.forEach(({ library, spot }, i) => {
    const sig = signatures(library);
    if (sig) change[i] = valueAt(sig, Math.min(at, sig.sizes.length - 1), spot) - evidence.expected[i];
  });
  let seenLog = 0;
  for (const { library, spot, reading } of evidence.seen) {
    const sig = signatures(library);
    seenLog += Math.log(
      seenAt(library, sig, sig ? Math.min(at, sig.sizes.length - 1) : 0, spot, reading.seen!),
    );
  }
  const patchy =
    own.fault.kind === 'clogged' && evidence.measured.some((m) => m.library.spots[m.spot].kind === 'cups');
  const spread = patchy
    ? change.map((c, i) => {
        const { library, spot } = evidence.measured[i];
        return library.spots[spot].kind === 'cups' ? patchyDeviation(evidence.expected[i], -c) : 0;
      })
    : undefined;
  return { size: sizeAt(own, at), at, change, seenLog, ...(spread && { spread }) };
}

/** Where some emitters give nothing, the mean of a few cups is out by √(lost·left/cups). */
export const patchyDeviation = (meanLph: number, lostLph: number): number =>
  Math.sqrt((Math.max(0, lostLph) * Math.max(0, meanLph - lostLph)) / CUPS);
