import { msg } from '../language';
import type { Cycle } from '../hydraulics/pressureTank';
import { layOut } from '../layout';
import { switchFacts, type FarmResults, type PlanSolver } from '../network';
import { drawingOn, type FullPlan, type WaterSet } from '../plan';
import { dayOf, type Day, type SetTime } from './day';
import { dayAfter } from './days';
import { feedOf, type FeedPlan } from './feeding';
import { fillingOf, type Filling } from './filling';
import { rationed, rationOf, type Ration } from './allowed';
import { alikeBeds, type AlikeBeds } from './groups';
import { tankOutlook, wellOf, type TankOutlook, type WellOutlook } from './lasting';
import { peakDay } from './need';
import { skyOver, type Sky } from './sky';
import { loadOf } from './parts';
import { monthBudgets, programmeRows, type Programme } from './programme';
import { runTimeOf, type RunTime } from './runTime';
import type { Gift } from './seasonDays';
import { tankTable, type TankTable } from './tankOverTime';
import { slowestTravel, type Travel } from './travel';
import { MIN_PER_HOUR } from '../units/time';

/** One set and all that is known of it. */
export interface SetOutlook {
  id: string;
  name: string;
  beds: number;
  flowLph: number;
  asksLph: number;
  givesLph: number;
  weakestKpa: number;
  windowKpa: number;
  evenness: number;
  filling: Filling;
  travel: Travel;
  time: RunTime;
  feed: FeedPlan;
  /** The pump on its pressure tank while the set runs, where there is one. */
  cycle: Cycle | undefined;
}

/** Sets and timing of a plan: who waters when, for how long, and whether the water lasts. */
export interface Outlook {
  /** The week that it is for begins on this day. */
  date: string;
  et0Mm: number;
  sets: SetOutlook[];
  /** Beds that water and are in no set. */
  unset: { block: string; keys: string[] }[];
  times: SetTime[];
  day: Day;
  programme: Programme;
  weekL: number;
  /** What may be drawn, where it is less than the sets would take. */
  ration: Ration | undefined;
  well: WellOutlook | undefined;
  tank: TankOutlook | undefined;
  /** Litres that each group of beds gets on a watering day, per metre of bed. */
  gifts: [string, Gift][];
}

/** All that is open at once, where there are no sets. */
export const ALL_SET = 'all';

/** What opens at once, solved. */
export interface Opened {
  /** None where everything waters at once. */
  set: WaterSet | undefined;
  plan: FullPlan;
  results: FarmResults;
}

/**
 * Works out sets and timing.
 * @param opened what opens one after the other, solved
 * @param checkpoint called before each solve; what it throws ends the work
 * @param progress told of the share done, 0 to 1
 */
export function outlookOf(
  plan: FullPlan,
  opened: readonly Opened[],
  solver: PlanSolver,
  checkpoint: () => void = () => {},
  progress: (share: number) => void = () => {},
): Outlook {
  const layout = layOut(plan);
  const groups = alikeBeds(plan, layout);
  const sky = skyOver(plan);
  const date = plan.watering.day.forDate ?? peakDay(plan, groups, sky);
  const single = opened.length < 2;
  const tables = new Map<string, TankTable>();
  /** Flow of each set on the source that takes over from its tank. */
  const takesOver = new Map<string, number>();
  const given = new Map<string, Given>();
  const made = opened.map(({ set, plan: open, results }, i): SetOutlook => {
    checkpoint();
    const filling = fillingOf(open, results, single, checkpoint);
    const travel = slowestTravel(open, results);
    const time = runTimeOf(open, set, results, filling, date, sky);
    const id = set?.id ?? ALL_SET;
    checkpoint();
    const table = tankTable(open, solver, checkpoint);
    if (table) tables.set(id, table);
    const other = plan.backup?.takesOver && table ? plan.backup.sourceId : undefined;
    if (other !== undefined && other !== open.sourceId)
      takesOver.set(id, solver.solve(drawingOn(open, other), false).flowLph);
    progress((i + 1) / opened.length);
    return {
      id,
      name: set?.name ?? msg`the whole plan`,
      ...figuresOf(results, open.wishes.uniformity),
      filling,
      travel,
      time,
      feed: feedOf(open, results, filling, travel),
      cycle: cycleOf(open, results),
    };
  });
  return outlookFrom(plan, made, given, groups, tables, date, sky, takesOver);
}

/** The outlook from what was made and given. */
function outlookFrom(
  plan: FullPlan,
  made: SetOutlook[],
  given: Map<string, Given>,
  groups: AlikeBeds[],
  tables: Map<string, TankTable>,
  date: string,
  sky: Sky,
  takesOver: Map<string, number>,
): Outlook {
  const { day: rules, season, allowed } = plan.watering;
  const ration = rationOf(
    allowed,
    rules.everyDays,
    made.map((s) => ({ id: s.id, litres: (s.flowLph * s.time.minutes * s.time.starts) / MIN_PER_HOUR })),
  );
  const sets = made.map((s) => ({ ...s, time: rationed(s.time, ration?.shares.get(s.id) ?? 1) }));
  for (const s of sets) giveTo(given, s.time, s.evenness);
  const times = sets.map((s): SetTime => {
    const stated = plan.watering.sets.find((x) => x.id === s.id);
    return {
      id: s.id,
      name: s.name,
      minutes: s.time.minutes,
      starts: s.time.starts,
      ...(stated?.starts && { at: stated.starts }),
      flowLph: s.flowLph,
      cyclesPerHour: s.cycle?.startsPerHour ?? 0,
    };
  });
  const day = dayOf(times, rules);
  const weekL = (day.volumeL * 7) / rules.everyDays;
  const unset = unsetBeds(plan, groups);
  const well = wellOf(plan, day, weekL);
  const tank = tankOutlook(plan, tables, day, date, sky, takesOver);
  return {
    date,
    et0Mm: sky.on(date).et0Mm,
    sets,
    unset,
    times,
    day,
    programme: {
      rows: programmeRows(times, day, plan),
      months: monthBudgets(plan, date),
      from: season.from,
      until: dayAfter(season.from, season.days - 1),
    },
    weekL,
    ration,
    well,
    tank,
    gifts: [...given].map(([id, g]) => [id, { perM: g.litres / g.lengthM, evenness: g.evenness }]),
  };
}

function figuresOf(
  results: FarmResults,
  wished: number,
): Pick<SetOutlook, 'beds' | 'flowLph' | 'asksLph' | 'givesLph' | 'weakestKpa' | 'windowKpa' | 'evenness'> {
  const { asksLph, givesLph } = loadOf(results, wished);
  const weakest = results.runs[results.weakest];
  return {
    beds: results.blocks.reduce((n, b) => n + b.beds.filter((x) => x.flowLph > 0).length, 0),
    flowLph: results.bedsLph,
    asksLph,
    givesLph,
    weakestKpa: weakest?.minKpa ?? 0,
    windowKpa: weakest?.run.tape.minKpa ?? 0,
    evenness: results.uniformity,
  };
}

/** Water that beds which need alike get on a watering day; they may be in several sets. */
interface Given {
  litres: number;
  lengthM: number;
  evenness: number;
}

function giveTo(given: Map<string, Given>, time: RunTime, evenness: number): void {
  const netH = (Math.max(0, time.minutes - time.fillMin) * time.starts) / MIN_PER_HOUR;
  for (const { beds, flowLph } of time.beds) {
    const sum = given.get(beds.id) ?? { litres: 0, lengthM: 0, evenness: 1 };
    given.set(beds.id, {
      litres: sum.litres + flowLph * netH,
      lengthM: sum.lengthM + beds.lengthM,
      evenness: Math.min(sum.evenness, evenness),
    });
  }
}

function cycleOf(plan: FullPlan, results: FarmResults): Cycle | undefined {
  const facts = switchFacts(results.layout.source, plan);
  return facts?.cycle(results.flowLph);
}

/** Beds that water and that no set opens. */
function unsetBeds(plan: FullPlan, groups: readonly AlikeBeds[]): Outlook['unset'] {
  const { sets } = plan.watering;
  if (sets.length === 0) return [];
  const whole = new Set(sets.flatMap((s) => s.beds.filter((g) => !g.keys).map((g) => g.block)));
  const beds = new Set(
    sets.flatMap((s) => s.beds.flatMap((g) => (g.keys ?? []).map((k) => `${g.block}/${k}`))),
  );
  const found = new Map<string, string[]>();
  for (const g of groups)
    for (const key of g.keys)
      if (!whole.has(g.blockId) && !beds.has(`${g.blockId}/${key}`))
        found.set(g.blockId, [...(found.get(g.blockId) ?? []), key]);
  return [...found].map(([block, keys]) => ({ block, keys }));
}

/** A set by its id, where the plan has it. */
export const setById = (plan: FullPlan, id: string): WaterSet | undefined =>
  plan.watering.sets.find((s) => s.id === id);
