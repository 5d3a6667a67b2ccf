import type { Draft } from 'immer';
import type { StatedWatering } from '../../../core/plan';
import type { Refusal } from '../plan';
import type { PlanStore } from './bound';

export type Watering = Draft<StatedWatering>;

/** Changes of the watering; what says nothing any more is not stated. */
export const wateringChange =
  (plan: PlanStore) =>
  (label: string, make: (watering: Watering) => void, gesture?: string): Refusal | undefined =>
    plan.edit(
      label,
      (draft) => {
        const watering = (draft.watering ??= {}) as Watering;
        make(watering);
        for (const [key, value] of Object.entries(watering))
          if (value === undefined || (typeof value === 'object' && Object.keys(value).length === 0))
            delete (watering as Record<string, unknown>)[key];
        if (Object.keys(watering).length === 0) delete draft.watering;
      },
      gesture,
    );

/** Keys of a block's beds that do not rest. */
export const keysIn = (plan: PlanStore, block: string): string[] =>
  plan.laid.blocks
    .find((b) => b.block.id === block)
    ?.beds.filter((b) => !b.resting)
    .map((b) => b.key) ?? [];
