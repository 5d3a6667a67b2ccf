import { forms, msg } from '../../../language';
import { skyOver } from '../../../sets';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

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
    title: msg`${measured} ${forms(measured, 'day', 'days')} of the season have no weather`,
    howMuch: says.months
      ? msg`They count as usual days of their month, as you typed it.`
      : msg`They count as usual days of their month in the kind of climate that is chosen.`,
    why: msg`What is planned for those days is based on a guess.`,
    tries: [msg`bring in the days that are missing`],
  }),
});
