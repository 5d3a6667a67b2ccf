import { forms, msg } from '../../language';
import { LENGTH_BRINGS, LENGTH_COMPARED, longRuns, type LongRun } from '../facts/longRuns';
import type { Found } from '../finding';
import { findingKind, percent } from '../kind';
import {
  all,
  headerInMiddle,
  lowerFlow,
  secondHeader,
  smallerHoles,
  straightRuns,
  widerBore,
} from '../offers';
import type { State } from '../states';

/** A run is longer than its tape carries here: it falls below the target evenness. */
export const runTooLong = findingKind({
  code: 'run-too-long',
  stage: 'beds',
  find: (state: State): Found<LongRun>[] => longRuns(state, false),
  words: ({ measured, limit, says }, show) => ({
    title: msg`${says.runs} ${forms(says.runs, 'run', 'runs')} too long for this tape`,
    howMuch: msg`The worst run is ${show(measured, 'length')} long and ${percent(says.evenness)} even; ${show(limit, 'length')} keeps ${percent(says.wished)} from the pressure it starts with.`,
    why: msg`Each emitter takes its share and friction takes pressure; beyond this length the far emitters give much less than the first.`,
    tries: [
      msg`lay a lower-flow tape`,
      msg`move the header to the middle of the beds`,
      msg`lay a wider tape`,
      msg`split the beds between two headers`,
    ],
  }),
  compares: LENGTH_COMPARED,
  brings: LENGTH_BRINGS,
  offers: all(lowerFlow, smallerHoles, straightRuns, headerInMiddle, widerBore, secondHeader),
  restsOn: ['label'],
});
