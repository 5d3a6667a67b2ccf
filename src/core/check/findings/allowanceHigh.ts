import { msg } from '../../language';
import { limitsOf, kindOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver, percent } from '../kind';
import type { State } from '../states';

/** More of a measured flow is planned on than is wise. */
export const allowanceHigh = findingKind({
  code: 'allowance-high',
  stage: 'water',
  find({ plan, results: { layout } }: State): Found<Record<never, never>>[] {
    const limit = limitsOf(plan).allowance;
    const measured = plan.wishes.allowance;
    if (!kindOf(layout.source).measured || !isOver(measured, limit)) return [];
    return [{ grade: 'watch', place: { kind: 'source' }, measured, limit, kind: 'share', says: {} }];
  },
  words: ({ measured, limit }) => ({
    title: msg`Planned on ${percent(measured)} of the measured flow`,
    howMuch: msg`${percent(limit)} is usual.`,
    why: msg`Sources weaken in the dry season, neighbours use water, and gauges are not exact: what was measured once is not there every day.`,
    tries: [msg`plan on ${percent(limit)}`],
  }),
  compares: { holds: 'a ≤ a_max', measured: msg`planned on`, limit: msg`usual`, source: 'allowance' },
  offers: ({ finding }) => [[[{ kind: 'allowance', share: finding.limit }]]],
});
