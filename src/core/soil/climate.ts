import { msg } from '../language';
import { skyOf } from './referenceEt';

/** A month as it usually is. */
export interface MonthClimate {
  /** Means of the days' least and greatest temperatures. */
  minC: number;
  maxC: number;
  /** Rain of the month, mm. */
  rainMm?: number;
  /** Mean reference evapotranspiration of a day, mm, where it is known. */
  et0Mm?: number;
}

/** Kinds of climate: what a place is taken for whose weather nobody has told. */
export const CLIMATES = [
  { id: 'maritime', name: msg`cool and cloudy, near the sea`, meanC: 10.5, swingC: 6.5, rangeC: 8 },
  { id: 'inland', name: msg`warm summers, cold winters`, meanC: 10, swingC: 11, rangeC: 11 },
  { id: 'dry-summer', name: msg`dry, hot summers and mild winters`, meanC: 16, swingC: 8, rangeC: 12 },
  { id: 'humid', name: msg`hot, damp summers`, meanC: 17, swingC: 9.5, rangeC: 10.5 },
  { id: 'desert', name: msg`desert`, meanC: 22, swingC: 9.5, rangeC: 15 },
  { id: 'tropics', name: msg`tropics`, meanC: 26, swingC: 2, rangeC: 9 },
] as const;

export type ClimateId = (typeof CLIMATES)[number]['id'];

const MONTHS = 12;
/** The warmest month lags the sun's highest: July in the north, January in the south. */
const WARMEST = { north: 6, south: 0 };
/** Middle of each month, day of the year. */
const MID_DAYS = [15, 46, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349];
const DAYS_A_YEAR = 365;
/** Millimetres a day that a MJ/m² evaporates. */
const MM_PER_MJ = 0.408;

/**
 * Reference evapotranspiration of a day from two temperatures and the sun's place: 0.0023·R_a·(T + 17.8)·√(T_max − T_min)
 * (Hargreaves & Samani 1985; FAO 56, eq. 52).
 * @param day of the year, from 1
 * @returns mm a day; at least 0
 */
export function hargreavesMm(minC: number, maxC: number, latDeg: number, day: number): number {
  const skyMm = skyOf(latDeg, day).radiationMj * MM_PER_MJ;
  const mean = (minC + maxC) / 2;
  return Math.max(0, 0.0023 * skyMm * (mean + 17.8) * Math.sqrt(Math.max(0, maxC - minC)));
}

/**
 * The months of a kind of climate at a latitude: temperatures swing about the year's mean, latest after the sun. Assumed
 * middle figures of such places, without rain: nobody has told that any falls.
 */
export function monthsOf(id: ClimateId, latDeg: number): MonthClimate[] {
  const c = CLIMATES.find((x) => x.id === id)!;
  const warmest = latDeg < 0 ? WARMEST.south : WARMEST.north;
  return Array.from({ length: MONTHS }, (_, m) => {
    const mean = c.meanC + c.swingC * Math.cos((2 * Math.PI * (m - warmest)) / MONTHS);
    return { minC: mean - c.rangeC / 2, maxC: mean + c.rangeC / 2 };
  });
}

/** Mean reference evapotranspiration of each month's days, mm. */
export const monthlyEt0Mm = (months: readonly MonthClimate[], latDeg: number): number[] =>
  months.map((m, i) => m.et0Mm ?? hargreavesMm(m.minC, m.maxC, latDeg, MID_DAYS[i]));

/**
 * A figure of a day between the middles of its months, in a straight line, so that it does not jump at their ends.
 * @param day of the year, from 1
 */
export function betweenMonths(monthly: readonly number[], day: number): number {
  const next = MID_DAYS.findIndex((d) => d > day);
  const to = next < 0 ? 0 : next;
  const from = (to + MONTHS - 1) % MONTHS;
  const span = (MID_DAYS[to] - MID_DAYS[from] + DAYS_A_YEAR) % DAYS_A_YEAR;
  const into = (day - MID_DAYS[from] + DAYS_A_YEAR) % DAYS_A_YEAR;
  return monthly[from] + ((monthly[to] - monthly[from]) * into) / span;
}
