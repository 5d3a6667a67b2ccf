import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { blankPlan, contradictions, fillIn, planSchema, type Plan } from '../../core/plan';

enablePatches();

/** One step that can be undone. */
interface Step {
  label: string;
  /** Edits of the same gesture (one drag, one field being typed in) are one step. */
  gesture?: string;
  patches: Patch[];
  inverse: Patch[];
}

/** Why an edit was refused: the limit it broke, in the core unit of its field, or a sentence. */
export interface Refusal {
  rule: string;
  limit?: number;
  what: string;
}

const MOST_STEPS = 500;

/** The plan being worked on, and its history. Nothing else in the interface is saved. */
export const usePlan = defineStore('plan', () => {
  const plan = shallowRef<Plan>(blankPlan('metric'));
  const past = shallowRef<Step[]>([]);
  const future = shallowRef<Step[]>([]);
  /** Counts openings, so that views can start afresh on another plan. */
  const opened = shallowRef(0);
  const isOpen = computed(() => opened.value > 0);
  const full = computed(() => fillIn(plan.value));
  const source = computed(
    () => full.value.sources.find((s) => s.id === full.value.sourceId) ?? full.value.sources[0],
  );
  const sourceIndex = computed(() => full.value.sources.indexOf(source.value));
  const block = computed(() => full.value.blocks[0]);

  function open(next: Plan): void {
    plan.value = next;
    past.value = [];
    future.value = [];
    opened.value++;
  }

  /**
   * Changes the plan by one undoable step, unless the result makes no sense.
   * @param label names the step: "shorten bed 14"
   * @param gesture joins edits of one hand movement into one step
   * @returns why the edit was refused, and nothing when it was made
   */
  function edit(label: string, change: (draft: Draft<Plan>) => void, gesture?: string): Refusal | undefined {
    const [next, patches, inverse] = produceWithPatches(plan.value, (draft) => void change(draft));
    if (patches.length === 0) return undefined;
    const { error } = planSchema.validate(next, { convert: false, errors: { label: false } });
    if (error) {
      const [first] = error.details;
      return { rule: first.type, limit: first.context?.limit as number | undefined, what: first.message };
    }
    const odd = contradictions(fillIn(next as Plan));
    if (odd.length > 0) return { rule: 'contradiction', what: odd[0].what };
    const last = past.value.at(-1);
    if (gesture && last?.gesture === gesture) {
      past.value = [
        ...past.value.slice(0, -1),
        { ...last, patches: [...last.patches, ...patches], inverse: [...inverse, ...last.inverse] },
      ];
    } else {
      past.value = [...past.value, { label, gesture, patches, inverse }].slice(-MOST_STEPS);
    }
    future.value = [];
    plan.value = next as Plan;
    return undefined;
  }

  function undo(): void {
    const step = past.value.at(-1);
    if (!step) return;
    plan.value = applyPatches(plan.value, step.inverse) as Plan;
    past.value = past.value.slice(0, -1);
    future.value = [...future.value, { ...step, gesture: undefined }];
  }

  function redo(): void {
    const step = future.value.at(-1);
    if (!step) return;
    plan.value = applyPatches(plan.value, step.patches) as Plan;
    future.value = future.value.slice(0, -1);
    past.value = [...past.value, step];
  }

  const undoLabel = computed(() => past.value.at(-1)?.label);
  const redoLabel = computed(() => future.value.at(-1)?.label);

  return {
    plan,
    full,
    source,
    sourceIndex,
    block,
    opened,
    isOpen,
    open,
    edit,
    undo,
    redo,
    undoLabel,
    redoLabel,
  };
});
