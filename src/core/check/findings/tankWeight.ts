import { isStored, kindOf } from '../../plan';
import { grouped, msg } from '../../language';
import { fullL } from '../../hydraulics/storage';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import type { State } from '../states';

type Said = { standM: number; kg: number };

/** Above this weight, or this high, somebody competent designs the stand (growers' common caution). */
const HEAVY_KG = 200;
const HIGH_M = 1;
const KG_PER_L = 1;

/** A full tank on a stand is heavy enough to hurt someone when the stand gives way. */
export const tankWeight = findingKind({
  code: 'tank-weight',
  stage: 'water',
  find({ results }: State): Found<Said>[] {
    const { source } = results.layout;
    const standM = kindOf(source).standM?.(source);
    if (!isStored(source) || standM === undefined) return [];
    const kg = fullL(source) * KG_PER_L;
    if (!(standM > 0) || !(isOver(standM, HIGH_M) || (isOver(kg, HEAVY_KG) && standM > LEAST_STAND_M)))
      return [];
    return [
      {
        grade: 'note',
        place: { kind: 'source' },
        measured: kg,
        limit: HEAVY_KG,
        kind: 'count',
        says: { standM, kg },
      },
    ];
  },
  words: ({ says }, show) => ({
    title: msg`The full tank weighs ${grouped(Math.round(says.kg))} kg, ${show(says.standM, 'height')} above the ground`,
    howMuch: msg`That is its water alone, one kilogram a litre.`,
    why: msg`A stand that gives way kills. Above about 1 m, or with more than 200 kg on it, somebody competent must design it; level footing, tied back, no leaning ladders.`,
    tries: [msg`have the stand designed`, msg`put the tank on firm ground further uphill`],
  }),
});

/** A tank this low stands on blocks, not on a stand, m. */
const LEAST_STAND_M = 0.3;
