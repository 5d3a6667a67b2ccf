import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isUnder } from '../kind';
import { all, fewerAtOnce, widerMain } from '../offers';
import type { State } from '../states';

type Said = { outlet: string; flowLph: number; wantsLph: number };

/** Another outlet gets less pressure than it needs while the beds water. */
export const outletShort = findingKind({
  code: 'outlet-short',
  stage: 'pipework',
  find({ results }: State): Found<Said>[] {
    return results.others.flatMap(({ tee, kpa, flowLph }): Found<Said>[] =>
      isUnder(kpa, tee.outlet.needsKpa)
        ? [
            {
              grade: 'mend',
              place: { kind: 'main', to: tee.id },
              measured: kpa,
              limit: tee.outlet.needsKpa,
              kind: 'pressure',
              says: { outlet: tee.outlet.name, flowLph: Math.max(0, flowLph), wantsLph: tee.outlet.lph },
            },
          ]
        : [],
    );
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`${says.outlet} gets too little while the beds water`,
    howMuch: msg`${show(measured, 'pressure')} is left at it; it needs ${show(limit, 'pressure')}. It gets ${show(says.flowLph, 'flow')} of ${show(says.wantsLph, 'flow')}.`,
    why: msg`What is open at the same time shares the same water and pipe.`,
    tries: [
      msg`water in other hours than it is used in`,
      msg`open fewer beds at once`,
      msg`use a wider main up to it`,
    ],
  }),
  compares: {
    holds: 'p ≥ p_needs',
    measured: msg`at the outlet`,
    limit: msg`it needs`,
    source: 'label',
  },
  offers: all(fewerAtOnce, widerMain),
});
