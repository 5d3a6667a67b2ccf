import type { CropId } from '../../../core/catalog/crops';
import { msg } from '../../../core/language';
import type { Refusal } from '../plan';
import { assign, freshId } from './fields';
import { boundTo, type PlanStore } from './bound';
import { wateringChange, type Watering } from './wateringChange';

const plantCrop = (
  plan: PlanStore,
  crop: string,
  date: string | undefined,
  gesture?: string,
): Refusal | undefined =>
  wateringChange(plan)(
    msg`set a planting date`,
    (w) => assign((w.planted ??= {}) as Record<string, unknown>, { [crop]: date }),
    gesture,
  );

function cropFields(plan: PlanStore, crop: string, fields: object, gesture?: string): Refusal | undefined {
  return wateringChange(plan)(
    msg`change what a crop needs`,
    (w) => {
      const crops = (w.crops ??= {}) as Record<string, Record<string, unknown>>;
      assign((crops[crop] ??= {}), fields);
      if (Object.keys(crops[crop]).length === 0) delete crops[crop];
    },
    gesture,
  );
}

/** A crop of the grower's own, like one of the table; beds can be painted with it at once. */
function addOwnCrop(plan: PlanStore, name: string, like: CropId): string | undefined {
  const id = freshId(plan.full.watering.ownCrops, 'crop');
  const refused = wateringChange(plan)(msg`add ${name}`, (w) => {
    w.ownCrops = [...(w.ownCrops ?? []), { id, name, like }] as typeof w.ownCrops;
  });
  return refused ? undefined : id;
}

/** Takes an own crop away: beds painted with it are painted with the crop that it is like. */
function removeOwnCrop(plan: PlanStore, id: string): Refusal | undefined {
  const own = plan.full.watering.ownCrops.find((c) => c.id === id);
  if (!own) return undefined;
  return plan.edit(msg`take ${own.name} away`, (draft) => {
    const w = draft.watering as Watering;
    w.ownCrops = w.ownCrops!.filter((c) => c.id !== id) as typeof w.ownCrops;
    if (w.ownCrops!.length === 0) delete w.ownCrops;
    for (const told of [w.crops, w.planted] as (Record<string, unknown> | undefined)[])
      if (told) delete told[id];
    for (const b of draft.blocks) {
      if (b.beds?.crop === id) b.beds.crop = own.like;
      for (const single of Object.values(b.beds?.single ?? {}))
        if (single.crop === id) single.crop = own.like;
    }
  });
}

const cover = (plan: PlanStore, block: string, id: string): Refusal | undefined =>
  plan.edit(msg`choose what covers the soil`, (draft) => {
    const b = draft.blocks.find((x) => x.id === block);
    if (b) (b.beds ??= {}).cover = id as never;
  });

/** Edits of crops: when they were planted, what they need, own ones, and what covers the soil. */
export const cropEdits = (plan: PlanStore) =>
  boundTo(plan, {
    plantCrop,
    cropFields,
    addOwnCrop,
    removeOwnCrop,
    cover,
  });
