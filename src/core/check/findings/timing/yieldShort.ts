import { msg } from '../../../language';
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
    title: msg`A week takes more than the well gives`,
    howMuch: msg`It takes ${show(measured, 'volume')}; the well gives ${show(limit, 'volume')} in a week, the allowance taken off.`,
    why: msg`Day and night together the well refills no faster.`,
    tries: [msg`plant or water less`, msg`store winter water`, msg`cover the beds`],
  }),
  compares: {
    holds: 'V_week ≤ a · Q_yield · 168 h',
    measured: msg`taken in a week`,
    limit: msg`the well gives`,
    source: msg`The well’s yield minus the allowance.`,
  },
  restsOn: ['source'],
});
