import { msg } from '../../../language';
import { groupName } from '../../facts/groupNames';
import { ofSets } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** The strip holds water for fewer days than there are between waterings. */
export const daysApart = findingKind({
  code: 'days-apart',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, (s) => {
      const every = whole.plan.watering.day.everyDays;
      const seldom = s.time.beds.filter((b) => b.need.mm > 0).find((b) => b.mostDays < every && every > 1);
      if (s.beds === 0 || !seldom) return undefined;
      return {
        grade: 'mend',
        measured: every,
        limit: seldom.mostDays,
        kind: 'factor',
        says: { beds: groupName(seldom.beds, whole.plan) },
      };
    }),
  words: ({ measured, limit, says }) => ({
    title: msg`${measured} days between waterings are too many for ${says.beds}`,
    howMuch: msg`The wetted strip holds water for ${limit < 1.5 ? msg`about a day` : msg`${Math.floor(limit)} days`}.`,
    why: msg`Beyond that the plants run short before the next watering.`,
    tries: [msg`water on more days`, msg`cover the beds`],
  }),
  compares: {
    holds: 'd ≤ d_most',
    measured: msg`days between waterings`,
    limit: msg`the strip lasts`,
    source: msg`Water held in the wetted strip over the use of a day.`,
  },
  restsOn: ['soil'],
});
