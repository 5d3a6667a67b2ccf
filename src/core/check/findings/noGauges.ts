import { msg } from '../../language';
import { isFilter } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { gauges } from '../offers';
import type { State } from '../states';

type Said = { before: boolean; after: boolean; filter: string };

/** No gauge before and after the filter: its dirt cannot be read. */
export const noGauges = findingKind({
  code: 'no-gauges',
  stage: 'pipework',
  find({ plan: { head } }: State): Found<Said>[] {
    const at = head.findIndex((p) => isFilter(p.role));
    if (at < 0) return [];
    const before = head.slice(0, at).some((p) => p.role === 'gauge');
    const after = head.slice(at).some((p) => p.role === 'gauge');
    if (before && after) return [];
    const { id, name } = head[at];
    return [
      { grade: 'note', place: { kind: 'part', place: HEAD, id }, says: { before, after, filter: name } },
    ];
  },
  words: ({ says }) => ({
    title: msg`No pair of gauges at the filter`,
    howMuch:
      says.before || says.after
        ? msg`There is a gauge ${says.before ? msg`before` : msg`after`} the ${says.filter}, none ${says.before ? msg`after` : msg`before`} it.`
        : msg`There is none before or after the ${says.filter}.`,
    why: msg`Only the difference between two gauges shows that it needs cleaning, and later whether a weak block means dirt or a leak.`,
    tries: [msg`put a gauge before and one after it, or a tapping for one gauge on each side`],
  }),
  offers: gauges,
});
