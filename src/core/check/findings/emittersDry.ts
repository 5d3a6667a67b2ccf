import { bedsWhere } from '../../network';
import { finding, type Check } from '../types';

/** Some emitter of a block gets no water at all. */
export const emittersDry: Check = (_plan, results) =>
  results.blocks.flatMap((block) => {
    const weakest = results.runs[block.weakest];
    if (!weakest || weakest.minKpa > 0) return [];
    return finding(
      'emitters-dry',
      'stop',
      { kind: 'run', runIndex: block.weakest, block: block.index, bed: weakest.run.bed },
      {
        measured: weakest.minKpa,
        limit: weakest.run.tape.minKpa,
        kind: 'pressure',
        values: {
          beds: bedsWhere(results, block, (r) => r.minKpa <= 0),
          ofBeds: bedsWhere(results, block, () => true),
        },
      },
    );
  });
