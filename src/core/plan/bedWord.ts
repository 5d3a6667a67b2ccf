import type { Block } from './types';

/** What a block's places are called: beds, or plants at places of their own. */
export const bedWord = (block: Pick<Block, 'places'> | undefined): 'bed' | 'plant' =>
  block?.places ? 'plant' : 'bed';

/** One of a block's beds or plants by its key, or how many: “bed 3”, “4 plants”. */
export const bedsWord = (block: Pick<Block, 'places'> | undefined, keys: readonly string[]): string =>
  keys.length === 1 ? `${bedWord(block)} ${keys[0]}` : `${keys.length} ${bedWord(block)}s`;

/** What leads the water to them. */
export const headerWord = (block: Pick<Block, 'places'> | undefined): 'header' | 'small pipe' =>
  block?.places ? 'small pipe' : 'header';
