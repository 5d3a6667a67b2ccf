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
    title: `${says.set} waters no bed`,
    howMuch: 'Its beds rest, or are gone.',
    why: 'It takes time of the day and waters nothing.',
    tries: ['put beds into it', 'rebuild the sets'],
  }),
  offers: rebuiltSets,
});
