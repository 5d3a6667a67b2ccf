import { msg } from '../../language';
import { jointWords, meetingsOf, type Meeting } from '../../farm';
import { HEAD } from '../../plan';
import type { Found, Place } from '../finding';
import { findingKind, type Whole } from '../kind';

type Said = { before: string; after: string; outEnd: string; inEnd: string };

/** The place of a meeting: its part, its piece of main, or its block's header. */
function placeOf({ at, part }: Meeting, { plan }: Whole): Place {
  if (part !== undefined) return { kind: 'part', place: at.id ?? HEAD, id: part };
  if (at.place === 'head') return { kind: 'head' };
  if (at.place === 'main') return { kind: 'main', to: at.id! };
  return { kind: 'header', block: plan.blocks.findIndex((b) => b.id === at.id) };
}

/** Two ends that no stock fittings join. Adaptors there are need no telling: they stand in the parts list. */
export const endsUnlike = findingKind({
  code: 'ends-unlike',
  stage: 'pipework',
  findInWhole(whole: Whole): Found<Said>[] {
    const [state] = whole.states;
    if (!state) return [];
    // A part of the other standard meets nothing at either end: it is told once.
    const told = new Set<string>();
    return meetingsOf(whole.plan, state.results.layout).flatMap((m): Found<Said>[] => {
      const place = placeOf(m, whole);
      const key = JSON.stringify(place);
      if (m.chain || told.has(key)) return [];
      told.add(key);
      return [
        {
          grade: 'mend',
          place,
          says: {
            before: m.before,
            after: m.after,
            outEnd: jointWords(m.from),
            inEnd: jointWords(m.to),
          },
        },
      ];
    });
  },
  words: ({ says }) => ({
    title: msg`The ${says.before} and the ${says.after} cannot be joined`,
    howMuch: msg`One ends in ${says.outEnd}, the other begins with ${says.inEnd}, and no stock fittings lead from the one to the other.`,
    why: msg`Threads of two standards look alike, catch for a turn, and leak or strip under pressure.`,
    tries: [
      msg`choose a part with ends of the standard that the rest of the plan has`,
      msg`choose in Build which standard the plan keeps to`,
    ],
  }),
  alike: ({ says }) => `${says.before} ${says.after}`,
});
