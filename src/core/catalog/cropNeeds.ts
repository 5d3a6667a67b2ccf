import type { CropNeed } from '../soil';
import { cropKind, type CropId } from './crops';

/** Depth of the roots at planting, m: assumed, and no deeper than the crop's own. */
const ROOT_BEGIN_M = 0.15;

function needOf(id: CropId): CropNeed {
  const c = cropKind(id);
  const [kcBegin, kcMiddle, kcEnd] = c.kc;
  const [kcbBegin, kcbMiddle, kcbEnd] = c.kcb;
  const [beginD, growD, middleD, endD] = c.days;
  return {
    kcBegin,
    kcMiddle,
    kcEnd,
    kcbBegin,
    kcbMiddle,
    kcbEnd,
    beginD,
    growD,
    middleD,
    endD,
    rootBeginM: Math.min(ROOT_BEGIN_M, c.rootM),
    rootM: c.rootM,
    useShare: c.useShare,
    heightM: c.heightM,
    closes: c.closes,
    ...('maxSaltDsM' in c && { maxSaltDsM: c.maxSaltDsM }),
  };
}

/** A bed without a crop is reckoned as mixed vegetables at full cover: between lettuce and cabbages. */
export const MIXED_NEED: CropNeed = {
  ...needOf('salad'),
  kcMiddle: 1.05,
  kcbMiddle: 0.95,
  middleD: 60,
  endD: 20,
  rootM: 0.4,
  useShare: 0.35,
};

/** Coefficients that a grower states singly stand for soil and plant together: the basal ones no longer hold. */
const SINGLE = ['kcBegin', 'kcMiddle', 'kcEnd'] as const;
const BASAL = ['kcbBegin', 'kcbMiddle', 'kcbEnd'] as const;

/** The need of a crop: typical, or with what a grower knows better. */
export function cropNeed(crop: CropId | 'none', own?: Partial<CropNeed>): CropNeed {
  const typical = crop === 'none' ? MIXED_NEED : needOf(crop);
  if (!own) return typical;
  const need = { ...typical, ...own };
  const single = SINGLE.some((k) => own[k] !== undefined) && BASAL.every((k) => own[k] === undefined);
  if (single) for (const k of BASAL) delete need[k];
  return need;
}
