import { msg } from '../language';
import { bedName, type FullPlan } from '../plan';
import { layOut } from '../layout';
import { alikeBeds } from './groups';
import { wholeMinutes, type Day, type SetTime } from './day';
import { dayAfter, MINUTES_A_DAY } from './days';
import { needFrom, WEEK_D } from './need';
import { skyOver } from './sky';

/** One station of the timer, as its table wants it. */
export interface ProgrammeRow {
  station: number;
  set: string;
  name: string;
  /** Opening times, minutes after midnight, in order. */
  starts: number[];
  /** Whole minutes of each start, as the day has them. */
  minutes: number;
  everyDays: number;
  /** What it opens, in words: blocks, and beds where they are not all. */
  opens?: string;
}

/** Share of the programme's minutes that a month needs: what a timer calls its budget. */
export interface MonthBudget {
  /** As 2027-05. */
  month: string;
  share: number;
}

export interface Programme {
  rows: ProgrammeRow[];
  months: MonthBudget[];
  from: string;
  until: string;
}

/** The day's starts as a timer's table. */
export function programmeRows(
  times: readonly SetTime[],
  day: Day,
  everyDays: number,
  opens: ReadonlyMap<string, string> = new Map(),
): ProgrammeRow[] {
  return times.map((t, i) => ({
    station: i + 1,
    set: t.id,
    name: t.name,
    starts: day.entries
      .filter((e) => e.set === t.id)
      .map((e) => e.fromMin % MINUTES_A_DAY)
      .sort((a, b) => a - b),
    minutes: wholeMinutes(t.minutes),
    everyDays,
    ...(opens.has(t.id) && { opens: opens.get(t.id) }),
  }));
}

/** What each set opens, in words: its blocks, and their beds where they are not all. */
export function opensOfSets({ blocks, watering }: FullPlan): Map<string, string> {
  const byId = new Map(blocks.map((b) => [b.id, b]));
  return new Map(
    watering.sets.map(({ id, beds }) => [
      id,
      beds
        .flatMap(({ block, keys }) => {
          const own = byId.get(block);
          if (!own) return [];
          return keys ? msg`${own.name}: ${keys.map((key) => bedName(own, key)).join(', ')}` : own.name;
        })
        .join('; '),
    ]),
  );
}

const BUDGET_STEP = 0.05;

/** Each month's need against that of the week the programme is for, to the step that timers are set in. */
export function monthBudgets(plan: FullPlan, date: string): MonthBudget[] {
  const { season, need } = plan.watering;
  const sky = skyOver(plan);
  const groups = alikeBeds(plan, layOut(plan));
  const litres = (on: string): number =>
    groups.reduce((sum, g) => sum + needFrom(plan, g, on, sky).mm * g.areaM2, 0);
  const full = litres(date);
  const months = new Map<string, { sum: number; n: number }>();
  for (let i = 0; i + WEEK_D <= season.days; i += WEEK_D) {
    const on = dayAfter(season.from, i);
    const month = dayAfter(on, Math.floor(WEEK_D / 2)).slice(0, 7);
    const now = months.get(month) ?? { sum: 0, n: 0 };
    months.set(month, { sum: now.sum + litres(on), n: now.n + 1 });
  }
  return [...months].map(([month, { sum, n }]) => ({
    month,
    share: need.by === 'minutes' || !(full > 0) ? 1 : Math.round(sum / n / full / BUDGET_STEP) * BUDGET_STEP,
  }));
}
