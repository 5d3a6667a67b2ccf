import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';

/** More than half of a block's runs climb away from their header. */
export const runsUphill: Check = (plan, results) =>
  results.blocks.flatMap((block) => {
    const limit = limitsOf(plan).uphillRun;
    let climbing = 0;
    let runs = 0;
    let steepest = 0;
    for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
      const { run, emitters } = results.runs[i];
      // A compensating dripper does not mind.
      if (emitters === 0 || run.tape.kind === 'compensating') continue;
      runs++;
      const { slope } = run.lie();
      if (slope <= limit) continue;
      climbing++;
      steepest = Math.max(steepest, slope);
    }
    // Fed from the middle on a slope half of them must climb; that is a choice.
    if (climbing * 2 <= runs) return [];
    return finding(
      'runs-uphill',
      'mind',
      { kind: 'block', block: block.index },
      { measured: steepest, limit, kind: 'slope', values: { runs: climbing, ofRuns: runs } },
    );
  });
