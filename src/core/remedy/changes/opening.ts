import type { ChangeMakers } from '../types';
import { blockIn } from './drafts';

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Watering fewer beds at once. */
export const OPENING: ChangeMakers<'open-blocks' | 'rest-beds'> = {
  'open-blocks': {
    make(draft, { ids }) {
      for (const b of draft.blocks) {
        if (ids.includes(b.id)) delete b.inUse;
        else b.inUse = false;
      }
    },
    says: ({ ids }, full) =>
      `water ${listed(full.blocks.filter((b) => ids.includes(b.id)).map((b) => b.name))} now, the others after`,
  },
  'rest-beds': {
    make(draft, { block, keys }) {
      const beds = (blockIn(draft, block).beds ??= {});
      const single = { ...beds.single };
      for (const key of keys) single[key] = { ...single[key], resting: true };
      beds.single = single;
    },
    says: ({ keys }) =>
      keys.length === 1
        ? `water bed ${keys[0]} after the others`
        : `water beds ${keys[0]} to ${keys.at(-1)} after the others`,
  },
};
