import { skyOver } from '../../../sets';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, plural, type Whole } from '../../kind';

/** Days of the season have no weather, where others have. */
export const weatherGaps = findingKind({
  code: 'weather-gaps',
  stage: 'sets',
  findInWhole({ plan }: Whole) {
    const { told, months, climate } = skyOver(plan).days;
    const gaps = months + climate;
    if (told === 0 || gaps === 0) return [];
    return [ofPlan({ grade: 'watch', measured: gaps, says: { months: months > 0 } })];
  },
  words: ({ measured, says }) => ({
    title: `${plural(measured, 'day')} of the season have no weather`,
    howMuch: says.months
      ? 'They count as usual days of their month, as you told it.'
      : 'They count as usual days of their month in the kind of climate that is chosen.',
    why: 'What is planned for those days rests on a guess.',
    tries: ['bring in the days that are missing'],
  }),
});
