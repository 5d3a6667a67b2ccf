import { skyOver } from '../../../sets';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, plural, type Whole } from '../../kind';

/** Days of the season have no weather, where others have. */
export const weatherGaps = findingKind({
  code: 'weather-gaps',
  stage: 'sets',
  findInWhole({ plan }: Whole) {
    const { gaps, measured } = skyOver(plan);
    if (!plan.watering.weather || gaps === 0 || measured === 0) return [];
    return [ofPlan({ grade: 'watch', measured: gaps, says: {} })];
  },
  words: ({ measured }) => ({
    title: `${plural(measured, 'day')} of the season have no weather`,
    howMuch: 'They count as days of the reference that is typed or assumed.',
    why: 'What is planned for those days rests on a guess.',
    tries: ['bring in the days that are missing'],
  }),
});
