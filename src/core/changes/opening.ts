import { msg } from '../language';
import type { OpenedBy } from '../plan';
import type { ChangeMakers } from './types';
import { blockIn, ofBlock } from './drafts';

const BY_WORDS: Record<OpenedBy, string> = {
  hand: msg`by hand`,
  battery: msg`by timers with a battery`,
  wired: msg`by a controller with wired valves`,
  latching: msg`by latching valves in the field`,
};

/** Watering fewer beds at once: in sets, one after the other; and what opens them. */
export const OPENING: ChangeMakers<'sets' | 'opened-by'> = {
  sets: {
    make(draft, { sets }) {
      const watering = (draft.watering ??= {});
      // Names that say no more than the place are given by the plan.
      if (sets.length > 0) watering.sets = sets.map((s) => ({ ...s, beds: s.beds.map((g) => ({ ...g })) }));
      else delete watering.sets;
      if (Object.keys(watering).length === 0) delete draft.watering;
    },
    says: ({ sets }) =>
      sets.length === 0
        ? msg`water everything at once`
        : sets.length === 1
          ? msg`water in one set`
          : msg`water in ${sets.length} sets, one after the other`,
  },
  'opened-by': {
    make(draft, { by, block }) {
      if (block !== undefined) {
        const own = blockIn(draft, block);
        own.opened = by;
        // One valve for all of it is what cannot open some.
        if (by === 'hand' && own.valves === 'block') delete own.valves;
        return;
      }
      const watering = (draft.watering ??= {});
      (watering.switching ??= {}).by = by;
      delete watering.day?.byHand;
      for (const b of draft.blocks) delete b.opened;
    },
    says: ({ by, block }, full) =>
      block === undefined
        ? msg`open all ${BY_WORDS[by]}`
        : msg`open the beds${ofBlock(full, block)} ${BY_WORDS[by]}`,
  },
};
