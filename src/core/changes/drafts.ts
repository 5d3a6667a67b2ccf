import type { Draft } from 'immer';
import { msg } from '../language';
import {
  branchPlace,
  branchSource,
  HEAD,
  sharedHead,
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

/** The parts stated at a place, or those of a branch that one is of; typical ones are stated as soon as they are touched. */
export function partsIn(draft: Draft<Plan>, place: string, full: FullPlan, id?: string): Draft<StatedPart>[] {
  const own = branchSource(place);
  if (own !== undefined) return (draft.sources.find((s) => s.id === own)!.branch ??= []);
  const branch = draft.sources.find((s) => s.branch?.some((p) => p.id === id))?.branch;
  if (place === HEAD && branch) return branch;
  if (place === HEAD) {
    const kind = full.sources.find((s) => s.id === full.home)!.kind;
    return (draft.head ??= typicalHead(kind));
  }
  return (blockIn(draft, place).inlet ??= full.blocks
    .find((b) => b.id === place)!
    .inlet.filter((p) => !p.planned)
    .map(({ id, kind }) => ({ id, kind })));
}

/** Where all blocks' inlets are alike, those of the others become like the one that was changed. */
export function inletsLike(draft: Draft<Plan>, place: string): void {
  if (draft.inlets !== 'alike' || place === HEAD || branchSource(place) !== undefined) return;
  const { inlet } = blockIn(draft, place);
  for (const b of draft.blocks)
    if (b.id !== place) {
      if (inlet) b.inlet = inlet.map((p) => ({ ...p }));
      else delete b.inlet;
    }
}

/** A place among all that the water passes at the head as a place in the list that holds it. */
export const placeIn = (list: readonly StatedPart[], place: string, at: number, full: FullPlan): number => {
  const inBranch = full.head.length - sharedHead(full).length;
  const planned = full.blocks.find((b) => b.id === place)?.inlet.filter((p) => p.planned).length ?? 0;
  const ofHead = place === HEAD && !full.sources.some((s) => s.branch.some((p) => p.id === list[0]?.id));
  return Math.max(0, Math.min((ofHead ? at - inBranch : at) - planned, list.length));
};

/**
 * An id for a part that none of the head or of a branch has, or none of its own list at a block. On a branch it begins with its
 * source's: what typically stands in the head of another source is called by its kind.
 */
export function freePartId(draft: Draft<Plan>, place: string, kind: string, full: FullPlan): string {
  const source = branchSource(place);
  const list = partsIn(draft, place, full);
  if (place !== HEAD && source === undefined) return freeId(list, kind);
  const all = [...list, ...(draft.head ?? []), ...draft.sources.flatMap((s) => s.branch ?? [])];
  return freeId(all, source === undefined ? kind : `${source}-${kind}`);
}

/** Puts a part onto a source's branch, before all that stands there. */
export function putOnBranch(draft: Draft<Plan>, full: FullPlan, source: string, kind: string): void {
  const place = branchPlace(source);
  partsIn(draft, place, full).unshift({ id: freePartId(draft, place, kind, full), kind });
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
