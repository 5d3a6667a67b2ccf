import { isBranch } from '../../catalog/headParts';
import type { Part } from '../../plan';

/** Two neighbours with unlike ends, between which adaptors go. */
export interface Mismatch {
  /** Place of the second among the parts. */
  at: number;
  before: Part;
  after: Part;
}

/** Every pair in line whose ends do not meet. Parts on branches sit in tappings of their own. */
export function mismatches(parts: readonly Part[]): Mismatch[] {
  const found: Mismatch[] = [];
  let before: Part | undefined;
  parts.forEach((after, at) => {
    if (isBranch(after.role)) return;
    if (before && before.outEnd !== after.inEnd) found.push({ at, before, after });
    before = after;
  });
  return found;
}
