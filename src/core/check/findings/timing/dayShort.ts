import { forms, msg } from '../../../language';
import { formatDuration } from '../../../units';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

const SECONDS = 60;

/** The sets take longer than water may run. */
export const dayShort = findingKind({
  code: 'day-short',
  stage: 'sets',
  findInWhole({ outlook }: Whole) {
    if (!outlook || outlook.day.allowedMin === 0 || outlook.day.homeless.length === 0) return [];
    const takes = outlook.times.reduce((sum, t) => sum + t.minutes * t.starts, 0);
    return [
      ofPlan({
        grade: 'stop',
        measured: takes * SECONDS,
        limit: outlook.day.allowedMin * SECONDS,
        kind: 'minutes',
        says: { starts: outlook.day.homeless.length },
      }),
    ];
  },
  words: ({ measured, limit, says }) => ({
    title: msg`The day is too short for the sets`,
    howMuch: msg`The sets take ${formatDuration(measured / SECONDS)}, and water may run for ${formatDuration(limit / SECONDS)}. ${says.starts} ${forms(says.starts, 'start', 'starts')} ${forms(says.starts, 'does', 'do')} not fit.`,
    why: msg`One set after the other, each for what its beds need.`,
    tries: [msg`give more hours`, msg`open more beds at once`, msg`water on more days`],
  }),
  compares: {
    holds: 'Σt ≤ t_allowed',
    measured: msg`all sets`,
    limit: msg`hours in which water may run`,
    source: msg`The plan’s own hours.`,
  },
});
