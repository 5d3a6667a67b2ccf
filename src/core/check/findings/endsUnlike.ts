import { ENDS } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import { mismatches } from '../facts/mismatches';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import type { State } from '../states';

type Said = { before: string; after: string; outEnd: string; inEnd: string };

const endName = (id: string): string => ENDS.find((e) => e.id === id)!.name;

/** Parts that do not meet: each needs an adaptor, a bought part. */
export const endsUnlike = findingKind({
  code: 'ends-unlike',
  stage: 'pipework',
  find: ({ plan }: State): Found<Said>[] =>
    [
      { place: HEAD, parts: plan.head },
      ...plan.blocks.filter((b) => b.inUse).map((b) => ({ place: b.id, parts: b.inlet })),
    ].flatMap(({ place, parts }) =>
      mismatches(parts).map(({ before, after }) => ({
        grade: 'watch',
        place: { kind: 'part', place, id: after.id },
        says: {
          before: before.name,
          after: after.name,
          outEnd: endName(before.outEnd),
          inEnd: endName(after.inEnd),
        },
      })),
    ),
  words: ({ says }) => ({
    title: `The ${says.before} and the ${says.after} do not fit together`,
    howMuch: `One ends in ${says.outEnd}, the other begins with ${says.inEnd}.`,
    why: 'Each change of size or joint is a part to buy, and one more place to leak.',
    tries: [`put in an adaptor from ${says.outEnd} to ${says.inEnd}`],
  }),
  alike: ({ says }) => `${says.before} ${says.after}`,
});
