import type { FarmResults } from '../network';
import type { FullPlan, Serves, WaterSet } from '../plan';
import {
  longestUsefulH,
  pondedRadiusM,
  usableShare,
  wettedBy,
  type Wetted,
  type WettingGround,
} from '../soil';
import { wholeMinutes } from './days';
import type { Filling } from './filling';
import { alikeBeds, type AlikeBeds } from './groups';
import { needFrom, soilOf, type Need } from './need';
import type { Sky } from './sky';
import { MIN_PER_HOUR } from '../units/time';

/** Some beds of a set that need alike, and what they get. */
export interface SetBeds {
  beds: AlikeBeds;
  need: Need;
  flowLph: number;
  /** One emitter's, on the mean. */
  emitterLph: number;
  /** Put on in an hour: on the whole bed, and on the wetted strip, mm/h. */
  rateMm: number;
  stripRateMm: number;
  /** What they get of what they need, 1 where it is just that. */
  share: number;
  /** Where its emitters drip, the soil as dry as it may get before a watering. */
  ground: WettingGround;
  /** Longest watering of such a soil that wets no deeper than the roots, min: in one start or in several. */
  longestMin: number;
  /** Most days between waterings before the strip runs short. */
  mostDays: number;
  /** A puddle's radius in the long run, m. */
  puddleM: number;
  /** Wetted from such a soil by a watering day. */
  wetted: Wetted;
}

/** Why a day's water is better given in several starts. */
export type PulseWhy = 'puddle' | 'sand' | 'pot';

/** How long a set runs. */
export interface RunTime {
  beds: SetBeds[];
  /** Litres that its beds need on one watering day, and that it gives to make good its unevenness. */
  needL: number;
  givesL: number;
  /** Of each start: the filling, and all of it, min. */
  fillMin: number;
  minutes: number;
  /** The same before it was made whole minutes and what is allowed of water was shared out, min. */
  fullMin: number;
  starts: number;
  /** Said by hand. */
  byHand: boolean;
  /** Starts that the soil asks for, and why; as many as there are where it asks for none. */
  pulses: number;
  pulseWhy: PulseWhy | undefined;
  /** Most days between waterings, all beds looked at. */
  mostDays: number;
  /** Days between waterings at which, each as much longer, emitters wet up to each other; none where they do, or no number does. */
  meetDays: number | undefined;
  /** Lost each watering day by pipes that drain after each start, L. */
  drainsL: number;
}

/** A plan for a hot spell gives sand at least two starts: water goes straight down in it. */
const SAND_STARTS = 2;
export const MOST_STARTS = 6;
/** A day whose reference is over this counts as one of a hot spell, mm (FAO 56, table 2: warm and moderate draw 4 to 7). */
const HOT_MM = 5;

/**
 * How long a set runs: need ÷ (flow × evenness), which is need ÷ rate ÷ evenness on each bed, and the filling on top,
 * once for every start.
 *
 * @param plan with the set open
 * @param starts a day
 */
export function runTimeOf(
  plan: FullPlan,
  set: WaterSet | undefined,
  results: FarmResults,
  filling: Filling,
  date: string,
  sky: Sky,
): RunTime {
  const { need, day } = plan.watering;
  const groups = alikeBeds(plan, results.layout);
  const flows = new Map<string, { lph: number; emitters: number }>();
  for (const r of results.runs) {
    const key = `${plan.blocks[r.run.block].id}/${r.run.bed}`;
    const sum = flows.get(key) ?? { lph: 0, emitters: 0 };
    flows.set(key, { lph: sum.lph + r.flowLph, emitters: sum.emitters + r.emitters });
  }
  const flowLph = results.bedsLph;
  const evenness = results.uniformity;
  const parts = groups.map((beds) => {
    const own = beds.keys.map((k) => flows.get(`${beds.blockId}/${k}`));
    return {
      beds,
      need: needFrom(plan, beds, date, sky),
      lph: own.reduce((sum, f) => sum + (f?.lph ?? 0), 0),
      emitters: own.reduce((sum, f) => sum + (f?.emitters ?? 0), 0),
    };
  });
  const needOf = (p: (typeof parts)[number]): number => p.need.mm * p.beds.areaM2 * day.everyDays;
  const needL = parts.reduce((sum, p) => sum + needOf(p), 0);
  const starts = set?.starts?.length ?? day.startsPerDay;
  const fillMin = Number.isFinite(filling.seconds) ? filling.seconds / 60 : 0;
  const netMin =
    need.by === 'minutes'
      ? need.minutes * day.everyDays
      : flowLph > 0 && evenness > 0
        ? (hoursFor(
            need.serves,
            parts.map((p) => ({ needL: needOf(p), lph: p.lph })),
          ) /
            evenness) *
          MIN_PER_HOUR
        : 0;
  const byHand = set?.minutes !== undefined || (set?.litres !== undefined && flowLph > 0);
  // A meter counts what fills the pipes too.
  const byMeter =
    set?.litres !== undefined && flowLph > 0 ? (set.litres / flowLph) * MIN_PER_HOUR : undefined;
  const exactMin = byMeter ?? set?.minutes ?? (netMin > 0 ? netMin / starts + fillMin : 0);
  // Said once, for timer, calendar and paper alike.
  const minutes = wholeMinutes(exactMin);
  const wateringMin = Math.max(0, minutes - fillMin);
  const givesL = (flowLph * wateringMin * starts) / MIN_PER_HOUR;
  const beds = parts.map(({ beds: b, need: n, lph, emitters }): SetBeds => {
    const soil = soilOf(plan, b);
    const emitterLph = emitters > 0 ? lph / emitters : 0;
    const daily = n.mm * b.areaM2;
    const wanted = daily * day.everyDays;
    const takesMmPerM = b.soil.heldMmPerM * usableShare(b.need.useShare, n.useMm);
    const heldL = takesMmPerM * n.crop.rootM * b.stripM2;
    const ground: WettingGround = {
      emitterLph,
      ksMps: soil.ksMps,
      spacingM: b.tape.spacingM,
      roomM: b.bedM / b.linesPerBed,
      takesMmPerM,
    };
    return {
      beds: b,
      need: n,
      flowLph: lph,
      emitterLph,
      rateMm: b.lengthM > 0 ? lph / (b.lengthM * b.bedM) : 0,
      stripRateMm: b.stripM2 > 0 ? lph / b.stripM2 : 0,
      share: wanted > 0 ? (lph * wateringMin * starts * evenness) / MIN_PER_HOUR / wanted : 1,
      ground,
      // A pot takes what it holds, and no more.
      longestMin:
        (b.potL > 0 ? (lph > 0 ? heldL / lph : Infinity) : longestUsefulH(n.crop.rootM, ground)) *
        MIN_PER_HOUR,
      mostDays: daily > 0 ? heldL / daily : Infinity,
      puddleM: pondedRadiusM(emitterLph, soil.ksMps, soil.alphaPerM),
      wetted: wettedBy((emitterLph * wateringMin * starts) / MIN_PER_HOUR, ground),
    };
  });
  const { pulses, why } = pulsesOf(plan, beds, wateringMin * starts, starts);

  return {
    beds,
    needL,
    givesL,
    fillMin,
    minutes,
    fullMin: exactMin,
    starts,
    byHand,
    pulses,
    pulseWhy: why,
    mostDays: Math.min(Infinity, ...beds.map((b) => b.mostDays)),
    meetDays: meetDaysOf(beds, wateringMin * starts, day.everyDays),
    drainsL: filling.drainsL * starts,
  };
}

/** Hours for which a set runs so that it serves its beds by a school, evenness left aside. */
function hoursFor(serves: Serves, parts: readonly { needL: number; lph: number }[]): number {
  const served = parts.filter((p) => p.lph > 0);
  if (served.length === 0) return 0;
  const hours = served.map((p) => p.needL / p.lph);
  switch (serves) {
    case 'area':
      return served.reduce((sum, p) => sum + p.needL, 0) / served.reduce((sum, p) => sum + p.lph, 0);
    case 'mean':
      return hours.reduce((sum, h) => sum + h, 0) / hours.length;
    case 'thirstiest':
      return Math.max(...hours);
  }
}

/**
 * Long and seldom against short and often: the fewest days between waterings at which, with as much more given each time,
 * the bulbs of emitters meet along the run, while the strip holds out and no water passes the roots.
 */
function meetDaysOf(beds: readonly SetBeds[], dayMin: number, everyDays: number): number | undefined {
  const apart = beds.filter((b) => b.flowLph > 0 && !b.wetted.meets && dayMin > 0);
  if (apart.length === 0) return undefined;
  const most = Math.floor(Math.min(MOST_DAYS, ...beds.map((b) => b.mostDays)));
  for (let days = everyDays + 1; days <= most; days++) {
    const minutes = (dayMin * days) / everyDays;
    const does = apart.every((b) => {
      const litres = (b.emitterLph * minutes) / MIN_PER_HOUR;
      return minutes <= b.longestMin && wettedBy(litres, b.ground).meets;
    });
    if (does) return days;
  }
  return undefined;
}
/** Waterings are no further apart than a plan lets them be. */
const MOST_DAYS = 14;

/**
 * Starts that the soil asks for: so that none stands in puddles wider than the strip, and sand gets two in a hot spell. They
 * do not change how deep a day's water goes: that follows from how much it is.
 */
function pulsesOf(
  plan: FullPlan,
  beds: readonly SetBeds[],
  netMin: number,
  starts: number,
): { pulses: number; why: PulseWhy | undefined } {
  let pulses = starts;
  let why: PulseWhy | undefined;
  const ask = (n: number, because: PulseWhy): void => {
    const asked = Math.min(MOST_STARTS, Math.ceil(n));
    if (asked > pulses) {
      pulses = asked;
      why = because;
    }
  };
  for (const b of beds) {
    if (!(b.flowLph > 0) || netMin <= 0) continue;
    // A pot that holds less than it needs until the next day of watering is filled again before it is dry.
    if (b.beds.potL > 0 && b.mostDays < plan.watering.day.everyDays)
      ask(plan.watering.day.everyDays / b.mostDays, 'pot');
    const strip = b.beds.soil.stripM / b.beds.linesPerBed;
    if (b.beds.potL === 0 && b.puddleM > strip / 2) ask(starts + 1, 'puddle');
    if (b.beds.potL === 0 && soilOf(plan, b.beds).id === 'sand' && b.need.mm > 0 && b.need.et0Mm >= HOT_MM)
      ask(SAND_STARTS, 'sand');
  }
  return { pulses, why };
}
