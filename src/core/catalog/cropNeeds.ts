import type { CropNeed } from '../soil';
import type { CropId } from './crops';

const need = (
  [kcBegin, kcMiddle, kcEnd]: [number, number, number],
  [beginD, growD, middleD, endD]: [number, number, number, number],
  [rootBeginM, rootM]: [number, number],
  useShare: number,
): CropNeed => ({ kcBegin, kcMiddle, kcEnd, beginD, growD, middleD, endD, rootBeginM, rootM, useShare });

/**
 * Typical needs of the crops that beds are painted with. Coefficients, rooting depths and the share that may be used are
 * after FAO 56, tables 12 and 22 (lettuce and carrots, cabbage, onion, potato, green bean, squash, tomato, sweet pepper,
 * cucumber, sweet corn, strawberry; mint for flowers and herbs; clover for green manure); of two depths the lesser, as
 * drip keeps roots shallow. Days of each stage are of the order of its table 11 but differ by place and sowing too much to
 * be copied: they are a market garden's usual ones, assumed, for a grower to set. So are the depths at planting.
 */
export const CROP_NEEDS: Readonly<Record<CropId, CropNeed>> = {
  salad: need([0.7, 1, 0.95], [20, 30, 15, 10], [0.1, 0.3], 0.3),
  sowings: need([0.7, 1.05, 0.95], [20, 30, 40, 20], [0.1, 0.5], 0.35),
  brassicas: need([0.7, 1.05, 0.95], [25, 35, 40, 15], [0.15, 0.5], 0.45),
  onions: need([0.7, 1.05, 0.75], [20, 35, 75, 40], [0.1, 0.3], 0.3),
  potatoes: need([0.5, 1.15, 0.75], [25, 30, 40, 25], [0.2, 0.4], 0.35),
  beans: need([0.5, 1.05, 0.9], [20, 30, 30, 10], [0.15, 0.5], 0.45),
  squash: need([0.5, 0.95, 0.75], [25, 35, 35, 25], [0.15, 0.6], 0.5),
  tomatoes: need([0.6, 1.15, 0.8], [30, 40, 45, 30], [0.2, 0.7], 0.4),
  peppers: need([0.6, 1.05, 0.9], [30, 35, 40, 20], [0.15, 0.5], 0.3),
  cucumbers: need([0.6, 1, 0.75], [20, 30, 40, 15], [0.15, 0.7], 0.5),
  sweetcorn: need([0.3, 1.15, 1.05], [20, 25, 30, 10], [0.15, 0.8], 0.5),
  strawberries: need([0.4, 0.85, 0.75], [20, 30, 120, 30], [0.15, 0.2], 0.2),
  flowers: need([0.6, 1.15, 1.1], [20, 30, 60, 20], [0.15, 0.4], 0.4),
  'green-manure': need([0.4, 0.9, 0.85], [10, 20, 60, 10], [0.1, 0.6], 0.5),
};

/** A bed without a crop is reckoned as mixed vegetables at full cover: between salad and cabbages. */
export const MIXED_NEED: CropNeed = need([0.7, 1.05, 0.95], [20, 30, 60, 20], [0.1, 0.4], 0.35);

/** The need of a crop: typical, or with what a grower knows better. */
export const cropNeed = (crop: CropId | 'none', own?: Partial<CropNeed>): CropNeed => ({
  ...(crop === 'none' ? MIXED_NEED : CROP_NEEDS[crop]),
  ...own,
});
