import { defineStore } from 'pinia';
import { ref } from 'vue';
import { leaves } from './view/leaves';
import { notices } from './view/notices';
import { chosenBeds, picks } from './view/picks';
import { workings } from './view/workings';

export type { BuildLeaf, Leaf, SeasonLeaf, Under } from './view/leaves';
export { sameBed, type BedRef } from './view/picks';

/** What is pointed at, picked or opened just now. */
export const useView = defineStore('view', () => {
  const [picked, beds, open, turned, told] = [picks(), chosenBeds(), workings(), leaves(), notices()];
  /** The sheet is shown on its side: what lies to the right lies down the screen. */
  const sheetTurned = ref(false);

  /** Nothing is left that belongs to another plan. */
  function reset(): void {
    for (const of of [...Object.values(picked), ...Object.values(open)]) of.value = undefined;
    beds.chosen.clear();
    turned.turnTo('who');
    told.badFields.clear();
    told.clashes.clear();
  }

  return { ...picked, ...beds, ...open, ...turned, ...told, sheetTurned, reset };
});
