import { msg } from '../../../language';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** Feed should be given, but there is nothing to give it with. */
export const feedNowhere = findingKind({
  code: 'feed-nowhere',
  stage: 'pipework',
  findInWhole: ({ plan, outlook }: Whole) =>
    plan.wishes.feeding && outlook && outlook.sets.length > 0 && outlook.sets.every((s) => !s.feed.injector)
      ? [ofPlan({ grade: 'mend', says: {} })]
      : [],
  words: () => ({
    title: msg`No injector for the feed`,
    howMuch: msg`Feeding is planned, and there is no injector in the head.`,
    why: msg`There is nothing to put the feed in with.`,
    tries: [msg`add an injector at Pipework, after the backflow preventer and before the filter`],
  }),
});
