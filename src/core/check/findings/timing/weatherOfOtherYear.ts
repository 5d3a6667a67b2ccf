import { msg } from '../../../language';
import { skyOver } from '../../../sets';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** Weather was told, and none of it is of the season. */
export const weatherOfOtherYear = findingKind({
  code: 'weather-other-year',
  stage: 'sets',
  findInWhole({ plan }: Whole) {
    const { weather } = plan.watering;
    if (!weather || weather.days.length === 0) return [];
    const { days } = skyOver(plan);
    if (days.told > 0 || days['another year'] > 0) return [];
    const [first, last] = [weather.days[0].date, weather.days.at(-1)!.date];
    return [ofPlan({ grade: 'watch', measured: weather.days.length, says: { first, last } })];
  },
  words: ({ says }) => ({
    title: msg`The weather given is of another time`,
    howMuch: msg`It is of ${says.first} to ${says.last}; no day of the season is among it, so none of it is used.`,
    why: msg`Need is worked out from usual days of the month instead.`,
    tries: [msg`use it for the same days of this year`, msg`set the first day of the season`],
  }),
});
