import { formatDuration } from '../../../units';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, plural, type Whole } from '../../kind';

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
    title: 'The day is too short for the sets',
    howMuch: `The sets take ${formatDuration(measured / SECONDS)}, and water may run for ${formatDuration(limit / SECONDS)}. ${plural(says.starts, 'start')} ${says.starts === 1 ? 'does' : 'do'} not fit.`,
    why: 'One set after the other, each for what its beds need.',
    tries: ['give more hours', 'open more beds at once', 'water on more days'],
  }),
  compares: {
    holds: 'Σt ≤ t_allowed',
    measured: 'all sets',
    limit: 'hours in which water may run',
    source: 'The plan’s own hours.',
  },
});
