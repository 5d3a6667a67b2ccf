import { layOut } from '../../layout';
import type { FarmResults } from '../../network';
import { FEELS as SOIL_FEELS, isPumped, type FullPlan } from '../../plan';
import {
  alikeBeds,
  bedSeason,
  dayAfter,
  daysBetween,
  minutesIn,
  skyOver,
  type AlikeBeds,
  type SkyDay,
} from '../../sets';
import { localDay, localMinute } from './clock';
import type { Standing } from './entries';
import { FEELS, type Entry, type Feel } from './types';
import { MIN_PER_HOUR } from '../../units/time';

/*
 * The season's water after the book: what was given, by the minutes that were noted and by the meter, against what the crops
 * needed and what rained; how moist the soil is by that, beside what the hand felt; and what water and power cost.
 */

/** Water of beds that need alike, day by day, litres of all of them together. */
export interface BedsWater {
  id: string;
  blockId: string;
  crop: string;
  givenL: number[];
  neededL: number[];
  /** Rain that got into the rooted soil. */
  rainL: number[];
  /** Given or rained past the roots. */
  lostL: number[];
  /** Share of the water the soil holds that is there each evening by the balance; NaN without a crop. */
  full: number[];
  /** Under this share the crop goes short. */
  shortAt: number;
  /** What a hand felt, by the place of its day. */
  felt: { day: number; share: number; feel?: Feel }[];
  beds: { key: string; givenL: number; neededL: number }[];
}

export interface SeasonWater {
  dates: string[];
  beds: BedsWater[];
  /** Water of each set that ran. */
  sets: { set: string | undefined; minutes: number; litres: number }[];
  litres: number;
  /** Between the first and the last count of the meter: what it counted, and what minutes and planned flow make of it. */
  meter?: { countedL: number; byMinutesL: number; withoutMinutesL: number };
  rainFrom: 'book' | 'weather';
  rainMm: number;
  /** Electricity of the pump; none where no pump runs. */
  kwh?: number;
  /** In the plan's money; none where no price is told. */
  powerCost?: number;
  waterCost?: number;
}

/** Longest stretch that is looked at, days. */
const MOST_DAYS = 400;
const L_PER_M3 = 1000;

/** Share of the held water that each feel stands for: the scale of the soil notes, in the same order. */
export const FEEL_SHARES: Readonly<Record<Feel, number>> = Object.fromEntries(
  FEELS.map((f, i) => [f, SOIL_FEELS[i].share]),
) as Record<Feel, number>;

/** A watering as noted: it ended when it was written down. */
interface Watering {
  set: string | undefined;
  at: number;
  minutes: number;
  /** What the meter says of it, over what minutes and planned flow say. */
  factor: number;
}

/** Waterings of the book, each put right by the meter where it was read before and after. */
function wateringsOf(
  entries: readonly Entry[],
  lphOf: (set: string | undefined) => number,
): { waterings: Watering[]; meter: SeasonWater['meter'] } {
  const waterings = entries
    .filter((e) => e.what === 'minutes' && e.value !== undefined)
    .map((e): Watering => ({ set: e.set, at: e.at, minutes: e.value!, factor: 1 }));
  const counts = entries
    .filter((e) => e.what === 'meter' && e.value !== undefined)
    .sort((a, b) => a.at - b.at);
  let meter: SeasonWater['meter'];
  counts.slice(1).forEach((count, i) => {
    const countedL = count.value! - counts[i].value!;
    // A meter that counts less was replaced or went round: nothing is known of the time between.
    if (countedL < 0) return;
    const own = waterings.filter((w) => w.at > counts[i].at && w.at <= count.at);
    const byMinutesL = own.reduce((sum, w) => sum + (lphOf(w.set) * w.minutes) / MIN_PER_HOUR, 0);
    meter ??= { countedL: 0, byMinutesL: 0, withoutMinutesL: 0 };
    meter.countedL += countedL;
    meter.byMinutesL += byMinutesL;
    if (byMinutesL > 0) for (const w of own) w.factor = countedL / byMinutesL;
    else meter.withoutMinutesL += countedL;
  });
  return { waterings, meter };
}

/** L/h of each open bed, by “block/bed”. */
function flowsOf(results: FarmResults): Map<string, number> {
  const flows = new Map<string, number>();
  for (const { built, beds } of results.blocks)
    for (const b of beds) if (b.flowLph > 0) flows.set(`${built.layout.block.id}/${b.key}`, b.flowLph);
  return flows;
}

/**
 * The season's water.
 * @param standing entries of the season
 * @param solved what runs while a set is open, by its id; nothing for a set that the plan does not have any more
 * @param now ms since 1970
 */
export function seasonWater(
  plan: FullPlan,
  standing: readonly Standing[],
  solved: (set: string | undefined) => FarmResults | undefined,
  now: number,
): SeasonWater {
  const entries = standing.map((s) => s.entry).filter((e) => e.at <= now);
  const to = localDay(now);
  const first = localDay(Math.min(now, ...entries.filter((e) => e.what !== 'learned').map((e) => e.at)));
  const from = daysBetween(first, to) < MOST_DAYS ? first : dayAfter(to, 1 - MOST_DAYS);
  const dates = Array.from({ length: daysBetween(from, to) + 1 }, (_, i) => dayAfter(from, i));
  const dayOf = (at: number): number => daysBetween(from, localDay(at));

  const opened = new Map<string | undefined, { flows: Map<string, number>; lph: number }>();
  const open = (set: string | undefined): { flows: Map<string, number>; lph: number } => {
    let found = opened.get(set);
    if (!found) {
      const results = solved(set);
      opened.set(
        set,
        (found = {
          flows: results ? flowsOf(results) : new Map<string, number>(),
          lph: results?.flowLph ?? 0,
        }),
      );
    }
    return found;
  };
  return waterFrom(entries, open, dayOf, plan, dates);
}

const pumped = (plan: FullPlan): boolean => {
  const source = plan.sources.find((s) => s.id === plan.sourceId);
  return isPumped(source);
};

/** The season’s water from what was noted. */
function waterFrom(
  entries: Entry[],
  open: (set: string | undefined) => { flows: Map<string, number>; lph: number },
  dayOf: (at: number) => number,
  plan: FullPlan,
  dates: string[],
): SeasonWater {
  const { waterings, meter } = wateringsOf(entries, (set) => open(set).lph);

  const rains = entries.filter((e) => e.what === 'rain' && e.value !== undefined);
  const rainOn = new Map<number, number>();
  for (const e of rains) rainOn.set(dayOf(e.at), (rainOn.get(dayOf(e.at)) ?? 0) + e.value!);
  const sky = skyOver(plan);
  const days = dates.map((date, i) => {
    const day = sky.on(date);
    // Who notes rain notes all of it: what the climate usually brings does not fall beside it.
    return rains.length > 0 ? { ...day, rainMm: rainOn.get(i) ?? 0 } : day;
  });

  const layout = layOut(plan);
  const beds = alikeBeds(plan, layout).map((g) =>
    bedsWater(plan, g, {
      dates,
      days,
      entries,
      waterings,
      lphOf: (set, key) => open(set).flows.get(`${g.blockId}/${key}`) ?? 0,
      lengths: new Map(layout.blocks[g.block].beds.map((b) => [b.key, b.lengthM])),
      dayOf,
    }),
  );
  const sets = new Map<string | undefined, { minutes: number; litres: number }>();
  for (const w of waterings) {
    const sum = sets.get(w.set) ?? { minutes: 0, litres: 0 };
    sum.minutes += w.minutes;
    sum.litres += (open(w.set).lph * w.minutes * w.factor) / MIN_PER_HOUR;
    sets.set(w.set, sum);
  }
  const litres = [...sets.values()].reduce((sum, s) => sum + s.litres, 0) + (meter?.withoutMinutesL ?? 0);
  const { prices, pumpKw, waterPrice } = plan.watering.day;
  return {
    dates,
    beds,
    sets: [...sets].map(([set, s]) => ({ set, ...s })),
    litres,
    ...(meter && { meter }),
    rainFrom: rains.length > 0 ? 'book' : 'weather',
    rainMm: days.reduce((sum, d) => sum + d.rainMm, 0),
    ...(pumped(plan) && powerOf(waterings, prices, pumpKw)),
    ...(waterPrice !== undefined && { waterCost: (litres / L_PER_M3) * waterPrice }),
  };
}

/** What the pump drew: the hours it ran, each at the price of its hour. */
function powerOf(
  waterings: readonly Watering[],
  prices: FullPlan['watering']['day']['prices'],
  pumpKw: number,
): { kwh: number; powerCost?: number } {
  const windows = prices.map((p) => ({ price: p.price, inside: minutesIn(p) }));
  const perMin = pumpKw / MIN_PER_HOUR;
  let kwh = 0;
  let cost = 0;
  for (const w of waterings) {
    kwh += perMin * w.minutes;
    const end = localMinute(w.at);
    for (let m = 0; m < w.minutes; m++) {
      const minute = (((end - m - 1) % 1440) + 1440) % 1440;
      const part = Math.min(1, w.minutes - m);
      cost += (windows.find((p) => p.inside[minute])?.price ?? 0) * perMin * part;
    }
  }
  return { kwh, ...(prices.length > 0 && { powerCost: cost }) };
}

/** What the water of some beds is worked out from. */
interface Noted {
  dates: readonly string[];
  days: readonly SkyDay[];
  entries: readonly Entry[];
  waterings: readonly Watering[];
  /** L/h of a bed while a set runs. */
  lphOf: (set: string | undefined, key: string) => number;
  lengths: ReadonlyMap<string, number>;
  dayOf: (at: number) => number;
}

function bedsWater(
  plan: FullPlan,
  g: AlikeBeds,
  { dates, days, entries, waterings, lphOf, lengths, dayOf }: Noted,
): BedsWater {
  const given = new Map(g.keys.map((key) => [key, 0]));
  const givenL = dates.map(() => 0);
  for (const w of waterings) {
    const day = dayOf(w.at);
    if (day < 0) continue;
    for (const key of g.keys) {
      const litres = (lphOf(w.set, key) * w.minutes * w.factor) / MIN_PER_HOUR;
      given.set(key, given.get(key)! + litres);
      givenL[day] += litres;
    }
  }
  const felt = new Map<number, BedsWater['felt'][number]>();
  for (const n of plan.watering.notes) {
    const day = daysBetween(dates[0], n.date);
    if (n.block === g.blockId && day >= 0 && day < dates.length)
      felt.set(day, { day, share: SOIL_FEELS.find((f) => f.id === n.feel)!.share });
  }
  // The latest of a day holds: entries come the latest first.
  for (const e of [...entries].reverse())
    if (e.what === 'soil' && e.feel && (e.block === undefined || e.block === g.blockId) && dayOf(e.at) >= 0)
      felt.set(dayOf(e.at), { day: dayOf(e.at), share: FEEL_SHARES[e.feel], feel: e.feel });
  const balance = bedSeason(plan, g, {
    dates,
    sky: days,
    givenL: (i) => givenL[i] / g.lengthM,
    felt: (i) => felt.get(i)?.share,
  });
  const all = (list: readonly number[]): number[] => list.map((v) => v * g.lengthM);
  const neededL = all(balance.wantedL);
  const neededPerM = balance.wantedL.reduce((sum, v) => sum + v, 0);
  return {
    id: g.id,
    blockId: g.blockId,
    crop: g.crop,
    givenL,
    neededL,
    rainL: all(balance.rainL),
    lostL: all(balance.deepL),
    full: balance.full,
    shortAt: balance.shortAt,
    felt: [...felt.values()].sort((a, b) => a.day - b.day),
    beds: g.keys.map((key) => ({ key, givenL: given.get(key)!, neededL: neededPerM * lengths.get(key)! })),
  };
}
