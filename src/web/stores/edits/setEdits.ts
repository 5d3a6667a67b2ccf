import { msg } from '../../../core/language';
import type { BedGroup } from '../../../core/plan';
import type { Refusal } from '../plan';
import type { BedRef } from '../view';
import { assign, freshId } from './fields';
import { boundTo, type PlanStore } from './bound';
import { keysIn, wateringChange, type Watering } from './wateringChange';

type Sets = NonNullable<Watering['sets']>;

/** Takes a bed out of whatever sets it is in. */
function takeOut(plan: PlanStore, sets: Sets, { block, key }: BedRef): void {
  for (const set of sets)
    set.beds = set.beds.flatMap((g: BedGroup): BedGroup[] => {
      if (g.block !== block) return [g];
      const keys = (g.keys ?? keysIn(plan, block)).filter((k) => k !== key);
      return keys.length > 0 ? [{ block, keys }] : [];
    });
}

/** Paints beds into a set, or with none out of all; a block behind one valve goes as a whole. */
function putInSet(
  plan: PlanStore,
  beds: readonly BedRef[],
  setId: string | undefined,
  gesture?: string,
): Refusal | undefined {
  const name = plan.full.watering.sets.find((s) => s.id === setId)?.name;
  return wateringChange(plan)(
    name ? msg`put beds into ${name}` : msg`take beds out of their sets`,
    (w) => {
      const sets = (w.sets ??= []);
      for (const bed of beds) {
        const whole = plan.blocks.find((b) => b.id === bed.block)?.valves === 'block';
        const own = sets.find((s) => s.id === setId);
        if (whole) {
          for (const s of sets) s.beds = s.beds.filter((g: BedGroup) => g.block !== bed.block);
          own?.beds.push({ block: bed.block });
          continue;
        }
        takeOut(plan, sets, bed);
        if (!own) continue;
        const group = own.beds.find((g: BedGroup) => g.block === bed.block);
        if (group) {
          const order = keysIn(plan, bed.block);
          const keys = new Set([...(group.keys ?? order), bed.key]);
          group.keys = order.filter((k) => keys.has(k));
        } else own.beds.push({ block: bed.block, keys: [bed.key] });
      }
    },
    gesture,
  );
}

/** A further set with no beds yet. Returns its id. */
function addSet(plan: PlanStore): string {
  const id = freshId(plan.full.watering.sets, 'set');
  wateringChange(plan)(msg`add a set`, (w) => void (w.sets ??= []).push({ id, beds: [] }));
  return id;
}

/** Sets water one after the other: this one at another place among them. */
function moveSet(plan: PlanStore, id: string, to: number, gesture?: string): Refusal | undefined {
  const { sets } = plan.full.watering;
  const from = sets.findIndex((s) => s.id === id);
  const place = Math.max(0, Math.min(to, sets.length - 1));
  if (from < 0 || place === from) return undefined;
  return wateringChange(plan)(
    msg`water ${sets[from].name} as number ${place + 1}`,
    (w) => {
      const [moved] = w.sets!.splice(from, 1);
      w.sets!.splice(place, 0, moved);
    },
    gesture,
  );
}

function removeSet(plan: PlanStore, id: string): void {
  const name = plan.full.watering.sets.find((s) => s.id === id)?.name ?? msg`the set`;
  wateringChange(plan)(msg`take ${name} away`, (w) => void (w.sets = w.sets?.filter((s) => s.id !== id)));
}

function setFields(
  plan: PlanStore,
  id: string,
  fields: { name?: string; source?: string; starts?: number[]; minutes?: number; litres?: number },
  label: string,
  gesture?: string,
): Refusal | undefined {
  return wateringChange(plan)(
    label,
    (w) => {
      const found = w.sets?.find((s) => s.id === id);
      if (found) assign(found as unknown as Record<string, unknown>, fields);
    },
    gesture,
  );
}

/** All starts laid out by the day's rules again. */
const freeStarts = (plan: PlanStore): Refusal | undefined =>
  wateringChange(plan)(msg`plan the day again`, (w) => w.sets?.forEach((s) => delete s.starts));

/** Edits of sets: what beds they hold, their order and their starts. */
export const setEdits = (plan: PlanStore) =>
  boundTo(plan, {
    putInSet,
    addSet,
    moveSet,
    removeSet,
    setFields,
    freeStarts,
  });
