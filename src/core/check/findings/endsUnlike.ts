import { ENDS, isBranch } from '../../catalog/headParts';
import type { Part } from '../../plan';
import { HEAD } from '../../plan';
import { finding, type Check } from '../types';

const endName = (id: string): string => ENDS.find((e) => e.id === id)!.name;

/** Two neighbours whose ends do not meet, with the adaptor that would join them. */
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

/** Parts that do not meet: each needs an adaptor, a bought part. */
export const endsUnlike: Check = (plan) =>
  [
    { place: HEAD, parts: plan.head },
    ...plan.blocks.filter((b) => b.inUse).map((b) => ({ place: b.id, parts: b.inlet })),
  ].flatMap(({ place, parts }) =>
    mismatches(parts).map(({ before, after }) =>
      finding(
        'ends-unlike',
        'mind',
        { kind: 'part', place, id: after.id },
        {
          names: {
            before: before.name,
            after: after.name,
            outEnd: endName(before.outEnd),
            inEnd: endName(after.inEnd),
          },
        },
      ),
    ),
  );
