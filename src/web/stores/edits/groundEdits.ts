import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import { boxOf, crossingSides, type Height, type LonLat, type Point } from '../../../core/ground';
import type { Obstacle, Plan, StatedBlock, Underlay } from '../../../core/plan';
import type { Refusal } from '../plan';
import { boundTo, type PlanStore } from './bound';
import { joinTrunk } from './trunk';
import { assign, freshId } from './fields';

const round = (m: number): number => Number(m.toFixed(3));
const roundPoint = ([x, y]: Point): Point => [round(x), round(y)];

/** A shape that comes from a file: an outline with its name. */
export interface ShapeIn {
  name?: string;
  outline: readonly Point[];
}

/** What a file of ground brings, on the sheet. */
export interface GroundIn {
  outlines: readonly ShapeIn[];
  heights: readonly Height[];
  things: readonly (Pick<Obstacle, 'kind' | 'name' | 'points'> & Partial<Obstacle>)[];
  origin?: LonLat;
  grid?: { eastM: number; northM: number };
}

/** Corners kept from the lower left of their box, so that the block's place is near it. */
function shape(draft: Draft<StatedBlock>, corners: readonly Point[]): void {
  const box = boxOf(corners);
  draft.xM = round(box.x0);
  draft.yM = round(box.y0);
  draft.outline = corners.map(([x, y]): [number, number] => [round(x - draft.xM!), round(y - draft.yM!)]);
  delete draft.tunnel;
}

/** Gives a block an outline, corners on the sheet. */
function outline(
  plan: PlanStore,
  corners: readonly Point[],
  label: string,
  gesture?: string,
  index = plan.blockIndex,
): Refusal | undefined {
  const crossing = crossingSides(corners);
  if (crossing)
    return {
      rule: 'outline',
      what: msg`sides ${crossing[0]} and ${crossing[1]} cross each other: corners go round the field in order`,
    };
  return plan.edit(label, (draft) => shape(draft.blocks[index], corners), gesture);
}

/** Beds side by side again, where they lie, with no outline. */
function noOutline(plan: PlanStore, index = plan.blockIndex): void {
  plan.edit(msg`take the outline away`, (draft) => {
    delete draft.blocks[index].outline;
    delete draft.blocks[index].tunnel;
  });
}

function tunnel(
  plan: PlanStore,
  fields: NonNullable<StatedBlock['tunnel']>,
  label: string,
  gesture?: string,
  index = plan.blockIndex,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const b = draft.blocks[index];
      delete b.outline;
      assign((b.tunnel ??= {}) as Record<string, unknown>, fields);
    },
    gesture,
  );
}

/** A further block, with its outline. It takes the looked-at block's tape and pipes. */
function addBlock(plan: PlanStore, corners?: readonly Point[], name?: string): string {
  const id = freshId(plan.plan.blocks, 'block');
  const { tape, header, inlet } = plan.statedBlock;
  const right = plan.laid.bounds.x1;
  const gapM = 6;
  const refusal = plan.edit(msg`add a block`, (draft) => {
    const block = { id, ...(name && { name }), tape, inlet } as Draft<StatedBlock>;
    if (header?.pipe) block.header = { pipe: header.pipe };
    if (corners) shape(block, corners);
    else {
      block.xM = round(right + gapM);
      block.yM = 0;
    }
    for (const key of Object.keys(block) as (keyof StatedBlock)[])
      if (block[key] === undefined) delete block[key];
    draft.blocks.push(block);
    joinTrunk(plan, draft, block, [block.xM ?? 0, block.yM ?? 0]);
  });
  if (!refusal) plan.pickBlock(id);
  return refusal ? '' : id;
}

function ground(
  plan: PlanStore,
  fields: NonNullable<Plan['ground']>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      assign((draft.ground ??= {}) as Record<string, unknown>, fields);
      if (Object.keys(draft.ground).length === 0) delete draft.ground;
    },
    gesture,
  );
}

const setHeights = (
  plan: PlanStore,
  heights: Height[],
  label: string,
  gesture?: string,
): Refusal | undefined => ground(plan, { heights: heights.length > 0 ? heights : undefined }, label, gesture);

const addHeight = (
  plan: PlanStore,
  xM: number,
  yM: number,
  zM: number,
  gesture?: string,
): Refusal | undefined =>
  setHeights(
    plan,
    [...plan.full.ground.heights, { xM: round(xM), yM: round(yM), zM: round(zM) }],
    msg`add a height`,
    gesture,
  );

function height(
  plan: PlanStore,
  at: number,
  fields: Partial<Height>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  const heights = plan.full.ground.heights.map((h, i) => (i === at ? { ...h, ...fields } : h));
  return setHeights(plan, heights, label, gesture);
}

const removeHeight = (plan: PlanStore, at: number): Refusal | undefined =>
  setHeights(
    plan,
    plan.full.ground.heights.filter((_, i) => i !== at),
    msg`take a height away`,
  );

/** @returns the new thing's id, nothing where it was refused */
function addThing(plan: PlanStore, kind: Obstacle['kind'], points: readonly Point[]): string {
  const id = freshId(plan.plan.obstacles ?? [], kind);
  const refusal = plan.edit(msg`put in a ${kind === 'wet' ? msg`wet spot` : kind}`, (draft) => {
    (draft.obstacles ??= []).push({ id, kind, points: points.map(roundPoint) as Draft<Point[]> });
  });
  return refusal ? '' : id;
}

function thing(
  plan: PlanStore,
  id: string,
  fields: Partial<Obstacle>,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const found = draft.obstacles?.find((o) => o.id === id);
      if (found) assign(found as unknown as Record<string, unknown>, fields);
    },
    gesture,
  );
}

function removeThing(plan: PlanStore, id: string): void {
  const name = plan.full.obstacles.find((o) => o.id === id)?.name ?? 'it';
  plan.edit(msg`take away the ${name}`, (draft) => {
    draft.obstacles = draft.obstacles?.filter((o) => o.id !== id);
    if (draft.obstacles?.length === 0) delete draft.obstacles;
  });
}

function underlay(
  plan: PlanStore,
  fields: Underlay | undefined,
  label: string,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      if (fields) draft.underlay = fields;
      else delete draft.underlay;
    },
    gesture,
  );
}

/**
 * Takes in ground from a file. The first outline goes to the block looked at where that has none and nothing else was
 * laid in it yet; each other makes a block of its own.
 */
function takeGround(
  plan: PlanStore,
  { outlines, heights, things, origin, grid }: GroundIn,
  from: string,
): Refusal | undefined {
  const blank = !plan.statedBlock.outline && !plan.statedBlock.beds && !plan.statedBlock.tunnel;
  return plan.edit(msg`bring in ${from}`, (draft) => {
    outlines.forEach(({ name, outline: corners }, i) => {
      let block = draft.blocks[plan.blockIndex];
      if (i > 0 || !blank) {
        block = { id: freshId(draft.blocks, 'block') } as Draft<StatedBlock>;
        draft.blocks.push(block);
      }
      if (name) block.name = name.slice(0, 80);
      shape(block, corners);
    });
    for (const t of things) {
      const list = (draft.obstacles ??= []);
      const points = t.points.map(roundPoint) as Draft<Point[]>;
      list.push({ ...t, id: freshId(list, t.kind), name: t.name.slice(0, 80), points });
    }
    if (heights.length === 0 && !origin && !grid) return;
    const g = (draft.ground ??= {});
    if (heights.length > 0)
      g.heights = [
        ...(g.heights ?? []),
        ...heights.map(({ xM, yM, zM }) => ({ xM: round(xM), yM: round(yM), zM: round(zM) })),
      ];
    if (origin) g.origin = origin;
    if (grid) g.grid = grid;
  });
}

/** Edits of the ground: outlines, heights, things in the way, the picture under the sheet. */
export const groundEdits = (plan: PlanStore) =>
  boundTo(plan, {
    outline,
    noOutline,
    tunnel,
    addBlock,
    ground,
    setHeights,
    addHeight,
    height,
    removeHeight,
    addThing,
    thing,
    removeThing,
    underlay,
    takeGround,
  });
