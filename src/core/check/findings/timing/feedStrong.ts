import { fixed, msg } from '../../../language';
import { LEAST_RATIO } from '../../../sets';
import { ofSets } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** The stock would go in stronger than common injectors draw. */
export const feedStrong = findingKind({
  code: 'feed-strong',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, ({ beds, name, feed }) =>
      whole.plan.wishes.feeding && beds > 0 && feed.ratio < LEAST_RATIO
        ? { grade: 'mend', measured: feed.ratio, limit: LEAST_RATIO, kind: 'factor', says: { set: name } }
        : undefined,
    ),
  words: ({ measured, limit, says }) => ({
    title: msg`The stock for ${says.set} is too strong`,
    howMuch: msg`It would go in at 1 : ${fixed(measured, measured < 1 ? 2 : measured < 10 ? 1 : 0)}; common injectors draw 1 : ${limit} at the strongest.`,
    why: msg`So much stock in so little time burns roots, and no injector draws it.`,
    tries: [msg`dissolve it in more water`, msg`inject for longer`],
  }),
});
