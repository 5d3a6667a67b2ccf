import { inletParts, type FarmResults, type PartResult } from '../../network';
import { HEAD } from '../../plan';

/** Parts in line somewhere: in the head, or at the inlet of a block in use. */
export interface Assembly {
  /** `head`, or the block's id. */
  place: string;
  parts: PartResult[];
}

const known = new WeakMap<FarmResults, Assembly[]>();

/** Every assembly that water flows through now; worked out once for all checks of a solved plan. */
export function assemblies(results: FarmResults): Assembly[] {
  let found = known.get(results);
  if (!found) {
    found = [
      { place: HEAD, parts: results.head },
      ...results.blocks.map((b) => ({ place: b.built.layout.block.id, parts: inletParts(results, b) })),
    ];
    known.set(results, found);
  }
  return found;
}
