import { coverKind } from '../catalog/covers';
import { soilKind } from '../catalog/soils';
import type { FullPlan } from '../plan';
import {
  coefficientOf,
  cropDay,
  isGrowing,
  leachingShare,
  usableShare,
  type CropDay,
  type CropGround,
  type DayCoefficient,
} from '../soil';
import { dayAfter, daysBetween } from './days';
import type { AlikeBeds } from './groups';
import type { Sky, SkyDay } from './sky';

/** Rain of less than this share of the day's reference evapotranspiration is gone by evening (FAO 56, ch. 8). */
export const LOST_RAIN_SHARE = 0.2;
/** Need is looked at over a week: a hot day is made good by the next. */
export const WEEK_D = 7;

/** The crop of some beds on a day; ground without a crop named is reckoned as mixed vegetables at full cover. */
export function cropOn(beds: AlikeBeds, date: string): CropDay {
  if (beds.crop === 'none') return { phase: 'stands', grown: 1, ripe: 0, rootM: beds.need.rootM };
  return cropDay(beds.need, daysBetween(beds.planted, date));
}

/** What the crop of some beds shades, and what of their ground is wetted and how it is covered. */
export function groundOf(plan: FullPlan, beds: AlikeBeds): CropGround {
  const { groundM, rootedM, stripM } = beds.soil;
  const cover = coverKind(beds.cover);
  return {
    shade: rootedM / groundM,
    wetted: stripM / groundM,
    evaporates: cover.evaporates,
    uses: beds.cover === 'film' ? plan.watering.need.filmShare : cover.uses,
  };
}

/** What beds would use on a day, mm on their whole ground, paths included, and the coefficient it is by. */
export interface DayUse {
  mm: number;
  coefficient: DayCoefficient;
}

/** Use of a day: reference × coefficient × what a tunnel leaves. */
export function useOn(plan: FullPlan, beds: AlikeBeds, crop: CropDay, sky: SkyDay): DayUse {
  const coefficient = coefficientOf(beds.need, crop, groundOf(plan, beds), sky.air);
  return { mm: sky.et0Mm * coefficient.kc * (beds.tunnel ? plan.watering.need.tunnelShare : 1), coefficient };
}

/** Rain that gets into the rooted soil of beds, mm on their whole ground. */
export function rainInMm(plan: FullPlan, beds: AlikeBeds, { rainMm, et0Mm }: SkyDay): number {
  if (beds.tunnel || rainMm < LOST_RAIN_SHARE * et0Mm) return 0;
  const through = beds.cover === 'film' ? plan.watering.need.filmRain : coverKind(beds.cover).rain;
  return (rainMm * through * beds.soil.rootedM) / beds.soil.groundM;
}

/**
 * Room for rain in the root zone, mm on the whole ground: all that the soil beside the strip holds, and of the strip, which
 * the drip keeps moist, what may be used before it is watered.
 */
export function rainRoomMm({ soil, need }: AlikeBeds, crop: CropDay, etMm: number): number {
  const holdsMm = soil.heldMmPerM * crop.rootM;
  const besideM = Math.max(0, soil.rootedM - soil.stripM);
  return (holdsMm * (besideM + soil.stripM * usableShare(need.useShare, etMm))) / soil.groundM;
}

/** Use of one day after another, and how much of it rain gives: what falls is kept as far as there is room, and used later. */
export interface DayNeed {
  useMm: number;
  /** Of the use, given by rain that fell on that day or before. */
  byRainMm: number;
  coefficient: DayCoefficient;
}

/** Days of need one after the other, what rain stored carried on from each to the next. */
export function* needDays(
  plan: FullPlan,
  beds: AlikeBeds,
  from: string,
  sky: Sky,
): Generator<DayNeed, never> {
  let storedMm = 0;
  for (let i = 0; ; i++) {
    const day = sky.on(dayAfter(from, i));
    const crop = cropOn(beds, day.date);
    const { mm, coefficient } = useOn(plan, beds, crop, day);
    const room = rainRoomMm(beds, crop, mm);
    // What exceeds the room runs away or sinks past the roots.
    storedMm = Math.min(Math.max(room, 0), storedMm + rainInMm(plan, beds, day));
    const byRainMm = isGrowing(crop) ? Math.min(storedMm, mm) : 0;
    storedMm -= byRainMm;
    yield { useMm: mm, byRainMm, coefficient };
  }
}

/** Need of some beds in a week about a day. */
export interface Need {
  /** To be given a day, mm on the whole ground, paths included: rain taken off, salt washed down. */
  mm: number;
  /** The same, litres for each metre of bed. */
  perM: number;
  /** Of it, before rain was taken off, and what rain gives. */
  useMm: number;
  rainMm: number;
  /** Share of the water that washes salt down. */
  leaching: number;
  crop: CropDay;
  /** Mean of the week. */
  coefficient: DayCoefficient;
  et0Mm: number;
}

/** Mean of some days, each counting by what the air asks of it: times the mean reference it gives the mean use. */
const meanOf = (all: readonly DayCoefficient[], et0Mm: readonly number[]): DayCoefficient => {
  const asked = et0Mm.reduce((sum, mm) => sum + mm, 0);
  const mean = (of: 'kcb' | 'ke' | 'kc' | 'table'): number =>
    asked > 0
      ? all.reduce((sum, c, i) => sum + c[of] * et0Mm[i], 0) / asked
      : all.reduce((sum, c) => sum + c[of], 0) / all.length;
  return { kcb: mean('kcb'), ke: mean('ke'), kc: mean('kc'), table: mean('table'), single: all[0].single };
};

/** The need of beds in the week that begins on a day, by the plan's rule. By minutes it is what the minutes give: 0 here. */
export function needFrom(plan: FullPlan, beds: AlikeBeds, date: string, sky: Sky): Need {
  const { need } = plan.watering;
  const crop = cropOn(beds, date);
  const grows = isGrowing(crop);
  // Rain before the week may still be there.
  const days = needDays(plan, beds, dayAfter(date, -WEEK_D), sky);
  for (let i = 0; i < WEEK_D; i++) days.next();
  const week = Array.from({ length: WEEK_D }, () => days.next().value);
  const references = week.map((_, i) => sky.on(dayAfter(date, i)).et0Mm);
  const et0Mm = references.reduce((sum, mm) => sum + mm, 0) / WEEK_D;
  const leaching = leachingShare(need.waterDsM, beds.need.maxSaltDsM);
  const told = (useMm: number, rainMm: number): Need => {
    const mm = Math.max(0, useMm - rainMm) / (1 - leaching);
    return {
      mm,
      perM: mm * beds.soil.groundM,
      useMm,
      rainMm,
      leaching,
      crop,
      coefficient: meanOf(
        week.map((d) => d.coefficient),
        references,
      ),
      et0Mm,
    };
  };
  const mean = (of: (d: DayNeed) => number): number => week.reduce((sum, d) => sum + of(d), 0) / WEEK_D;
  switch (need.by) {
    case 'depth': {
      const weekRain = Array.from({ length: WEEK_D }, (_, i) =>
        rainInMm(plan, beds, sky.on(dayAfter(date, i))),
      );
      const rain = weekRain.reduce((sum, mm) => sum + mm, 0) / WEEK_D;
      // Growers mean the bed by it, not its paths.
      const use = grows ? (need.depthMm * beds.bedM) / beds.soil.groundM / WEEK_D : 0;
      return told(use, Math.min(use, rain));
    }
    case 'row':
      return told(grows ? (need.rowL * beds.linesPerBed) / beds.soil.groundM / WEEK_D : 0, 0);
    case 'plant':
      return told(grows && beds.areaM2 > 0 ? (need.plantL * beds.plants) / beds.areaM2 : 0, 0);
    case 'minutes':
      return told(0, 0);
    case 'weather':
      return told(
        mean((d) => d.useMm),
        mean((d) => d.byRainMm),
      );
  }
}

/** The day whose week asks for most water, all beds together: what a programme is made for. */
export function peakDay(plan: FullPlan, groups: readonly AlikeBeds[], sky: Sky): string {
  const { season, need } = plan.watering;
  const starts = Math.max(0, season.days - WEEK_D) + 1;
  const litres = new Float64Array(starts + WEEK_D);
  for (const g of groups) {
    if (need.by === 'weather') {
      const days = needDays(plan, g, season.from, sky);
      for (let i = 0; i < litres.length; i++) {
        const { useMm, byRainMm } = days.next().value;
        litres[i] += (useMm - byRainMm) * g.areaM2;
      }
    } else
      for (let i = 0; i < litres.length; i += WEEK_D)
        litres[i] += needFrom(plan, g, dayAfter(season.from, i), sky).mm * g.areaM2;
  }
  let best = 0;
  let most = -Infinity;
  for (let i = 0; i < starts; i += need.by === 'weather' ? 1 : WEEK_D) {
    let week = 0;
    for (let d = 0; d < WEEK_D; d++) week += litres[i + d];
    if (week > most + 1e-9) {
      most = week;
      best = i;
    }
  }
  return dayAfter(season.from, best);
}

/** Emitter spacing's soil figures of some beds. */
export const soilOf = (plan: FullPlan, beds: AlikeBeds) => soilKind(plan.blocks[beds.block].ground.soil);
