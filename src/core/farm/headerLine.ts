import { pipeKind } from '../catalog/pipes';
import { lengthOnLine, type BlockLayout, type LaidHeader } from '../layout';
import { headerPipeAt } from '../network';
import type { PipePiece } from '../plan';
import { needsElbow } from './bends';
import { styleOf } from './takeOffs';

/** A pipe's end goes so far into a tee short of its middle, m, by the pipe's bore (makers' common fittings). */
const TEE_STOP_M: readonly { toMm: number; stopM: number }[] = [
  { toMm: 14, stopM: 0.008 },
  { toMm: 21, stopM: 0.012 },
  { toMm: 30, stopM: 0.018 },
  { toMm: Infinity, stopM: 0.03 },
];
export const teeStopM = (boreMm: number): number => TEE_STOP_M.find((t) => boreMm <= t.toMm)!.stopM;

/** A header's end reaches a hand's breadth past its last take-off, and further where it is folded, m (growers' practice). */
const TAIL_M = 0.2;
const FOLDED_TAIL_M = 0.3;
/** Poly pipe up to this bore is folded and held by a sleeve, mm: 25 mm and ¾ in. */
const FOLDED_TO_MM = 21;
export const isFolded = (pipe: PipePiece): boolean =>
  pipeKind(pipe.pipe).family === 'poly' && pipe.boreMm <= FOLDED_TO_MM;
export const tailM = (pipe: PipePiece): number => (isFolded(pipe) ? FOLDED_TAIL_M : TAIL_M);

/** No hole lies nearer to a fitting than this, m: the barb inside it reaches so far (growers' practice). */
export const CLEAR_OF_FITTING_M = 0.1;
/** Holes that were apart stay apart by at least this, m. */
const APART_M = 0.03;
/** Places nearer together than this are one, m. */
const SAME_M = 1e-6;

/** A stretch of header of one size, between two places across the beds. */
export interface Stretch {
  fromXM: number;
  toXM: number;
  lengthM: number;
  pipe: PipePiece;
}

/** Stretches of a first header of one size each. */
export function stretches(
  layout: BlockLayout,
  fromXM: number,
  toXM: number,
): [from: number, to: number, pipe: PipePiece][] {
  const cuts = layout.block.header.steps
    .map((s) => layout.beds.find((b) => b.number >= s.fromBed)?.leftM ?? Infinity)
    .filter((x) => x > fromXM && x < toXM);
  const ends = [fromXM, ...cuts, toXM];
  return ends.slice(1).map((to, i) => [ends[i], to, headerPipeAt(layout, (ends[i] + to) / 2)]);
}

/** Stretches of one size each, from left to right. */
export function headerSizes(layout: BlockLayout, h: number): Stretch[] {
  const { line, fromXM, toXM, pipe } = layout.headers[h];
  const cuts: [number, number, PipePiece][] =
    h === 0 ? stretches(layout, fromXM, toXM) : [[fromXM, toXM, pipe]];
  return cuts.map(([from, to, piece]) => ({
    fromXM: from,
    toXM: to,
    lengthM: lengthOnLine(line, from, to),
    pipe: piece,
  }));
}

/** Corners of a header that take an elbow, by their place across the beds. */
export function headerCorners({ line, fromXM, toXM, pipe }: LaidHeader): number[] {
  return line.flatMap((b, i) =>
    i > 0 &&
    i < line.length - 1 &&
    b[0] > fromXM &&
    b[0] < toXM &&
    needsElbow(pipe.pipe, line[i - 1], b, line[i + 1])
      ? [b[0]]
      : [],
  );
}

/** A fitting within a header, so far from its feed. */
export interface HeaderFitting {
  kind: 'size' | 'corner' | 'tee';
  atM: number;
}

/** A header one way from its feed, as it is built: distances along it, m. */
export interface HeaderWay {
  header: number;
  way: 'left' | 'right';
  /** Its feed is a tee within it. */
  middle: boolean;
  /** Where the pipe ends. */
  endM: number;
  /** Of this `endM` reaches past the last hole or fitting. */
  tailM: number;
  /** Take-offs by the runs that they serve, as they are punched. */
  takeOffs: { run: number; atM: number }[];
  fittings: HeaderFitting[];
  /** Pieces between fittings, from the feed on: middle of fitting to middle of fitting, and as they are cut. */
  pieces: { fromM: number; toM: number; cutM: number; pipe: PipePiece }[];
}

/** A header's places along it, by their places across the beds, from its feed one way. */
interface Line {
  layout: BlockLayout;
  h: number;
  way: 'left' | 'right';
  middle: boolean;
  at: (xM: number) => number;
  within: (xM: number) => boolean;
}

/** Every way of a block's headers, as they are built. Plants at places hang on small pipe and have none. */
export function headerWays(layout: BlockLayout): HeaderWay[] {
  if (layout.small && !layout.block.places?.beds) return [];
  return layout.headers.flatMap((laid, h) => {
    const feedX = laid.feed[0];
    const middle = feedX > laid.fromXM && feedX < laid.toXM;
    const ways: ('left' | 'right')[] = middle
      ? ['left', 'right']
      : feedX >= laid.toXM && laid.toXM > laid.fromXM
        ? ['left']
        : ['right'];
    return ways.map((way) =>
      wayOf({
        layout,
        h,
        way,
        middle,
        at: (x) => lengthOnLine(laid.line, feedX, x),
        within: (x) => (way === 'left' ? x <= feedX + SAME_M : x >= feedX - SAME_M),
      }),
    );
  });
}

const pipeAt = ({ layout, h }: Line, xM: number): PipePiece =>
  h > 0 ? layout.headers[h].pipe : headerPipeAt(layout, xM);

function wayOf(line: Line): HeaderWay {
  const { layout, h, way, middle, at, within } = line;
  const laid = layout.headers[h];
  const feedPipe = pipeAt(line, laid.feed[0]);
  const clearOf = (pipe: PipePiece): number => teeStopM(pipe.boreMm) + CLEAR_OF_FITTING_M;
  const fittings: HeaderFitting[] = headerCorners(laid)
    .filter(within)
    .map((x) => ({ kind: 'corner', atM: at(x) }));
  const taken = holesOf(line, fittings, clearOf(feedPipe));
  fittings.push(...sizesOf(line, taken), ...teesOf(line, taken));
  fittings.sort((a, b) => a.atM - b.atM);
  const both = layout.block.header.feed === 'both' && h === 0;
  const endX = way === 'left' ? laid.fromXM : laid.toXM;
  const lastPipe = pipeAt(line, endX);
  // Beds that rest have no hole yet, but the header reaches them.
  const last = Math.max(at(endX), taken.at(-1)?.atM ?? 0, fittings.at(-1)?.atM ?? 0);
  const endM = last + (both ? clearOf(lastPipe) : tailM(lastPipe));
  return {
    header: h,
    way,
    middle,
    endM,
    tailM: endM - last,
    takeOffs: taken,
    fittings,
    pieces: piecesOf(line, fittings, endM, middle || both),
  };
}

/** Take-offs where they are punched: as they are laid out, but clear of the feed's fitting and of corners. */
function holesOf(
  { layout, h, way, middle, at, within }: Line,
  corners: readonly HeaderFitting[],
  clearM: number,
): HeaderWay['takeOffs'] {
  const { runs, beds, takeOffs, headers } = layout;
  const feedX = headers[h].feed[0];
  const found: { run: number; atM: number }[] = [];
  runs.forEach((run, i) => {
    const t = takeOffs[run.takeOff];
    if (t.header !== h || beds[run.bedIndex].plant || !within(t.xM)) return;
    // What is fed in its middle has its middle take-off on one side of the tee.
    if (middle && way === 'left' && t.xM >= feedX - SAME_M) return;
    found.push({ run: i, atM: at(t.xM) });
  });
  found.sort((a, b) => a.atM - b.atM);
  let before: number | undefined;
  let beforeGiven = 0;
  for (const hole of found) {
    const given = hole.atM;
    let atM = Math.max(given, clearM);
    for (const { atM: corner } of corners)
      if (Math.abs(atM - corner) < clearM)
        atM = given < corner && corner > 2 * clearM ? corner - clearM : corner + clearM;
    if (before !== undefined)
      atM = Math.max(atM, before + Math.min(APART_M, Math.max(0, given - beforeGiven)));
    before = atM;
    beforeGiven = given;
    hole.atM = atM;
  }
  return found;
}

/** Where sizes change: at the edge of a bed, or as near to it as no hole is. */
function sizesOf(line: Line, taken: HeaderWay['takeOffs']): HeaderFitting[] {
  const { layout, h, within, at } = line;
  return headerSizes(layout, h)
    .slice(1)
    .map((s) => s.fromXM)
    .filter(within)
    .map((x) => {
      const given = at(x);
      const clear = teeStopM(pipeAt(line, x).boreMm) + CLEAR_OF_FITTING_M;
      const near = taken.find((t) => Math.abs(t.atM - given) < clear);
      return { kind: 'size', atM: near ? Math.max(clear, near.atM - clear) : given };
    });
}

/** Where a header is cut for a tee at each take-off. */
function teesOf(line: Line, taken: HeaderWay['takeOffs']): HeaderFitting[] {
  const { layout } = line;
  const tees = taken
    .filter(
      (t) => styleOf(layout.block, pipeAt(line, layout.takeOffs[layout.runs[t.run].takeOff].xM)) === 'tee',
    )
    .map((t) => Math.round(t.atM * 1000) / 1000);
  return [...new Set(tees)].map((atM) => ({ kind: 'tee', atM }));
}

function piecesOf(
  line: Line,
  fittings: readonly HeaderFitting[],
  endM: number,
  fromTee: boolean,
): HeaderWay['pieces'] {
  const { layout, h, way } = line;
  const laid = layout.headers[h];
  const places = [0, ...fittings.map((f) => f.atM), endM];
  const sizes = headerSizes(layout, h);
  const inOrder = way === 'left' ? [...sizes].reverse() : sizes;
  const feedX = laid.feed[0];
  const own = inOrder.filter((s) => (way === 'left' ? s.fromXM < feedX : s.toXM > feedX));
  let size = 0;
  return places.slice(1).map((toM, i) => {
    const fromM = places[i];
    if (i > 0 && fittings[i - 1].kind === 'size') size++;
    const pipe = own[Math.min(size, own.length - 1)]?.pipe ?? laid.pipe;
    const stop = teeStopM(pipe.boreMm);
    // A coupling takes nothing off: both ends meet in its middle.
    const atStart = i === 0 ? fromTee : fittings[i - 1].kind !== 'size';
    const atEnd = i < fittings.length && fittings[i].kind !== 'size';
    const cutM = toM - fromM - (atStart ? stop : 0) - (atEnd ? stop : 0);
    return { fromM, toM, cutM: Math.max(0, cutM), pipe };
  });
}
