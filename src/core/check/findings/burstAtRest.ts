import { ON_LIMIT_KPA } from '../../plan';
import { finding, type Check } from '../types';

/** With nothing drawing, tape stands above its highest working pressure: a shut pressure with no regulator, or low ground. */
export const burstAtRest: Check = (_plan, results) =>
  results.blocks.flatMap(({ index, rest, built }) => {
    const maxKpa = built.layout.runs.reduce((least, r) => Math.min(least, r.tape.maxKpa), Infinity);
    if (rest.lowestTapeKpa <= maxKpa + ON_LIMIT_KPA) return [];
    const regulated = [...results.built.head, ...built.inlet].some((s) => s.part.role === 'regulator');
    return finding(
      'burst-at-rest',
      'stop',
      { kind: 'block', block: index },
      {
        measured: rest.lowestTapeKpa,
        limit: maxKpa,
        kind: 'pressure',
        values: { shutKpa: results.rest.sourceKpa, regulated: regulated ? 1 : 0 },
      },
    );
  });
