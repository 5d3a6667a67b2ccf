import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import { type LaidBed } from '../../../core/layout';
import type { Plan, SingleBed } from '../../../core/plan';
import type { Refusal } from '../plan';
import { boundTo, type PlanStore } from './bound';
import type { BedRef } from '../view';
import { assign, freshId } from './fields';

/** Ground left where a bed is split, m: a path's width. */
const SPLIT_GAP_M = 0.6;
const round = (m: number): number => Number(m.toFixed(3));

const indexOf = (plan: PlanStore, block: string): number => plan.blocks.findIndex((b) => b.id === block);

const laidBeds = (plan: PlanStore, block: string): LaidBed[] =>
  plan.laid.blocks[indexOf(plan, block)]?.beds ?? [];

const laidBed = (plan: PlanStore, bed: BedRef): LaidBed | undefined =>
  laidBeds(plan, bed.block).find((b) => b.key === bed.key);

/** The stated fields of a single bed; a bed of which nothing is stated any more is left out. */
function change(plan: PlanStore, draft: Draft<Plan>, { block, key }: BedRef, fields: SingleBed): void {
  const beds = (draft.blocks[indexOf(plan, block)].beds ??= {});
  const single = (beds.single ??= {});
  const one = (single[key] ??= {});
  assign(one as Record<string, unknown>, fields);
  if (Object.keys(one).length === 0) delete single[key];
  if (Object.keys(single).length === 0) delete beds.single;
}

function single(
  plan: PlanStore,
  bed: BedRef,
  fields: SingleBed,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(label, (draft) => change(plan, draft, bed, fields), gesture);
}

/** Moves a bed's far end: its length is then its own. */
function bedLength(plan: PlanStore, bed: BedRef, lengthM: number, gesture?: string): Refusal | undefined {
  const now = laidBed(plan, bed)?.lengthM ?? 0;
  const label = msg`${lengthM < now ? msg`shorten` : msg`lengthen`} bed ${bed.key}`;
  return single(plan, bed, { lengthM: round(lengthM) }, label, gesture);
}

/** Moves a bed's near end by so much from where it lies; its far end stays. */
function bedStart(plan: PlanStore, bed: BedRef, byM: number, gesture?: string): Refusal | undefined {
  const now = laidBed(plan, bed);
  if (!now || byM === 0) return undefined;
  return single(
    plan,
    bed,
    { startM: round((now.single?.startM ?? 0) + byM), lengthM: round(now.lengthM - byM) },
    msg`${byM > 0 ? msg`shorten` : msg`lengthen`} bed ${bed.key}`,
    gesture,
  );
}

/** All beds of a block of the common length again. */
function evenLengths(plan: PlanStore, index: number): void {
  plan.edit(msg`make the beds all alike`, (draft) => {
    const stated = draft.blocks[index].beds?.single ?? {};
    for (const key of Object.keys(stated))
      change(plan, draft, { block: draft.blocks[index].id, key }, { startM: undefined, lengthM: undefined });
  });
}

function removeBeds(plan: PlanStore, beds: readonly BedRef[]): void {
  const what = beds.length === 1 ? msg`bed ${beds[0].key}` : msg`${beds.length} beds`;
  plan.edit(msg`remove ${what}`, (draft) => beds.forEach((b) => change(plan, draft, b, { removed: true })));
}

/** Beds that were removed come back. */
function restoreBeds(plan: PlanStore, index: number): void {
  const { id, beds } = plan.blocks[index];
  plan.edit(msg`bring back removed beds`, (draft) => {
    for (const [key, s] of Object.entries(beds.single))
      if (s.removed) change(plan, draft, { block: id, key }, { removed: undefined });
  });
}

/**
 * Cuts a bed across at a place along it. Its pieces beyond move on by a letter, with what was particular to them.
 * @param atM from the near end of the block's frame
 */
function splitBed(plan: PlanStore, bed: BedRef, atM: number, gapM = SPLIT_GAP_M): Refusal | undefined {
  const laid = laidBed(plan, bed);
  if (!laid || atM <= laid.nearM || atM >= laid.farM) return undefined;
  const first = String(laid.number);
  return plan.edit(msg`split bed ${bed.key}`, (draft) => {
    shiftPieces(plan, draft, bed, 1);
    const splits = plan.full.blocks[indexOf(plan, bed.block)].beds.single[first]?.splits ?? [];
    // A piece of a length of its own ends at the cut.
    change(plan, draft, bed, { lengthM: undefined });
    change(plan, draft, { block: bed.block, key: first }, { splits: [...splits, { atM: round(atM), gapM }] });
  });
}

/** A bed's pieces after one take the next letter (or the one before). */
function shiftPieces(plan: PlanStore, draft: Draft<Plan>, bed: BedRef, by: 1 | -1): void {
  const stated = draft.blocks[indexOf(plan, bed.block)].beds?.single;
  if (!stated) return;
  const number = parseInt(bed.key, 10);
  const after = pieceOf(bed.key);
  const moved = Object.keys(stated).filter((k) => parseInt(k, 10) === number && pieceOf(k) > after);
  moved.sort((a, b) => by * (pieceOf(b) - pieceOf(a)));
  for (const key of moved) {
    stated[keyOf(number, pieceOf(key) + by)] = stated[key];
    delete stated[key];
  }
}

/** Joins a bed to its next piece where it was split, or takes in the bed to its right. */
function joinBed(plan: PlanStore, bed: BedRef): Refusal | undefined {
  const laid = laidBed(plan, bed);
  if (!laid) return undefined;
  const first = { block: bed.block, key: String(laid.number) };
  const stated = plan.full.blocks[indexOf(plan, bed.block)].beds.single[first.key];
  const next = laidBed(plan, { block: bed.block, key: keyOf(laid.number, pieceOf(bed.key) + 1) });
  const split = next && stated?.splits?.find((s) => s.atM > laid.nearM && s.atM < next.farM);
  if (split) {
    return plan.edit(msg`join bed ${bed.key} to ${next.key}`, (draft) => {
      const rest = stated!.splits!.filter((s) => s !== split);
      change(plan, draft, first, { splits: rest.length > 0 ? rest : undefined });
      change(plan, draft, bed, { lengthM: undefined });
      shiftPieces(plan, draft, bed, -1);
    });
  }
  const joined = (stated?.joined ?? 0) + 1;
  return plan.edit(msg`join bed ${laid.number} to the next`, (draft) =>
    change(plan, draft, first, { joined }),
  );
}

/** Leaves a brush's fields on beds, in one stroke one step. */
function paint(
  plan: PlanStore,
  beds: readonly BedRef[],
  fields: SingleBed,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(label, (draft) => beds.forEach((b) => change(plan, draft, b, fields)), gesture);
}

/** A further tape to paint beds with, like the block's own to begin with. Returns its id. */
function addTape(plan: PlanStore): string {
  const id = freshId(plan.plan.tapes ?? [], 'tape');
  const from = plan.statedBlock.tape;
  plan.edit(msg`add a tape`, (draft) => {
    (draft.tapes ??= []).push({ id, ...(from && { tape: structuredClone(from) as typeof from }) });
  });
  return id;
}

/** Sets fields of a further tape's label. */
function furtherTape(
  plan: PlanStore,
  id: string,
  fields: object,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const found = draft.tapes?.find((t) => t.id === id);
      if (found) assign((found.tape ??= {}) as Record<string, unknown>, fields);
    },
    gesture,
  );
}

function nameTape(plan: PlanStore, id: string, name: string, gesture?: string): Refusal | undefined {
  return plan.edit(
    msg`name the tape`,
    (draft) => {
      const found = draft.tapes?.find((t) => t.id === id);
      if (found) found.name = name;
    },
    gesture,
  );
}

/** Takes a further tape away; beds laid with it have the block's own again. */
function removeTape(plan: PlanStore, id: string): void {
  plan.edit(msg`take the tape away`, (draft) => {
    draft.blocks.forEach((b) => {
      for (const [key, s] of Object.entries(b.beds?.single ?? {}))
        if (s.tape === id) change(plan, draft, { block: b.id, key }, { tape: undefined });
      if (b.places?.tape === id) delete b.places.tape;
    });
    draft.tapes = draft.tapes?.filter((t) => t.id !== id);
    if (draft.tapes?.length === 0) delete draft.tapes;
  });
}

/** Edits of single beds. */
export const bedEdits = (plan: PlanStore) =>
  boundTo(plan, {
    addTape,
    furtherTape,
    nameTape,
    removeTape,
    single,
    laidBeds,
    laidBed,
    bedLength,
    bedStart,
    evenLengths,
    removeBeds,
    restoreBeds,
    splitBed,
    joinBed,
    paint,
  });

/** Which piece of its bed a key names, from 0. */
const pieceOf = (key: string): number => (/[a-z]$/.test(key) ? key.charCodeAt(key.length - 1) - 97 : 0);
const keyOf = (number: number, piece: number): string =>
  `${number}${piece > 0 ? String.fromCharCode(97 + piece) : ''}`;
