import { msg } from '../../language';
import { trenchesOf } from '../extras';
import { isClamped } from '../joint';
import { madeJoints } from '../fitter';
import { HEAD_PLACE } from '../use';
import type { StepMaker } from './stepMaker';
import { FILL_SHARE, HOURS, TOOLS } from './tables';

/** What is done when the water has run. */
export function lastSteps({ plan, layout, all, step }: StepMaker): void {
  const trenches = trenchesOf(plan, layout);
  if (trenches.length > 0)
    step(
      'backfill',
      msg`Fill the trenches`,
      trenches.reduce((s, t) => s + t.lengthM, 0) * HOURS.trenchM * FILL_SHARE,
      HEAD_PLACE,
      {
        does: [
          msg`Only when every joint has been seen under pressure: fine soil first, then the rest, trodden down in layers, turf on top.`,
        ],
        mistakes: [msg`If it is filled before the test, the one leak can be anywhere under it.`],
        check: msg`The soil stands a hand’s width above the ground; it sinks in the first rain.`,
        tools: [TOOLS.spade],
      },
    );
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
