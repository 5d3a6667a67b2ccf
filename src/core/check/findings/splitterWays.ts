import { forms, msg } from '../../language';
import { HEAD_PARTS, SPLITTER_WAYS } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { ofPart, steps, swapFor } from '../offers';
import type { State } from '../states';

type Said = { part: string; ways: number };

/** More hoses are to come from a splitter than it has outlets. */
export const splitterWays = findingKind({
  code: 'splitter-ways',
  stage: 'pipework',
  find: ({ plan, results }: State): Found<Said>[] => {
    const leaving = results.layout.mains.filter((m) => m.from === HEAD && !m.ring).length;
    return plan.head.flatMap((part) => {
      const ways = SPLITTER_WAYS[part.kind];
      if (ways === undefined || leaving <= ways) return [];
      return {
        grade: 'mend',
        place: { kind: 'part', place: HEAD, id: part.id },
        measured: leaving,
        limit: ways,
        kind: 'count',
        says: { part: part.name, ways },
      };
    });
  },
  words: ({ measured, says }) => ({
    title: msg`The ${says.part} has too few outlets`,
    howMuch: msg`${measured} ${forms(measured, 'hose', 'hoses')} come from it; it has ${says.ways} ${forms(says.ways, 'outlet', 'outlets')}.`,
    why: msg`Each block or tee that comes from the head takes an outlet of its own.`,
    tries: [msg`use a splitter with more outlets`, msg`feed some of them from a tee further along`],
  }),
  offers: ofPart(({ place, part }, { finding }) => {
    const more = HEAD_PARTS.filter(
      ({ id, role }) => role === part.role && (SPLITTER_WAYS[id] ?? 0) >= finding.measured,
    );
    return [steps(more, swapFor(place, part))];
  }),
});
