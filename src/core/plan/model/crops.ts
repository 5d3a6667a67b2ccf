import { msg } from '../../language';
import { cropNeed } from '../../catalog/cropNeeds';
import { CROPS, cropKind, isCrop, type CropKind } from '../../catalog/crops';
import type { CropNeed } from '../../soil';
import type { FullPlan } from './types';
import type { OwnCrop } from './wateringTypes';

type Crops = { watering: Pick<FullPlan['watering'], 'ownCrops' | 'crops'> };

/** Group of the picker that a grower's own crops stand in. */
export const OWN_GROUP = msg`your own`;

const ownKind = (own: OwnCrop): CropKind => {
  const { plantM, wets } = cropKind(own.like);
  return {
    id: own.id,
    name: own.name,
    group: OWN_GROUP,
    plantM: own.plantM ?? plantM,
    wets: own.wets ?? wets,
  };
};

/** Crops that beds of a plan may be painted with: the table's and its own. */
export const cropsOf = (plan: Crops): CropKind[] => [...CROPS, ...plan.watering.ownCrops.map(ownKind)];

/** A crop by its id; nothing for `none`, and for one that the plan does not know. */
export function cropIn(plan: Crops, id: string): CropKind | undefined {
  if (isCrop(id)) return cropKind(id);
  const own = plan.watering.ownCrops.find((c) => c.id === id);
  return own && ownKind(own);
}

/** How a crop is called; a bed without one is reckoned as mixed vegetables. */
export const cropName = (plan: Crops, id: string): string => cropIn(plan, id)?.name ?? msg`mixed vegetables`;

/** What a crop needs: typical, or as the grower knows better. */
export function needIn(plan: Crops, id: string): CropNeed {
  const typical = isCrop(id) ? id : plan.watering.ownCrops.find((c) => c.id === id)?.like;
  return cropNeed(typical !== undefined && isCrop(typical) ? typical : 'none', plan.watering.crops[id]);
}
