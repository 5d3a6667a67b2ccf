import { msg, forms } from '../../language';
import type { Block, Places } from './types';

type Growing = Pick<Block, 'places'> | undefined;

/** Plants at places where they are all that grows in a block; nothing where it has beds, with plants beside them or not. */
export const onlyPlaces = (block: Growing): Places | undefined =>
  block?.places && !block.places.beds ? block.places : undefined;

/** What one of a block's places is called by its key, or all of them: beds, or plants at places of their own. */
export const bedWord = (block: Growing, key?: string): 'bed' | 'plant' =>
  onlyPlaces(block) || (block?.places && key?.startsWith('p')) ? 'plant' : 'bed';

/** One of a block's beds or plants by its key: “bed 3”, “plant p4”. */
export const bedName = (block: Growing, key: string): string =>
  bedWord(block, key) === 'plant' ? msg`plant ${key}` : msg`bed ${key}`;

/** One of a block's beds or plants by its key, or how many: “bed 3”, “4 plants”. */
export const bedsWord = (block: Growing, keys: readonly string[]): string =>
  keys.length === 1 ? bedName(block, keys[0]) : bedsCount(keys.length, bedWord(block, keys[0]) === 'plant');

/** How many beds or plants: “1 bed”, “4 plants”. */
export const bedsCount = (n: number, plants = false): string =>
  plants ? msg`${n} ${forms(n, 'plant', 'plants')}` : msg`${n} ${forms(n, 'bed', 'beds')}`;

/** Beds that lie beside each other: “bed 3”, “beds 13 to 24”. */
export const bedsSpan = (block: Growing, keys: readonly string[]): string =>
  keys.length === 1
    ? bedName(block, keys[0])
    : bedWord(block, keys[0]) === 'plant'
      ? msg`plants ${keys[0]} to ${keys.at(-1)}`
      : msg`beds ${keys[0]} to ${keys.at(-1)}`;

/** What leads the water to them. */
export const headerWord = (block: Growing): 'header' | 'small pipe' =>
  onlyPlaces(block) ? 'small pipe' : 'header';

/** The same in words. */
export const headerName = (block: Growing): string =>
  headerWord(block) === 'header' ? msg`header` : msg`small pipe`;
