import { bedsWhere } from '../../network';
import { THRESHOLDS } from '../thresholds';
import { finding, type Check } from '../types';

/** Some emitter of a block works below the tape's window, or is dry. */
export const emitterUnder: Check = (_plan, results) =>
  results.blocks.flatMap((block) => {
    const weakest = results.runs[block.weakest];
    if (!weakest) return [];
    const { minKpa } = weakest.run.tape;
    if (weakest.minKpa >= minKpa - THRESHOLDS.onLimitKpa) return [];
    return finding(
      'emitter-under',
      'stop',
      { kind: 'run', runIndex: block.weakest, block: block.index, bed: weakest.run.bed },
      {
        measured: weakest.minKpa,
        limit: minKpa,
        kind: 'pressure',
        values: {
          beds: bedsWhere(results, block, (r) => r.minKpa < r.run.tape.minKpa - THRESHOLDS.onLimitKpa),
          dryBeds: bedsWhere(results, block, (r) => r.minKpa <= 0),
          ofBeds: bedsWhere(results, block, () => true),
        },
      },
    );
  });
