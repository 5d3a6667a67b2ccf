import type { LaidBed } from './laid';
import type { BlockLayout } from './laid';

const known = new WeakMap<readonly LaidBed[], LaidBed[]>();

/** A block's beds without the plants at places beside them; of the same layout's beds the same list. */
export function onlyBeds({ beds, small }: Pick<BlockLayout, 'beds' | 'small'>): LaidBed[] {
  if (!small) return beds;
  let found = known.get(beds);
  if (!found) known.set(beds, (found = beds.filter((b) => !b.plant)));
  return found;
}
