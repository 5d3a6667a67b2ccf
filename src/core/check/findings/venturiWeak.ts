import type { Found } from '../finding';
import { findingKind, isUnder, percent } from '../kind';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { part: string; inletKpa: number; share: number };

/** A venturi needs about this share of its inlet pressure as a difference across it before it draws (20 to 35 %, injector handbooks). */
export const VENTURI_SHARE = 0.2;

/** A venturi has too little difference of pressure across it to draw anything in. */
export const venturiWeak = findingKind({
  code: 'venturi-weak',
  stage: 'pipework',
  find: ({ results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, beforeKpa, afterKpa, flowLph }) => {
      if (part.role !== 'venturi' || !(flowLph > 0) || !(beforeKpa > 0)) return [];
      // On a bypass about what takes pressure it has all that falls between its place and the header.
      const lowest = Math.min(afterKpa, ...results.blocks.map((b) => b.feedKpa));
      const measured = beforeKpa - lowest;
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
    title: `The ${says.part} draws little or no feed`,
    howMuch: `It needs a difference of ${show(limit, 'pressure')} between its two ends and has ${show(measured, 'pressure')}, ${percent(says.share)} of the ${show(says.inletKpa, 'pressure')} before it.`,
    why: 'A venturi sucks by the pressure lost across it. With little flow, or with its bypass open, nothing is lost and nothing is drawn in.',
    tries: ['use a smaller venturi', 'close its bypass valve further while feeding', 'use a dosing injector'],
  }),
  compares: {
    holds: 'Δp ≥ 0.20 · p_in',
    measured: 'difference across it',
    limit: 'least difference',
    source: 'Venturis draw from a difference of 20 to 35 % of their inlet pressure; injector handbooks.',
  },
  alike: ({ says }) => says.part,
});
