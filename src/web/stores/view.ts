import { defineStore } from 'pinia';
import { reactive, ref, shallowRef } from 'vue';
import type { Finding } from '../../core/check';
import type { Working, WorkingName } from '../../core/working';

/** Leaves of Sets, by the question each answers. */
export type Leaf = 'who' | 'much' | 'when' | 'lasts' | 'feed';
/** Leaves of Build. */
export type BuildLeaf = 'buy' | 'joints' | 'cut' | 'steps' | 'paper';
/** Leaves of Season. */
export type SeasonLeaf = 'today' | 'book' | 'walk' | 'cups' | 'upkeep' | 'learn' | 'practice';
/** Pictures under the sheet in Sets. */
export type Under = 'balance' | 'season' | 'soil' | 'day' | 'tank' | 'feed' | 'walk';
const UNDER_OF: Record<Leaf, Under> = {
  who: 'balance',
  much: 'season',
  when: 'day',
  lasts: 'tank',
  feed: 'feed',
};

/** A bed, by its block's id and its own key. */
export interface BedRef {
  block: string;
  key: string;
}

export const sameBed = (a: BedRef | undefined, block: string, key: string): boolean =>
  a !== undefined && a.key === key && a.block === block;

const nameOf = ({ block, key }: BedRef): string => `${block}/${key}`;

/** What is pointed at, picked or opened just now. */
export const useView = defineStore('view', () => {
  const pickedBed = ref<BedRef>();
  const pointedBed = ref<BedRef>();
  /** Beds chosen together, the picked one not counted. */
  const chosen = reactive(new Map<string, BedRef>());
  /** Key of a step of the walk, and of its part on the sheet. */
  const pointedStep = ref<string>();
  /** The part picked in the head or at an inlet. */
  const pickedPart = ref<{ place: string; id: string }>();
  /** The tee picked on the sheet. */
  const pickedTee = ref<string>();
  /** The sheet is shown on its side: what lies to the right lies down the screen. */
  const sheetTurned = ref(false);
  /** The joint of small pipe picked on the sheet. */
  const pickedJoint = ref<string>();
  /** The thing in the way picked on the sheet. */
  const pickedThing = ref<string>();
  /** The number whose working is open: by name, or of something found. */
  const openWorking = ref<WorkingName>();
  const openFinding = shallowRef<Finding>();
  /** A working that was made already. */
  const openMade = shallowRef<Working>();
  /** Which leaf of Sets lies open, and what is drawn under the sheet there. */
  const leaf = ref<Leaf>('who');
  const under = ref<Under>('balance');
  const buildLeaf = ref<BuildLeaf>('buy');
  const seasonLeaf = ref<SeasonLeaf>('today');
  const turnTo = (next: Leaf): void => {
    leaf.value = next;
    under.value = UNDER_OF[next];
  };
  /** Labels of fields that hold something that cannot be used. */
  const badFields = reactive(new Set<string>());
  /** What a field is told of another one that was typed and stands against it, by its path within its source or block. */
  const clashes = reactive(new Map<string, { what: string; by: string }>());
  const notice = ref('');
  /** Something could not be loaded, and how to try it again. */
  const stuck = shallowRef<{ says: string; why: string; again: () => void; action?: string }>();

  const isChosen = (block: string, key: string): boolean => chosen.has(`${block}/${key}`);
  const choose = (beds: readonly BedRef[], more = false): void => {
    if (!more) chosen.clear();
    for (const bed of beds) chosen.set(nameOf(bed), bed);
  };
  /** Takes a bed among the chosen, or out of them. */
  const toggle = (bed: BedRef): void => {
    if (!chosen.delete(nameOf(bed))) chosen.set(nameOf(bed), bed);
  };

  function reset(): void {
    pickedBed.value = undefined;
    pointedBed.value = undefined;
    chosen.clear();
    pointedStep.value = undefined;
    pickedTee.value = undefined;
    pickedPart.value = undefined;
    pickedJoint.value = undefined;
    pickedThing.value = undefined;
    openWorking.value = undefined;
    openFinding.value = undefined;
    openMade.value = undefined;
    turnTo('who');
    badFields.clear();
    clashes.clear();
  }

  return {
    pickedBed,
    pointedBed,
    chosen,
    isChosen,
    choose,
    toggle,
    pointedStep,
    pickedTee,
    pickedPart,
    sheetTurned,
    pickedJoint,
    pickedThing,
    openWorking,
    openFinding,
    openMade,
    leaf,
    under,
    buildLeaf,
    seasonLeaf,
    turnTo,
    badFields,
    clashes,
    notice,
    stuck,
    reset,
  };
});
