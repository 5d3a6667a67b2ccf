import { msg } from '../../../language';
import { formatDuration } from '../../../units';
import { ofSets } from '../../facts/ofSets';
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
            kind: 'minutes',
            says: { set: name },
          }
        : undefined,
    ),
  words: ({ measured, limit, says }) => ({
    title: msg`Feeding ${says.set} takes longer than it runs`,
    howMuch: msg`With filling and rinsing it takes ${formatDuration(measured / SECONDS)}; the set runs ${formatDuration(limit / SECONDS)}.`,
    why: msg`Feed that is not rinsed out dries in the emitters.`,
    tries: [msg`feed on a day with a longer watering`],
  }),
  compares: {
    holds: 't_run ≥ t_feed',
    measured: msg`feeding takes, with filling and rinsing`,
    limit: msg`the set runs`,
    source: msg`Travel of the water through the set, solved.`,
  },
});
