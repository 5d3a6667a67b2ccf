import type { Draft } from 'immer';
import { msg } from '../language';
import {
  HEAD,
  typicalHead,
  type FullPlan,
  type Plan,
  type StatedBlock,
  type StatedPart,
  type StatedTape,
} from '../plan';

export const blockIn = (draft: Draft<Plan>, id: string): Draft<StatedBlock> =>
  draft.blocks.find((b) => b.id === id)!;

/** Name of a block for words; nothing where there is only one. */
export const ofBlock = (full: FullPlan, id: string): string =>
  full.blocks.length > 1 ? msg` of ${full.blocks.find((b) => b.id === id)?.name ?? msg`the block`}` : '';

/** What lies in a block, or in those of its beds that name a further tape, as stated. */
export function layingIn(
  draft: Draft<Plan>,
  block: string,
  tape?: string,
): Draft<NonNullable<StatedTape['tape']>> {
  const further = tape === undefined ? undefined : draft.tapes?.find((t) => t.id === tape);
  if (further) return (further.tape ??= {});
  return (blockIn(draft, block).tape ??= {});
}

/** The parts stated at a place; typical ones are stated as soon as they are touched. */
export function partsIn(draft: Draft<Plan>, place: string, full: FullPlan): Draft<StatedPart>[] {
  if (place === HEAD) {
    const kind = full.sources.find((s) => s.id === full.sourceId)!.kind;
    return (draft.head ??= typicalHead(kind));
  }
  return (blockIn(draft, place).inlet ??= full.blocks
    .find((b) => b.id === place)!
    .inlet.map(({ id, kind }) => ({ id, kind })));
}

/** Where all blocks' inlets are alike, those of the others become like the one that was changed. */
export function inletsLike(draft: Draft<Plan>, place: string): void {
  if (draft.inlets !== 'alike' || place === HEAD) return;
  const { inlet } = blockIn(draft, place);
  for (const b of draft.blocks)
    if (b.id !== place) {
      if (inlet) b.inlet = inlet.map((p) => ({ ...p }));
      else delete b.inlet;
    }
}

/** An id that none of a list has. */
export function freeId(list: readonly { id: string }[], stem: string): string {
  for (let i = 1; ; i++) {
    const id = i === 1 ? stem : `${stem}-${i}`;
    if (!list.some((entry) => entry.id === id)) return id;
  }
}

export const sourceIn = (draft: Draft<Plan>, full: FullPlan): Draft<Plan['sources'][number]> =>
  draft.sources.find((s) => s.id === full.sourceId)!;
