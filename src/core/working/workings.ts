import type { FarmResults } from '../network';
import type { FullPlan } from '../plan';
import { bed, end, header, uniformity } from './block';
import { cost, puddle, strips } from './ground';
import { blockFlow, longest, rate, rest, roof, tank, tankWeight, tapeLength } from './laid';
import { main, parts, surge, velocity } from './pipes';
import { asked, available, bucket, drawdown, pumpCurve, starts, suction } from './source';
import type { Maker, Working } from './types';

const MAKERS = {
  bucket,
  available,
  pumpCurve,
  drawdown,
  starts,
  suction,
  tank,
  tankWeight,
  roof,
  asked,
  parts,
  main,
  velocity,
  surge,
  bed,
  header,
  end,
  blockFlow,
  uniformity,
  longest,
  rate,
  tapeLength,
  rest,
  strips,
  puddle,
  cost,
} satisfies Record<string, Maker>;

/** All that can be shown, in the order of the water. */
export const WORKING_NAMES = Object.keys(MAKERS) as WorkingName[];

export type WorkingName = keyof typeof MAKERS;

/** The working of one number of a solved plan; none where the number does not arise. */
export function workingOf(
  name: WorkingName,
  plan: FullPlan,
  results: FarmResults,
  runIndex: number,
): Working | undefined {
  const block = results.blocks.find((b) => b.index === results.runs[runIndex]?.run.block);
  return block && MAKERS[name]({ plan, results, runIndex, block });
}
