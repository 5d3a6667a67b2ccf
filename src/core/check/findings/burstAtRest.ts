import { THRESHOLDS } from '../thresholds';
import type { Check } from '../types';

/** With nothing drawing, the tape stands above its highest working pressure: a tap's shut pressure with no regulator, or low ground. */
export const burstAtRest: Check = (plan, { restKpa }, blockIndex) => {
  const { tape, regulator } = plan.blocks[blockIndex];
  if (restKpa.lowestTape <= tape.maxKpa + THRESHOLDS.onLimitKpa) return undefined;
  return {
    code: 'burst-at-rest',
    grade: 'stop',
    place: { kind: 'regulator' },
    measured: restKpa.lowestTape,
    limit: tape.maxKpa,
    kind: 'pressure',
    values: {
      shutKpa: restKpa.source,
      regulated: regulator.part === 'none' ? 0 : 1,
      setKpa: regulator.setKpa,
    },
  };
};
