import { isPumped } from '../../plan';
import { msg } from '../../language';
import { lastPointLph } from '../../network';
import type { Found } from '../finding';
import { always, findingKind, isOver } from '../kind';
import { all, fewerAtOnce, lowerFlowEverywhere } from '../offers';
import type { PumpCurve } from '../../hydraulics/pump';
import type { State } from '../states';

type Said = { booster: boolean };

/** More flows than the last point of a pump's curve: beyond it nobody has said what the pump does. */
export const pumpPastCurve = findingKind({
  code: 'pump-past-curve',
  stage: 'water',
  when: ['open', 'high'],
  find({ results: { layout, flowLph } }: State): Found<Said>[] {
    const { source } = layout;
    const found: Found<Said>[] = [];
    const look = (curve: PumpCurve, lph: number, booster: boolean): void => {
      const limit = lastPointLph(curve);
      if (isOver(lph, limit))
        found.push({
          grade: 'mend',
          place: { kind: 'source' },
          measured: lph,
          limit,
          kind: 'flow',
          says: { booster },
        });
    };
    if (isPumped(source)) look(source.curve, flowLph + source.othersLph, false);
    if (source.booster.kind !== 'none') look(source.booster.curve, flowLph, true);
    return found;
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`More flows than the ${says.booster ? msg`booster` : msg`pump`}’s curve covers`,
    howMuch: msg`${show(measured, 'flow')} would flow; the last point of the curve is at ${show(limit, 'flow')}, and no more is promised.`,
    why: msg`Beyond its last point the curve is a guess. Pumps run out there: the motor is overloaded and the suction fails.`,
    tries: [msg`water fewer beds at once`, msg`enter more of the maker’s curve`],
  }),
  compares: {
    holds: msg`Q ≤ Q_last point`,
    measured: msg`flows`,
    limit: msg`last point of the curve`,
    source: msg`The pump’s own curve, as typed.`,
  },
  brings: { 'flow-short': always },
  apart: ({ says }) => String(says.booster),
  alike: ({ says }) => String(says.booster),
  offers: all(fewerAtOnce, lowerFlowEverywhere),
  restsOn: ['source'],
});
