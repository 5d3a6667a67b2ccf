import { forms, msg } from '../../../language';
import { switchboardOf } from '../../../switching';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** More valves are turned by hand on a watering day than somebody wants to. */
export const handTurns = findingKind({
  code: 'hand-turns',
  stage: 'sets',
  findInWhole({ plan, outlook }: Whole) {
    const most = plan.watering.switching.handTurns;
    if (most === undefined) return [];
    const starts = new Map(outlook?.times.map((t) => [t.id, t.starts]) ?? []);
    const turns = switchboardOf(plan).sets.reduce(
      (sum, s) => sum + s.handValves * (starts.get(s.set) ?? 1),
      0,
    );
    if (turns <= most) return [];
    return [ofPlan({ grade: 'mend', measured: turns, limit: most, kind: 'count', says: {} })];
  },
  words: ({ measured, limit }) => ({
    title: msg`More valves are turned by hand than you want`,
    howMuch: msg`${measured} ${forms(measured, 'valve is', 'valves are')} opened and shut on a watering day; you want ${limit} at the most.`,
    why: msg`What is too much work is left out on a hot day, when it counts.`,
    tries: [
      msg`put whole blocks into sets`,
      msg`water in fewer starts`,
      msg`use timers with a battery, or a controller`,
    ],
  }),
  compares: {
    holds: 'n ≤ n_most',
    measured: msg`valves turned on a watering day`,
    limit: msg`you want at the most`,
    source: msg`The plan’s own wish.`,
  },
});
