import type { FullPlan } from '../plan';
import {
  betweenMonths,
  dayOfYear,
  monthlyEt0Mm,
  monthsOf,
  referenceEtMm,
  USUAL_AIR,
  windAt2M,
  type Air,
  type DayWeather,
  type MonthClimate,
  type Station,
} from '../soil';
import { dayAfter, daysBetween } from './days';

/** Where a day's weather is from: told, told of another year, by the months as they are told, or by a kind of climate. */
export type SkyFrom = 'told' | 'another year' | 'months' | 'climate';

/** The weather of a day. */
export interface SkyDay {
  date: string;
  et0Mm: number;
  rainMm: number;
  air: Air;
  from: SkyFrom;
}

/** The sky over a plan, day by day. */
export interface Sky {
  on(date: string): SkyDay;
  /** Days of the season by where their weather is from. */
  days: Readonly<Record<SkyFrom, number>>;
}

/** Rain of a usual week falls on one of its days: spread over all of them it would never count. */
const WEEK_D = 7;
/** Days of a mean month. */
const MONTH_D = 365.25 / 12;

const airOf = (w: DayWeather, station: Station): Air => ({
  windMps: w.windMps === undefined ? USUAL_AIR.windMps : windAt2M(w.windMps, station.windAtM),
  humidityMin: w.humidityMin ?? USUAL_AIR.humidityMin,
});

/** Mean reference of each month's days, mm: as told or assumed, drawn to the hot day where one is stated. */
export function monthlyReference({ watering }: FullPlan): number[] {
  const { climate, need, weather } = watering;
  const latDeg = weather?.station.latDeg ?? climate.latDeg;
  const monthly = monthlyEt0Mm(climate.months ?? monthsOf(climate.kind, latDeg), latDeg);
  const most = Math.max(...monthly);
  return need.hotDayMm === undefined || !(most > 0)
    ? monthly
    : monthly.map((mm) => (mm * need.hotDayMm!) / most);
}

/** A day as its months have it. */
function byMonths(plan: FullPlan): (date: string) => SkyDay {
  const { climate, need, season } = plan.watering;
  const monthly = monthlyReference(plan);
  const from: SkyFrom = climate.months ? 'months' : 'climate';
  const weekMm = (m: MonthClimate | undefined): number =>
    need.rainMm ?? ((m?.rainMm ?? 0) * WEEK_D) / MONTH_D;
  return (date) => {
    const rains = daysBetween(season.from, date) % WEEK_D === 0;
    return {
      date,
      et0Mm: betweenMonths(monthly, dayOfYear(date)),
      rainMm: rains ? weekMm(climate.months?.[Number(date.slice(5, 7)) - 1]) : 0,
      air: USUAL_AIR,
      from,
    };
  };
}

/** The weather of each day: as it was told; of another year where that is to stand for it; else by the months. */
export function skyOver(plan: FullPlan): Sky {
  const { weather, season } = plan.watering;
  const known = new Map<string, SkyDay>();
  const other = new Map<string, SkyDay>();
  for (const w of weather?.days ?? []) {
    const day: SkyDay = {
      date: w.date,
      et0Mm: referenceEtMm(w, weather!.station),
      rainMm: w.rainMm ?? 0,
      air: airOf(w, weather!.station),
      from: 'told',
    };
    known.set(w.date, day);
    // Of several years the latest stands.
    if (weather!.likeLast) other.set(w.date.slice(5), { ...day, from: 'another year' });
  }
  const usual = byMonths(plan);
  const seen = new Map<string, SkyDay>();
  const on = (date: string): SkyDay => {
    let day = known.get(date) ?? seen.get(date);
    if (!day) {
      const like = other.get(date.slice(5));
      seen.set(date, (day = like ? { ...like, date } : usual(date)));
    }
    return day;
  };
  const days = { told: 0, 'another year': 0, months: 0, climate: 0 };
  for (let i = 0; i < season.days; i++) days[on(dayAfter(season.from, i)).from]++;
  return { on, days };
}
