import { msg } from '../../../language';
import { clashing } from '../../facts/clashing';
import { findingKind, type Whole } from '../../kind';

/** A set opens while another one runs. */
export const clashOverlap = findingKind({
  code: 'clash-overlap',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'overlap'),
  words: ({ says }) => ({
    title: msg`${says.set} opens while another set runs`,
    howMuch: msg`Their times overlap.`,
    why: msg`Both together ask for more than either was planned for.`,
    tries: [msg`move it to another time`, msg`plan the day again`],
  }),
});
