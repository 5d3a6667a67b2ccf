import type { Check } from '../types';

/** The block asks for more than the source can give at the pressure that takes. */
export const flowShort: Check = (_plan, { demand, restKpa }) => {
  if (demand.askedLph <= demand.availableLph) return undefined;
  return {
    code: 'flow-short',
    grade: 'stop',
    place: { kind: 'source' },
    measured: demand.askedLph,
    limit: demand.availableLph,
    kind: 'flow',
    values: {
      short: demand.askedLph - demand.availableLph,
      neededKpa: demand.neededKpa,
      shutKpa: restKpa.source,
    },
  };
};
