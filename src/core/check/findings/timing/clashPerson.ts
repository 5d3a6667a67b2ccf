import { msg } from '../../../language';
import { clashing } from '../../facts/clashing';
import { findingKind, type Whole } from '../../kind';

/** A set must be opened or shut by hand when nobody is there. */
export const clashPerson = findingKind({
  code: 'clash-person',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'person'),
  words: ({ says }) => ({
    title: msg`Nobody is there to open or shut ${says.set}`,
    howMuch: msg`Its valves are turned by hand.`,
    why: msg`A valve that nobody shuts waters on.`,
    tries: [msg`move it to another time`, msg`use a timer`],
  }),
});
