import { msg } from '../../../language';
import { ofSets } from '../../facts/ofSets';
import { findingKind, percent, type Whole } from '../../kind';

/** Pipes that drain more than this share of what is given. */
const DRAINS_SHARE = 0.2;

/** Pipes drain after each start and lose much of what is given. */
export const drainsMuch = findingKind({
  code: 'drains-much',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, ({ beds, name, time, filling }) => {
      if (beds === 0 || time.starts < 2 || !(time.givesL > 0)) return undefined;
      const share = time.drainsL / time.givesL;
      if (share <= DRAINS_SHARE) return undefined;
      return {
        grade: 'watch',
        measured: share,
        limit: DRAINS_SHARE,
        kind: 'share',
        says: { set: name, drainsL: filling.drainsL },
      };
    }),
  words: ({ measured, says }, show) => ({
    title: msg`${says.set} loses ${percent(measured)} of its water when its pipes drain`,
    howMuch: msg`${show(says.drainsL, 'volume')} at each start.`,
    why: msg`After each start the pipes drain through the lowest emitters.`,
    tries: [msg`water in fewer, longer starts`, msg`put valves that close at the low beds`],
  }),
  compares: {
    holds: 'V_drains ≤ 0.2 · V_given',
    measured: msg`drains`,
    limit: msg`acceptable`,
    source: msg`Practice.`,
  },
});
