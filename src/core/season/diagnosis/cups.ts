import { msg } from '../../language';
/*
 * The catch-cup test: how much single emitters give, how evenly, and what unevenness comes from.
 */

/** One cup under one emitter. */
export interface Cup {
  /** Bed, and how far along its run, 0 at the header. */
  bed: string;
  along: number;
  ml: number;
}

export interface CupTest {
  /** Seconds that the cups stood. */
  seconds: number;
  cups: readonly Cup[];
}

/** L/h of one cup. */
export const cupLph = (ml: number, seconds: number): number => (ml / 1000 / seconds) * 3600;

/** Places along the run and beds across the block: first, a third, two thirds and last (Merriam & Keller 1978, 4 × 4). */
const THIRDS = [0, 1 / 3, 2 / 3, 1];
/** A row of cups along one run for its own evenness. */
const ALONG_ONE = 12;

/** Where cups go in a block: four beds, four places in each; of fewer beds all. */
export function cupPlaces(beds: readonly string[]): { bed: string; along: number }[] {
  const picked = [...new Set(THIRDS.map((t) => Math.round(t * (beds.length - 1))))].map((i) => beds[i]);
  return picked.flatMap((bed) => THIRDS.map((along) => ({ bed, along })));
}

/** Where cups go along one run. */
export const cupsAlong = (bed: string): { bed: string; along: number }[] =>
  Array.from({ length: ALONG_ONE }, (_, i) => ({ bed, along: i / (ALONG_ONE - 1) }));

/** A cup test is told with fewer than this too, but not trusted: sixteen are usual (ASAE EP405, Merriam & Keller). */
export const LEAST_CUPS = 16;

/** Numbers of a test, or of what is predicted at the same places. */
export interface Evenness {
  cups: number;
  meanLph: number;
  /** Mean of the lowest quarter over the mean (DU). */
  lowQuarter: number;
  /** 1 − mean deviation over the mean (Christiansen 1942). */
  christiansen: number;
  /** 1 − standard deviation over mean (Wilcox & Swailes 1947; statistical uniformity, Bralts). */
  statistical: number;
  /** Nineteen of twenty: that of the whole block lies between. */
  statisticalLow: number;
  statisticalHigh: number;
}

/** Quantile of chi-square by Wilson & Hilferty (1931). @param z of the normal distribution */
const chiSquare = (n: number, z: number): number => n * (1 - 2 / (9 * n) + z * Math.sqrt(2 / (9 * n))) ** 3;
const Z_95 = 1.959964;

/**
 * How even flows are.
 * @param flows L/h
 * @throws RangeError for fewer than two
 */
export function evennessOfCups(flows: readonly number[]): Evenness {
  const n = flows.length;
  if (n < 2) throw new RangeError(msg`at least two cups`);
  const mean = flows.reduce((a, b) => a + b, 0) / n;
  const low = [...flows].sort((a, b) => a - b);
  // A quarter of the cups, the last of them in part.
  const quarter = n / 4;
  let sum = 0;
  for (let i = 0; i < quarter; i++) sum += low[i] * Math.min(1, quarter - i);
  const deviation = Math.sqrt(flows.reduce((s, f) => s + (f - mean) ** 2, 0) / (n - 1));
  const spread = (k: number): number => 1 - (deviation * Math.sqrt((n - 1) / Math.max(k, 1e-9))) / mean;
  return {
    cups: n,
    meanLph: mean,
    lowQuarter: sum / quarter / mean,
    christiansen: 1 - flows.reduce((s, f) => s + Math.abs(f - mean), 0) / n / mean,
    statistical: 1 - deviation / mean,
    statisticalLow: Math.max(0, spread(chiSquare(n - 1, -Z_95))),
    statisticalHigh: spread(chiSquare(n - 1, Z_95)),
  };
}

/** What unevenness comes from, as coefficients of variation: of all, of pressure, of emitters. */
export interface Causes {
  all: number;
  pressure: number;
  emitters: number;
}

/**
 * Parts what was measured into what pressure explains and the rest: V² = V_pressure² + V_emitters² (Bralts et al. 1981).
 * @param flows measured, L/h
 * @param predicted at the same cups, by the pressures there, L/h
 */
export function causesOf(flows: readonly number[], predicted: readonly number[]): Causes {
  const all = 1 - evennessOfCups(flows).statistical;
  const pressure = Math.min(all, 1 - evennessOfCups(predicted).statistical);
  return { all, pressure, emitters: Math.sqrt(Math.max(0, all * all - pressure * pressure)) };
}

/** Emitters that vary by more than this are worn or clogged beyond flushing (ASAE EP405: CV above 0.15 unacceptable; 0.2 with use). */
export const RENEW_CV = 0.2;
/** Below this share of its flow as laid a line is renewed or cleaned. */
export const RENEW_SHARE = 0.75;

/** Cups that tell the mean to within a share of it, nineteen times of twenty: n = (1.96·CV/share)². */
export const cupsWanted = (cv: number, share: number): number =>
  Math.max(LEAST_CUPS, Math.ceil(((Z_95 * cv) / share) ** 2));

/** What to do about it, the gravest first; nothing where all is well. */
export function cupAdvice(measured: Evenness, predicted: Evenness, causes: Causes): string[] {
  const advice: string[] = [];
  if (measured.cups < LEAST_CUPS)
    advice.push(msg`${measured.cups} cups tell little: take at least ${LEAST_CUPS}.`);
  const share = measured.meanLph / predicted.meanLph;
  if (causes.emitters > RENEW_CV)
    advice.push(
      msg`The emitters themselves vary too much: flush, and if the next test is no better, renew the line.`,
    );
  else if (causes.emitters > causes.pressure)
    advice.push(
      msg`Most of the unevenness comes from the emitters: flush mains, headers and runs, and clean the filter.`,
    );
  else if (causes.all > 0.1)
    advice.push(
      msg`Most of the unevenness comes from pressure: look at run lengths, header and heights in Check.`,
    );
  if (share < RENEW_SHARE)
    advice.push(
      msg`On the whole they give much less than planned: look at the pressure here first, then at clogging.`,
    );
  else if (share > 1.25)
    advice.push(
      msg`On the whole they give much more than planned: look at the pressure here, and at the label of what lies there.`,
    );
  return advice;
}
