import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isOver, isUnder } from '../kind';
import { all, fewerAtOnce, sized } from '../offers';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { under: boolean; part: string };

/** A regulator's flow is under its least or over its greatest: it does not hold its pressure there. */
export const regulatorRange = findingKind({
  code: 'regulator-range',
  stage: 'pipework',
  find: ({ results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, flowLph }) => {
      if (part.role !== 'regulator' || !(flowLph > 0)) return [];
      const under = isUnder(flowLph, part.minLph);
      if (!under && !isOver(flowLph, part.maxLph)) return [];
      return {
        grade: 'mend',
        place: { kind: 'part', place, id: part.id },
        measured: flowLph,
        limit: under ? part.minLph : part.maxLph,
        kind: 'flow',
        says: { under, part: part.name },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: says.under ? msg`Too little flow through the regulator` : msg`Too much flow through the regulator`,
    howMuch: msg`${show(measured, 'flow')} flows through the ${says.part}; it regulates ${says.under ? msg`from` : msg`up to`} ${show(limit, 'flow')}.`,
    why: says.under
      ? msg`Below its minimum flow a regulator chatters or lets too much pressure through.`
      : msg`Above its maximum flow a regulator loses pressure that the beds then lack.`,
    tries: says.under
      ? [msg`use a regulator for lower flows`, msg`water more beds at once`]
      : [msg`use a regulator for higher flows`, msg`water fewer beds at once`, msg`set one at each block`],
  }),
  compares: {
    holds: 'Q_min ≤ Q ≤ Q_max',
    measured: msg`flow through it`,
    limit: msg`it works with`,
    source: 'label',
  },
  alike: ({ says }) => `${says.under} ${says.part}`,
  offers: all(sized(), fewerAtOnce),
});
