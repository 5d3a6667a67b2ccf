import { produce, type Draft } from 'immer';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { blankPlan, contradictions, fillIn, planSchema, type Plan } from '../../core/plan';

/** One step that can be undone. */
interface Step {
  label: string;
  /** Edits of the same gesture (one drag, one field being typed in) are one step. */
  gesture?: string;
  /** The plan before and after; unchanged parts are shared, so a step costs little. */
  before: Plan;
  after: Plan;
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
    const next = produce(plan.value, (draft) => void change(draft));
    if (next === plan.value) return undefined;
    const { error } = planSchema.validate(next, { convert: false, errors: { label: false } });
    if (error) {
      const [first] = error.details;
      return { rule: first.type, limit: first.context?.limit as number | undefined, what: first.message };
    }
    const odd = contradictions(fillIn(next));
    if (odd.length > 0) return { rule: 'contradiction', what: odd[0].what };
    const last = past.value.at(-1);
    if (gesture && last?.gesture === gesture) {
      // A hand or a field that comes back to where it began has done nothing to undo.
      const undone = JSON.stringify(last.before) === JSON.stringify(next);
      past.value = [...past.value.slice(0, -1), ...(undone ? [] : [{ ...last, label, after: next }])];
    } else {
      past.value = [...past.value, { label, gesture, before: plan.value, after: next }].slice(-MOST_STEPS);
    }
    future.value = [];
    plan.value = next;
    return undefined;
  }

  function undo(): void {
    const step = past.value.at(-1);
    if (!step) return;
    plan.value = step.before;
    past.value = past.value.slice(0, -1);
    future.value = [...future.value, { ...step, gesture: undefined }];
  }

  function redo(): void {
    const step = future.value.at(-1);
    if (!step) return;
    plan.value = step.after;
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
