import { randomLcg, randomNormal } from 'd3-random';
import { msg } from '../../core/language';
import { dayAfter } from '../../core/sets/days';
import { dayOfYear, skyOf, type DayWeather, type Station } from '../../core/soil';

/** The invented place that the simulated station stands at. */
export const SIMULATED_PLACE = msg`Fenwold (simulated)`;
export const SIMULATED_STATION: Station = { latDeg: 51.5, altitudeM: 60, windAtM: 2, coastal: false };

/** The year's mean warmth there, its swing to either side, °C, and the day of the year it is warmest. */
const MEAN_C = 10.5;
const SWING_C = 7.5;
const WARMEST_DAY = 203;
/** How much one day's warmth holds on to the last one's, and how far days stray, °C. */
const HOLDS = 0.75;
const STRAYS_C = 1.8;
/** Chances that a dry day is followed by a wet one, and a wet one by another. */
const DRY_TO_WET = 0.22;
const WET_TO_WET = 0.52;
const MEAN_RAIN_MM = 5.5;
const DAYS_A_YEAR = 365;

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));
const within = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/**
 * Plausible days for an invented place: warmth about the season's mean that holds on from day to day, rain in spells, sun
 * and dry air when it does not rain. The same seed gives the same days, whatever part of them is asked for.
 *
 * @param from first day asked for, as 2027-04-01
 * @param days how many
 */
export function simulatedDays(from: string, days: number, seed: number): DayWeather[] {
  const year = Number(from.slice(0, 4));
  const start = `${year}-01-01`;
  const found: DayWeather[] = [];
  let stray = 0;
  let wet = false;
  for (let i = 0; found.length < days; i++) {
    const date = dayAfter(start, i);
    // Each day has its own chance, so that where a reading begins does not matter.
    const random = randomLcg(mixed(seed, date));
    const normal = randomNormal.source(random)();
    wet = random() < (wet ? WET_TO_WET : DRY_TO_WET);
    stray = HOLDS * stray + STRAYS_C * normal();
    if (date < from) continue;
    const day = dayOfYear(date);
    const mean =
      MEAN_C + SWING_C * Math.cos((2 * Math.PI * (day - WARMEST_DAY)) / DAYS_A_YEAR) + stray - (wet ? 1 : 0);
    const cloud = wet ? 0.2 + 0.25 * random() : 0.45 + 0.5 * random();
    const range = 4 + 11 * cloud;
    const { daylightH } = skyOf(SIMULATED_STATION.latDeg, day);
    found.push({
      date,
      minC: rounded(mean - range / 2, 1),
      maxC: rounded(mean + range / 2, 1),
      humidityMin: rounded(within((wet ? 0.66 : 0.46) + 0.06 * normal(), 0.2, 0.95), 2),
      humidityMax: rounded(within(0.91 + 0.03 * normal(), 0.7, 1), 2),
      windMps: rounded(within(2.1 + 0.8 * normal(), 0.2, 9), 1),
      sunH: rounded(daylightH * within(cloud - 0.1, 0, 1), 1),
      rainMm: wet ? rounded(-MEAN_RAIN_MM * Math.log(1 - random() * 0.999), 1) : 0,
    });
  }
  return found;
}

/** A seed of its own for every day, between 0 and 1. */
function mixed(seed: number, date: string): number {
  let hash = (seed | 0) ^ 0x9e3779b9;
  for (const c of date) hash = Math.imul(hash ^ c.charCodeAt(0), 0x01000193) ^ (hash >>> 13);
  return ((hash >>> 0) % 1e9) / 1e9;
}
