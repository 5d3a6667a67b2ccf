import { msg } from '../../language';
import { isFilter } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { movedAfter } from '../offers';
import type { State } from '../states';

type Said = { filter: string; separator: string };

/** A filter stands before the sand separator: it takes the sand that the separator is there for. */
export const filterAboveSeparator = findingKind({
  code: 'filter-above-separator',
  stage: 'pipework',
  find({ plan: { head } }: State): Found<Said>[] {
    const separator = head.findIndex((p) => p.role === 'separator');
    const filter = head.findIndex((p) => isFilter(p.role));
    if (separator < 0 || filter < 0 || filter > separator) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'part', place: HEAD, id: head[filter].id },
        says: { filter: head[filter].name, separator: head[separator].name },
      },
    ];
  },
  words: ({ says }) => ({
    title: msg`The filter comes before the sand separator`,
    howMuch: msg`The ${says.filter} comes before the ${says.separator}.`,
    why: msg`The sand that the separator should take out fills and wears the filter.`,
    tries: [msg`move the separator first`],
  }),
  offers: movedAfter((p) => p.role === 'separator', 'after'),
});
