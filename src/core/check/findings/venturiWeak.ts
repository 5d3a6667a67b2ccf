import { msg } from '../../language';
import { VENTURI_SHARE } from '../../hydraulics/venturi';
import type { Found } from '../finding';
import { fallAfterKpa } from '../../sets';
import { findingKind, isUnder, percent } from '../kind';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { part: string; inletKpa: number; share: number };

/** A venturi has too little difference of pressure across it to draw anything in. */
export const venturiWeak = findingKind({
  code: 'venturi-weak',
  stage: 'pipework',
  find: ({ results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, beforeKpa, afterKpa, flowLph }) => {
      if (part.role !== 'venturi' || !(flowLph > 0) || !(beforeKpa > 0)) return [];
      const measured = fallAfterKpa(results, beforeKpa, afterKpa);
      const limit = VENTURI_SHARE * beforeKpa;
      if (!isUnder(measured, limit)) return [];
      return {
        grade: 'mend',
        place: { kind: 'part', place, id: part.id },
        measured,
        limit,
        kind: 'pressure',
        says: { part: part.name, inletKpa: beforeKpa, share: measured / beforeKpa },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`The ${says.part} draws little or no feed`,
    howMuch: msg`It needs a difference of ${show(limit, 'pressure')} between its two ends and has ${show(measured, 'pressure')}, ${percent(says.share)} of the ${show(says.inletKpa, 'pressure')} before it.`,
    why: msg`A venturi sucks feed in by the pressure lost across it. With little flow, or with its bypass open, nothing is lost and nothing is drawn in.`,
    tries: [
      msg`use a smaller venturi`,
      msg`close its bypass valve further while feeding`,
      msg`use a dosing injector`,
    ],
  }),
  compares: {
    holds: 'Δp ≥ 0.20 · p_in',
    measured: msg`difference across it`,
    limit: msg`minimum difference`,
    source: msg`Venturis draw from a difference of 20 to 35 % of their inlet pressure; injector handbooks.`,
  },
  alike: ({ says }) => says.part,
});
