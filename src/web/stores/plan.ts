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
class OpenPlan {
  readonly history = shallowRef<History>(begin(plain(blankPlan('metric'))));
  readonly plan = computed<Plan>(() => this.history.value.plan);

  /** Where the movement under way began, and what it is called. */
  private moving: { gesture: string; from: Plan } | undefined;
  private listener: Listener | undefined;

  /** Another page has the pen: this one only looks. */
  readonly reading = shallowRef(false);

  /** Counts edits that were refused for that. */
  readonly refused = shallowRef(0);

  /** The last press that was refused, and why. */
  readonly told = shallowRef<Refusal>();

  /** Counts openings, so that views can start afresh on another plan. */
  readonly opened = shallowRef(0);
  readonly isOpen = computed(() => this.opened.value > 0);
  readonly full = computed(() => fillIn(this.plan.value));

  readonly source = computed(
    () =>
      this.full.value.sources.find((s) => s.id === this.full.value.sourceId) ?? this.full.value.sources[0],
  );

  readonly sourceIndex = computed(() => this.full.value.sources.indexOf(this.source.value));
  readonly wishes = computed(() => this.full.value.wishes);

  /** Parts that are the same objects while they are not edited: what draws them need not look again. */
  readonly ground = computed(() => this.full.value.ground);
  readonly obstacles = computed(() => this.full.value.obstacles);
  readonly underlay = computed(() => this.full.value.underlay);
  readonly surveyed = computed(() => this.ground.value.heights.length > 0);

  /** The same list while no block changes: what draws blocks need not look again. */
  readonly blocks = computed<readonly Block[]>((before) => {
    const next = this.full.value.blocks;
    return before?.length === next.length && next.every((b, i) => b === before[i]) ? before : next;
  });

  /** The block whose beds and pipes are being worked on. */
  private readonly blockId = shallowRef<string>();

  readonly blockIndex = computed(() =>
    Math.max(
      0,
      this.blocks.value.findIndex((b) => b.id === this.blockId.value),
    ),
  );

  readonly block = computed(() => this.blocks.value[this.blockIndex.value]);

  /** The farm laid out; what is the same as before is the same object. */
  readonly laid = computed(() => layOut(this.full.value));
  readonly laidBlock = computed(() => this.laid.value.blocks[this.blockIndex.value]);
  readonly statedBlock = computed(() => this.plan.value.blocks[this.blockIndex.value]);
  readonly pickBlock = (id: string): void => void (this.blockId.value = id);

  /** Opens a plan, with what can be undone of it. */
  readonly open = (next: Plan | History): void => {
    this.history.value = plain('past' in next ? next : begin(next));
    this.moving = undefined;
    this.blockId.value = undefined;
    this.opened.value++;
  };

  /** Takes a plan as it stands elsewhere, while it stays open here. */
  readonly replaceBy = (next: History): void => {
    this.history.value = plain(next);
    this.moving = undefined;
  };

  /** Has each edit, undo and redo told to somebody, as it happens. */
  readonly listen = (to: Listener | undefined): void => void (this.listener = to);

  private happen(happening: Happening, made?: Plan): void {
    this.history.value = plain(advance(this.history.value, happening, made));
    this.listener?.(plain(happening));
  }

  /** Takes what happened to the plan in another page. @returns whether it could be followed */
  readonly follow = (happening: Happening): boolean => {
    try {
      this.history.value = plain(advance(this.history.value, happening));
      this.moving = undefined;
      return true;
    } catch {
      return false;
    }
  };

  /**
   * Changes the plan by one undoable step, unless the result makes no sense.
   * @param label names the step: "shorten bed 14"
   * @param gesture joins edits of one hand movement into one step
   * @returns why the edit was refused, and nothing when it was made
   */
  readonly edit = (
    label: string,
    change: (draft: Draft<Plan>) => void,
    gesture?: string,
  ): Refusal | undefined => {
    return this.become(
      label,
      drafts.produce(this.gathering ?? toRaw(this.plan.value), (draft) => void change(draft)),
      gesture,
    );
  };

  /** The plan as some edits leave it that are judged together, while they are made. */
  private gathering: Plan | undefined;

  /** Makes several edits as one step, judged as a whole: what one of them alone would contradict may fit with the others. */
  readonly together = (label: string, edits: () => void): Refusal | undefined => {
    const wanted = ((this.gathering = toRaw(this.plan.value)), edits(), this.gathering);
    this.gathering = undefined;
    return this.become(label, wanted, label);
  };

  /** Takes another version of the plan by one undoable step, unless it makes no sense. */
  readonly become = (label: string, wanted: Plan, gesture?: string): Refusal | undefined => {
    if (this.gathering) {
      this.gathering = wanted;
      return undefined;
    }
    const now = toRaw(this.plan.value);
    if (wanted === now) return undefined;
    if (this.reading.value) {
      this.refused.value++;
      return READING;
    }
    const next = plain(wanted);
    const refusal = refusalOf(next);
    if (refusal) {
      // A field says so beside itself; what a press asked for is told by the page.
      if (gesture === undefined) this.told.value = { ...refusal };
      return refusal;
    }
    const goesOn =
      gesture !== undefined &&
      this.moving?.gesture === gesture &&
      this.history.value.past.at(-1)?.gesture === gesture;
    if (!goesOn) this.moving = gesture === undefined ? undefined : { gesture, from: now };
    const step = stepBetween(label, goesOn ? this.moving!.from : now, next, gesture);
    // A hand or a field that comes back to where it began has done nothing to undo.
    if (goesOn) this.happen({ do: 'again', step }, next);
    else if (!isEmpty(step)) this.happen({ do: 'step', step }, next);
    return undefined;
  };

  private readonly turn = (which: 'undo' | 'redo'): void => {
    if (this.reading.value) return void this.refused.value++;
    this.moving = undefined;
    if (this.history.value[which === 'undo' ? 'past' : 'future'].length > 0) this.happen({ do: which });
  };

  readonly undo = (): void => this.turn('undo');
  readonly redo = (): void => this.turn('redo');
  readonly undoLabel = computed(() => this.history.value.past.at(-1)?.label);
  readonly redoLabel = computed(() => this.history.value.future.at(-1)?.label);
}

export const usePlan = defineStore('plan', () => {
  const own = new OpenPlan();
  return {
    plan: own.plan,
    full: own.full,
    source: own.source,
    sourceIndex: own.sourceIndex,
    wishes: own.wishes,
    ground: own.ground,
    obstacles: own.obstacles,
    underlay: own.underlay,
    surveyed: own.surveyed,
    blocks: own.blocks,
    block: own.block,
    blockIndex: own.blockIndex,
    laid: own.laid,
    laidBlock: own.laidBlock,
    statedBlock: own.statedBlock,
    pickBlock: own.pickBlock,
    history: own.history,
    reading: own.reading,
    refused: own.refused,
    told: own.told,
    listen: own.listen,
    follow: own.follow,
    replaceBy: own.replaceBy,
    opened: own.opened,
    isOpen: own.isOpen,
    open: own.open,
    edit: own.edit,
    become: own.become,
    together: own.together,
    undo: own.undo,
    redo: own.redo,
    undoLabel: own.undoLabel,
    redoLabel: own.redoLabel,
  };
});
