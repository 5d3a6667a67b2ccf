import { msg } from '../../language';
import { HEAD, isPumped } from '../../plan';
import { pumpShutKpa, switchFacts } from '../../network';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { ofPart } from '../offers';
import type { State } from '../states';

type Said = { part: string; never: boolean };

/** A relief valve is set this share under what the pump reaches against shut valves, */
const RELIEF_SHARE = 0.8;
/** and this share over the pressure that the water works at there. */
const OVER_WORKING = 1.1;

/** A relief valve that opens above what the pump reaches never opens; one that opens below the working pressure spills. */
export const reliefUseless = findingKind({
  code: 'relief-useless',
  stage: 'pipework',
  find: ({ plan, results }: State): Found<Said>[] =>
    results.head.flatMap(({ step: { part }, beforeKpa }) => {
      const { source } = results.layout;
      if (part.role !== 'relief' || !isPumped(source)) return [];
      const place = { kind: 'part', place: HEAD, id: part.id } as const;
      const cutOutKpa = switchFacts(source, plan) ? source.vessel.cutOutKpa : 0;
      const worksKpa = Math.max(beforeKpa, cutOutKpa);
      // A switch stops the pump before that; the valve is for the day the switch sticks.
      const shutKpa = pumpShutKpa(source, plan);
      if (isOver(part.opensKpa, shutKpa))
        return {
          grade: 'mend',
          place,
          measured: part.opensKpa,
          limit: shutKpa,
          kind: 'pressure',
          says: { part: part.name, never: true },
        };
      if (!isOver(worksKpa, part.opensKpa)) return [];
      return {
        grade: 'mend',
        place,
        measured: worksKpa,
        limit: part.opensKpa,
        kind: 'pressure',
        says: { part: part.name, never: false },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: says.never ? msg`The relief valve never opens` : msg`The relief valve opens too soon`,
    howMuch: says.never
      ? msg`It opens at ${show(measured, 'pressure')}; against shut valves the pump reaches only ${show(limit, 'pressure')}.`
      : msg`It opens at ${show(limit, 'pressure')}; the water there works at ${show(measured, 'pressure')}.`,
    why: says.never
      ? msg`A valve that never opens relieves nothing: the pump runs against shut valves and boils its water.`
      : msg`It spills water whenever the pump runs.`,
    tries: [msg`set it between the working pressure and what the pump reaches`],
  }),
  compares: {
    holds: 'p_works ≤ p_opens ≤ p_shut',
    measured: msg`the higher pressure`,
    limit: msg`the lower`,
    source: msg`The pump’s own curve; the setting on the valve.`,
  },
  offers: ofPart(({ place, part }, { finding }) => {
    const opens = finding.says.never ? finding.limit * RELIEF_SHARE : finding.measured * OVER_WORKING;
    return [[[{ kind: 'relief-opens', place, id: part.id, opensKpa: Math.round(opens) }]]];
  }),
});
