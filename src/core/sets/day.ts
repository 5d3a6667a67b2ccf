import type { DayRules, Hours } from '../plan';
import { MINUTES_A_DAY, wholeMinutes } from './days';
import { MIN_PER_HOUR } from '../units/time';

/** A set as the day sees it. */
export interface SetTime {
  id: string;
  name: string;
  /** Of each start, min. */
  minutes: number;
  starts: number;
  /** When it opens, where a hand said so, minutes after midnight. */
  at?: readonly number[];
  flowLph: number;
  /** Starts of the pump while it runs, each hour. */
  cyclesPerHour: number;
}

export type Clash = 'overlap' | 'pump' | 'person';

/** One opening of a set. */
export interface DayEntry {
  set: string;
  /** Which of its starts, from 0. */
  start: number;
  fromMin: number;
  /** Beyond 24 h where it goes over midnight. */
  toMin: number;
  byHand: boolean;
  /** What clashes with it there. */
  clashes: Clash[];
  /** Minutes of it in the cool hours. */
  coolMin: number;
  /** What the pump's electricity costs. */
  cost: number;
}

/** A watering day. */
export interface Day {
  entries: DayEntry[];
  /** Sets with starts that do not fit into the day. */
  homeless: { set: string; minutes: number }[];
  /** Water runs, min; the pump's starts; litres. */
  waterMin: number;
  pumpStarts: number;
  volumeL: number;
  /** Minutes that sets may run in. */
  allowedMin: number;
  cost: number;
}

/** Places are looked for at whole steps, min. */
const STEP_MIN = 5;
/** Between two starts of one set water is given time to spread, min. */
export const SOAK_MIN = 45;
/** Hours that are not cool weigh like this price beside the dearest. */
const WARM_WEIGHT = 1;

/** Minutes of a day in some hours; hours that end before they begin go over midnight, and those that end as they begin are none. */
export function minutesIn({ fromMin, toMin }: Hours): Uint8Array {
  const inside = new Uint8Array(MINUTES_A_DAY);
  const length = toMin >= fromMin ? toMin - fromMin : toMin + MINUTES_A_DAY - fromMin;
  for (let i = 0; i < length; i++) inside[(fromMin + i) % MINUTES_A_DAY] = 1;
  return inside;
}

/** Sums of a day's minutes, twice round, so that any stretch is one subtraction. */
function sums(of: (minute: number) => number): Float64Array {
  const sum = new Float64Array(2 * MINUTES_A_DAY + 1);
  for (let i = 0; i < 2 * MINUTES_A_DAY; i++) sum[i + 1] = sum[i] + of(i % MINUTES_A_DAY);
  return sum;
}
const over = (sum: Float64Array, from: number, minutes: number): number =>
  sum[Math.min(2 * MINUTES_A_DAY, from + minutes)] - sum[from];

/**
 * Lays a day's starts out: those set by hand where the hand put them, the others one after the other in the hours that
 * are allowed, the cool and cheap ones first. One set is open at a time.
 */
export function dayOf(times: readonly SetTime[], rules: DayRules): Day {
  const pump = minutesIn(rules.pump);
  const person = rules.byHand ? minutesIn(rules.person) : undefined;
  const cool = minutesIn(rules.cool);
  const prices = rules.prices.map((p) => ({ price: p.price, inside: minutesIn(p) }));
  const priceAt = (m: number): number => prices.find((p) => p.inside[m])?.price ?? 0;
  const dearest = Math.max(0, ...rules.prices.map((p) => p.price));
  const pumpSum = sums((m) => pump[m]);
  const personSum = person && sums((m) => person[m]);
  const coolSum = sums((m) => cool[m]);
  const priceSum = sums(priceAt);
  const weightSum = sums((m) => (cool[m] ? 0 : WARM_WEIGHT) + (dearest > 0 ? priceAt(m) / dearest : 0));
  const allowedMin = pump.reduce((n, yes, m) => n + (yes && (!person || person[m]) ? 1 : 0), 0);
  const entries: DayEntry[] = [];

  const entry = (set: SetTime, start: number, fromMin: number, byHand: boolean): DayEntry => {
    const whole = Math.round(set.minutes);
    return {
      set: set.id,
      start,
      fromMin,
      toMin: fromMin + set.minutes,
      byHand,
      clashes: [],
      coolMin: over(coolSum, fromMin, whole),
      cost: (over(priceSum, fromMin, whole) / MIN_PER_HOUR) * rules.pumpKw,
    };
  };
  /** Minutes of the day round that an entry and a stretch share, gaps counted. */
  const touches = (e: DayEntry, from: number, minutes: number, gap: number): boolean => {
    for (const shift of [-MINUTES_A_DAY, 0, MINUTES_A_DAY])
      if (from + shift < e.toMin + gap && e.fromMin < from + shift + minutes + gap) return true;
    return false;
  };

  const used = times.filter((t) => t.minutes > 0).map((t) => ({ ...t, minutes: wholeMinutes(t.minutes) }));
  for (const set of used)
    set.at?.forEach((at, i) => entries.push(entry(set, i, Math.round(at) % MINUTES_A_DAY, true)));
  const homeless: Day['homeless'] = [];
  const most = Math.max(0, ...used.map((t) => t.starts));
  for (let start = 0; start < most; start++) {
    for (const set of used) {
      if (set.at || start >= set.starts) continue;
      const length = Math.ceil(set.minutes);
      let best = -1;
      let least = Infinity;
      for (let step = 0; step < MINUTES_A_DAY; step += STEP_MIN) {
        const from = (rules.pump.fromMin + step) % MINUTES_A_DAY;
        if (length > MINUTES_A_DAY || over(pumpSum, from, length) < length) continue;
        if (personSum && over(personSum, from, length) < length) continue;
        const weight = over(weightSum, from, length);
        if (weight >= least - 1e-9) continue;
        if (entries.some((e) => touches(e, from, set.minutes, e.set === set.id ? SOAK_MIN : rules.gapMin)))
          continue;
        best = from;
        least = weight;
      }
      if (best < 0) homeless.push({ set: set.id, minutes: set.minutes });
      else entries.push(entry(set, start, best, false));
    }
  }
  for (const e of entries) {
    const length = Math.round(e.toMin - e.fromMin);
    if (over(pumpSum, e.fromMin, length) < length) e.clashes.push('pump');
    if (personSum && over(personSum, e.fromMin, length) < length) e.clashes.push('person');
    if (entries.some((o) => o !== e && touches(o, e.fromMin, e.toMin - e.fromMin, 0)))
      e.clashes.push('overlap');
  }
  entries.sort((a, b) => a.fromMin - b.fromMin);
  const byId = new Map(used.map((t) => [t.id, t]));
  let waterMin = 0;
  let volumeL = 0;
  let pumpStarts = 0;
  entries.forEach((e, i) => {
    const set = byId.get(e.set)!;
    const minutes = e.toMin - e.fromMin;
    waterMin += minutes;
    volumeL += (minutes / MIN_PER_HOUR) * set.flowLph;
    // A pump that has not been stopped by the last set runs on into the next.
    const runsOn = i > 0 && e.fromMin - entries[i - 1].toMin <= rules.gapMin + STEP_MIN;
    pumpStarts += Math.max(runsOn ? 0 : 1, (minutes / MIN_PER_HOUR) * set.cyclesPerHour);
  });
  return {
    entries,
    homeless,
    waterMin,
    pumpStarts: Math.round(pumpStarts),
    volumeL,
    allowedMin,
    cost: entries.reduce((sum, e) => sum + e.cost, 0),
  };
}

/**
 * The nearest place to where a hand lets go that has no clash, if there is one: a set dragged onto another snaps beside it.
 * @param at minutes after midnight where it was let go
 */
export function freePlace(
  day: Day,
  rules: DayRules,
  moved: { set: string; start: number; minutes: number },
  at: number,
): number | undefined {
  const pump = minutesIn(rules.pump);
  const person = rules.byHand ? minutesIn(rules.person) : undefined;
  const others = day.entries.filter((e) => e.set !== moved.set || e.start !== moved.start);
  const fits = (from: number): boolean => {
    for (let m = 0; m < Math.round(moved.minutes); m++) {
      const minute = (from + m) % MINUTES_A_DAY;
      if (!pump[minute] || (person && !person[minute])) return false;
    }
    return !others.some((e) =>
      [-MINUTES_A_DAY, 0, MINUTES_A_DAY].some(
        (s) => from + s < e.toMin + rules.gapMin && e.fromMin < from + s + moved.minutes + rules.gapMin,
      ),
    );
  };
  for (let off = 0; off < MINUTES_A_DAY / 2; off++)
    for (const from of [at + off, at - off]) {
      const wrapped = ((Math.round(from) % MINUTES_A_DAY) + MINUTES_A_DAY) % MINUTES_A_DAY;
      if (fits(wrapped)) return wrapped;
    }
  return undefined;
}
