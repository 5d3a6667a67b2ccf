import { isStored, type FullPlan, type Source, type Tape } from '../plan';
import type { BlockResult, FarmResults } from './results';

/** Water that falls from a tank with nothing to push it. */
export const isGravity = (source: Source): boolean => isStored(source) && source.booster.kind === 'none';

/** A block's water and what is laid in it, as far as gravity asks. */
type Dripping = Pick<FarmResults, 'runs'> & { layout: { source: Source } };

/**
 * Whether under a tank a block drips as evenly as the target, at whatever pressure: the least pressure of a label is its
 * maker's, and what counts by gravity is whether all get alike, and how long it takes. Compensating emitters shut below theirs.
 */
export function dripsEvenly(plan: FullPlan, { layout, runs }: Dripping, block: BlockResult): boolean {
  if (!isGravity(layout.source) || !(block.uniformity >= plan.wishes.uniformity) || !(block.flowLph > 0))
    return false;
  for (let i = block.firstRun; i < block.firstRun + block.runCount; i++)
    if (runs[i].emitters > 0 && (runs[i].run.tape.kind === 'compensating' || runs[i].minKpa <= 0))
      return false;
  return true;
}

/** The least pressure at which what is laid in a block works, kPa: its maker's; none where below that it drips evenly under a tank. */
export function footKpa(plan: FullPlan, results: Dripping, block: BlockResult, tape: Tape): number {
  const weakest = results.runs[block.weakest];
  const below = weakest !== undefined && weakest.minKpa < weakest.run.tape.minKpa;
  return below && dripsEvenly(plan, results, block) ? 0 : tape.minKpa;
}
