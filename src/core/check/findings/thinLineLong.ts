import { forms, msg } from '../../language';
import { LENGTH_BRINGS, LENGTH_COMPARED, longRuns, type LongRun } from '../facts/longRuns';
import type { Found } from '../finding';
import { findingKind, percent } from '../kind';
import { all, headerInMiddle, otherMaterial, secondHeader, straightRuns } from '../offers';
import type { State } from '../states';

/** Quarter-inch line is longer than its bore carries here: it falls below the target evenness. */
export const thinLineLong = findingKind({
  code: 'thin-line-long',
  stage: 'beds',
  find: (state: State): Found<LongRun>[] => longRuns(state, true),
  words: ({ measured, limit, says }, show) => ({
    title: msg`${says.runs} ${forms(says.runs, 'quarter-inch line', 'quarter-inch lines')} too long for the bore`,
    howMuch: msg`The worst is ${show(measured, 'length')} long and ${percent(says.evenness)} even; ${show(limit, 'length')} keeps ${percent(says.wished)} from the pressure it starts with.`,
    why: msg`A bore of a few millimetres loses in metres what half-inch line loses in a field’s length.`,
    tries: [
      msg`use half-inch dripline`,
      msg`move the header to the middle of the beds`,
      msg`split the beds between two headers`,
    ],
  }),
  compares: LENGTH_COMPARED,
  brings: LENGTH_BRINGS,
  offers: all(straightRuns, headerInMiddle, otherMaterial('dripline'), secondHeader),
  restsOn: ['label'],
});
