import type { Check } from '../types';

/** Each run is even enough in itself, but the block is not: its runs start at unlike pressures. */
export const blockUneven: Check = (plan, results) => {
  const wished = plan.wishes.uniformity;
  if (results.uniformity >= wished || results.runs.some((r) => r.emitters > 0 && r.uniformity < wished))
    return undefined;
  const wet = results.runs.filter((r) => r.emitters > 0);
  if (wet.length === 0) return undefined;
  return {
    code: 'block-uneven',
    grade: 'mend',
    place: { kind: 'block' },
    measured: results.uniformity,
    limit: wished,
    kind: 'share',
    values: {
      lowKpa: Math.min(...wet.map((r) => r.inletKpa)),
      highKpa: Math.max(...wet.map((r) => r.inletKpa)),
    },
  };
};
