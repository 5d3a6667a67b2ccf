import { isBranch, SPLITTER_WAYS } from '../catalog/headParts';
import type { LaidMain } from '../layout';
import { HEAD, type Part } from '../plan';

/** A splitter at the end of the head, and how many outlets it has side by side. */
export interface Splitter {
  part: Part;
  ways: number;
}

/** The last part that water passes through, where that is a splitter: hoses leave from its outlets, side by side. */
export function lastSplitter(parts: readonly Part[]): Splitter | undefined {
  const part = parts.filter((p) => p.role !== 'adaptor' && !isBranch(p.role)).at(-1);
  const ways = part && SPLITTER_WAYS[part.kind];
  return ways === undefined ? undefined : { part: part!, ways };
}

/**
 * The outlet that each piece of main from the head hangs on, by what it leads to, from 0 on. Where more hoses come than there are
 * outlets, those over share the last one.
 */
export function outletOf({ ways }: Splitter, mains: readonly LaidMain[]): Map<string, number> {
  const leaving = mains.filter((m) => m.from === HEAD && !m.ring);
  return new Map(leaving.map((m, i) => [m.to, Math.min(i, ways - 1)]));
}
