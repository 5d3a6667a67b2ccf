import { msg } from '../language';
import type { ChangeMakers } from './types';

/** Watering fewer beds at once: in sets, one after the other. */
export const OPENING: ChangeMakers<'sets'> = {
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
};
