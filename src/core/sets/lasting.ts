import { roofL } from '../hydraulics/storage';
import { drawnSources, comesIn, isWell, type FullPlan, type WouldDo } from '../plan';
import type { Day } from './day';
import { dayAfter } from './days';
import type { Sky } from './sky';
import {
  emptyTank,
  leastThat,
  MOST_SCALE,
  tankOf,
  tankThrough,
  type TankDays,
  type TankRun,
  type TankTable,
} from './tankOverTime';
import { MIN_PER_HOUR } from '../units/time';

/** A well against what is asked of it. */
export interface WellOutlook {
  dayL: number;
  weekL: number;
  givesDayL: number;
  givesWeekL: number;
}

/** A tank through a dry spell. */
export interface TankOutlook {
  sets: { id: string; run: TankRun }[];
  days: TankDays;
  /** Whole days that it lasts with what runs in, rain left out; Infinity where it goes on for a year. */
  lastsDays: number;
  /** Usable water left at the end of the spell. */
  leftL: number;
  litresPerM: number;
  usableL: number;
  /** Usable water that would do for the spell, and a refill day and night that would; nothing where none does. */
  enoughL: number | undefined;
  enoughLph: number | undefined;
  /** What would do, found out by trying: so many times as much, a refill day and night, or being filled to the brim more often. */
  would: WouldDo;
  held: boolean;
  /** The source that takes over by itself where the tank fails; what it gives in the spell, L. */
  takenOver?: { source: string; litres: number };
}

const WEEK_H = 168;
const MOST_REFILL_LPH = 20000;
/** What lasts so long lasts, d. */
const YEAR_D = 366;

/** What a well gives against what is asked of it; nothing where the source is none. */
export function wellOf(plan: FullPlan, day: Day, weekL: number): WellOutlook | undefined {
  const source = drawnSources(plan).find((s) => isWell(s));
  if (!isWell(source)) return undefined;
  const lph = Math.max(0, source.yieldLph * plan.wishes.allowance - source.othersLph);
  return { dayL: day.volumeL, weekL, givesDayL: (lph * WEEK_H) / 7, givesWeekL: lph * WEEK_H };
}

/** A tank through the dry spell that it is to last; nothing where the source is none. */
export function tankOutlook(
  plan: FullPlan,
  tables: ReadonlyMap<string, TankTable>,
  day: Day,
  date: string,
  sky: Sky,
  takesOver?: ReadonlyMap<string, number>,
): TankOutlook | undefined {
  const tank = tankOf(plan);
  if (!tank || tables.size === 0) return undefined;
  const { everyDays, dryDays } = plan.watering.day;
  const [table] = tables.values();
  // Sets on another source leave it alone.
  const draws = day.entries
    .filter((e) => tables.has(e.set))
    .map((e) => ({ set: e.set, fromMin: e.fromMin, minutes: e.toMin - e.fromMin }));
  // A float fed by the mains is never without; hose and pump run day and night.
  const { mains, lph: refill, roof, fullEveryDays } = comesIn(tank);
  // What was measured of the days to come counts; else it is a dry spell.
  const rain = (d: number): number => {
    if (!roof) return 0;
    const on = sky.on(dayAfter(date, d));
    return on.from === 'told' ? roofL(roof.m2, on.rainMm, roof.share) : 0;
  };
  const through = (scale: number, lph: number, fullEvery = fullEveryDays): TankDays =>
    tankThrough(tables, draws, dryDays, everyDays, lph, rain, scale, takesOver, fullEvery);
  const days: TankDays = mains
    ? { points: [], dry: undefined, missingL: 0, givenL: day.volumeL, takenOverL: 0 }
    : through(1, refill);
  const year = mains
    ? undefined
    : tankThrough(tables, draws, YEAR_D, everyDays, refill, () => 0, 1, undefined, fullEveryDays);
  const usable = table.litresPerM * (table.highM - table.outletM);
  const scale = days.dry ? leastThat((s) => !through(s, refill).dry, 1, MOST_SCALE) : 1;
  const lph = days.dry ? leastThat((q) => !through(1, q).dry, refill, MOST_REFILL_LPH) : refill;
  // Filled more often: the most days between with which it lasts.
  const oftener =
    days.dry && fullEveryDays !== undefined
      ? Array.from({ length: fullEveryDays - 1 }, (_, i) => fullEveryDays - 1 - i).find(
          (n) => !through(1, refill, n).dry,
        )
      : undefined;
  return {
    sets: [...tables].map(([id, t]) => ({ id, run: emptyTank(t) })),
    days,
    lastsDays: year?.dry ? year.dry.day : Infinity,
    leftL: days.points.length > 0 ? (days.points.at(-1)!.levelM - table.outletM) * table.litresPerM : usable,
    litresPerM: table.litresPerM,
    usableL: usable,
    enoughL: scale === undefined ? undefined : usable * scale,
    enoughLph: lph,
    would: {
      usableL: usable,
      ...(scale !== undefined && { times: scale }),
      ...(lph !== undefined && { lph }),
      ...(oftener !== undefined && { everyDays: oftener }),
    },
    held: table.held,
    ...(takesOver &&
      takesOver.size > 0 && { takenOver: { source: plan.backup!.sourceId, litres: days.takenOverL } }),
  };
}

/** One way to keep a tank's water, and what a watering day's water of a set then takes. */
export interface LevelWay {
  /** Flow at its beginning and at its end, L/h. */
  fromLph: number;
  toLph: number;
  /** The least evenness on the way. */
  evenness: number;
  /** Until so much was given, min; Infinity where the tank is empty before. */
  minutes: number;
}

/**
 * A set's water from a tank that falls from full, against the same tank held by a float.
 * @param run of the set from full until empty
 * @param floatM height of the float over the tank's foot, m
 * @param litres that the set gives on a watering day
 */
export function heldOrFalling(
  { moments }: TankRun,
  floatM: number,
  litres: number,
): { held: LevelWay; falling: LevelWay } {
  const share = (value: number, from: number, to: number): number =>
    to === from ? 0 : (value - from) / (to - from);
  /** Between the two moments about a place, of which there is one after it. */
  const between = (after: number, at: (m: (typeof moments)[number]) => number, value: number) => {
    const [a, b] = [moments[Math.max(0, after - 1)], moments[after]];
    const s = after > 0 ? share(value, at(a), at(b)) : 0;
    const mix = (of: (m: (typeof moments)[number]) => number): number => of(a) + s * (of(b) - of(a));
    return {
      flowLph: mix((m) => m.flowLph),
      evenness: mix((m) => m.evenness),
      minutes: mix((m) => m.minutes),
    };
  };
  const atFloat = moments.findIndex((m) => m.levelM <= floatM);
  const float = atFloat < 0 ? moments[moments.length - 1] : between(atFloat, (m) => m.levelM, floatM);
  const given = moments.findIndex((m) => m.litres >= litres);
  const end = given < 0 ? moments[moments.length - 1] : between(given, (m) => m.litres, litres);
  const passed = moments.filter((m, i) => i === 0 || m.litres <= litres);
  return {
    held: {
      fromLph: float.flowLph,
      toLph: float.flowLph,
      evenness: float.evenness,
      minutes: float.flowLph > 0 ? (litres / float.flowLph) * MIN_PER_HOUR : Infinity,
    },
    falling: {
      fromLph: moments[0].flowLph,
      toLph: end.flowLph,
      evenness: Math.min(end.evenness, ...passed.map((m) => m.evenness)),
      minutes: given < 0 ? Infinity : end.minutes,
    },
  };
}
