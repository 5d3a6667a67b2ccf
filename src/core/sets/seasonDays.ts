import { layOut } from '../layout';
import { FEELS, type FullPlan } from '../plan';
import { dayOfBalance, fullSoil, isGrowing, usableShare, type BalanceState, type CropPhase } from '../soil';
import { alikeBeds, type AlikeBeds } from './groups';
import { dayAfter } from './days';
import { cropOn, rainInMm, useOn } from './need';
import { skyOver, type Sky, type SkyDay } from './sky';

/** What a season's waterings give some beds each watering day by the programme, L per metre of bed, and how evenly. */
export interface Gift {
  perM: number;
  evenness: number;
}

/** The root zone of some beds through a season, day by day. Litres are per metre of bed. */
export interface BedSeason {
  id: string;
  block: number;
  keys: string[];
  crop: AlikeBeds['crop'];
  planted: string;
  until: string;
  /** Share of what the strip holds that is there at the end of each day; NaN on days without a crop. */
  full: number[];
  /** Under this the crop goes short. */
  shortAt: number;
  givenL: number[];
  rainL: number[];
  deepL: number[];
  usedL: number[];
  wantedL: number[];
  phases: CropPhase[];
  /** What the root zone held when the crop began and when it ended, what roots found as they grew and hands put right, and rain that sank beside the strip. */
  store: { beganL: number; endedL: number; broughtL: number; besideDeepL: number };
  /** Metres of bed, to come to litres. */
  lengthM: number;
  /** Days on which the crop went short, and on which water passed its roots. */
  shortDays: number;
  deepDays: number;
}

export interface SeasonOutlook {
  from: string;
  days: number;
  sky: SkyDay[];
  skyDays: Sky['days'];
  beds: BedSeason[];
  /** Of all beds, L. */
  totals: { givenL: number; rainL: number; deepL: number; usedL: number; wantedL: number };
}

const heldIn = (state: BalanceState | undefined): number => (state ? state.stripL + state.besideL : 0);

/** Water passing the roots on a day counts from this share of what the strip holds. */
const DEEP_SHARE = 0.02;

/** What beds get day by day. */
export interface DaysOfBeds {
  dates: readonly string[];
  sky: readonly SkyDay[];
  /** Given on a day, L per metre of bed. @param roomL what the strip has room for */
  givenL: (day: number, roomL: number) => number;
  /** What a hand felt: share of the held water that is there. */
  felt: (day: number) => number | undefined;
}

/** A season of some beds of which no day is told yet. */
const unwatered = (g: AlikeBeds): BedSeason => ({
  id: g.id,
  block: g.block,
  keys: g.keys,
  crop: g.crop,
  planted: g.planted,
  until: g.until,
  full: [],
  shortAt: 1 - g.need.useShare,
  givenL: [],
  rainL: [],
  deepL: [],
  usedL: [],
  wantedL: [],
  phases: [],
  store: { beganL: 0, endedL: 0, broughtL: 0, besideDeepL: 0 },
  lengthM: g.lengthM,
  shortDays: 0,
  deepDays: 0,
});

/** The root zone of some beds day by day. They begin as moist as their soil holds. */
export function bedSeason(plan: FullPlan, g: AlikeBeds, { dates, sky, givenL, felt }: DaysOfBeds): BedSeason {
  const s = unwatered(g);
  let state: BalanceState | undefined;
  dates.forEach((date, i) => {
    const crop = cropOn(g, date);
    s.phases.push(crop.phase);
    if (!isGrowing(crop)) {
      s.store.endedL += heldIn(state);
      state = undefined;
      s.full.push(NaN);
      for (const list of [s.givenL, s.rainL, s.deepL, s.usedL, s.wantedL]) list.push(0);
      return;
    }
    if (!state) {
      state = fullSoil(g.soil, crop.rootM);
      s.store.beganL += heldIn(state);
    }
    const { mm } = useOn(plan, g, crop, sky[i]);
    const result = dayOfBalance(g.soil, state, {
      useMm: mm,
      // The balance takes rain as it falls on the rooted ground.
      rainMm: (rainInMm(plan, g, sky[i]) * g.soil.groundM) / g.soil.rootedM,
      rootM: crop.rootM,
      useShare: usableShare(g.need.useShare, mm),
      givenL: givenL(i, Math.max(0, fullSoil(g.soil, state.rootM).stripL - state.stripL)),
      felt: felt(i),
    });
    state = result.state;
    s.store.broughtL += result.rootedL + result.feltL;
    s.store.besideDeepL += result.besideDeepL;
    s.full.push(result.full);
    s.givenL.push(result.givenL);
    s.rainL.push(result.rainL);
    s.deepL.push(result.deepL);
    s.usedL.push(result.usedL);
    s.wantedL.push(result.wantedL);
    if (result.usedL < result.wantedL * 0.99) s.shortDays++;
    if (result.deepL > DEEP_SHARE * fullSoil(g.soil, crop.rootM).stripL) s.deepDays++;
  });
  s.store.endedL += heldIn(state);
  return s;
}

/**
 * The root zone of all beds through the plan's season.
 * @param gifts what the programme gives, by the beds' id
 */
export function seasonOf(plan: FullPlan, gifts: ReadonlyMap<string, Gift>): SeasonOutlook {
  const { season, day: rules, notes } = plan.watering;
  const sky = skyOver(plan);
  const dates = Array.from({ length: season.days }, (_, i) => dayAfter(season.from, i));
  const days = dates.map((d) => sky.on(d));
  const share = new Map(FEELS.map((f) => [f.id as string, f.share as number]));
  const felt = new Map(notes.map((n) => [`${n.block} ${n.date}`, share.get(n.feel)!]));
  const beds = alikeBeds(plan, layOut(plan)).map((g): BedSeason => {
    const gift = gifts.get(g.id) ?? { perM: 0, evenness: 1 };
    return bedSeason(plan, g, {
      dates,
      sky: days,
      givenL: (i, roomL) => {
        if (i % rules.everyDays !== 0) return 0;
        if (season.follow === 'programme') return gift.perM;
        // What was used since the last watering and not made good by rain, with unevenness made good.
        return gift.evenness > 0 ? roomL / gift.evenness : 0;
      },
      felt: (i) => felt.get(`${g.blockId} ${dates[i]}`),
    });
  });
  const total = (of: 'givenL' | 'rainL' | 'deepL' | 'usedL' | 'wantedL'): number =>
    beds.reduce((sum, b) => sum + b[of].reduce((a, v) => a + v, 0) * b.lengthM, 0);
  const totals = {
    givenL: total('givenL'),
    rainL: total('rainL'),
    deepL: total('deepL'),
    usedL: total('usedL'),
    wantedL: total('wantedL'),
  };
  return { from: season.from, days: season.days, sky: days, skyDays: sky.days, beds, totals };
}
