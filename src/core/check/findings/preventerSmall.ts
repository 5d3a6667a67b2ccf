import { msg } from '../../language';
import { HEAD_PARTS } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver, percent } from '../kind';
import { lossAt, ofPart, steps, swapFor } from '../offers';
import type { State } from '../states';

type Said = { part: string; flowLph: number; lossKpa: number };

/** A preventer that takes a greater share of what reaches it is too small for the flow: a larger one costs less than the pressure. */
const MOST_SHARE = 0.4;

/** A backflow preventer is too small for what flows: it takes most of the pressure, whether or not that is missed yet. */
export const preventerSmall = findingKind({
  code: 'preventer-small',
  stage: 'pipework',
  find: ({ results }: State): Found<Said>[] => {
    // Of a source that gives too little any part takes most.
    if (isOver(results.demand.askedLph, results.demand.availableLph)) return [];
    return results.head.flatMap(({ step: { part }, beforeKpa, afterKpa }) => {
      if (part.role !== 'backflow' || !(beforeKpa > 0)) return [];
      const lossKpa = beforeKpa - afterKpa;
      const share = lossKpa / beforeKpa;
      if (!isOver(share, MOST_SHARE)) return [];
      return {
        grade: 'mend',
        place: { kind: 'part', place: HEAD, id: part.id },
        measured: share,
        limit: MOST_SHARE,
        kind: 'share',
        says: { part: part.name, flowLph: results.flowLph, lossKpa },
      };
    });
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The ${says.part} is too small: it takes ${percent(measured)} of the pressure`,
    howMuch: msg`It loses ${show(says.lossKpa, 'pressure')} at ${show(says.flowLph, 'flow')}, ${percent(measured)} of what reaches it; ${percent(limit)} is the most that is sensible.`,
    why: msg`Its springs and narrow ways cost pressure that grows with the square of the flow, and wear it out.`,
    tries: [msg`use a larger one`, msg`water fewer beds at once`],
  }),
  compares: {
    holds: 'h / p ≤ 0.4',
    measured: msg`share of the pressure that it takes`,
    limit: msg`sensible`,
    source: msg`A judgement: pressure is dearer than a size more.`,
  },
  offers: ofPart(({ place, part }, { results: { flowLph } }) => {
    const own = part.kind.replace(/-[\d/-]+$/, '');
    const larger = HEAD_PARTS.filter(
      (p) =>
        p.role === 'backflow' &&
        p.id !== part.kind &&
        p.id.startsWith(own) &&
        lossAt(p, flowLph) < lossAt(part, flowLph),
    ).sort((a, b) => lossAt(b, flowLph) - lossAt(a, flowLph));
    return [steps(larger, swapFor(place, part))];
  }),
});
