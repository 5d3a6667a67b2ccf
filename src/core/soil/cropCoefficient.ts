/** How much a crop uses over its life against reference evapotranspiration, and how deep it roots. */
export interface CropNeed {
  /** Coefficients at the beginning, in the middle and at the end. */
  kcBegin: number;
  kcMiddle: number;
  kcEnd: number;
  /** Days from planting to a tenth of the ground covered, to full cover, to ripening, to harvest. */
  beginD: number;
  growD: number;
  middleD: number;
  endD: number;
  /** Roots at planting and full grown, m. */
  rootBeginM: number;
  rootM: number;
  /** Share of the held water that may be used before the crop goes short. */
  useShare: number;
}

export const cropDays = (c: CropNeed): number => c.beginD + c.growD + c.middleD + c.endD;

export type CropPhase = 'not yet' | 'begins' | 'grows' | 'stands' | 'ripens' | 'over';

/** A crop on one day of its life. */
export interface CropDay {
  phase: CropPhase;
  kc: number;
  rootM: number;
}

/**
 * Coefficient and rooting depth on a day (FAO 56, ch. 6: constant, rising in a straight line, constant, falling; roots
 * go down in a straight line until full cover, ch. 8).
 * @param day since planting, 0 on the day itself
 */
export function cropDay(c: CropNeed, day: number): CropDay {
  if (day < 0) return { phase: 'not yet', kc: 0, rootM: c.rootBeginM };
  const grown = c.beginD + c.growD;
  const rootM = c.rootBeginM + (c.rootM - c.rootBeginM) * Math.min(1, grown > 0 ? day / grown : 1);
  if (day < c.beginD) return { phase: 'begins', kc: c.kcBegin, rootM };
  if (day < grown)
    return {
      phase: 'grows',
      kc: c.kcBegin + ((c.kcMiddle - c.kcBegin) * (day - c.beginD)) / c.growD,
      rootM,
    };
  if (day < grown + c.middleD) return { phase: 'stands', kc: c.kcMiddle, rootM };
  const late = day - grown - c.middleD;
  if (late < c.endD)
    return { phase: 'ripens', kc: c.kcMiddle + ((c.kcEnd - c.kcMiddle) * late) / c.endD, rootM };
  return { phase: 'over', kc: 0, rootM };
}
