import { msg } from '../../language';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import {
  all,
  booster,
  fewerAtOnce,
  lowerFlow,
  lowerFlowEverywhere,
  lowerSetting,
  regulatorOut,
  widerMain,
  widerPart,
} from '../offers';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { inletKpa: number; flowLph: number };

/** What reaches a regulator does not suffice for its set pressure. */
export const regulatorStarved = findingKind({
  code: 'regulator-starved',
  stage: 'pipework',
  when: ['open', 'dirty'],
  find: ({ plan, results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, beforeKpa, afterKpa, flowLph }) => {
      if (part.role !== 'regulator' || afterKpa >= part.setKpa - limitsOf(plan).starvedKpa) return [];
      return {
        grade: 'mend',
        place: { kind: 'part', place, id: part.id },
        measured: afterKpa,
        limit: part.setKpa,
        kind: 'pressure',
        says: { inletKpa: beforeKpa, flowLph },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Too little pressure reaches the regulator`,
    howMuch: msg`It gives ${show(measured, 'pressure')} of its set ${show(limit, 'pressure')}; ${show(says.inletKpa, 'pressure')} reaches it at ${show(says.flowLph, 'flow')}.`,
    why: msg`A regulator passes at most its set pressure and needs more than that before it, for its own loss.`,
    tries: [
      msg`water fewer beds at once`,
      msg`use a wider main or hose`,
      msg`choose a lower set pressure, if the tape’s window allows`,
    ],
  }),
  compares: {
    holds: 'p_in − h ≥ p_set',
    measured: msg`it gives`,
    limit: msg`its setting`,
    source: 'starvedKpa',
  },
  brings: { 'emitters-dry': belowIt, 'emitter-under': belowIt, 'farm-uneven': () => true },
  offers: all(
    lowerSetting,
    regulatorOut,
    fewerAtOnce,
    lowerFlow,
    lowerFlowEverywhere,
    widerMain,
    widerPart,
    booster,
  ),
  restsOn: ['source'],
});

/** A regulator in the head feeds all blocks, one at an inlet its own. */
function belowIt(effect: Found, cause: Found, { plan }: State): boolean {
  if (cause.place.kind !== 'part' || !('block' in effect.place)) return false;
  return cause.place.place === 'head' || plan.blocks[effect.place.block].id === cause.place.place;
}
