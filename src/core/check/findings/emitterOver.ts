import { bedsWhere } from '../../network';
import { ON_LIMIT_KPA } from '../../plan';
import { finding, type Check } from '../types';

/** While a block waters, some emitter stands above the tape's highest working pressure. */
export const emitterOver: Check = (_plan, results) =>
  results.blocks.flatMap((block) => {
    const strongest = results.runs[block.strongest];
    if (!strongest) return [];
    const limit = strongest.run.tape.maxKpa;
    if (strongest.maxKpa <= limit + ON_LIMIT_KPA) return [];
    return finding(
      'emitter-over',
      'stop',
      { kind: 'run', runIndex: block.strongest, block: block.index, bed: strongest.run.bed },
      {
        measured: strongest.maxKpa,
        limit,
        kind: 'pressure',
        values: {
          beds: bedsWhere(results, block, (r) => r.maxKpa > r.run.tape.maxKpa + ON_LIMIT_KPA),
        },
      },
    );
  });
