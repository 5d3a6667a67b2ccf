/** How much a crop uses over its life against reference evapotranspiration, and how deep it roots. */
export interface CropNeed {
  /** Single coefficients, soil and plant together, at the beginning, in the middle and at the end. */
  kcBegin: number;
  kcMiddle: number;
  kcEnd: number;
  /** Basal coefficients, of the plant alone; where they are not known the single ones serve. */
  kcbBegin?: number;
  kcbMiddle?: number;
  kcbEnd?: number;
  /** Days from planting to a tenth of the ground covered, to full cover, to ripening, to harvest. */
  beginD: number;
  growD: number;
  middleD: number;
  endD: number;
  /** Roots at planting and full grown, m. */
  rootBeginM: number;
  rootM: number;
  /** Share of the held water that may be used before the crop goes short, at 5 mm a day. */
  useShare: number;
  /** Full grown, m. */
  heightM: number;
  /** Full grown it closes over the paths. */
  closes: boolean;
  /** Salt in the soil's water at which it yields nothing, dS/m, where that is known. */
  maxSaltDsM?: number;
}

export const cropDays = (c: CropNeed): number => c.beginD + c.growD + c.middleD + c.endD;

export type CropPhase = 'not yet' | 'begins' | 'grows' | 'stands' | 'ripens' | 'over';

/** A crop on one day of its life. */
export interface CropDay {
  phase: CropPhase;
  /** How far its canopy has grown, 0 to 1. */
  grown: number;
  /** How far it has ripened, 0 to 1. */
  ripe: number;
  rootM: number;
}

/**
 * A crop on a day (FAO 56, ch. 6 and 8: roots go down in a straight line until full cover).
 * @param day since planting, 0 on the day itself
 */
export function cropDay(c: CropNeed, day: number): CropDay {
  const none = { grown: 0, ripe: 0, rootM: c.rootBeginM };
  if (day < 0) return { phase: 'not yet', ...none };
  const upD = c.beginD + c.growD;
  const rootM = c.rootBeginM + (c.rootM - c.rootBeginM) * Math.min(1, upD > 0 ? day / upD : 1);
  if (day < c.beginD) return { phase: 'begins', ...none, rootM };
  if (day < upD) return { phase: 'grows', grown: (day - c.beginD) / c.growD, ripe: 0, rootM };
  if (day < upD + c.middleD) return { phase: 'stands', grown: 1, ripe: 0, rootM };
  const late = day - upD - c.middleD;
  if (late < c.endD) return { phase: 'ripens', grown: 1, ripe: late / c.endD, rootM };
  return { phase: 'over', ...none, rootM };
}

/** It grows: it stands in the ground on that day. */
export const isGrowing = ({ phase }: Pick<CropDay, 'phase'>): boolean =>
  phase !== 'not yet' && phase !== 'over';

/** A coefficient over the four stages: constant, in a straight line, constant, in a straight line (FAO 56, ch. 6). */
export const alongStages = ([begin, middle, end]: readonly number[], { grown, ripe }: CropDay): number =>
  ripe > 0 ? middle + (end - middle) * ripe : begin + (middle - begin) * grown;

/** Where a bed's crop grows: what of the ground is its own, and what of it is wetted and how it is covered. */
export interface CropGround {
  /** Share of the ground, paths included, that the crop shades at noon when full grown. */
  shade: number;
  /** Share of the ground, paths included, that the drip wets. */
  wetted: number;
  /** Share of the evaporation that a cover over the wetted ground lets through: 1 for bare soil. */
  evaporates: number;
  /** Share of the plant's own use that is left under the cover. */
  uses: number;
}

/** The air over the field: what moves a coefficient from the tables' usual climate. */
export interface Air {
  /** At 2 m, m/s. */
  windMps: number;
  /** The day's least relative humidity, a ratio. */
  humidityMin: number;
}

/** The tables' usual climate (FAO 56, ch. 6): where air was not measured. */
export const USUAL_AIR: Air = { windMps: 2, humidityMin: 0.45 };

/** Height that coefficients are for, against the reference's, m (eq. 62). */
const TABLE_HEIGHT_M = 3;
const HEIGHT_POWER = 0.3;
/** Beyond these eq. 62 has no ground (ch. 6). */
const WIND = { least: 1, most: 6 };
const HUMIDITY = { least: 0.2, most: 0.8 };
const LEAST_HEIGHT_M = 0.1;
const MOST_HEIGHT_M = 10;
/** Coefficients below this are not moved by the air (ch. 6). */
const LEAST_MOVED = 0.45;

const clamp = (v: number, least: number, most: number): number => Math.min(most, Math.max(least, v));

/** What wind and dry air add to a coefficient of a crop of some height (FAO 56, eq. 62). */
export function airAdds({ windMps, humidityMin }: Air, heightM: number): number {
  const wind = clamp(windMps, WIND.least, WIND.most);
  const humidity = clamp(humidityMin, HUMIDITY.least, HUMIDITY.most);
  const height = clamp(heightM, LEAST_HEIGHT_M, MOST_HEIGHT_M);
  return (0.04 * (wind - 2) - 0.4 * (humidity - 0.45)) * (height / TABLE_HEIGHT_M) ** HEIGHT_POWER;
}

/**
 * What is left of a full stand's use where its canopy shades only a share of the ground at noon: 0.1·√(100·P)
 * (Keller & Bliesner 1990).
 * @example shadedShare(0.625) // 0.79: 0.75 m beds on 1.2 m centres
 */
export const shadedShare = (shade: number): number => Math.sqrt(clamp(shade, 0, 1));

/** Coefficient of a day on the whole ground, paths included, and what it is made of. */
export interface DayCoefficient {
  /** Of the plant: basal, with the share that shade and cover leave. */
  kcb: number;
  /** Of the wetted soil that lies open. */
  ke: number;
  kc: number;
  /** The table's basal (or single) coefficient on that day, moved by the air. */
  table: number;
  /** Only a single coefficient is known. */
  single: boolean;
}

const NONE: DayCoefficient = { kcb: 0, ke: 0, kc: 0, table: 0, single: false };
/** Bare dry soil uses this little (eq. 76). */
const KC_LEAST = 0.15;
/** The most that soil and plant together can use (eq. 72). */
const KC_MOST = 1.2;
const OVER_BASAL = 0.05;
/** Drip wets mostly what the canopy shades: of it this share is hidden under full cover (ch. 7, note to eq. 75). */
const HIDDEN = 2 / 3;

/**
 * Coefficient of a day by the dual method (FAO 56, ch. 7): the plant's basal coefficient, and the evaporation of what is
 * wetted and lies open. The drip keeps its strip wet, so that its surface never dries out (K_r = 1), and no other ground.
 * Where only the single coefficient is known, the first one counts for the wetted share alone.
 */
export function coefficientOf(
  c: CropNeed,
  day: CropDay,
  ground: CropGround,
  air: Air = USUAL_AIR,
): DayCoefficient {
  if (!isGrowing(day)) return NONE;
  const left = shadedShare(ground.shade) * ground.uses;
  const adds = airAdds(air, c.heightM);
  const moved = (k: number): number => (k >= LEAST_MOVED ? Math.max(0, k + adds) : k);
  const { kcbBegin, kcbMiddle, kcbEnd } = c;
  if (kcbBegin === undefined || kcbMiddle === undefined || kcbEnd === undefined) {
    const table = alongStages([c.kcBegin, moved(c.kcMiddle), moved(c.kcEnd)], day);
    // The first one is the soil's, which is wet in the strip alone; the others are the plant's, as far as it shades.
    const first = c.kcBegin * ground.wetted * ground.evaporates;
    const kc = alongStages([first, moved(c.kcMiddle) * left, moved(c.kcEnd) * left], day);
    return { kcb: kc, ke: 0, kc, table, single: true };
  }
  const table = alongStages([kcbBegin, moved(kcbMiddle), moved(kcbEnd)], day);
  const most = Math.max(KC_MOST + adds, table + OVER_BASAL);
  // Share of the crop's own ground that it covers on that day (eq. 76).
  const covers = clamp((table - KC_LEAST) / (most - KC_LEAST), 0, 1) ** (1 + 0.5 * c.heightM);
  const open = Math.min(1 - covers * ground.shade, (1 - HIDDEN * covers) * ground.wetted) * ground.evaporates;
  const kcb = table * left;
  const ke = Math.max(0, Math.min(most - kcb, open * most));
  return { kcb, ke, kc: kcb + ke, table, single: false };
}

/** Depletion shares lie between these (FAO 56, table 22, note). */
const SHARE = { least: 0.1, most: 0.8 };

/** Share of the held water that may be used at a day's use: more on a day of little, less on one of much (FAO 56, table 22). */
export const usableShare = (useShare: number, etMm: number): number =>
  clamp(useShare + 0.04 * (5 - etMm), SHARE.least, SHARE.most);

/** No crop is given more than this times its need to wash out salt. */
const MOST_LEACHING = 0.5;

/**
 * Share of the water that washes salt down under drip: LR = EC_w / (2 · max EC_e) (Keller & Bliesner 1990).
 * @param waterDsM salt in the water, dS/m
 * @returns 0 where either is not known; at most a half
 */
export const leachingShare = (waterDsM: number | undefined, maxSaltDsM: number | undefined): number =>
  waterDsM === undefined || maxSaltDsM === undefined
    ? 0
    : Math.min(MOST_LEACHING, waterDsM / (2 * maxSaltDsM));
