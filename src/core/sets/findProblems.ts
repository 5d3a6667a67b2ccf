import { cropKind } from '../catalog/crops';
import { describe, type Finding, type FindingCode } from '../check';
import { limitsOf, type FullPlan } from '../plan';
import { METRIC } from '../units';
import { daysBetween, dayAfter, dayText } from './days';
import { LEAST_RATIO } from './feeding';
import type { AlikeBeds } from './groups';
import type { Sky } from './need';
import type { Outlook, SetOutlook } from './outlook';
import type { ProblemCode, SetProblem } from './problems';

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

const cropName = (g: AlikeBeds): string => (g.crop === 'none' ? 'mixed vegetables' : cropKind(g.crop).name);
const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** Told by problems of their own. */
const TOLD_APART: readonly FindingCode[] = [...SET_FAULTS, 'flow-short', 'over-yield', 'short-cycling'];

/** All that stands against sets and timing. */
export function problemsOf(
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
    const own = ofThisSet(o.sets, s);
    if (own.length > 0)
      add(
        'set-mend',
        'mind',
        { more: own.length - 1, apart: watering.apart ? 1 : 0 },
        { ...named, first: describe(own[0], plan, METRIC).title.replace(/^./, (c) => c.toLowerCase()) },
        s.id,
      );
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
    const { day, minute, set, levelM, empty } = o.tank.days.dry;
    const name = o.times.find((t) => t.id === set)?.name ?? '';
    add(
      'tank-dry',
      'stop',
      { day: day + 1, minute, level: levelM, empty: empty ? 1 : 0 },
      { set: name },
      set,
    );
  }
  return found;
}

/** What is to be mended where a set is open and not where all the others are: it comes of what is open together. */
function ofThisSet(sets: readonly SetOutlook[], s: SetOutlook): Finding[] {
  if (sets.length < 2) return [];
  return s.findings.filter(
    (f) =>
      (f.grade === 'stop' || f.grade === 'mend') &&
      !TOLD_APART.includes(f.code) &&
      !sets.every((other) => other.findings.some((x) => x.code === f.code)),
  );
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
