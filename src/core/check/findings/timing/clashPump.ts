import { msg } from '../../../language';
import { clashing } from '../../facts/clashing';
import { findingKind, type Whole } from '../../kind';

/** A set runs outside the hours in which water may run. */
export const clashPump = findingKind({
  code: 'clash-pump',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'pump'),
  words: ({ says }) => ({
    title: msg`${says.set} runs outside the watering hours`,
    howMuch: msg`Its start was set by hand.`,
    why: msg`Pump or tap are not free then.`,
    tries: [msg`move it to another time`, msg`change the watering hours`],
  }),
});
