import { msg } from '../../../language';
import { ofSets } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';
import { fewerAtOnce } from '../../offers';

/** Pipes lose by dripping what the source puts in. */
export const neverFills = findingKind({
  code: 'never-fills',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, (s) =>
      s.beds > 0 && !Number.isFinite(s.filling.seconds)
        ? { grade: 'stop', says: { set: s.name } }
        : undefined,
    ),
  words: ({ says }) => ({
    title: msg`${says.set} never reaches pressure`,
    howMuch: msg`The pipes empty as fast as they fill.`,
    why: msg`Until they are full the far beds get nothing.`,
    tries: [msg`open fewer beds at once`],
  }),
  offers: fewerAtOnce,
});
