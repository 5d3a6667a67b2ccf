import { formatDuration } from '../../../units';
import { LEAST_RATIO } from '../../../sets';
import { ofPlan, ofSets } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

const SECONDS = 60;

/** Feeding a set takes longer than it runs. */
export const feedLong = findingKind({
  code: 'feed-long',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, ({ beds, name, feed, time }) =>
      whole.plan.wishes.feeding && beds > 0 && feed.totalMin > time.minutes && time.minutes > 0
        ? {
            grade: 'watch',
            measured: feed.totalMin * SECONDS,
            limit: time.minutes * SECONDS,
            kind: 'time',
            says: { set: name },
          }
        : undefined,
    ),
  words: ({ measured, limit, says }) => ({
    title: `Feeding ${says.set} takes longer than it runs`,
    howMuch: `With filling and rinsing it takes ${formatDuration(measured / SECONDS)}; the set runs ${formatDuration(limit / SECONDS)}.`,
    why: 'Feed that is not rinsed out dries in the emitters.',
    tries: ['feed on a day with a longer watering'],
  }),
});

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
    title: `The stock for ${says.set} is too strong`,
    howMuch: `It would go in at 1 : ${Math.round(measured)}; common injectors draw 1 : ${limit} at the strongest.`,
    why: 'So much stock in so little time burns roots, and no injector draws it.',
    tries: ['dissolve it in more water', 'inject for longer'],
  }),
});

/** Feed should be given, but there is nothing to give it with. */
export const feedNowhere = findingKind({
  code: 'feed-nowhere',
  stage: 'pipework',
  findInWhole: ({ plan, outlook }: Whole) =>
    plan.wishes.feeding && outlook && outlook.sets.length > 0 && outlook.sets.every((s) => !s.feed.injector)
      ? [ofPlan({ grade: 'mend', says: {} })]
      : [],
  words: () => ({
    title: 'No injector for the feed',
    howMuch: 'Feeding is planned, and there is no injector in the head.',
    why: 'Feed has nowhere to go in.',
    tries: ['add an injector at Pipework, after the backflow preventer and before the filter'],
  }),
});
