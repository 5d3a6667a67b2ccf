import { endPressure } from '../hydraulics/endPressure';
import { march, newMarch } from '../hydraulics/march';
import { runEmitterLph, type Run } from '../hydraulics/run';
import type { EvennessSchool } from '../plan';
import { emissionUniformity, flowVariation, MANUFACTURE_FACTOR } from './uniformity';

/** What is known of some emitters' flows. */
export interface Flows {
  /** Variation between emitters (CV). */
  cv: number;
  minLph: number;
  maxLph: number;
  meanLph: number;
  /** Each emitter's flow; only Christiansen's and the low quarter's schools ask for them. */
  all: () => Float64Array;
}

/** Schools that look at every emitter, not only at the least, the greatest and the mean. */
export const looksAtAll = (school: EvennessSchool): boolean => school === 'cu' || school === 'du';

/**
 * Christiansen's coefficient (1942): 1 − Σ|q − q_mean| / Σq, a ratio. 0 where nothing flows.
 * @example christiansen(new Float64Array([1, 1, 2])) // 0.6667
 */
export function christiansen(lph: Float64Array): number {
  const sum = lph.reduce((s, q) => s + q, 0);
  if (!(sum > 0)) return 0;
  const mean = sum / lph.length;
  return 1 - lph.reduce((s, q) => s + Math.abs(q - mean), 0) / sum;
}

const QUARTER = 4;

/**
 * Distribution uniformity of the low quarter (US Soil Conservation Service): the mean of the lowest quarter of the
 * emitters over the mean of all, a ratio. A quarter that is no whole number takes its share of the next emitter.
 */
export function lowQuarter(lph: Float64Array): number {
  const sorted = Float64Array.from(lph).sort();
  const mean = sorted.reduce((s, q) => s + q, 0) / sorted.length;
  if (!(mean > 0)) return 0;
  const quarter = sorted.length / QUARTER;
  const whole = Math.floor(quarter);
  let low = 0;
  for (let i = 0; i < whole; i++) low += sorted[i];
  if (quarter > whole) low += (quarter - whole) * sorted[whole];
  return low / quarter / mean;
}

/** Mean deviation of a normal scatter over its standard deviation: √(2/π). */
const MEAN_DEVIATION = Math.sqrt(2 / Math.PI);

/** Two independent causes of unevenness together: their squares add up. */
const together = (fromPressure: number, fromMakers: number): number =>
  Math.max(0, 1 - Math.hypot(fromPressure, fromMakers));

/** Flow of a normal scatter's lowest quarter, and of its highest, over the mean. */
const lowest = (cv: number): number => Math.max(0, 1 - MANUFACTURE_FACTOR * cv);
const highest = (cv: number): number => 1 + MANUFACTURE_FACTOR * cv;

/**
 * Evenness of some emitters by a school, a ratio; 0 where nothing flows. Every school carries the makers' variation as emission
 * uniformity does, or a hose that seeps as it likes would look even: the low quarter's shortfall is 1.27·CV of it,
 * Christiansen's mean deviation 0.798·CV; flow variation is from the lowest quarter at the least pressure to the highest
 * at the most.
 */
export function evennessOf(school: EvennessSchool, flows: Flows): number {
  if (!(flows.meanLph > 0)) return 0;
  const { cv } = flows;
  switch (school) {
    case 'eu':
      return emissionUniformity(cv, flows.minLph, flows.meanLph);
    case 'variation':
      return 1 - flowVariation(flows.minLph * lowest(cv), flows.maxLph * highest(cv));
    case 'cu':
      return together(1 - christiansen(flows.all()), MEAN_DEVIATION * cv);
    case 'du':
      return together(1 - lowQuarter(flows.all()), MANUFACTURE_FACTOR * cv);
  }
}

/** The best a material can do by a school: of emitters all at one pressure. */
export const bestEvenness = (school: EvennessSchool, cv: number): number =>
  evennessOf(school, { cv, minLph: 1, maxLph: 1, meanLph: 1, all: () => new Float64Array([1]) });

/** Flow of each emitter of an exact run at an inlet pressure, from the inlet on, L/h. */
export function flowsAlong(run: Run, inletKpa: number): Float64Array {
  const m = newMarch();
  endPressure(run, inletKpa, m);
  const kpa = new Float64Array(run.n);
  march(run, m.startKpa, newMarch(), m.tail, kpa);
  return kpa.map((p) => runEmitterLph(run, p));
}

/** Evenness of one exact run at an inlet pressure, and what it takes. */
export function evennessOfRun(
  run: Run,
  inletKpa: number,
  school: EvennessSchool,
  cv: number,
): { evenness: number; flowLph: number; minKpa: number; endKpa: number } {
  const m = newMarch();
  endPressure(run, inletKpa, m);
  const evenness = evennessOf(school, {
    cv,
    minLph: runEmitterLph(run, m.minKpa),
    maxLph: runEmitterLph(run, m.maxKpa),
    meanLph: run.n > 0 ? m.flowLph / run.n : 0,
    all: () => flowsAlong(run, inletKpa),
  });
  return { evenness, flowLph: m.flowLph, minKpa: m.minKpa, endKpa: m.endKpa };
}
