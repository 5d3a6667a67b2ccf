import { clashing } from '../../facts/clashing';
import { findingKind, type Whole } from '../../kind';

/** A set runs outside the hours in which water may run. */
export const clashPump = findingKind({
  code: 'clash-pump',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'pump'),
  words: ({ says }) => ({
    title: `${says.set} runs outside the watering hours`,
    howMuch: 'Its start was set by hand.',
    why: 'Pump or tap are not free then.',
    tries: ['move it along the day', 'change the watering hours'],
  }),
});
