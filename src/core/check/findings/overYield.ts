import { isWell } from '../../plan';
import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isOver, percent } from '../kind';
import { all, fewerAtOnce, lowerFlowEverywhere } from '../offers';
import type { State } from '../states';

type Said = { yieldLph: number; allowance: number };

/** More is drawn than the well gives in the long run, the allowance taken off. */
export const overYield = findingKind({
  code: 'over-yield',
  stage: 'water',
  find({ plan, results: { layout, flowLph } }: State): Found<Said>[] {
    const { source } = layout;
    if (!isWell(source)) return [];
    const { allowance } = plan.wishes;
    const limit = source.yieldLph * allowance;
    const drawn = flowLph + source.othersLph;
    if (!isOver(drawn, limit)) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'source' },
        measured: drawn,
        limit,
        kind: 'flow',
        says: { yieldLph: source.yieldLph, allowance },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The well is emptied faster than it refills`,
    howMuch: msg`${show(measured, 'flow')} is drawn; of its ${show(says.yieldLph, 'flow')} plan on ${percent(says.allowance)}, ${show(limit, 'flow')}.`,
    why: msg`The level sinks through a long set until the pump sucks air.`,
    tries: [msg`water fewer beds at once`, msg`water in shorter sets with rests`, msg`store water in a tank`],
  }),
  compares: {
    holds: 'Q ≤ a · Q_yield',
    measured: msg`drawn`,
    limit: msg`to plan on`,
    source: msg`The well’s yield minus the allowance.`,
  },
  offers: all(fewerAtOnce, lowerFlowEverywhere),
  restsOn: ['source'],
});
