import { msg } from '../../../language';
import { daysBetween } from '../../../sets';
import { outsideSeason } from '../../facts/outsideSeason';
import { findingKind, type Whole } from '../../kind';

/** A crop is over before the season begins. */
export const overBefore = findingKind({
  code: 'over-before',
  stage: 'sets',
  findInWhole: (whole: Whole) => outsideSeason(whole, (g, from) => daysBetween(g.until, from) > 0),
  words: ({ says }, show) => ({
    title: msg`${says.crop} is over before the season begins`,
    howMuch: msg`Planted on ${show(says.planted, 'date')}, it is over on ${show(says.until, 'date')}: it is not watered at all.`,
    why: msg`Only days of the season are planned.`,
    tries: [msg`change the planting date`, msg`begin the season earlier`],
  }),
  apart: ({ says }) => says.crop + says.planted,
  alike: ({ says }) => says.crop + says.planted,
});
