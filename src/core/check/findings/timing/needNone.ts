import { msg } from '../../../language';
import { NO_MINUTES, ofSets } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** By the rule that is set a set needs no water. */
export const needNone = findingKind({
  code: 'need-none',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, (s) =>
      s.beds > 0 && s.time.minutes <= NO_MINUTES && !(s.time.needL > 0)
        ? { grade: 'watch', says: { set: s.name } }
        : undefined,
    ),
  words: ({ says }) => ({
    title: msg`${says.set} needs no water by the rule you set`,
    howMuch: msg`Nothing is planned for it.`,
    why: msg`Its crops are not planted on that day, or rain gives what they use.`,
    tries: [msg`look at the need, the planting dates and the rain`],
  }),
});
