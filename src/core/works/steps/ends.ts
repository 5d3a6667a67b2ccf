import { msg } from '../../language';
import { HEAD_PLACE, isClamped, madeJoints } from '../../farm';
import type { StepMaker } from './stepMaker';
import { HOURS, TOOLS } from './tables';

/** What is done when the water has run. */
export function lastSteps({ all, step }: StepMaker): void {
  const clamps = all.meetings.some((m) => madeJoints(m).some(isClamped));
  step(
    'retighten',
    clamps
      ? msg`Tighten all clamps again after the first two runs`
      : msg`Walk every joint again after the first two runs`,
    HOURS.walk,
    HEAD_PLACE,
    {
      does: [msg`Walk every joint while the water runs, and again after the second run.`],
      mistakes: clamps
        ? [msg`Warm pipe softens: clamps that were tight in the morning are loose at noon.`]
        : [],
      check: msg`Nothing drips, and the gauges read what the plan says for each set.`,
      tools: [...(clamps ? [TOOLS.driver] : []), TOOLS.gauge],
    },
  );
}
