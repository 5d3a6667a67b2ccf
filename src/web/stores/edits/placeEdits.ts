import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import { fromSheet } from '../../../core/layout';
import { FEED, type Joint, type Places, type Plan, type Plant, type Stated } from '../../../core/plan';
import type { Refusal } from '../plan';
import { boundTo, type PlanStore } from './bound';
import { assign, freshId } from './fields';

type StatedPlaces = Stated<Places>;
const round = (m: number): number => Number(m.toFixed(3));

const indexOf = (plan: PlanStore, block: string): number => plan.blocks.findIndex((b) => b.id === block);

const frameOf = (plan: PlanStore, block: string) => plan.laid.blocks[indexOf(plan, block)].frame;

const placesOf = (plan: PlanStore, draft: Draft<Plan>, block: string): Draft<StatedPlaces> =>
  (draft.blocks[indexOf(plan, block)].places ??= {});

const plantsOf = (places: Draft<StatedPlaces>): Draft<Plant>[] => (places.plants ??= []);

const jointsOf = (places: Draft<StatedPlaces>): Draft<Joint>[] => (places.joints ??= []);

/** A number that no plant of a block has, and that no bed's own fields are kept under. */
function freshNumber(places: Pick<StatedPlaces, 'plants' | 'beds'>, taken: object = {}): string {
  if (places.beds) return `p${Math.max(0, ...(places.plants ?? []).map((p) => Number(p.id.slice(1)))) + 1}`;
  const used = [
    ...(places.plants ?? []).map((p) => Number(p.id)),
    ...Object.keys(taken).map((k) => parseInt(k, 10)),
  ];
  return String(Math.max(0, ...used) + 1);
}

/** Sets what holds for all plants of a block, or how small pipe leads to them. */
function places(
  plan: PlanStore,
  block: string,
  fields: StatedPlaces,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => assign(placesOf(plan, draft, block) as Record<string, unknown>, fields),
    gesture,
  );
}

/**
 * Beds in a block, plants at places instead of them, or both. What its beds say is kept for when they come back. Beside beds
 * what stands at the plants is a further tape of the plan, for the block's own is the beds'.
 */
function grow(plan: PlanStore, block: string, what: 'beds' | 'plants' | 'both'): Refusal | undefined {
  const label = {
    beds: msg`lay beds again`,
    plants: msg`set plants at places`,
    both: msg`set plants beside the beds`,
  };
  return plan.edit(label[what], (draft) => {
    const b = draft.blocks[indexOf(plan, block)];
    dropLabel(draft, b);
    if (what === 'beds') delete b.places;
    else {
      const places = (b.places ??= {});
      if (what === 'both') {
        const id = freshId(draft.tapes ?? [], 'at-plants');
        (draft.tapes ??= []).push({
          id,
          name: msg`at the plants`,
          tape: { kind: 'emitters', lies: 'surface' },
        });
        Object.assign(places, { beds: true, tape: id });
      } else for (const field of ['beds', 'begins', 'pipe', 'boreMm', 'tape'] as const) delete places[field];
      renumber(b, what === 'both');
    }
    // Sets name beds by their keys: those of the other are none here.
    for (const set of draft.watering?.sets ?? [])
      for (const group of set.beds) if (group.block === block) delete group.keys;
  });
}

/** Takes the tape away that said what stands at plants beside beds, unless a bed has it too. */
function dropLabel(draft: Draft<Plan>, b: Draft<Plan>['blocks'][number]): void {
  const id = b.places?.tape;
  if (id === undefined) return;
  delete b.places!.tape;
  const used = draft.blocks.some(
    (x) => x.places?.tape === id || Object.values(x.beds?.single ?? {}).some((s) => s.tape === id),
  );
  if (used) return;
  draft.tapes = draft.tapes?.filter((t) => t.id !== id);
  if (draft.tapes?.length === 0) delete draft.tapes;
}

/** Plants' numbers stand after a p beside beds, and alone without them; what is theirs goes with them. */
function renumber(b: Draft<Plan>['blocks'][number], besideBeds: boolean): void {
  const single = b.beds?.single;
  for (const p of plantsOf(b.places!)) {
    const bare = p.id.replace('p', '');
    const id = besideBeds ? `p${bare}` : bare;
    if (single && p.id in single && id !== p.id) {
      single[id] = single[p.id];
      delete single[p.id];
    }
    p.id = id;
  }
}

/** Plants at places in a block's frame, in their order. @returns their numbers; none where there is no room for them */
function addPlants(
  plan: PlanStore,
  block: string,
  at: readonly (Omit<Plant, 'id'> & { id?: never })[],
  label: string,
): string[] {
  const ids: string[] = [];
  const refusal = plan.edit(label, (draft) => {
    const stated = placesOf(plan, draft, block);
    const single = draft.blocks[indexOf(plan, block)].beds?.single ?? {};
    for (const p of at) {
      const id = freshNumber(stated, single);
      ids.push(id);
      plantsOf(stated).push({ ...p, id, xM: round(p.xM), yM: round(p.yM) });
    }
  });
  return refusal ? [] : ids;
}

/** One plant at a place on the sheet. */
function addPlant(plan: PlanStore, block: string, xM: number, yM: number): string | undefined {
  const [x, y] = fromSheet(frameOf(plan, block), xM, yM);
  return addPlants(plan, block, [{ xM: x, yM: y }], msg`put a plant`)[0];
}

/** Fields of some plants; `undefined` goes back to what holds for all. */
function plant(
  plan: PlanStore,
  block: string,
  ids: readonly string[],
  fields: Partial<Plant>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      for (const p of plantsOf(placesOf(plan, draft, block)))
        if (ids.includes(p.id)) assign(p as unknown as Record<string, unknown>, fields);
    },
    gesture,
  );
}

/** Sets adjustable emitters, each to its own flow at the label's pressure. */
function setOpenings(
  plan: PlanStore,
  block: string,
  setLph: readonly [string, number][],
): Refusal | undefined {
  const to = new Map(setLph);
  return plan.edit(msg`set each emitter for an even share`, (draft) => {
    for (const p of plantsOf(placesOf(plan, draft, block))) {
      const lph = to.get(p.id);
      if (lph !== undefined) p.setLph = Number(lph.toFixed(2));
    }
  });
}

/** Moves a plant, or a joint of the pipe, to a place on the sheet. */
function movePlant(
  plan: PlanStore,
  block: string,
  id: string,
  xM: number,
  yM: number,
  gesture?: string,
): Refusal | undefined {
  const [x, y] = fromSheet(frameOf(plan, block), xM, yM);
  return plant(plan, block, [id], { xM: round(x), yM: round(y) }, msg`move plant ${id}`, gesture);
}

function removePlants(plan: PlanStore, block: string, ids: readonly string[]): Refusal | undefined {
  return plan.edit(
    ids.length === 1 ? msg`remove plant ${ids[0]}` : msg`remove ${ids.length} plants`,
    (draft) => {
      const stated = placesOf(plan, draft, block);
      stated.plants = plantsOf(stated).filter((p) => !ids.includes(p.id));
      const single = draft.blocks[indexOf(plan, block)].beds?.single;
      if (single) for (const id of ids) delete single[id];
      for (const set of draft.watering?.sets ?? [])
        for (const group of set.beds)
          if (group.block === block && group.keys) group.keys = group.keys.filter((k) => !ids.includes(k));
    },
  );
}

/** A piece of small pipe from a joint, or the feed, to a place on the sheet. @returns the joint at its end */
function addJoint(plan: PlanStore, block: string, from: string, xM: number, yM: number): string | undefined {
  const [x, y] = fromSheet(frameOf(plan, block), xM, yM);
  const id = freshId(plan.blocks[indexOf(plan, block)]?.places?.joints ?? [], 'joint');
  const refusal = plan.edit(msg`lay small pipe`, (draft) => {
    const stated = placesOf(plan, draft, block);
    stated.route = 'drawn';
    jointsOf(stated).push({ id, xM: round(x), yM: round(y), from });
  });
  return refusal ? undefined : id;
}

function moveJoint(
  plan: PlanStore,
  block: string,
  id: string,
  xM: number,
  yM: number,
  gesture?: string,
): Refusal | undefined {
  const [x, y] = fromSheet(frameOf(plan, block), xM, yM);
  return plan.edit(
    msg`move a joint of the small pipe`,
    (draft) => {
      const joint = jointsOf(placesOf(plan, draft, block)).find((j) => j.id === id);
      if (joint) Object.assign(joint, { xM: round(x), yM: round(y) });
    },
    gesture,
  );
}

function joint(
  plan: PlanStore,
  block: string,
  id: string,
  fields: Partial<Joint>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const found = jointsOf(placesOf(plan, draft, block)).find((j) => j.id === id);
      if (found) assign(found as unknown as Record<string, unknown>, fields);
    },
    gesture,
  );
}

/** Takes a joint out; the pipe beyond it comes from where its own came from. */
function removeJoint(plan: PlanStore, block: string, id: string): Refusal | undefined {
  return plan.edit(msg`take out a joint of the small pipe`, (draft) => {
    const stated = placesOf(plan, draft, block);
    const gone = jointsOf(stated).find((j) => j.id === id);
    stated.joints = jointsOf(stated)
      .filter((j) => j.id !== id)
      .map((j) => (j.from === id ? { ...j, from: gone?.from ?? FEED } : j));
    stated.loops = (stated.loops ?? []).filter((l) => l.a !== id && l.b !== id);
    for (const p of plantsOf(stated)) if (p.on === id) delete p.on;
  });
}

/** Closes a ring between two joints, or opens it again where they are joined already. */
function joinJoints(plan: PlanStore, block: string, a: string, b: string): Refusal | undefined {
  const joins = (l: { a: string; b: string }): boolean =>
    (l.a === a && l.b === b) || (l.a === b && l.b === a);
  const open = (plan.blocks[indexOf(plan, block)]?.places?.loops ?? []).some(joins);
  return plan.edit(open ? msg`open a ring of pipe` : msg`close a ring of pipe`, (draft) => {
    const stated = placesOf(plan, draft, block);
    const loops = stated.loops ?? [];
    stated.loops = open
      ? loops.filter((l) => !joins(l))
      : [...loops, { id: freshId(loops as { id: string }[], 'ring'), a, b }];
  });
}

/** Edits of plants at places and of the small pipe to them. Places are in the block's own frame. */
export const placeEdits = (plan: PlanStore) =>
  boundTo(plan, {
    places,
    grow,
    addPlants,
    addPlant,
    plant,
    setOpenings,
    movePlant,
    removePlants,
    addJoint,
    moveJoint,
    joint,
    removeJoint,
    joinJoints,
  });
