import { defineStore } from 'pinia';
import { computed, ref, toRaw, watch } from 'vue';
import { withOpen, type FullPlan, type WaterSet } from '../../core/plan';
import { usePlan } from './plan';

/** Looks at all that is in use at once, whatever the sets. */
export const EVERYTHING = 'everything';

/** Which set is open on the sheet, in the tally and in Check. */
export const useOpening = defineStore('opening', () => {
  const plan = usePlan();
  /** Picked by hand: a set's id, or everything. */
  const picked = ref<string>();
  watch(
    () => plan.opened,
    () => (picked.value = undefined),
    { flush: 'sync' },
  );
  const sets = computed<readonly WaterSet[]>((before) => {
    const next = plan.full.watering.sets;
    return before && before.length === next.length && next.every((s, i) => s === before[i]) ? before : next;
  });
  const set = computed<WaterSet | undefined>(() =>
    picked.value === EVERYTHING
      ? undefined
      : (sets.value.find((s) => s.id === picked.value) ?? sets.value[0]),
  );
  /** The plan as it is open. */
  const full = computed<FullPlan>(() => (set.value ? withOpen(toRaw(plan.full), set.value) : plan.full));
  const pick = (id: string): void => void (picked.value = id);
  return { picked, sets, set, full, pick };
});
