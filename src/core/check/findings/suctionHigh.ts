import { msg } from '../../language';
import { suctionFacts } from '../../network';
import { limitsOf, isSucking } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isUnder } from '../kind';
import { fewerAtOnce, ofSource, steps, all, widerThan } from '../offers';
import type { State } from '../states';

type Said = { liftM: number; highestM: number };

/** A surface pump has less suction head than it needs, or hardly more: it loses prime and is eaten away. */
export const suctionHigh = findingKind({
  code: 'suction-high',
  stage: 'water',
  when: ['open', 'high'],
  find({ plan, results }: State): Found<Said>[] {
    const { source } = results.layout;
    if (!isSucking(source)) return [];
    const { suctionMarginM } = limitsOf(plan);
    const facts = suctionFacts(source, plan, results.flowLph, suctionMarginM);
    if (!isUnder(facts.spareM, suctionMarginM)) return [];
    return [
      {
        grade: facts.spareM < 0 ? 'stop' : 'mend',
        place: { kind: 'source' },
        measured: facts.haveM,
        limit: facts.needsM + suctionMarginM,
        kind: 'height',
        says: { liftM: source.liftM, highestM: facts.highestLiftM },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The pump is too high above the water`,
    howMuch: msg`It has ${show(measured, 'height')} of suction head left and needs ${show(limit, 'height')}, half a metre of it in reserve. It is ${show(says.liftM, 'height')} above the water; ${show(says.highestM, 'height')} would do.`,
    why: msg`Only the air’s weight pushes water up a suction pipe. When it runs short the water boils in the pump: it rattles, loses prime and wears away.`,
    tries: [
      msg`use a wider or shorter suction pipe`,
      msg`set the pump lower and nearer`,
      msg`use a submerged pump`,
    ],
  }),
  compares: {
    holds: 'NPSH ≥ NPSH_pump + margin',
    measured: msg`suction head there is`,
    limit: msg`needed`,
    source: 'suctionMarginM',
  },
  offers: all(
    ofSource(({ results: { layout } }) => {
      const { source } = layout;
      if (!isSucking(source)) return [];
      const lower = [1, 2, 3, 4]
        .map((by) => Number((source.liftM - by).toFixed(2)))
        .filter((lift) => lift > LEAST_LIFT_M);
      return [
        steps(widerThan(source.suction), (p) => ({ kind: 'suction-size', pipe: p.id })),
        steps(lower, (liftM) => ({ kind: 'lower-pump', liftM })),
      ];
    }),
    fewerAtOnce,
  ),
  restsOn: ['source'],
});

/** A surface pump set lower than this is under water. */
const LEAST_LIFT_M = -0.5;
