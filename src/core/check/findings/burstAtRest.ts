import { msg } from '../../language';
import { ON_LIMIT_KPA } from '../../plan';
import { findingKind, sameBlock } from '../kind';
import type { Found } from '../finding';
import type { State } from '../states';
import { all, branchRegulator, headRegulator, lessPressure, ownRegulator, thickerWall } from '../offers';

type Said = { shutKpa: number; regulated: boolean };

/** With nothing drawing, tape stands above its highest working pressure: a shut pressure with no regulator, or low ground. */
export const burstAtRest = findingKind({
  code: 'burst-at-rest',
  stage: 'pipework',
  when: ['open', 'high'],
  find: ({ results }: State): Found<Said>[] =>
    results.blocks.flatMap(({ index, rest, built }) => {
      const limit = built.layout.runs.reduce((least, r) => Math.min(least, r.tape.maxKpa), Infinity);
      if (rest.lowestTapeKpa <= limit + ON_LIMIT_KPA) return [];
      const regulated = [...results.built.head, ...built.inlet].some((s) => s.part.role === 'regulator');
      return {
        grade: 'stop',
        place: { kind: 'block', block: index },
        measured: rest.lowestTapeKpa,
        limit,
        kind: 'pressure',
        says: { shutKpa: results.rest.sourceKpa, regulated },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Too much pressure with the valves shut: ${show(measured, 'pressure')}`,
    howMuch: msg`With no water running, or one bed open, the lowest tape reaches ${show(measured, 'pressure')}; it is rated ${show(limit, 'pressure')}.`,
    why: says.regulated
      ? msg`The regulator’s set pressure, and what the fall below it adds, are more than the tape’s wall can hold.`
      : msg`Nothing reduces the source’s shut pressure of ${show(says.shutKpa, 'pressure')}: at night, while a single bed waters, or while the sets change.`,
    tries: says.regulated
      ? [msg`choose a lower set pressure`, msg`lay tape with a thicker wall`]
      : [msg`put a regulator before the tape`],
  }),
  compares: {
    holds: 'p_rest + ρ·g·z ≤ p_rated',
    measured: msg`at the lowest tape with no water running`,
    limit: msg`its rating`,
    source: 'label',
  },
  brings: { 'emitter-over': sameBlock },
  offers: all(branchRegulator, headRegulator, ownRegulator, lessPressure, thickerWall),
  restsOn: ['source', 'label'],
});
