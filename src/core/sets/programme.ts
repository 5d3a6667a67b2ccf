import { msg } from '../language';
import { bedName, type FullPlan, type OpenedBy } from '../plan';
import {
  stationValves,
  switchboardOf,
  valveName,
  type SetSwitch,
  type Switchboard,
  type SwitchValve,
} from '../switching';
import { layOut } from '../layout';
import { alikeBeds } from './groups';
import type { Day, SetTime } from './day';
import { dayAfter, MINUTES_A_DAY, wholeMinutes } from './days';
import { needFrom, WEEK_D } from './need';
import { MIN_PER_HOUR } from '../units/time';
import { skyOver } from './sky';

/** One line of the programme: a station of the controller, a timer of its own, or a hand, and the set that it opens. */
export interface ProgrammeRow {
  /** What opens it: on a controller with the station's number, on a timer with the valve's, by hand. */
  by: OpenedBy;
  /** The station, where a controller opens it. */
  station?: number;
  /** “station 2”, “timer V3, outlet 1”, “by hand”. */
  what: string;
  /** Valves by their names, and beds whose own valves are turned: “V1, V4”; empty where one thing opens all there is. */
  valves: string;
  set: string;
  name: string;
  /** Opening times, minutes after midnight, in order. */
  starts: number[];
  /** Whole minutes of each start, as the day has them. */
  minutes: number;
  /** A meter ends each start after so much, L. */
  litres?: number;
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

/** What opens one set in one way. */
interface Way {
  by: OpenedBy;
  station?: number;
  what: string;
  valves: readonly SwitchValve[];
}

const names = (valves: readonly SwitchValve[]): string =>
  valves.flatMap((v) => valveName(v.number) || []).join(', ');

const timerWords = ({ number, outlet }: SwitchValve): string =>
  outlet === undefined ? msg`timer ${valveName(number)}` : msg`timer outlet ${outlet} (${valveName(number)})`;

/** The ways in which a set is opened: each station and each timer has its own line, a hand turns all of its valves in one. */
function waysOf(own: SetSwitch, board: Switchboard): Way[] {
  const wired = own.valves.filter((v) => v.by === 'wired' || v.by === 'latching');
  const hand = own.valves.filter((v) => v.by === 'hand');
  const behind = stationValves(board);
  return [
    ...own.stations.map((station): Way => ({
      by: wired[0].by,
      station,
      what: msg`station ${station}`,
      valves: behind.get(station) ?? wired,
    })),
    ...own.valves
      .filter((v) => v.by === 'battery')
      .map((v): Way => ({ by: 'battery', what: timerWords(v), valves: [v] })),
    ...(hand.length > 0 || own.byBed.length > 0
      ? [{ by: 'hand' as const, what: msg`by hand`, valves: hand }]
      : []),
  ];
}

/** All opens at once: by what the plan is opened by. */
const wholeWay = ({ valves, stations }: Switchboard, by: OpenedBy): Way => ({
  by,
  ...(stations > 0 && { station: 1 }),
  what:
    stations > 0
      ? msg`station ${1}`
      : by === 'battery' && valves.length > 0
        ? timerWords(valves[0])
        : by === 'hand'
          ? msg`by hand`
          : msg`the timer`,
  valves,
});

/** The day's starts as a table: a line for each station, each timer, and what a hand turns. */
export function programmeRows(
  times: readonly SetTime[],
  day: Day,
  plan: FullPlan,
  board: Switchboard = switchboardOf(plan),
): ProgrammeRow[] {
  const opens = opensOfSets(plan);
  const bySet = new Map(board.sets.map((s) => [s.set, s]));
  const { everyDays } = plan.watering.day;
  return times.flatMap((t) => {
    const own = bySet.get(t.id);
    const ways = own ? waysOf(own, board) : [wholeWay(board, plan.watering.switching.by)];
    const stated = plan.watering.sets.find((s) => s.id === t.id)?.litres;
    // Where what may be drawn is shared out the meter is set to its share: no more than flows in the minutes.
    const litres =
      stated === undefined
        ? undefined
        : Math.min(stated, (t.flowLph * wholeMinutes(t.minutes)) / MIN_PER_HOUR);
    return ways.map(({ valves, ...way }): ProgrammeRow => ({
      ...way,
      valves: [
        names(valves),
        ...(way.by === 'hand'
          ? (own?.byBed ?? []).map(({ block, keys }) => bedsText(plan, block, keys))
          : []),
      ]
        .filter((x) => x !== '')
        .join('; '),
      set: t.id,
      name: t.name,
      starts: day.entries
        .filter((e) => e.set === t.id)
        .map((e) => e.fromMin % MINUTES_A_DAY)
        .sort((a, b) => a - b),
      minutes: wholeMinutes(t.minutes),
      ...(litres !== undefined && { litres }),
      everyDays,
      ...(opens.has(t.id) && { opens: opens.get(t.id) }),
    }));
  });
}

/** Beds of a block, by their names. */
function bedsText({ blocks }: FullPlan, block: string, keys: readonly string[]): string {
  const own = blocks.find((b) => b.id === block);
  return own ? msg`${own.name}: ${keys.map((key) => bedName(own, key)).join(', ')}` : '';
}

/** What each set opens, in words: its blocks, and their beds where they are not all. */
export function opensOfSets(plan: FullPlan): Map<string, string> {
  const { blocks, watering } = plan;
  const byId = new Map(blocks.map((b) => [b.id, b]));
  return new Map(
    watering.sets.map(({ id, beds }) => [
      id,
      beds
        .flatMap(({ block, keys }) => {
          const own = byId.get(block);
          if (!own) return [];
          return keys ? bedsText(plan, block, keys) : own.name;
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
