import { msg } from '../../language';
import { kpaAt } from '../../network';
import type { Found } from '../finding';
import { always, findingKind, isUnder } from '../kind';
import { all, fewerAtOnce, lowerFlowEverywhere } from '../offers';
import type { State } from '../states';

type Said = { flowLph: number };

/** The weak source falls so low before the booster that its cut-out stops it. */
export const boosterStarved = findingKind({
  code: 'booster-starved',
  stage: 'water',
  find({ results }: State): Found<Said>[] {
    const { booster } = results.layout.source;
    const step = results.built.intakeSteps.find((s) => s.step.kind === 'boost');
    if (!step) return [];
    const before = kpaAt(results, step.from);
    if (!isUnder(before, booster.lowCutKpa)) return [];
    return [
      {
        grade: 'stop',
        place: { kind: 'source' },
        measured: before,
        limit: booster.lowCutKpa,
        kind: 'pressure',
        says: { flowLph: results.flowLph },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The booster’s cut-out stops it`,
    howMuch: msg`At ${show(says.flowLph, 'flow')} only ${show(measured, 'pressure')} is left before it; it stops under ${show(limit, 'pressure')}.`,
    why: msg`A booster adds pressure, not water: it draws a weak source down until pipes collapse or neighbours run dry.`,
    tries: [
      msg`water fewer beds at once`,
      msg`use a wider pipe before the booster`,
      msg`fill a tank and pump from that`,
    ],
  }),
  compares: {
    holds: 'p_before ≥ p_cut-out',
    measured: msg`before the booster`,
    limit: msg`its low cut-out`,
    source: msg`The booster’s setting; the source’s curve minus the allowance.`,
  },
  brings: { 'flow-short': always },
  offers: all(fewerAtOnce, lowerFlowEverywhere),
  restsOn: ['source'],
});
