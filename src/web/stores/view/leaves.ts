import { ref } from 'vue';

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

/** Which leaf of a stage lies open, and what is drawn under the sheet there. */
export function leaves() {
  const leaf = ref<Leaf>('who');
  const under = ref<Under>('balance');
  const turnTo = (next: Leaf): void => {
    leaf.value = next;
    under.value = UNDER_OF[next];
  };
  return { leaf, under, turnTo, buildLeaf: ref<BuildLeaf>('buy'), seasonLeaf: ref<SeasonLeaf>('today') };
}
