import { THRESHOLDS } from '../thresholds';
import type { Check } from '../types';

/** Some emitter works below the tape's window, or is dry. */
export const emitterUnder: Check = (plan, results, blockIndex) => {
  const { minKpa } = plan.blocks[blockIndex].tape;
  const weakest = results.runs[results.weakest];
  if (!weakest || weakest.emitters === 0 || weakest.minKpa >= minKpa - THRESHOLDS.onLimitKpa)
    return undefined;
  const under = results.beds.filter((b) => b.minKpa < minKpa - THRESHOLDS.onLimitKpa);
  return {
    code: 'emitter-under',
    grade: 'stop',
    place: { kind: 'run', runIndex: results.weakest, bed: weakest.run.bed },
    measured: weakest.minKpa,
    limit: minKpa,
    kind: 'pressure',
    values: {
      beds: under.length,
      dryBeds: results.beds.filter((b) => b.minKpa <= 0).length,
      ofBeds: results.beds.length,
    },
  };
};
