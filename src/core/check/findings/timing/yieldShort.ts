import { ofPlan } from '../../facts/ofSets';
import { findingKind, isOver, type Whole } from '../../kind';

/** A week takes more than the well gives in a week. */
export const yieldShort = findingKind({
  code: 'yield-short',
  stage: 'sets',
  findInWhole({ outlook }: Whole) {
    const well = outlook?.well;
    if (!well || !isOver(well.weekL, well.givesWeekL)) return [];
    return [
      ofPlan({ grade: 'stop', measured: well.weekL, limit: well.givesWeekL, kind: 'volume', says: {} }),
    ];
  },
  words: ({ measured, limit }, show) => ({
    title: 'A week takes more than the well gives',
    howMuch: `It takes ${show(measured, 'volume')}; the well gives ${show(limit, 'volume')} in a week, the allowance taken off.`,
    why: 'Day and night together the well refills no faster.',
    tries: ['plant or water less', 'store winter water', 'cover the beds'],
  }),
  compares: {
    holds: 'V_week ≤ a · Q_yield · 168 h',
    measured: 'taken in a week',
    limit: 'the well gives',
    source: 'The well’s yield with the allowance off.',
  },
  restsOn: ['source'],
});
