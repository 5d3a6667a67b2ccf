import { produce, type Draft } from 'immer';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { blankPlan, fillIn, refusalOf, type Block, type Plan, type Refusal } from '../../core/plan';

/** One step that can be undone. */
interface Step {
  label: string;
  /** Edits of the same gesture (one drag, one field being typed in) are one step. */
  gesture?: string;
  /** The plan before and after; unchanged parts are shared, so a step costs little. */
  before: Plan;
  after: Plan;
}

export type { Refusal };

const MOST_STEPS = 500;

/** Two plans say the same. Parts that are the same objects are not looked into. */
function alike(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((k) => alike((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  );
}

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
  const wishes = computed(() => full.value.wishes);
  /** Parts that are the same objects while they are not edited: what draws them need not look again. */
  const ground = computed(() => full.value.ground);
  const obstacles = computed(() => full.value.obstacles);
  const underlay = computed(() => full.value.underlay);
  const surveyed = computed(() => ground.value.heights.length > 0);
  /** The same list while no block changes: what draws blocks need not look again. */
  const blocks = computed<readonly Block[]>((before) => {
    const next = full.value.blocks;
    return before?.length === next.length && next.every((b, i) => b === before[i]) ? before : next;
  });
  /** The block whose beds and pipes are being worked on. */
  const blockId = shallowRef<string>();
  const blockIndex = computed(() =>
    Math.max(
      0,
      blocks.value.findIndex((b) => b.id === blockId.value),
    ),
  );
  const block = computed(() => blocks.value[blockIndex.value]);
  const statedBlock = computed(() => plan.value.blocks[blockIndex.value]);
  const pickBlock = (id: string): void => void (blockId.value = id);

  function open(next: Plan): void {
    plan.value = next;
    past.value = [];
    future.value = [];
    blockId.value = undefined;
    opened.value++;
  }

  /**
   * Changes the plan by one undoable step, unless the result makes no sense.
   * @param label names the step: "shorten bed 14"
   * @param gesture joins edits of one hand movement into one step
   * @returns why the edit was refused, and nothing when it was made
   */
  function edit(label: string, change: (draft: Draft<Plan>) => void, gesture?: string): Refusal | undefined {
    return become(
      label,
      produce(plan.value, (draft) => void change(draft)),
      gesture,
    );
  }

  /** Takes another version of the plan by one undoable step, unless it makes no sense. */
  function become(label: string, next: Plan, gesture?: string): Refusal | undefined {
    if (next === plan.value) return undefined;
    const refusal = refusalOf(next);
    if (refusal) return refusal;
    const last = past.value.at(-1);
    if (gesture && last?.gesture === gesture) {
      // A hand or a field that comes back to where it began has done nothing to undo.
      const undone = alike(last.before, next);
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
    wishes,
    ground,
    obstacles,
    underlay,
    surveyed,
    blocks,
    block,
    blockIndex,
    statedBlock,
    pickBlock,
    opened,
    isOpen,
    open,
    edit,
    become,
    undo,
    redo,
    undoLabel,
    redoLabel,
  };
});
