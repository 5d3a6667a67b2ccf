import { msg } from '../../../language';
import { formatDuration } from '../../../units';
import { NO_MINUTES, ofSets } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

const SECONDS = 60;

/** A set is given no longer than its pipes take to fill. */
export const shorterThanFill = findingKind({
  code: 'shorter-than-fill',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, ({ beds, name, time }) =>
      beds > 0 && time.minutes > NO_MINUTES && time.byHand && time.minutes <= time.fillMin
        ? {
            grade: 'mend',
            measured: time.minutes * SECONDS,
            limit: time.fillMin * SECONDS,
            kind: 'minutes',
            says: { set: name },
          }
        : undefined,
    ),
  words: ({ measured, limit, says }) => ({
    title: msg`${says.set} is shut before its pipes are full`,
    howMuch: msg`It is given ${formatDuration(measured / SECONDS)}, and filling alone takes ${formatDuration(limit / SECONDS)}.`,
    why: msg`Its far beds get next to nothing.`,
    tries: [msg`give it longer`, msg`water less often and longer`],
  }),
  compares: {
    holds: 't > t_fill',
    measured: msg`given`,
    limit: msg`filling takes`,
    source: msg`Filling, solved.`,
  },
});
