import { Immer, type Draft } from 'immer';
import { defineStore } from 'pinia';
import { computed, shallowRef, toRaw } from 'vue';
import { msg } from '../../core/language';
import { layOut } from '../../core/layout';
import {
  advance,
  begin,
  blankPlan,
  fillIn,
  isEmpty,
  refusalOf,
  stepBetween,
  type Block,
  type Happening,
  type History,
  type Plan,
  type Refusal,
} from '../../core/plan';
import { plain } from '../page/plain';

export type { Refusal };

/** It freezes nothing: a draft may hold what a page still holds reactive, until `plain` copies it. */
const drafts = new Immer({ autoFreeze: false });

/** Whoever writes down what happens to the plan. */
export type Listener = (happening: Happening) => void;

/** What is refused where another page has the pen. */
const READING: Refusal = {
  rule: 'reading',
  what: msg`this plan is being worked on in another tab: press “Work here instead” to change it here`,
};

/** The plan being worked on, and its history. Nothing else in the interface is saved. */
export const usePlan = defineStore('plan', () => {
  const history = shallowRef<History>(begin(plain(blankPlan('metric'))));
  const plan = computed<Plan>(() => history.value.plan);
  /** Where the movement under way began, and what it is called. */
  let moving: { gesture: string; from: Plan } | undefined;
  let listener: Listener | undefined;
  /** Another page has the pen: this one only looks. */
  const reading = shallowRef(false);
  /** Counts edits that were refused for that. */
  const refused = shallowRef(0);
  /** The last press that was refused, and why. */
  const told = shallowRef<Refusal>();
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
  /** The farm laid out; what is the same as before is the same object. */
  const laid = computed(() => layOut(full.value));
  const laidBlock = computed(() => laid.value.blocks[blockIndex.value]);
  const statedBlock = computed(() => plan.value.blocks[blockIndex.value]);
  const pickBlock = (id: string): void => void (blockId.value = id);

  /** Opens a plan, with what can be undone of it. */
  function open(next: Plan | History): void {
    history.value = plain('past' in next ? next : begin(next));
    moving = undefined;
    blockId.value = undefined;
    opened.value++;
  }

  /** Takes a plan as it stands elsewhere, while it stays open here. */
  function replaceBy(next: History): void {
    history.value = plain(next);
    moving = undefined;
  }

  /** Has each edit, undo and redo told to somebody, as it happens. */
  const listen = (to: Listener | undefined): void => void (listener = to);

  function happen(happening: Happening, made?: Plan): void {
    history.value = plain(advance(history.value, happening, made));
    listener?.(plain(happening));
  }

  /** Takes what happened to the plan in another page. @returns whether it could be followed */
  function follow(happening: Happening): boolean {
    try {
      history.value = plain(advance(history.value, happening));
      moving = undefined;
      return true;
    } catch {
      return false;
    }
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
      drafts.produce(gathering ?? toRaw(plan.value), (draft) => void change(draft)),
      gesture,
    );
  }

  /** The plan as some edits leave it that are judged together, while they are made. */
  let gathering: Plan | undefined;
  /** Makes several edits as one step, judged as a whole: what one of them alone would contradict may fit with the others. */
  function together(label: string, edits: () => void): Refusal | undefined {
    const wanted = ((gathering = toRaw(plan.value)), edits(), gathering);
    gathering = undefined;
    return become(label, wanted, label);
  }

  /** Takes another version of the plan by one undoable step, unless it makes no sense. */
  function become(label: string, wanted: Plan, gesture?: string): Refusal | undefined {
    if (gathering) {
      gathering = wanted;
      return undefined;
    }
    const now = toRaw(plan.value);
    if (wanted === now) return undefined;
    if (reading.value) {
      refused.value++;
      return READING;
    }
    const next = plain(wanted);
    const refusal = refusalOf(next);
    if (refusal) {
      // A field says so beside itself; what a press asked for is told by the page.
      if (gesture === undefined) told.value = { ...refusal };
      return refusal;
    }
    const goesOn =
      gesture !== undefined && moving?.gesture === gesture && history.value.past.at(-1)?.gesture === gesture;
    if (!goesOn) moving = gesture === undefined ? undefined : { gesture, from: now };
    const step = stepBetween(label, goesOn ? moving!.from : now, next, gesture);
    // A hand or a field that comes back to where it began has done nothing to undo.
    if (goesOn) happen({ do: 'again', step }, next);
    else if (!isEmpty(step)) happen({ do: 'step', step }, next);
    return undefined;
  }

  const turn = (which: 'undo' | 'redo'): void => {
    if (reading.value) return void refused.value++;
    moving = undefined;
    if (history.value[which === 'undo' ? 'past' : 'future'].length > 0) happen({ do: which });
  };
  const undo = (): void => turn('undo');
  const redo = (): void => turn('redo');

  const undoLabel = computed(() => history.value.past.at(-1)?.label);
  const redoLabel = computed(() => history.value.future.at(-1)?.label);

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
    laid,
    laidBlock,
    statedBlock,
    pickBlock,
    history,
    reading,
    refused,
    told,
    listen,
    follow,
    replaceBy,
    opened,
    isOpen,
    open,
    edit,
    become,
    together,
    undo,
    redo,
    undoLabel,
    redoLabel,
  };
});
