import { boxOf, type Polygon, type Surface } from '../ground';
import type { Block, Obstacle } from '../plan';
import { layBeds } from './beds';
import { frameOf, polygonFromSheet, sheetOutline, type Frame } from './frame';
import { feedXM, lineOf, yOnLine } from './header';
import { groundOf, type BlockGround } from './heights';
import type { BedBox, BlockLayout, LaidBed, LaidRun, Lie, TakeOff } from './laid';
import { layPlaces, type Beginning } from './places';
import { profileAlong, snakeOf } from './snake';
import { coversOf } from './things';

/** A run shorter than this is not laid, m. */
const SHORTEST_RUN_M = 0.05;

/** Rise of the ground along a run, m. */
export function riseAlong(run: LaidRun, distanceM: number): number {
  const { slope, profile } = run.lie();
  if (!profile) return slope * distanceM;
  const at = profile.distanceM;
  let i = 1;
  while (i < at.length - 1 && at[i] < distanceM) i++;
  const share = at[i] > at[i - 1] ? (distanceM - at[i - 1]) / (at[i] - at[i - 1]) : 1;
  return profile.riseM[i - 1] + (profile.riseM[i] - profile.riseM[i - 1]) * Math.min(1, Math.max(0, share));
}

/** Places of a bed's runs across it, m from its left edge: evenly spread, half a gap at the edges. */
export const runOffsets = (widthM: number, runs: number): number[] =>
  Array.from({ length: runs }, (_, i) => ((i + 0.5) * widthM) / runs);

interface Kept {
  surface: Surface;
  things: readonly Obstacle[];
  layout: BlockLayout;
}
const known = new WeakMap<Block, Kept>();

/**
 * Lays out one block; a block that is the same object on the same ground as before is the same layout.
 *
 * A header inside the beds feeds runs both ways; a bed that ends before it is reached by plain pipe. Between two
 * headers each run is cut in the middle.
 */
export function layOutBlock(
  block: Block,
  index: number,
  surface: Surface,
  things: readonly Obstacle[],
): BlockLayout {
  const found = known.get(block);
  if (found && found.layout.index === index && found.surface === surface && found.things === things)
    return found.layout;
  const layout = !block.places
    ? layOut(block, index, surface, things)
    : block.places.beds
      ? layBoth(block, index, surface, things)
      : layPlaces(block, index, surface);
  known.set(block, { surface, things, layout });
  return layout;
}

/** Beds, and plants at places whose small pipe hangs on the beds' header. */
function layBoth(block: Block, index: number, surface: Surface, things: readonly Obstacle[]): BlockLayout {
  const beds = withTakeOffAt(layOut(block, index, surface, things), block.places!.begins);
  const places = layPlaces(block, index, surface, beds.begins);
  const firstTakeOff = beds.layout.takeOffs.length;
  const [a, b] = [beds.layout.box, places.box];
  return {
    ...beds.layout,
    beds: [...beds.layout.beds, ...places.beds],
    runs: [
      ...beds.layout.runs,
      ...places.runs.map((r) => ({
        ...r,
        bedIndex: r.bedIndex + beds.layout.beds.length,
        takeOff: r.takeOff + firstTakeOff,
      })),
    ],
    takeOffs: [...beds.layout.takeOffs, ...places.takeOffs],
    small: { ...places.small!, firstTakeOff },
    box: {
      leftM: Math.min(a.leftM, b.leftM),
      rightM: Math.max(a.rightM, b.rightM),
      nearM: Math.min(a.nearM, b.nearM),
      farM: Math.max(a.farM, b.farM),
    },
  };
}

/** A layout of beds with a take-off where small pipe begins on the first header; at its feed none is needed. */
function withTakeOffAt(
  layout: BlockLayout,
  where: 'feed' | 'left' | 'right',
): { layout: BlockLayout; begins: Beginning } {
  const [first] = layout.headers;
  if (where === 'feed') return { layout, begins: { at: first.feed } };
  const xM = where === 'left' ? first.fromXM : first.toXM;
  const yM = yOnLine(first.line, xM);
  const found = layout.takeOffs.findIndex((t) => t.header === 0 && t.xM === xM);
  if (found >= 0) return { layout, begins: { at: [xM, yM], takeOff: found } };
  const after = layout.takeOffs.findIndex((t) => t.header > 0 || t.xM > xM);
  const at = after < 0 ? layout.takeOffs.length : after;
  const takeOffs = [...layout.takeOffs];
  takeOffs.splice(at, 0, { header: 0, xM, yM, zM: layout.ground.heightM(xM, yM) });
  const runs = layout.runs.map((r) => (r.takeOff >= at ? { ...r, takeOff: r.takeOff + 1 } : r));
  return { layout: { ...layout, takeOffs, runs }, begins: { at: [xM, yM], takeOff: at } };
}

/** A block's ground and beds, without its pipes. */
interface LaidGround {
  frame: Frame;
  outline: Polygon | undefined;
  beds: LaidBed[];
  box: BedBox;
}

/** Ground and beds as they were laid last for the same statement of them: an edit of a block's pipes leaves them as they are. */
const laidGround = new WeakMap<Block['beds'], { around: readonly unknown[]; laid: LaidGround }>();
function layGround(block: Block, things: readonly Obstacle[]): LaidGround {
  const around = [block.outline, block.tunnel, things, block.xM, block.yM, block.turnDeg];
  const found = laidGround.get(block.beds);
  if (found && found.around.every((a, i) => a === around[i])) return found.laid;
  const frame = frameOf(block);
  const outline = outlineOf(block, frame);
  const covers = coversOf(things).map((p) => polygonFromSheet(frame, p));
  const beds = layBeds(block, block.outline ? outline : undefined, covers);
  const laid = { frame, outline, beds, box: boxAbout(beds, outline) };
  laidGround.set(block.beds, { around, laid });
  return laid;
}

/** The box about beds; where none are, that of their ground or nothing. */
function boxAbout(beds: readonly LaidBed[], outline: Polygon | undefined): BedBox {
  if (beds.length === 0) {
    const box = outline ? boxOf(outline) : { x0: 0, y0: 0, x1: 0, y1: 0 };
    return { leftM: box.x0, rightM: box.x1, nearM: box.y0, farM: box.y1 };
  }
  const box: BedBox = { leftM: Infinity, rightM: -Infinity, nearM: Infinity, farM: -Infinity };
  for (const b of beds) {
    box.leftM = Math.min(box.leftM, b.leftM);
    box.rightM = Math.max(box.rightM, b.leftM + b.widthM);
    box.nearM = Math.min(box.nearM, b.nearM);
    box.farM = Math.max(box.farM, b.farM);
  }
  return box;
}

function outlineOf(block: Block, frame: Frame): Polygon | undefined {
  const outline = sheetOutline(block);
  if (outline) return polygonFromSheet(frame, outline);
  const { tunnel } = block;
  if (!tunnel) return undefined;
  return [
    [0, 0],
    [0, tunnel.lengthM],
    [tunnel.widthM, tunnel.lengthM],
    [tunnel.widthM, 0],
  ];
}

function layOut(block: Block, index: number, surface: Surface, things: readonly Obstacle[]): BlockLayout {
  const { frame, outline, beds: all, box } = layGround(block, things);
  const open = block.open && new Set(block.open);
  const beds = open ? all.map((b) => (open.has(b.key) || b.resting ? b : { ...b, resting: true })) : all;
  const ground = groundOf(block, frame, surface);
  const { header } = block;
  const lines = [header, ...(header.other ? [header.other] : [])].map((h) => ({
    pipe: h,
    line: lineOf(h, beds, box),
  }));
  const feed = feedXM(header.feed, box);
  const takeOffs: TakeOff[] = [];
  const runs: LaidRun[] = [];
  const leaves: TakeOff[] = [];
  const reach = lines.map(() => ({ fromXM: feed, toXM: header.feed === 'both' ? box.rightM : feed }));
  const takeOffAt = lines.map(() => new Map<number, TakeOff>());
  /** Most beds are alike. */
  let alike: { widthM: number; lines: number; offsets: number[] } | undefined;
  const offsetsOf = (widthM: number, lines: number): number[] => {
    if (alike?.widthM !== widthM || alike.lines !== lines)
      alike = { widthM, lines, offsets: runOffsets(widthM, lines) };
    return alike.offsets;
  };
  const takeOff = (h: number, xM: number, used: boolean): TakeOff => {
    reach[h].fromXM = Math.min(reach[h].fromXM, xM);
    reach[h].toXM = Math.max(reach[h].toXM, xM);
    let found = takeOffAt[h].get(xM);
    if (!found) {
      const yM = yOnLine(lines[h].line, xM);
      found = { header: h, xM, yM, zM: used ? ground.heightM(xM, yM) : 0 };
      if (used) {
        takeOffAt[h].set(xM, found);
        takeOffs.push(found);
      }
    }
    return found;
  };
  beds.forEach((bed, bedIndex) => {
    const tape = (bed.single?.tape && block.tapes[bed.single.tape]) || block.tape;
    const shut = block.valves === 'runs' ? bed.single?.shutRuns : undefined;
    const offsets = offsetsOf(bed.widthM, bed.lines);
    for (let r = 0; r < bed.runs; r++) {
      if (shut?.includes(r + 1)) continue;
      const xM = bed.leftM + offsets[r * bed.passes];
      const ys = lines.map(({ line }) => yOnLine(line, xM));
      const laid = partsOf(ys, bed);
      laid.forEach((p, i) => {
        const at = takeOff(p.header, p.direction < 0 ? xM + header.staggerM : xM, !bed.resting);
        if (bed.resting) return;
        leaves.push(at);
        const lanes = (): number[] =>
          offsets.slice(r * bed.passes, (r + 1) * bed.passes).map((offset) => bed.leftM + offset);
        const snaked = bed.passes > 1 ? snake(lanes(), ys[p.header], p, bed, ground) : undefined;
        runs.push({
          id: `${block.id}/bed-${bed.key}/run-${r + 1}${laid.length > 1 ? String.fromCharCode(97 + i) : ''}`,
          block: index,
          bed: bed.key,
          bedIndex,
          tape,
          xM,
          fromM: ys[p.header],
          takeOff: 0,
          lengthM: snaked?.lengthM ?? p.direction * (p.endM - ys[p.header]),
          leadM: p.leadM,
          direction: p.direction,
          ...(snaked && { way: snaked.way }),
          lie: snaked?.lie ?? lieOf(ground, xM, ys[p.header], p.endM, at),
        });
      });
    }
  });
  takeOffs.sort((a, b) => a.header - b.header || a.xM - b.xM);
  const place = new Map(takeOffs.map((t, i) => [t, i]));
  runs.forEach((run, i) => (run.takeOff = place.get(leaves[i])!));
  return {
    index,
    block,
    frame,
    ground,
    beds,
    runs,
    takeOffs,
    headers: lines.map(({ pipe, line }, h) => ({
      pipe,
      line,
      feed: [feed, yOnLine(line, feed)],
      ...reach[h],
    })),
    box,
    outline,
  };
}

/** The ground along a run: one slope, or its heights with their mean slope. Not every reader of a layout needs it. */
function lieOf(ground: BlockGround, xM: number, fromM: number, toM: number, at: TakeOff): () => Lie {
  if (ground.even !== undefined) {
    const lie = { slope: toM >= fromM ? ground.even : -ground.even };
    return () => lie;
  }
  let lie: Lie | undefined;
  return () => {
    if (lie) return lie;
    const inletM = at.xM === xM ? at.zM : ground.heightM(xM, fromM);
    const profile = ground.profile(xM, fromM, toM, inletM)!;
    lie = { slope: profile.riseM[profile.riseM.length - 1] / Math.abs(toM - fromM), profile };
    return lie;
  };
}

/** A run laid back and forth: its way, its length from the header on, and the ground along it. */
function snake(
  lanes: readonly number[],
  fromM: number,
  { direction, endM, leadM }: Part,
  bed: LaidBed,
  ground: BlockGround,
): Pick<LaidRun, 'lengthM' | 'way' | 'lie'> {
  const startM = fromM + direction * leadM;
  const { way, hoseM } = snakeOf(lanes, fromM, startM, endM);
  // What was measured is of the whole bed; between two ends of it each has its share.
  const share = Math.abs(endM - startM) / bed.lengthM;
  const lengthM = leadM + (bed.hoseM === undefined ? hoseM : bed.hoseM * share);
  let lie: Lie | undefined;
  return {
    way,
    lengthM,
    lie: () => {
      if (lie) return lie;
      const profile = profileAlong(way, lengthM, leadM, ground);
      return (lie = { slope: profile.riseM[profile.riseM.length - 1] / lengthM, profile });
    },
  };
}

/** A run of a bed from a header: which way, to where, and how much of it is plain pipe. */
interface Part {
  header: number;
  direction: 1 | -1;
  endM: number;
  leadM: number;
}

/**
 * The runs of a bed along one line: from the one header both ways, or from each of two up to half way to the other.
 * @param ys where along the beds each header crosses the line
 */
function partsOf(ys: readonly number[], bed: LaidBed): Part[] {
  const parts: Part[] = [];
  const add = (header: number, nearM: number, farM: number): void => {
    if (farM <= nearM) return;
    const y = ys[header];
    const up = { header, direction: 1 as const, endM: farM, leadM: Math.max(0, nearM - y) };
    const down = { header, direction: -1 as const, endM: nearM, leadM: Math.max(0, y - farM) };
    for (const p of [up, down]) if (p.direction * (p.endM - y) - p.leadM >= SHORTEST_RUN_M) parts.push(p);
  };
  if (ys.length < 2) add(0, bed.nearM, bed.farM);
  else {
    const nearer = ys[0] <= ys[1] ? 0 : 1;
    const midM = (ys[0] + ys[1]) / 2;
    add(nearer, bed.nearM, Math.min(bed.farM, midM));
    add(1 - nearer, Math.max(bed.nearM, midM), bed.farM);
  }
  return parts;
}
