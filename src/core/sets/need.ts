import { soilKind } from '../catalog/tape';
import type { FullPlan } from '../plan';
import { cropDay, referenceEtMm, type CropDay, type DayWeather } from '../soil';
import type { AlikeBeds } from './groups';
import { dayAfter, daysBetween } from './days';

/** Rain of less than this share of the day's reference evapotranspiration is gone by evening (FAO 56, ch. 8). */
export const LOST_RAIN_SHARE = 0.2;
/** Need is looked at over a week: a hot day is made good by the next. */
export const WEEK_D = 7;

/** The weather of the season by day: as measured, and where nothing was, a hot day without rain. */
export interface SkyDay {
  date: string;
  et0Mm: number;
  rainMm: number;
  measured: boolean;
}

/** The sky over a plan, day by day. */
export interface Sky {
  on(date: string): SkyDay;
  /** Days of the season that were not measured. */
  gaps: number;
  /** Days of the season that were. */
  measured: number;
}

export function skyOver({ watering }: FullPlan): Sky {
  const { weather, need, season } = watering;
  const known = new Map<string, SkyDay>();
  const hot = (date: string): SkyDay => ({
    date,
    et0Mm: need.hotDayMm,
    rainMm: need.rainMm / WEEK_D,
    measured: false,
  });
  if (weather)
    for (const w of weather.days)
      known.set(w.date, {
        date: w.date,
        et0Mm: referenceEtMm(w as DayWeather, weather.station),
        rainMm: w.rainMm ?? 0,
        measured: true,
      });
  let measured = 0;
  for (let i = 0; i < season.days && known.size > 0; i++) if (known.has(dayAfter(season.from, i))) measured++;
  return { on: (date) => known.get(date) ?? hot(date), gaps: season.days - measured, measured };
}

/** The crop of some beds on a day; ground without a crop named is reckoned as mixed vegetables at full cover. */
export function cropOn(beds: AlikeBeds, date: string): CropDay {
  if (beds.crop === 'none') return { phase: 'stands', kc: beds.need.kcMiddle, rootM: beds.need.rootM };
  return cropDay(beds.need, daysBetween(beds.planted, date));
}

/** What beds would use on a day, mm on the whole bed: reference × coefficient × what mulch and tunnel leave. */
export function useMm(plan: FullPlan, beds: AlikeBeds, crop: CropDay, et0Mm: number): number {
  const { mulchShare, tunnelShare } = plan.watering.need;
  return et0Mm * crop.kc * (beds.film ? mulchShare : 1) * (beds.tunnel ? tunnelShare : 1);
}

/** Rain that gets into beds, mm. */
export function rainInMm(plan: FullPlan, beds: AlikeBeds, { rainMm, et0Mm }: SkyDay): number {
  if (beds.tunnel || rainMm < LOST_RAIN_SHARE * et0Mm) return 0;
  return beds.film ? rainMm * plan.watering.need.filmRain : rainMm;
}

/** Need of some beds in a week about a day. */
export interface Need {
  /** mm a day on the whole bed, rain taken off. */
  mm: number;
  /** Of it, before rain was taken off, and the rain. */
  useMm: number;
  rainMm: number;
  crop: CropDay;
  et0Mm: number;
}

/** The need of beds in the week that begins on a day, by the plan's rule. By minutes it is what the minutes give: 0 here. */
export function needFrom(plan: FullPlan, beds: AlikeBeds, date: string, sky: Sky): Need {
  const { need } = plan.watering;
  const crop = cropOn(beds, date);
  const grows = crop.kc > 0;
  const byRule = (mm: number, rainMm: number): Need => ({
    mm: grows ? Math.max(0, mm - rainMm) : 0,
    useMm: grows ? mm : 0,
    rainMm,
    crop,
    et0Mm: sky.on(date).et0Mm,
  });
  switch (need.by) {
    case 'depth':
      return byRule(need.depthMm / WEEK_D, beds.tunnel ? 0 : need.rainMm / WEEK_D);
    case 'row':
      return byRule((need.rowL * beds.runsPerBed) / beds.soil.bedM / WEEK_D, 0);
    case 'minutes':
      return byRule(0, 0);
    case 'weather': {
      let use = 0;
      let rain = 0;
      let et0 = 0;
      for (let i = 0; i < WEEK_D; i++) {
        const day = sky.on(dayAfter(date, i));
        et0 += day.et0Mm;
        use += useMm(plan, beds, cropOn(beds, day.date), day.et0Mm);
        rain += rainInMm(plan, beds, day);
      }
      return {
        mm: Math.max(0, use - rain) / WEEK_D,
        useMm: use / WEEK_D,
        rainMm: rain / WEEK_D,
        crop,
        et0Mm: et0 / WEEK_D,
      };
    }
  }
}

/** The day whose week asks for most water, all beds together: what a programme is made for. */
export function peakDay(plan: FullPlan, groups: readonly AlikeBeds[], sky: Sky): string {
  const { season, need } = plan.watering;
  const last = Math.max(0, season.days - WEEK_D);
  let best = season.from;
  let most = -Infinity;
  const step = need.by === 'weather' ? 1 : WEEK_D;
  const daily = new Map<string, number>();
  /** Litres that all beds ask for on a day, rain taken off. */
  const onDay = (date: string): number => {
    let found = daily.get(date);
    if (found === undefined) {
      const day = sky.on(date);
      found = groups.reduce(
        (sum, g) => sum + (useMm(plan, g, cropOn(g, date), day.et0Mm) - rainInMm(plan, g, day)) * g.areaM2,
        0,
      );
      daily.set(date, found);
    }
    return found;
  };
  for (let i = 0; i <= last; i += step) {
    const date = dayAfter(season.from, i);
    let sum = 0;
    if (need.by === 'weather') for (let d = 0; d < WEEK_D; d++) sum += onDay(dayAfter(date, d));
    else sum = groups.reduce((s, g) => s + needFrom(plan, g, date, sky).mm * g.areaM2, 0);
    if (sum > most + 1e-9) {
      most = sum;
      best = date;
    }
  }
  return best;
}

/** Emitter spacing's soil figures of some beds. */
export const soilOf = (plan: FullPlan, beds: AlikeBeds) => soilKind(plan.blocks[beds.block].ground.soil);
