import { msg } from '../../language';
import { switchFacts } from '../../network';
import { limitsOf, isPumped } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver, isUnder } from '../kind';
import { ofSource, steps } from '../offers';
import type { State } from '../states';

type Said = {
  starts: number;
  runS: number;
  leastRunS: number;
  drawdownL: number;
  flowLph: number;
  cutInLph: number;
  often: boolean;
  /** The pump is known only by a bucket. */
  estimated: boolean;
};

/** The pump starts too often, or runs too briefly, while this much is drawn. */
export const shortCycling = findingKind({
  code: 'short-cycling',
  stage: 'water',
  find({ plan, results: { layout, flowLph } }: State): Found<Said>[] {
    const facts = switchFacts(layout.source, plan);
    const { source } = layout;
    if (!facts || facts.neverStops || !(flowLph > 0)) return [];
    const cycle = facts.cycle(flowLph);
    if (cycle.steady) return [];
    const { startsPerHour, leastRunS } = limitsOf(plan);
    const runS = cycle.runMin * 60;
    const often = isOver(cycle.startsPerHour, startsPerHour);
    if (!often && !isUnder(runS, leastRunS)) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'source' },
        measured: often ? cycle.startsPerHour : runS,
        limit: often ? startsPerHour : leastRunS,
        kind: often ? 'factor' : 'time',
        says: {
          starts: cycle.startsPerHour,
          runS,
          leastRunS,
          drawdownL: facts.drawdownL,
          flowLph,
          cutInLph: facts.cutInLph,
          often,
          estimated: isPumped(source) && source.curve.method === 'bucket',
        },
      },
    ];
  },
  words: ({ limit, says }, show) => ({
    title: says.often ? msg`The pump starts too often` : msg`The pump runs too briefly each time`,
    howMuch: msg`At ${show(says.flowLph, 'flow')} it starts ${Math.round(says.starts)} times an hour and runs ${show(says.runS, 'time')} each time; ${says.often ? msg`${Math.round(limit)} starts are` : msg`at least ${show(limit, 'time')} is`} usual. The tank gives ${show(says.drawdownL, 'volume')} between starts.${says.estimated ? msg` Starts are estimated: the pump is known only by a bucket.` : ''}`,
    why: msg`Each start heats the motor and wears switch and pump: short cycling ruins it.`,
    tries: [
      msg`draw nearer to the ${show(says.cutInLph, 'flow')} that the pump gives, so that it keeps running`,
      msg`use a larger pressure tank, or a second beside it`,
      msg`widen the switch’s band`,
    ],
  }),
  compares: {
    holds: msg`n ≤ n_max and t ≥ t_least`,
    measured: msg`what falls short`,
    limit: msg`usual`,
    source: 'startsPerHour',
  },
  offers: ofSource(({ results: { layout } }) => {
    const { source } = layout;
    if (!isPumped(source)) return [];
    const larger = [1.5, 2, 3, 4, 6, 8, 12].map((f) => Math.round(source.vessel.volumeL * f));
    return [steps(larger, (volumeL) => ({ kind: 'tank-size', volumeL }))];
  }),
  restsOn: ['source'],
});
