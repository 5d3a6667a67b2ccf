import { msg } from '../../../language';
import { ALL_SET } from '../../../sets';
import { ofSets } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';
import { rebuiltSets } from '../../offers';

/** A set has no bed that waters. */
export const setEmpty = findingKind({
  code: 'set-empty',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, (s) =>
      s.beds === 0 && s.id !== ALL_SET ? { grade: 'mend', says: { set: s.name } } : undefined,
    ),
  words: ({ says }) => ({
    title: msg`${says.set} waters no bed`,
    howMuch: msg`Its beds rest, or are gone.`,
    why: msg`It takes time of the day and waters nothing.`,
    tries: [msg`put beds into it`, msg`rebuild the sets`],
  }),
  offers: rebuiltSets,
});
