import { THRESHOLDS } from '../thresholds';
import type { Check } from '../types';

/** While it waters, some emitter stands above the tape's highest working pressure. */
export const emitterOver: Check = (plan, results, blockIndex) => {
  const { maxKpa } = plan.blocks[blockIndex].tape;
  const strongest = results.runs[results.strongest];
  if (!strongest || strongest.emitters === 0 || strongest.maxKpa <= maxKpa + THRESHOLDS.onLimitKpa)
    return undefined;
  return {
    code: 'emitter-over',
    grade: 'stop',
    place: { kind: 'run', runIndex: results.strongest, bed: strongest.run.bed },
    measured: strongest.maxKpa,
    limit: maxKpa,
    kind: 'pressure',
    values: {
      beds: results.beds.filter((b) => b.maxKpa > maxKpa + THRESHOLDS.onLimitKpa).length,
      ofBeds: results.beds.length,
    },
  };
};
