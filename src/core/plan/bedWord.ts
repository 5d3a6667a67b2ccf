import type { Block, Places } from './types';

type Growing = Pick<Block, 'places'> | undefined;

/** Plants at places where they are all that grows in a block; nothing where it has beds, with plants beside them or not. */
export const onlyPlaces = (block: Growing): Places | undefined =>
  block?.places && !block.places.beds ? block.places : undefined;

/** What one of a block's places is called by its key, or all of them: beds, or plants at places of their own. */
export const bedWord = (block: Growing, key?: string): 'bed' | 'plant' =>
  onlyPlaces(block) || (block?.places && key?.startsWith('p')) ? 'plant' : 'bed';

/** One of a block's beds or plants by its key, or how many: “bed 3”, “4 plants”. */
export const bedsWord = (block: Growing, keys: readonly string[]): string =>
  keys.length === 1 ? `${bedWord(block, keys[0])} ${keys[0]}` : `${keys.length} ${bedWord(block, keys[0])}s`;

/** What leads the water to them. */
export const headerWord = (block: Growing): 'header' | 'small pipe' =>
  onlyPlaces(block) ? 'small pipe' : 'header';
