import { reactive, ref } from 'vue';

/** A bed, by its block's id and its own key. */
export interface BedRef {
  block: string;
  key: string;
}

export const sameBed = (a: BedRef | undefined, block: string, key: string): boolean =>
  a !== undefined && a.key === key && a.block === block;

const nameOf = ({ block, key }: BedRef): string => `${block}/${key}`;

/** Beds chosen together, the picked one not counted. */
export function chosenBeds() {
  const chosen = reactive(new Map<string, BedRef>());
  const isChosen = (block: string, key: string): boolean => chosen.has(nameOf({ block, key }));
  const choose = (beds: readonly BedRef[], more = false): void => {
    if (!more) chosen.clear();
    for (const bed of beds) chosen.set(nameOf(bed), bed);
  };
  /** Takes a bed among the chosen, or out of them. */
  const toggle = (bed: BedRef): void => {
    if (!chosen.delete(nameOf(bed))) chosen.set(nameOf(bed), bed);
  };
  return { chosen, isChosen, choose, toggle };
}

/** What is picked or pointed at on the sheet. */
export const picks = () => ({
  pickedBed: ref<BedRef>(),
  pointedBed: ref<BedRef>(),
  /** Key of a step of the walk, and of its part on the sheet. */
  pointedStep: ref<string>(),
  /** The part picked in the head or at an inlet. */
  pickedPart: ref<{ place: string; id: string }>(),
  pickedTee: ref<string>(),
  /** The joint of small pipe. */
  pickedJoint: ref<string>(),
  /** The thing in the way. */
  pickedThing: ref<string>(),
});
