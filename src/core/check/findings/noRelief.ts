import { finding, type Check } from '../types';

/** A pump with neither tank and switch nor relief valve has nothing to stop it against closed valves. */
export const noRelief: Check = (plan, results) => {
  const { source } = results.layout;
  if (source.kind !== 'well' && source.kind !== 'pump') return [];
  if (source.vessel.part === 'tank' || plan.head.some((p) => p.role === 'relief')) return [];
  return [
    finding(
      'no-relief',
      source.kind === 'well' ? 'stop' : 'mend',
      { kind: 'source' },
      {
        measured: results.rest.sourceKpa,
        kind: 'pressure',
        values: { well: source.kind === 'well' ? 1 : 0 },
      },
    ),
  ];
};
