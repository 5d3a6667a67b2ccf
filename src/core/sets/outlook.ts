import { cropKind } from '../catalog/crops';
import { describe, findAll, type Finding, type FindingCode } from '../check';
import { METRIC } from '../units';
import { layOut } from '../layout';
import { switchFacts, type FarmResults, type PlanSolver } from '../network';
import { limitsOf, openings, type FullPlan, type WaterSet } from '../plan';
import { roofL } from '../hydraulics/storage';
import type { Cycle } from '../hydraulics/pressureTank';
import { dayOf, type Day, type SetTime } from './day';
import { daysBetween, dayAfter, dayText } from './days';
import { feedOf, LEAST_RATIO, type FeedPlan } from './feeding';
import { fillingOf, type Filling } from './filling';
import { alikeBeds, type AlikeBeds } from './groups';
import { loadOf } from './makeSets';
import { peakDay, skyOver, type Sky } from './need';
import { monthBudgets, programmeRows, type Programme } from './programme';
import { byWeight, type ProblemCode, type SetProblem } from './problems';
import { runTimeOf, type RunTime } from './runTime';
import type { Gift } from './season';
import {
  emptyTank,
  leastThat,
  MOST_SCALE,
  tankOf,
  tankTable,
  tankThrough,
  type TankDays,
  type TankRun,
  type TankTable,
} from './tankOverTime';
import { slowestTravel, type Travel } from './travel';

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
  /** What is found of it, gravest first; consequences left out. */
  findings: Finding[];
}

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
  litresPerM: number;
  usableL: number;
  /** Usable water that would do for the spell, and a refill day and night that would; nothing where none does. */
  enoughL: number | undefined;
  enoughLph: number | undefined;
  held: boolean;
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
  well: WellOutlook | undefined;
  tank: TankOutlook | undefined;
  /** Litres that each group of beds gets on a watering day, per metre of bed. */
  gifts: [string, Gift][];
  problems: SetProblem[];
}

const WEEK_H = 168;
const MIN_PER_HOUR = 60;
const MOST_REFILL_LPH = 20000;
/** All that is open at once, where there are no sets. */
export const ALL_SET = 'all';
/** Beds that get so much less or more than they need in one set are unlike. */
const UNLIKE_LEAST = 0.8;
const UNLIKE_MOST = 1.3;
/** Pipes that drain this share of what is given. */
const DRAINS_SHARE = 0.2;
const NEVER = 1e-9;
/** Findings that hang on what is open together; the others are the farm's, and Check tells them. */
const SET_FAULTS: readonly FindingCode[] = [
  'emitters-dry',
  'emitter-under',
  'emitter-over',
  'regulator-starved',
  'main-eats',
  'suction-high',
  'booster-starved',
];

/**
 * Works out sets and timing.
 * @param checkpoint called before each solve; what it throws ends the work
 * @param progress told of the share done, 0 to 1
 */
export function outlookOf(
  plan: FullPlan,
  solver: PlanSolver,
  checkpoint: () => void = () => {},
  progress: (share: number) => void = () => {},
): Outlook {
  const layout = layOut(plan);
  const groups = alikeBeds(plan, layout);
  const sky = skyOver(plan);
  const date = plan.watering.day.forDate ?? peakDay(plan, groups, sky);
  const opened = openings(plan);
  const single = opened.length < 2;
  const tables = new Map<string, TankTable>();
  const given = new Map<string, Given>();
  const sets = opened.map(({ set, plan: open }, i): SetOutlook => {
    checkpoint();
    const results = solver.solve(open);
    const filling = fillingOf(open, results, single);
    const travel = slowestTravel(open, results);
    const time = runTimeOf(open, set, results, filling, date, sky);
    const id = set?.id ?? ALL_SET;
    checkpoint();
    const table = tankTable(open, solver, checkpoint);
    if (table) tables.set(id, table);
    giveTo(given, time, results.uniformity);
    progress((i + 1) / opened.length);
    return {
      id,
      name: set?.name ?? 'Everything',
      ...figuresOf(results),
      filling,
      travel,
      time,
      feed: feedOf(open, results, filling, travel),
      cycle: cycleOf(open, results),
      findings: findAll(open, results, checkpoint).filter((f) => !f.follows),
    };
  });
  const { day: rules, season } = plan.watering;
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
  const tank = tankOutlook(plan, tables, day, date, sky);
  const outlook: Omit<Outlook, 'problems'> = {
    date,
    et0Mm: sky.on(date).et0Mm,
    sets,
    unset,
    times,
    day,
    programme: {
      rows: programmeRows(times, day, rules.everyDays),
      months: monthBudgets(plan, date),
      from: season.from,
      until: dayAfter(season.from, season.days - 1),
    },
    weekL,
    well,
    tank,
    gifts: [...given].map(([id, g]) => [id, { perM: g.litres / g.lengthM, evenness: g.evenness }]),
  };
  return { ...outlook, problems: problemsOf(plan, outlook, groups, sky).sort(byWeight) };
}

function figuresOf(
  results: FarmResults,
): Pick<SetOutlook, 'beds' | 'flowLph' | 'asksLph' | 'givesLph' | 'weakestKpa' | 'windowKpa' | 'evenness'> {
  const { asksLph, givesLph } = loadOf(results);
  const weakest = results.runs[results.weakest];
  return {
    beds: results.blocks.reduce((n, b) => n + b.beds.filter((x) => x.flowLph > 0).length, 0),
    flowLph: results.flowLph,
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

function wellOf(plan: FullPlan, day: Day, weekL: number): WellOutlook | undefined {
  const source = plan.sources.find((s) => s.id === plan.sourceId);
  if (source?.kind !== 'well') return undefined;
  const lph = Math.max(0, source.yieldLph * plan.wishes.allowance - source.othersLph);
  return { dayL: day.volumeL, weekL, givesDayL: (lph * WEEK_H) / 7, givesWeekL: lph * WEEK_H };
}

function tankOutlook(
  plan: FullPlan,
  tables: ReadonlyMap<string, TankTable>,
  day: Day,
  date: string,
  sky: Sky,
): TankOutlook | undefined {
  const tank = tankOf(plan);
  if (!tank || tables.size === 0) return undefined;
  const { everyDays, dryDays } = plan.watering.day;
  const [table] = tables.values();
  const draws = day.entries.map((e) => ({ set: e.set, fromMin: e.fromMin, minutes: e.toMin - e.fromMin }));
  // A float fed by the mains is never without; hose and pump run day and night.
  const mains = tank.level === 'held' && tank.fedBy === 'mains';
  const refill = tank.refill === 'hose' || tank.refill === 'pump' ? tank.refillLph : 0;
  // What was measured of the days to come counts; else it is a dry spell.
  const rain = (d: number): number => {
    if (tank.refill !== 'roof') return 0;
    const on = sky.on(dayAfter(date, d));
    return on.measured ? roofL(tank.roofM2, on.rainMm, tank.roofShare) : 0;
  };
  const through = (scale: number, lph: number): TankDays =>
    tankThrough(tables, draws, dryDays, everyDays, lph, rain, scale);
  const days: TankDays = mains
    ? { points: [], dry: undefined, missingL: 0, givenL: day.volumeL }
    : through(1, refill);
  const usable = table.litresPerM * (table.highM - table.outletM);
  const scale = days.dry ? leastThat((s) => !through(s, refill).dry, 1, MOST_SCALE) : 1;
  const lph = days.dry ? leastThat((q) => !through(1, q).dry, refill, MOST_REFILL_LPH) : refill;
  return {
    sets: [...tables].map(([id, t]) => ({ id, run: emptyTank(t) })),
    days,
    litresPerM: table.litresPerM,
    usableL: usable,
    enoughL: scale === undefined ? undefined : usable * scale,
    enoughLph: lph,
    held: table.held,
  };
}

const cropName = (g: AlikeBeds): string => (g.crop === 'none' ? 'mixed vegetables' : cropKind(g.crop).name);
const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

function problemsOf(
  plan: FullPlan,
  o: Omit<Outlook, 'problems'>,
  groups: readonly AlikeBeds[],
  sky: Sky,
): SetProblem[] {
  const found: SetProblem[] = [];
  const { watering, wishes } = plan;
  const { day: rules, season } = watering;
  const add = (
    code: ProblemCode,
    grade: SetProblem['grade'],
    values: Record<string, number> = {},
    names: Record<string, string> = {},
    set?: string,
  ): void => void found.push({ code, grade, values, names, ...(set && { set }) });
  const blockName = (g: AlikeBeds): string => `${cropName(g)} in ${plan.blocks[g.block].name}`;
  for (const s of o.sets) {
    const named = { set: s.name };
    if (s.beds === 0) {
      add('set-empty', 'mend', {}, named, s.id);
      continue;
    }
    if (s.asksLph > s.givesLph * (1 + 1e-6))
      add('set-over', 'stop', { asks: s.asksLph, gives: s.givesLph }, named, s.id);
    const fault = s.findings.find((f) => SET_FAULTS.includes(f.code));
    if (fault && watering.sets.length > 0)
      add('set-fault', 'stop', {}, { ...named, fault: describe(fault, plan, METRIC).title }, s.id);
    if (!Number.isFinite(s.filling.seconds)) add('never-fills', 'stop', {}, named, s.id);
    if (s.time.minutes <= NEVER) add('need-none', 'mind', {}, named, s.id);
    else if (s.time.byHand && s.time.minutes <= s.time.fillMin)
      add('shorter-than-fill', 'mend', { minutes: s.time.minutes, fill: s.time.fillMin }, named, s.id);
    timeProblems(s, rules.everyDays, blockName, add);
    if (wishes.feeding) feedProblems(s, add);
    const most = limitsOf(plan).startsPerHour;
    if (s.cycle && Math.round(s.cycle.startsPerHour) > most)
      add('cycles-often', 'mend', { starts: s.cycle.startsPerHour, most }, named, s.id);
  }
  if (wishes.feeding && o.sets.length > 0 && o.sets.every((s) => !s.feed.injector))
    add('feed-nowhere', 'mend');
  if (o.unset.length > 0) {
    const beds = o.unset.reduce((n, u) => n + u.keys.length, 0);
    const said = o.unset
      .slice(0, 3)
      .map(
        (u) =>
          `${plan.blocks.find((b) => b.id === u.block)?.name}: ${u.keys.slice(0, 6).join(', ')}${u.keys.length > 6 ? ' …' : ''}`,
      )
      .join('; ');
    add('beds-unset', 'mend', { beds }, { beds: said });
  }
  if (rules.pump.fromMin === rules.pump.toMin) add('hours-none', 'stop');
  else if (o.day.allowedMin === 0) add('person-none', 'stop');
  else if (o.day.homeless.length > 0) {
    const takes = o.times.reduce((sum, t) => sum + t.minutes * t.starts, 0);
    add('day-short', 'stop', { takes, has: o.day.allowedMin, homeless: o.day.homeless.length });
  }
  const clashed = new Set<string>();
  for (const e of o.day.entries)
    for (const clash of e.clashes) {
      const key = `${e.set} ${clash}`;
      if (clashed.has(key)) continue;
      clashed.add(key);
      add(`clash-${clash}`, 'mend', {}, { set: o.times.find((t) => t.id === e.set)?.name ?? '' }, e.set);
    }
  const end = dayAfter(season.from, season.days - 1);
  const told = new Set<string>();
  for (const g of groups) {
    if (g.crop === 'none' || g.plantedIsDefault) continue;
    const names = { crop: capital(blockName(g)), planted: dayText(g.planted), until: dayText(g.until) };
    const key = `${names.crop} ${g.planted}`;
    if (told.has(key)) continue;
    told.add(key);
    if (daysBetween(end, g.planted) > 0) add('planted-late', 'mend', {}, names);
    else if (daysBetween(g.until, season.from) > 0) add('over-before', 'mend', {}, names);
  }
  if (watering.weather && sky.gaps > 0 && sky.measured > 0) add('weather-gaps', 'mind', { gaps: sky.gaps });
  if (o.well && o.well.weekL > o.well.givesWeekL)
    add('yield-short', 'stop', { takes: o.well.weekL, gives: o.well.givesWeekL });
  if (o.tank?.days.dry) {
    const { day, minute, set, levelM } = o.tank.days.dry;
    const name = o.times.find((t) => t.id === set)?.name ?? '';
    add('tank-dry', 'stop', { day: day + 1, minute, level: levelM }, { set: name }, set);
  }
  return found;
}

type Add = (
  code: ProblemCode,
  grade: SetProblem['grade'],
  values: Record<string, number>,
  names: Record<string, string>,
  set?: string,
) => void;

function timeProblems(s: SetOutlook, everyDays: number, nameOf: (g: AlikeBeds) => string, add: Add): void {
  const { time } = s;
  const named = { set: s.name };
  const thirsty = time.beds.filter((b) => b.need.mm > 0);
  if (thirsty.length > 1) {
    const least = thirsty.reduce((a, b) => (b.share < a.share ? b : a));
    const most = thirsty.reduce((a, b) => (b.share > a.share ? b : a));
    // Against each other: what all get too little or too much is the minutes' doing.
    if (least.share / most.share < UNLIKE_LEAST / UNLIKE_MOST)
      add(
        'unlike-needs',
        'mind',
        { least: least.share, most: most.share },
        { ...named, least: nameOf(least.beds), most: nameOf(most.beds) },
        s.id,
      );
  }
  const net = time.minutes - time.fillMin;
  const deep = thirsty.find((b) => net > b.longestMin * (1 + 1e-6));
  if (deep)
    add(
      'past-roots',
      'mind',
      { minutes: net, longest: deep.longestMin, pulses: time.pulses, starts: time.starts },
      { ...named, beds: nameOf(deep.beds) },
      s.id,
    );
  const seldom = thirsty.find((b) => b.mostDays < everyDays && everyDays > 1);
  if (seldom)
    add(
      'days-apart',
      'mend',
      { every: everyDays, most: seldom.mostDays },
      { beds: nameOf(seldom.beds) },
      s.id,
    );
  if (time.starts > 1 && time.givesL > 0 && time.drainsL > DRAINS_SHARE * time.givesL)
    add('drains-much', 'mind', { drains: s.filling.drainsL, share: time.drainsL / time.givesL }, named, s.id);
}

function feedProblems(s: SetOutlook, add: Add): void {
  const { feed, time } = s;
  const named = { set: s.name };
  if (feed.totalMin > time.minutes && time.minutes > 0)
    add('feed-long', 'mind', { takes: feed.totalMin, minutes: time.minutes }, named, s.id);
  if (feed.ratio < LEAST_RATIO) add('feed-strong', 'mend', { ratio: feed.ratio }, named, s.id);
  const { injector } = feed;
  if (injector && injector.hasKpa < injector.needsKpa)
    add(
      'feed-pressure',
      'mend',
      { has: injector.hasKpa, needs: injector.needsKpa },
      { ...named, injector: injector.name },
      s.id,
    );
}

/** A set by its id, where the plan has it. */
export const setById = (plan: FullPlan, id: string): WaterSet | undefined =>
  plan.watering.sets.find((s) => s.id === id);
