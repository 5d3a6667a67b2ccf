import { createNetworkSolver, createRunStore, lateralAt, type RunStore } from '../../hydraulics/network';
import { velocityMps } from '../../hydraulics/friction';
import { riseAlong } from '../../layout';
import { openedAtEnd } from './alter';
import { stretchesOf } from './stretches';
import type { OpenFarm } from './types';

/** Water must run this fast at the end of a run to carry dirt out (ASAE EP405: 0.3 m/s). */
export const FLUSH_MPS = 0.3;

/** How many runs of a block can be opened at their ends at once. */
export interface Flushing {
  block: number;
  /** Runs opened at once so that each end still runs fast enough; 0 where not even one does. */
  atOnce: number;
  runs: number;
  /** Speed at the slowest end with so many open, or with one. */
  mps: number;
}

/** Speeds at the ends of the first runs of a block, opened together, m/s. */
function speeds(farm: OpenFarm, runs: readonly number[], store: RunStore): number[] {
  const { results } = farm;
  let { network } = results.built;
  const holes: number[] = [];
  for (const r of runs) {
    const { run } = results.runs[r];
    const opened = openedAtEnd(network, r, (d) => riseAlong(run, d), 1);
    network = opened.network;
    holes.push(network.laterals.length - 1);
  }
  const solution = createNetworkSolver(store).solve(network);
  return holes.map((h, i) =>
    velocityMps(lateralAt(solution, h).flowLph, results.runs[runs[i]].run.tape.boreMm),
  );
}

/** So many are tried together: nobody opens more by hand. */
const AT_ONCE = [1, 2, 3, 4, 6, 8, 12];

/** For each open block, how many of its runs can be flushed at once. */
export function flushingOf(farm: OpenFarm, checkpoint: () => void = () => {}): Flushing[] {
  const { results } = farm;
  const store = createRunStore(checkpoint);
  return results.blocks.flatMap((b): Flushing[] => {
    const runs = stretchesOf(results)
      .filter((s) => s.block === b.index)
      .flatMap((s) => s.runs)
      // The far ones are the slowest: what does there does everywhere.
      .sort((a, z) => results.runs[a].inletKpa - results.runs[z].inletKpa);
    if (runs.length === 0) return [];
    let atOnce = 0;
    let mps = 0;
    for (const n of AT_ONCE) {
      if (n > runs.length) break;
      checkpoint();
      const slowest = Math.min(...speeds(farm, runs.slice(0, n), store));
      if (n === 1 || slowest >= FLUSH_MPS) mps = slowest;
      if (slowest < FLUSH_MPS) break;
      atOnce = n;
    }
    return [{ block: b.index, atOnce, runs: runs.length, mps }];
  });
}
