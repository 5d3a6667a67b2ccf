import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import { lengthOnLine, type BlockLayout, type LaidHeader } from '../layout';
import type { Point } from '../ground';
import type { Family, FullPlan, PipePiece } from '../plan';
import { stretches } from './cost';
import { cutEndOf, fittingJoint, pipeEnd } from './ends';
import type { Fitter, Open } from './fitter';
import { pipeItem, thing } from './item';
import { bendsNot, BENDS_DEG, elbowItem, endCapItem, teeItem } from './mains';
import { blockPlace, type Where } from './use';

/** A stretch of header of one size, between two places across the beds. */
export interface Stretch {
  fromXM: number;
  toXM: number;
  lengthM: number;
  pipe: PipePiece;
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

/** Corners of a header where it turns by more than its pipe bends, by their place across the beds. */
export function headerCorners({ line, fromXM, toXM, pipe }: LaidHeader): number[] {
  if (!bendsNot(pipe.pipe)) return [];
  const corners: number[] = [];
  for (let i = 1; i < line.length - 1; i++) {
    const [a, b, c] = [line[i - 1], line[i], line[i + 1]];
    if (b[0] <= fromXM || b[0] >= toXM) continue;
    if (turnAt(a, b, c) > BENDS_DEG) corners.push(b[0]);
  }
  return corners;
}

export function turnAt(a: Point, b: Point, c: Point): number {
  const [ax, ay, bx, by] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]];
  return (Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)) * 180) / Math.PI;
}

const headerStake = thing('header-stake', 'small', msg`stake for a header’s end`, 0.8);
const nameOf = (pipe: PipePiece): string => pipeKind(pipe.pipe).name;

/** A block's headers from the open end at its inlet: pipe by size, reducers, elbows, tees and ends that open. */
export function joinHeaders(plan: FullPlan, layout: BlockLayout, inlet: Open, fitter: Fitter): void {
  const { family } = plan.build;
  const { block, headers } = layout;
  const at = blockPlace(block.id);
  const { header } = block;
  const here = { layout, family, at, fitter };
  let open = inlet;
  if (header.other && headers.length > 1) {
    const { link } = header.other;
    const [[x0, y0], [x1, y1]] = [headers[0].feed, headers[1].feed];
    const lengthM = Math.hypot(x1 - x0, y1 - y0) + link.extraM;
    const tee: Open = { joint: fittingJoint(link.pipe), name: msg`tee of the second header` };
    fitter.use(teeItem(tee.joint), 1, at, msg`where the second header’s pipe leaves`);
    fitter.join(open, tee, at);
    fitter.use(pipeItem(link, family), 1, at, msg`to the second header`, lengthM);
    fitter.join(tee, { joint: pipeEnd(link.pipe, 'in', family), name: nameOf(link) }, at);
    joinHeader(here, 1, { joint: pipeEnd(link.pipe, 'out', family), name: nameOf(link) });
    open = tee;
  }
  joinHeader(here, 0, open);
}

/** Where headers are joined. */
interface Here {
  layout: BlockLayout;
  family: Family;
  at: Where;
  fitter: Fitter;
}
const end = (p: PipePiece): Open => ({ joint: cutEndOf(p.pipe), name: nameOf(p) });

/** One header from the end that feeds it. */
function joinHeader(here: Here, h: number, feed: Open): void {
  const { layout, family, at, fitter } = here;
  const laid = layout.headers[h];
  const sizes = headerSizes(layout, h).filter((s) => s.lengthM > 0);
  for (const s of sizes) fitter.use(pipeItem(s.pipe, family), 1, at, msg`the header’s own length`, s.lengthM);
  for (let i = 1; i < sizes.length; i++) fitter.join(end(sizes[i - 1].pipe), end(sizes[i].pipe), at);
  const corners = headerCorners(laid);
  if (corners.length > 0)
    fitter.use(elbowItem(fittingJoint(laid.pipe.pipe)), corners.length, at, msg`where the header turns`);
  for (let i = 0; i < corners.length; i++) {
    const elbow: Open = { joint: fittingJoint(laid.pipe.pipe), name: msg`elbow` };
    fitter.join(end(laid.pipe), elbow, at);
    fitter.join(elbow, end(laid.pipe), at);
  }
  if (sizes.length === 0) {
    fitter.join(feed, end(laid.pipe), at);
    return;
  }
  fitter.use(headerStake, 2, at, msg`at both ends of the header`);
  if (layout.block.header.feed === 'both') joinBothEnds(here, h, feed, sizes);
  else joinFeed(here, laid, feed, sizes);
}

type Sizes = ReturnType<typeof headerSizes>;

/** A header that the inlet and a pipe beside it feed at both its ends. */
function joinBothEnds({ layout, family, at, fitter }: Here, h: number, feed: Open, sizes: Sizes): void {
  const { second } = layout.block.header;
  const laid = layout.headers[h];
  const [left, right] = [sizes[0], sizes[sizes.length - 1]];
  const tee: Open = { joint: fittingJoint(second.pipe), name: msg`tee of the pipe to the far end` };
  fitter.use(teeItem(tee.joint), 1, at, msg`where the pipe to the far end leaves`);
  fitter.join(feed, tee, at);
  fitter.join(tee, end(left.pipe), at);
  if (h === 0)
    fitter.use(
      pipeItem(second, family),
      1,
      at,
      msg`beside the header to its far end`,
      laid.toXM - laid.fromXM + second.extraM,
    );
  fitter.join(tee, end(second), at);
  const elbow: Open = { joint: fittingJoint(second.pipe), name: msg`elbow at the far end` };
  fitter.use(elbowItem(elbow.joint), 1, at, msg`where both pipes meet`);
  fitter.join(end(second), elbow, at);
  fitter.join(elbow, end(right.pipe), at);
}

/** A header fed at one end, or by a tee within it. */
function joinFeed({ at, fitter }: Here, laid: LaidHeader, feed: Open, sizes: Sizes): void {
  const x = laid.feed[0];
  const [left, right] = [sizes[0], sizes[sizes.length - 1]];
  const middle = x > laid.fromXM && x < laid.toXM;
  if (middle) {
    const piece = sizes.find((s) => s.toXM >= x)!.pipe;
    const tee: Open = { joint: fittingJoint(piece.pipe), name: msg`tee at the feed` };
    fitter.use(teeItem(tee.joint), 1, at, msg`where the header is fed`);
    fitter.join(feed, tee, at);
    fitter.join(tee, end(piece), at);
    fitter.join(tee, end(piece), at);
    for (const s of [left, right]) fitter.use(endCapItem(s.pipe.pipe), 1, at, msg`at each end of the header`);
  } else {
    const first = x <= laid.fromXM ? left : right;
    const last = x <= laid.fromXM ? right : left;
    fitter.join(feed, end(first.pipe), at);
    fitter.use(endCapItem(last.pipe.pipe), 1, at, msg`at the end of the header`);
  }
}
