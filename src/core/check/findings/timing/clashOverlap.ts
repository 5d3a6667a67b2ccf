import { clashing } from '../../facts/clashing';
import { findingKind, type Whole } from '../../kind';

/** A set opens while another one runs. */
export const clashOverlap = findingKind({
  code: 'clash-overlap',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'overlap'),
  words: ({ says }) => ({
    title: `${says.set} opens while another set runs`,
    howMuch: 'Their times overlap.',
    why: 'Both together ask for more than either was planned for.',
    tries: ['move it along the day', 'plan the day again'],
  }),
});
