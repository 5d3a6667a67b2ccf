import { msg } from '../../language';
import { waterKind } from '../../catalog/water';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import type { State } from '../states';

type Said = { water: string; cleaning: string; avoid: string };

/** How to keep the system clean with this water, and what to leave alone. */
export const waterAvoid = findingKind({
  code: 'water-avoid',
  stage: 'water',
  find: ({ results }: State): Found<Said>[] =>
    results.layout.source.water
      .filter((w) => w !== 'clear')
      .map((id) => {
        const { name, cleaning, avoid } = waterKind(id);
        return { grade: 'note', place: { kind: 'source' }, says: { water: name, cleaning, avoid } };
      }),
  words: ({ says }) => ({
    title: msg`What ${says.water} water needs`,
    howMuch: says.cleaning,
    why: msg`Leave alone: ${says.avoid.charAt(0).toLowerCase()}${says.avoid.slice(1)}`,
    tries: [],
  }),
  apart: ({ says }) => says.water,
  alike: ({ says }) => says.water,
});
