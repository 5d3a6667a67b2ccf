import { bedsWhere } from '../../network';
import { ON_LIMIT_KPA } from '../../plan';
import { finding, type Check } from '../types';

/** Some emitter of a block works below the window of what is laid. */
export const emitterUnder: Check = (_plan, results) =>
  results.blocks.flatMap((block) => {
    const weakest = results.runs[block.weakest];
    if (!weakest) return [];
    const { minKpa } = weakest.run.tape;
    if (weakest.minKpa <= 0 || weakest.minKpa >= minKpa - ON_LIMIT_KPA) return [];
    return finding(
      'emitter-under',
      'stop',
      { kind: 'run', runIndex: block.weakest, block: block.index, bed: weakest.run.bed },
      {
        measured: weakest.minKpa,
        limit: minKpa,
        kind: 'pressure',
        values: {
          beds: bedsWhere(results, block, (r) => r.minKpa < r.run.tape.minKpa - ON_LIMIT_KPA),
          ofBeds: bedsWhere(results, block, () => true),
        },
      },
    );
  });
