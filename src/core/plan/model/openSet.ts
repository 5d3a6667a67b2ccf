import { drawingOn } from './joins';
import type { Block, FullPlan } from './types';
import type { WaterSet } from './wateringTypes';

/** Blocks as a set opens them, by the block and the beds that it names. */
const known = new WeakMap<Block, Map<string, Block>>();

/** A block with some of its beds open; of the same block and beds the same object, so that its layout is kept. */
function opened(block: Block, keys: readonly string[] | undefined): Block {
  if (block.inUse && !keys && !block.open) return block;
  let byKeys = known.get(block);
  if (!byKeys) known.set(block, (byKeys = new Map()));
  const name = keys ? keys.join(' ') : '';
  let found = byKeys.get(name);
  if (!found) {
    found = { ...block, inUse: true };
    delete found.open;
    if (keys) found.open = [...keys];
    byKeys.set(name, found);
  }
  return found;
}

const shut = new WeakMap<Block, Block>();
function closed(block: Block): Block {
  if (!block.inUse) return block;
  let found = shut.get(block);
  if (!found) shut.set(block, (found = { ...block, inUse: false }));
  return found;
}

/** So long a set is thought to run where nobody said how long, min. */
const AN_HOUR_MIN = 60;

/** The plan with one of its sets open and nothing else, on the source it draws on; blocks out of use stay so. */
export function withOpen(
  plan: FullPlan,
  set: Pick<WaterSet, 'beds' | 'source' | 'starts' | 'minutes'>,
): FullPlan {
  const groups = new Map(set.beds.map((g) => [g.block, g]));
  const blocks = plan.blocks.map((b) => {
    const group = groups.get(b.id);
    return group && b.inUse ? opened(b, group.keys) : closed(b);
  });
  const { starts, minutes = AN_HOUR_MIN } = set;
  const open: FullPlan = { ...plan, blocks, ...(starts && { opensAt: { starts, minutes } }) };
  return set.source ? drawingOn(open, set.source) : open;
}

/** What is open at once, one after the other: its sets, or all that is in use where it has none. */
export const openings = (plan: FullPlan): { set: WaterSet | undefined; plan: FullPlan }[] =>
  plan.watering.sets.length === 0
    ? [{ set: undefined, plan }]
    : plan.watering.sets.map((set) => ({ set, plan: withOpen(plan, set) }));
