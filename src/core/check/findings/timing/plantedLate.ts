import { msg } from '../../../language';
import { daysBetween } from '../../../sets';
import { outsideSeason } from '../../facts/outsideSeason';
import { findingKind, type Whole } from '../../kind';

/** A crop is planted after the season ends. */
export const plantedLate = findingKind({
  code: 'planted-late',
  stage: 'sets',
  findInWhole: (whole: Whole) => outsideSeason(whole, (g, _, end) => daysBetween(end, g.planted) > 0),
  words: ({ says }, show) => ({
    title: msg`${says.crop} is planted after the season ends`,
    howMuch: msg`It is planted on ${show(says.planted, 'date')}: it is not watered at all.`,
    why: msg`Only days of the season are planned.`,
    tries: [msg`change the planting date`, msg`make the season longer`],
  }),
  apart: ({ says }) => says.crop + says.planted,
  alike: ({ says }) => says.crop + says.planted,
});
