import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import type { BlockLayout } from '../layout';
import type { PipePiece } from '../plan';
import { cutEndOf, fittingJoint, pipeEnd, threadOf, threadSize } from './ends';
import { headerWays, isFolded, type HeaderWay } from './headerLine';
import { pipeItem, thing, type Item } from './item';
import { joint, sizeWords } from './joint';
import type { Maker, Open } from './maker';
import { elbowItem, teeItem } from './pipeFittings';
import { blockPlace, type Allowances, type Where } from './thing';

const headerStake = thing('header-stake', 'small', msg`stake for a header’s end`, 0.8);
export const pipeName = (pipe: PipePiece): string => pipeKind(pipe.pipe).name;

/** The pieces of header that runs leave, by the runs' places among the layout's. */
export interface Holes {
  byRun: Map<number, string>;
  /** The last piece of the first header each way. */
  last: { left?: string; right?: string };
}

/** A block's headers as they are built, from the open end at its inlet. */
export function joinHeaders(layout: BlockLayout, inlet: Open, maker: Maker): Holes {
  const holes: Holes = { byRun: new Map(), last: {} };
  const { family } = maker.plan.build;
  const { block, headers } = layout;
  const at = blockPlace(block.id);
  const ways = headerWays(layout);
  let open = inlet;
  if (block.header.other && headers.length > 1) {
    const { link } = block.header.other;
    const [[x0, y0], [x1, y1]] = [headers[0].feed, headers[1].feed];
    const lengthM = Math.hypot(x1 - x0, y1 - y0) + link.extraM;
    const tee = putTee(
      link,
      at,
      msg`tee of the second header`,
      msg`where the second header’s pipe leaves`,
      maker,
    );
    maker.join(open, tee, at);
    const of = maker.lay(pipeItem(link, family), lengthM, at, msg`to the second header`);
    const name = pipeName(link);
    maker.join(tee, { joint: pipeEnd(link.pipe, 'in', family), name, of }, at);
    joinHeader(
      layout,
      ways.filter((w) => w.header === 1),
      { joint: pipeEnd(link.pipe, 'out', family), name, of },
      maker,
      holes,
    );
    open = tee;
  }
  joinHeader(
    layout,
    ways.filter((w) => w.header === 0),
    open,
    maker,
    holes,
  );
  return holes;
}

/** A tee of a pipe's own kind; all its ends are alike. */
function putTee(pipe: PipePiece, at: Where, name: string, reason: string, maker: Maker): Open {
  const own = fittingJoint(pipe.pipe);
  return { joint: own, name, of: maker.put(teeItem(own), 1, at, reason) };
}

/** One header from the end that feeds it. */
function joinHeader(
  layout: BlockLayout,
  ways: readonly HeaderWay[],
  feed: Open,
  maker: Maker,
  holes: Holes,
): void {
  const at = blockPlace(layout.block.id);
  const both = layout.block.header.feed === 'both' && ways[0]?.header === 0;
  if (ways.length === 0) return;
  if (ways[0].middle) {
    const [{ pieces }] = ways;
    const tee = putTee(pieces[0].pipe, at, msg`tee at the feed`, msg`where the header is fed`, maker);
    maker.join(feed, tee, at);
    for (const way of ways) shutEnd(way, layWay(way, tee, at, maker, holes), at, maker);
  } else if (both) joinBothEnds(layout, ways[0], feed, maker, holes);
  else shutEnd(ways[0], layWay(ways[0], feed, at, maker, holes), at, maker);
  maker.put(headerStake, 2, at, msg`at both ends of the header`);
}

/** Lays one way of a header, piece by piece with what stands between. @returns its open end */
function layWay(way: HeaderWay, feed: Open, at: Where, maker: Maker, holes: Holes): Open {
  const { family } = maker.plan.build;
  let open = feed;
  way.pieces.forEach(({ fromM, toM, cutM, pipe }, i) => {
    const last = i === way.pieces.length - 1;
    const allowed: Allowances = {
      ...(cutM < toM - fromM && { fitting: cutM - (toM - fromM) }),
      ...(last && { tail: way.tailM }),
    };
    const laidM = toM - fromM - (last ? way.tailM : 0);
    const { kind } = way.fittings[i - 1] ?? {};
    const of = maker.lay(
      pipeItem(pipe, family),
      laidM,
      at,
      msg`the header’s own length`,
      allowed,
      kind === 'tee' ? { on: open.of } : {},
    );
    for (const t of way.takeOffs)
      if (!holes.byRun.has(t.run) && t.atM <= toM + SAME_M) holes.byRun.set(t.run, of);
    if (last && way.header === 0) holes.last[way.way] = of;
    const name = pipeName(pipe);
    const cut = cutEndOf(pipe.pipe);
    // Garden hose keeps the thread of its first end.
    const first = i === 0 ? pipeEnd(pipe.pipe, 'in', family) : cut;
    if (kind === 'corner') {
      const elbow: Open = {
        joint: fittingJoint(pipe.pipe),
        name: msg`elbow`,
        of: maker.put(elbowItem(fittingJoint(pipe.pipe)), 1, at, msg`where the header turns`),
      };
      maker.join(open, elbow, at);
      maker.join(elbow, { joint: cut, name, of }, at);
    } else if (kind === 'tee') {
      // The tee itself is the take-off: both cut ends go onto it.
      const tee: Open = { joint: fittingJoint(pipe.pipe), name: msg`tee of a take-off` };
      maker.joinAlike(open, tee, at);
      maker.joinAlike(tee, { joint: cut, name, of }, at);
    } else maker.join(open, { joint: first, name, of }, at);
    open = { joint: cut, name, of };
  });
  return open;
}

/** Places nearer together than this are one, m. */
const SAME_M = 1e-6;

/** A header that the inlet and a pipe beside it feed at both its ends. */
function joinBothEnds(layout: BlockLayout, way: HeaderWay, feed: Open, maker: Maker, holes: Holes): void {
  const { family } = maker.plan.build;
  const at = blockPlace(layout.block.id);
  const { second } = layout.block.header;
  const laid = layout.headers[0];
  const tee = putTee(
    second,
    at,
    msg`tee of the pipe to the far end`,
    msg`where the pipe to the far end leaves`,
    maker,
  );
  maker.join(feed, tee, at);
  const far = layWay(way, tee, at, maker, holes);
  const beside = maker.lay(
    pipeItem(second, family),
    laid.toXM - laid.fromXM + second.extraM,
    at,
    msg`beside the header to its far end`,
    { tail: way.tailM },
  );
  const end: Open = { joint: cutEndOf(second.pipe), name: pipeName(second), of: beside };
  maker.join(tee, end, at);
  const own = fittingJoint(second.pipe);
  const elbow: Open = {
    joint: own,
    name: msg`elbow at the far end`,
    of: maker.put(elbowItem(own), 1, at, msg`where both pipes meet`),
  };
  maker.join(end, elbow, at);
  maker.join(elbow, far, at);
}

function shutEnd(way: HeaderWay, open: Open, at: Where, maker: Maker): void {
  putEnd(way.pieces.at(-1)!.pipe, open, at, msg`at the end of the header`, maker);
}

/** The one thing that a pipe's end is shut by, and opens for flushing. */
export function putEnd(pipe: PipePiece, open: Open, at: Where, reason: string, maker: Maker): void {
  const { family } = maker.plan.build;
  const { size } = cutEndOf(pipe.pipe);
  if (isFolded(pipe)) {
    maker.put(foldItem(size), 1, at, reason);
    return;
  }
  const hose = open.joint.kind === 'hose';
  const thread = hose
    ? { ...open.joint, half: 'female' as const }
    : joint(threadOf(family), threadSize(open.joint), 'female');
  const of = maker.put(
    capItem(thread.kind === 'hose' ? 'hose' : threadOf(family), thread.size),
    1,
    at,
    reason,
  );
  maker.join(open, { joint: thread, name: msg`cap`, of }, at);
}

const foldItem = (size: string): Item =>
  thing(`end:fold:${size}`, 'takeoff', msg`sleeve for a folded pipe end, ${sizeWords(size)}`, 0.4);
const capItem = (thread: 'hose' | 'taper' | 'parallel', size: string): Item =>
  thread === 'hose'
    ? thing(`end:cap:hose:${size}`, 'takeoff', msg`${sizeWords(size)} hose cap with washer`, 1)
    : thing(`end:cap:${thread}:${size}`, 'takeoff', msg`${sizeWords(size)} threaded cap, female thread`, 1.5);
