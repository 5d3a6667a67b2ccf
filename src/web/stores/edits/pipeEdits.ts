import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import type { EndId, PartKind } from '../../../core/catalog/headParts';
import { freePartId, inletsLike, partsIn } from '../../../core/changes';
import { HEAD, type Plan, type StatedBlock, type StatedPart } from '../../../core/plan';
import type { RingPlace } from '../../../core/layout';
import type { Refusal } from '../plan';
import { boundTo, type PlanStore } from './bound';
import { assign, freshId } from './fields';

/** @returns the new part's id */
function addPart(
  plan: PlanStore,
  place: string,
  kind: string,
  at: number,
  ends?: { inEnd: EndId; outEnd: EndId },
): string {
  let id = '';
  const name = [...plan.full.parts].find((p) => p.id === kind)?.name ?? kind;
  plan.edit(msg`put in a ${name}`, (draft) => {
    const list = partsIn(draft, place, plan.full);
    id = freePartId(draft, place, kind, plan.full);
    list.splice(Math.max(0, Math.min(at, list.length)), 0, { id, kind, ...ends });
    inletsLike(draft, place);
  });
  return id;
}

function movePart(plan: PlanStore, place: string, id: string, to: number, gesture?: string): void {
  plan.edit(
    msg`move a part`,
    (draft) => {
      const list = partsIn(draft, place, plan.full, id);
      const from = list.findIndex((p) => p.id === id);
      const target = Math.max(0, Math.min(to, list.length - 1));
      if (from < 0 || from === target) return;
      const [part] = list.splice(from, 1);
      list.splice(target, 0, part);
      inletsLike(draft, place);
    },
    gesture,
  );
}

function removePart(plan: PlanStore, place: string, id: string): void {
  plan.edit(msg`take a part out`, (draft) => {
    const list = partsIn(draft, place, plan.full, id);
    const at = list.findIndex((p) => p.id === id);
    if (at >= 0) list.splice(at, 1);
    inletsLike(draft, place);
  });
}

function part(
  plan: PlanStore,
  place: string,
  id: string,
  fields: Partial<StatedPart>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const found = partsIn(draft, place, plan.full, id).find((p) => p.id === id);
      if (found) assign(found as unknown as Record<string, unknown>, fields);
      inletsLike(draft, place);
    },
    gesture,
  );
}

/** All blocks' inlets alike, as that of the block looked at, or each its own from now on. */
function inlets(plan: PlanStore, how: 'own' | 'alike'): void {
  plan.edit(
    how === 'alike' ? msg`put all inlets together alike` : msg`let each block have its own inlet`,
    (draft) => {
      draft.inlets = how;
      inletsLike(draft, plan.block.id);
    },
  );
}

/** Keeps parts as the plan's own; those of the same id are replaced. */
function ownParts(plan: PlanStore, parts: readonly PartKind[], label: string): Refusal | undefined {
  return plan.edit(label, (draft) => {
    const list = (draft.parts ??= []);
    for (const p of parts) {
      const at = list.findIndex((x) => x.id === p.id);
      if (at >= 0) list[at] = p;
      else list.push(p);
    }
  });
}

/** Puts a tee into a piece of the main, at a place on it, and hangs what it led to on the tee. Returns the tee's id. */
function addTee(plan: PlanStore, to: string, share: number): string {
  const laid = plan.laid.mains.find((m) => m.to === to);
  if (!laid) return '';
  const id = freshId(plan.plan.tees ?? [], 'tee');
  const surveyed = plan.full.ground.heights.length > 0;
  const between = (a: number, b: number): number => Number((a + (b - a) * share).toFixed(2));
  plan.edit(msg`put a tee into the main`, (draft) => {
    const { from, ...piece } = mainOf(draft, to);
    (draft.tees ??= []).push({
      id,
      xM: between(laid.start.xM, laid.end.xM),
      yM: between(laid.start.yM, laid.end.yM),
      // On measured ground its height is read off it.
      ...(surveyed ? {} : { heightM: between(laid.start.zM, laid.end.zM) }),
      main: { ...structuredClone({ ...piece }), from: from ?? HEAD },
    });
    mainOf(draft, to).from = id;
  });
  return id;
}

/** The piece of the main that leads to a tee or block, as stated. */
function mainOf(draft: Draft<Plan>, to: string): Draft<NonNullable<StatedBlock['main']>> {
  const owner =
    draft.tees?.find((t) => t.id === to) ??
    draft.rings?.find((r) => r.id === to) ??
    draft.blocks.find((b) => b.id === to)!;
  return (owner.main ??= {});
}

function main(
  plan: PlanStore,
  to: string,
  fields: Record<string, unknown>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(label, (draft) => assign(mainOf(draft, to) as Record<string, unknown>, fields), gesture);
}

function tee(
  plan: PlanStore,
  id: string,
  fields: Record<string, unknown>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const found = draft.tees?.find((t) => t.id === id);
      if (found) assign(found as unknown as Record<string, unknown>, fields);
    },
    gesture,
  );
}

/** Takes a tee out: what hung on it hangs on what it hung on. */
function removeTee(plan: PlanStore, id: string): void {
  plan.edit(msg`take a tee out of the main`, (draft) => {
    const tees = draft.tees ?? [];
    const from = tees.find((t) => t.id === id)?.main?.from ?? HEAD;
    for (const owner of [...tees, ...draft.blocks]) if (owner.main?.from === id) owner.main.from = from;
    // A ring that led to it, or came from it, leads nowhere any more.
    draft.rings = draft.rings?.filter((r) => r.to !== id && r.main?.from !== id);
    if (!draft.rings?.length) delete draft.rings;
    draft.tees = tees.filter((t) => t.id !== id);
    if (draft.tees.length === 0) delete draft.tees;
  });
}

/** Closes a ring between two places of the main, in the pipe that leads to the second. @returns the ring's id */
function closeRing(plan: PlanStore, { from, to }: RingPlace): string {
  const id = freshId(plan.plan.rings ?? [], 'ring');
  const pipe = plan.full.tees.find((t) => t.id === to)?.main.pipe;
  plan.edit(msg`close a ring`, (draft) => {
    (draft.rings ??= []).push({ id, to, main: { from, ...(pipe && { pipe }) } });
  });
  return id;
}

/** Where a ring leads to, and whether its valve is shut. */
const ring = (
  plan: PlanStore,
  id: string,
  fields: { to?: string; shut?: boolean },
  label: string,
): Refusal | undefined =>
  plan.edit(label, (draft) => {
    const own = draft.rings?.find((r) => r.id === id);
    if (own) assign(own as unknown as Record<string, unknown>, fields);
  });

const openRing = (plan: PlanStore, id: string): Refusal | undefined =>
  plan.edit(msg`take a ring away`, (draft) => {
    draft.rings = draft.rings?.filter((r) => r.id !== id);
    if (!draft.rings?.length) delete draft.rings;
  });

/** Edits of parts in line, and of the main with its tees. */
export const pipeEdits = (plan: PlanStore) =>
  boundTo(plan, {
    addPart,
    movePart,
    removePart,
    part,
    inlets,
    ownParts,
    addTee,
    main,
    tee,
    removeTee,
    closeRing,
    ring,
    openRing,
  });
