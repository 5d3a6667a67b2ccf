import { msg } from '../../language';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isUnder } from '../kind';
import { all, fewerAtOnce, widerMain } from '../offers';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { inletKpa: number; part: string };

/** A regulator needs this much over its setting before it holds it truly, kPa (5 psi; regulator makers' rule). */
export const HEADROOM_KPA = 35;

/** What reaches a regulator is enough for its set pressure but for less than its makers ask over it. */
export const regulatorHeadroom = findingKind({
  code: 'regulator-headroom',
  stage: 'pipework',
  find: ({ plan, results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, beforeKpa, afterKpa, flowLph }) => {
      if (part.role !== 'regulator' || !(flowLph > 0)) return [];
      // One that is starved is told of as such.
      if (afterKpa < part.setKpa - limitsOf(plan).starvedKpa) return [];
      const limit = part.setKpa + HEADROOM_KPA;
      if (!isUnder(beforeKpa, limit)) return [];
      return {
        grade: 'note',
        place: { kind: 'part', place, id: part.id },
        measured: beforeKpa,
        limit,
        kind: 'pressure',
        says: { inletKpa: beforeKpa, part: part.name },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`The ${says.part} has little to spare`,
    howMuch: msg`${show(measured, 'pressure')} reaches it; its makers usually ask for ${show(limit, 'pressure')}, ${show(HEADROOM_KPA, 'pressure')} over its setting.`,
    why: msg`With less over its setting a regulator gives a little under it, and follows each change of the source.`,
    tries: [msg`water fewer beds at once`, msg`choose a lower set pressure, if the tape’s window allows`],
  }),
  compares: {
    holds: 'p_in ≥ p_set + 35 kPa',
    measured: msg`before it`,
    limit: msg`usual`,
    source: msg`Regulator makers’ rule: 5 psi over the setting.`,
  },
  alike: ({ place, says }) => (place.kind === 'part' && place.place === 'head' ? place.id : says.part),
  offers: all(fewerAtOnce, widerMain),
  restsOn: ['source'],
});
