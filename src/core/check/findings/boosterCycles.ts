import { msg } from '../../language';
import { boosterCycle, BOOSTER_VESSEL_L } from '../../network';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { fixed } from '../offers';
import type { State } from '../states';

type Said = { flowLph: number; startKpa: number; stopKpa: number; vesselL: number };

/** The booster's switch stops and starts it all the time while this much is drawn. */
export const boosterCycles = findingKind({
  code: 'booster-cycles',
  stage: 'water',
  find({ plan, results: { layout, flowLph } }: State): Found<Said>[] {
    const { booster } = layout.source;
    const cycle = boosterCycle(layout.source, plan, flowLph);
    if (!cycle || cycle.steady) return [];
    const { startsPerHour } = limitsOf(plan);
    if (!isOver(cycle.startsPerHour, startsPerHour)) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'source' },
        measured: cycle.startsPerHour,
        limit: startsPerHour,
        kind: 'factor',
        says: {
          flowLph,
          startKpa: booster.startKpa!,
          stopKpa: booster.highCutKpa,
          vesselL: booster.vesselL ?? BOOSTER_VESSEL_L,
        },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The booster starts too often`,
    howMuch: msg`At ${show(says.flowLph, 'flow')} it starts ${Math.round(measured)} times an hour, at ${show(says.startKpa, 'pressure')}, and stops at ${show(says.stopKpa, 'pressure')}; ${Math.round(limit)} starts are usual. Its vessel holds ${show(says.vesselL, 'volume')}.`,
    why: msg`Each start heats the motor; so many a day and it burns out in a season.`,
    tries: [
      msg`set its stop higher, if the parts allow, so that it runs on`,
      msg`put a larger vessel on it`,
      msg`open more at once`,
      msg`use a variable-speed booster`,
    ],
  }),
  compares: {
    holds: 'n ≤ n_max',
    measured: msg`starts an hour`,
    limit: msg`usual`,
    source: 'startsPerHour',
  },
  offers: fixed({ kind: 'booster-drive' }),
});
