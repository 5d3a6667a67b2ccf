import { bestEvenness } from '../../network';
import { finding, type Check } from '../types';

/** Each run of a block is even enough in itself, but the block is not: its runs start at unlike pressures. */
export const blockUneven: Check = (plan, results) =>
  results.blocks.flatMap((block) => {
    const wished = plan.wishes.uniformity;
    const runs = results.runs
      .slice(block.firstRun, block.firstRun + block.runCount)
      .filter((r) => r.emitters > 0);
    if (runs.length === 0 || block.uniformity >= wished || runs.some((r) => r.uniformity < wished)) return [];
    if (runs.some((r) => bestEvenness(plan.wishes.evenness, r.run.tape.cv) < wished)) return [];
    return finding(
      'block-uneven',
      'mend',
      { kind: 'block', block: block.index },
      {
        measured: block.uniformity,
        limit: wished,
        kind: 'share',
        values: {
          lowKpa: Math.min(...runs.map((r) => r.inletKpa)),
          highKpa: Math.max(...runs.map((r) => r.inletKpa)),
        },
      },
    );
  });
