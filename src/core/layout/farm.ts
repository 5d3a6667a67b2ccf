import { msg } from '../language';
import { boxOf, lengthWithinM, type Box, type Point, type Polygon } from '../ground';
import {
  HEAD,
  joiningSources,
  surfaceOf,
  wayToHead,
  type FullPlan,
  type MainPiece,
  type Obstacle,
  type PipePiece,
  type Source,
} from '../plan';
import { layOutBlock } from './block';
import type { BlockLayout } from './laid';
import { toSheet } from './frame';
import { yOnLine } from './header';
import { coverOf } from './things';

/** A place on the sheet with its height, m. */
export interface Spot {
  xM: number;
  yM: number;
  zM: number;
}

/** A stretch of pipe that lies across a thing in the way. */
export interface Crossing {
  thing: Obstacle;
  lengthM: number;
}

/** One piece of the main as it lies. */
export interface LaidMain {
  /** Where it comes from: a tee's id, or `head`. */
  from: string;
  /** Where it leads: a tee's or a block's id. */
  to: string;
  toBlock: boolean;
  start: Spot;
  end: Spot;
  lengthM: number;
  riseM: number;
  piece: MainPiece;
  crossings: Crossing[];
  /** It closes a ring: the tee that it leads to, and whether its valve is shut. `to` is then its own id. */
  ring?: { to: string; shut: boolean };
}

/** The pipe from another source to the head, where their waters join. */
export interface LaidJoin {
  source: Source & { id: string };
  start: Spot;
  end: Spot;
  lengthM: number;
  piece: PipePiece;
}

/** The whole farm laid out on the sheet. */
export interface FarmLayout {
  source: Source & { id: string };
  head: Spot;
  /** Other sources that are used, and how each joins. */
  joins: LaidJoin[];
  blocks: BlockLayout[];
  /** Pieces of the main, each after the one it comes from; last those that close rings. */
  mains: LaidMain[];
  bounds: Box;
  highest: Spot;
  lowest: Spot;
}

/** What an end of a piece of main is called: the head, a tee by its number, a block by its name. */
export const mainEndName = (
  { tees, rings, blocks }: Pick<FullPlan, 'tees' | 'rings' | 'blocks'>,
  id: string,
): string => {
  if (id === HEAD) return msg`the head`;
  const tee = tees.findIndex((t) => t.id === id);
  const ring = rings.find((r) => r.id === id);
  if (ring) return msg`the ring to tee ${tees.findIndex((t) => t.id === ring.to) + 1}`;
  return tee >= 0 ? msg`tee ${tee + 1}` : (blocks.find((b) => b.id === id)?.name ?? '');
};

/** A piece of main as lists, sheet and paper call it: by its number, where there are several, and where it leads. */
export const mainName = (plan: FullPlan, { mains }: Pick<FarmLayout, 'mains'>, to: string): string =>
  mains.length > 1
    ? `${mains.findIndex((m) => m.to === to) + 1} · ${mainEndName(plan, to)}`
    : mainEndName(plan, to);

/** Where a block's first header is fed, on the sheet. */
export function feedSpot({ frame, headers, ground }: BlockLayout): Spot {
  const [x, y] = headers[0].feed;
  const [xM, yM] = toSheet(frame, x, y);
  return { xM, yM, zM: ground.heightM(x, y) };
}

/** What a straight pipe crosses, and over how much of it. Trees are gone round, wet spots gone through. */
export function crossingsOf(a: Point, b: Point, things: readonly Obstacle[]): Crossing[] {
  return things.flatMap((thing) => {
    if (thing.kind === 'tree' || thing.kind === 'wet') return [];
    const lengthM = lengthWithinM(a, b, coverOf(thing, 0));
    return lengthM > 0 ? [{ thing, lengthM }] : [];
  });
}

const at = (s: Spot): Point => [s.xM, s.yM];

/** Corners of a block's ground in its own frame: of its outline, or of the box about its beds. */
const cornersOf = ({ box, outline }: BlockLayout): Polygon =>
  outline ?? [
    [box.leftM, box.nearM],
    [box.rightM, box.nearM],
    [box.rightM, box.farM],
    [box.leftM, box.farM],
  ];

/** The same on the sheet. */
export const sheetCorners = (layout: BlockLayout): Polygon =>
  cornersOf(layout).map(([x, y]) => toSheet(layout.frame, x, y));

const cornerSpots = (layout: BlockLayout): Spot[] =>
  cornersOf(layout).map(([x, y]) => {
    const [xM, yM] = toSheet(layout.frame, x, y);
    return { xM, yM, zM: layout.ground.heightM(x, y) };
  });

/** Lays out a plan: the source drawn on, the head at its home, every block, and the main between them. */
export function layOut(plan: FullPlan): FarmLayout {
  const source = plan.sources.find((s) => s.id === plan.sourceId) ?? plan.sources[0];
  const home = plan.sources.find((s) => s.id === plan.home) ?? source;
  const head: Spot = { xM: home.xM, yM: home.yM, zM: home.heightM };
  const surface = surfaceOf(plan.ground);
  const blocks = plan.blocks.map((b, i) => layOutBlock(b, i, surface, plan.obstacles));
  const spots = new Map<string, Spot>([[HEAD, head]]);
  for (const t of plan.tees) spots.set(t.id, { xM: t.xM, yM: t.yM, zM: t.heightM });
  const mains: LaidMain[] = [];
  const lay = (to: string, toBlock: boolean, end: Spot, piece: MainPiece, ring?: LaidMain['ring']): void => {
    const start = spots.get(piece.from) ?? head;
    mains.push({
      from: piece.from,
      to,
      toBlock,
      start,
      end,
      lengthM: Math.hypot(end.xM - start.xM, end.yM - start.yM) + piece.extraM,
      riseM: end.zM - start.zM,
      piece,
      crossings: crossingsOf(at(start), at(end), plan.obstacles),
      ...(ring && { ring }),
    });
  };
  // Tees from the head on, so that each piece comes after the one it hangs on.
  const childrenOf = new Map<string, typeof plan.tees>();
  for (const t of plan.tees) childrenOf.set(t.main.from, [...(childrenOf.get(t.main.from) ?? []), t]);
  const walk = (from: string): void => {
    for (const t of childrenOf.get(from) ?? []) {
      lay(t.id, false, spots.get(t.id)!, t.main);
      walk(t.id);
    }
  };
  walk(HEAD);
  blocks.forEach((b) => lay(b.block.id, true, feedSpot(b), b.block.main));
  for (const { id, to, shut, main } of plan.rings) {
    const end = spots.get(to);
    if (end && to !== main.from && spots.has(main.from)) lay(id, false, end, main, { to, shut });
  }
  const joins = joiningSources(plan).map((other): LaidJoin => {
    const { piece, lengthM } = wayToHead(plan, other)!;
    const start = { xM: other.xM, yM: other.yM, zM: other.heightM };
    return { source: other, start, end: head, lengthM, piece };
  });
  const all = [
    head,
    ...joins.map((j) => j.start),
    ...plan.tees.map((t) => spots.get(t.id)!),
    ...blocks.flatMap(cornerSpots),
  ];
  return {
    source,
    head,
    joins,
    blocks,
    mains,
    bounds: boxOf([...all.map(at), ...plan.obstacles.flatMap((o) => o.points)]),
    highest: all.reduce((a, b) => (b.zM > a.zM ? b : a)),
    lowest: all.reduce((a, b) => (b.zM < a.zM ? b : a)),
  };
}

/** What a block's headers lie across, each thing once with its whole length. */
export function headerCrossings(layout: BlockLayout, things: readonly Obstacle[]): Crossing[] {
  if (things.length === 0) return [];
  const found = new Map<Obstacle, number>();
  for (const { line, fromXM, toXM } of layout.headers) {
    const inner = line.filter(([x]) => x > fromXM && x < toXM);
    const way = [fromXM, ...inner.map(([x]) => x), toXM].map((x) =>
      toSheet(layout.frame, x, yOnLine(line, x)),
    );
    for (let i = 1; i < way.length; i++)
      for (const { thing, lengthM } of crossingsOf(way[i - 1], way[i], things))
        found.set(thing, (found.get(thing) ?? 0) + lengthM);
  }
  return [...found].map(([thing, lengthM]) => ({ thing, lengthM }));
}
