import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import type { FarmLayout, LaidMain } from '../layout';
import { lastSplitter } from '../network';
import { HEAD, type Family, type Outlet } from '../plan';
import { needsElbow } from './bends';
import { cutEndOf, fittingJoint, pipeEnd, threadOf, threadSize } from './ends';
import { THREADS } from './fittings';
import { putEnd } from './headers';
import { pipeItem, thing } from './item';
import { joint, type Joint, type JointKind } from './joint';
import type { Maker, Open } from './maker';
import { blockValve, joinParts } from './parts';
import { elbowItem, teeItem } from './pipeFittings';
import { joinHead } from './source';
import { HEAD_PLACE, mainPlace, type Where } from './thing';
import { RISER_ABOVE_M, trenchOf } from './trenches';

/** A piece of main shorter than this is none: the block stands at what it comes from, m. */
const NO_PIPE_M = 0.05;

/** Where mains lead: the open end at each block, and the blocks that a splitter's own valve shuts. */
export interface Leads {
  open: Map<string, Open>;
  shutBySplitter: Set<string>;
}

/** A tee or the head while mains are walked. */
interface Branching {
  from: string;
  open: Open;
  /** The piece that leads there. */
  before: LaidMain | undefined;
}

/** Mains from the head to every block, with risers, tees and elbows where they come up, branch and turn. */
export function joinMains(layout: FarmLayout, maker: Maker): Leads {
  const children = new Map<string, LaidMain[]>();
  for (const m of layout.mains) {
    children.set(m.from, [...(children.get(m.from) ?? []), m]);
    // A ring leaves the place that it leads to as well.
    if (m.ring) children.set(m.ring.to, [...(children.get(m.ring.to) ?? []), m]);
  }
  /** The first end of a ring's pipe, until the place at its other end is come to. */
  const ringEnds = new Map<string, Open>();
  const leads: Leads = { open: new Map(), shutBySplitter: new Set() };
  const go = ({ from, open, before }: Branching): void => {
    const next = children.get(from) ?? [];
    const at = before ? mainPlace(from) : HEAD_PLACE;
    const own = maker.plan.tees.find((t) => t.id === from)?.outlet;
    if (next.length === 0 && before && !own) putEnd(before.piece, open, at, msg`where the main ends`, maker);
    const turned = turn(open, before, next, at, maker);
    const vented = vent(from, turned, before, next, at, maker);
    const passed = own && before ? putOutlet(own, vented, before, next, at, maker) : vented;
    const { ends, split } = before
      ? { ends: branches(passed, before, next, at, maker), split: false }
      : headEnds(passed, next, maker);
    next.forEach((m, i) => {
      if (m.ring) {
        const first = ringEnds.get(m.to);
        if (first) closeRing(m, first, ends[i], at, maker);
        else ringEnds.set(m.to, ends[i]);
        return;
      }
      if (split && m.toBlock) leads.shutBySplitter.add(m.to);
      const begin = headValve(m, ends[i], layout, maker);
      const end = m.lengthM < NO_PIPE_M ? begin : layMain(m, begin, at, maker);
      if (m.toBlock) leads.open.set(m.to, end);
      else go({ from: m.to, open: end, before: m.lengthM < NO_PIPE_M ? before : m });
    });
  };
  go({ from: HEAD, open: joinHead(maker), before: undefined });
  return leads;
}

/** The pipe that closes a ring between two places, with a valve that opens the ring again. */
function closeRing(m: LaidMain, first: Open, second: Open, at: Where, maker: Maker): void {
  const { family } = maker.plan.build;
  const size = threadSize(fittingJoint(m.piece.pipe));
  const side = joint(threadOf(family), size, 'female');
  const of = maker.put(
    blockValve(size, family),
    1,
    mainPlace(m.to),
    msg`opens the ring where a part of it is mended`,
  );
  const valve: Open = { joint: side, name: msg`ring’s valve`, of };
  maker.join(first, valve, mainPlace(m.to));
  const end = layMain(m, valve, mainPlace(m.to), maker);
  maker.join(end, second, at);
}

/** A block's valve that stands at the head, before its own pipe. */
function headValve(m: LaidMain, open: Open, layout: FarmLayout, maker: Maker): Open {
  const block = m.toBlock ? layout.blocks.find((b) => b.block.id === m.to)?.block : undefined;
  const valve = block?.inlet.find((p) => p.planned === 'head');
  return block && valve ? joinParts([valve], open, HEAD_PLACE, maker, msg`opens ${block.name}`) : open;
}

/** Ends at the head: the outlets of a splitter side by side, or of tees. */
function headEnds(open: Open, next: readonly LaidMain[], maker: Maker): { ends: Open[]; split: boolean } {
  const splitter = lastSplitter(maker.plan.head);
  if (!splitter || open.part !== splitter.part.id)
    return { ends: branches(open, undefined, next, HEAD_PLACE, maker), split: false };
  const ways = Math.min(splitter.ways, next.length);
  // More hoses than outlets: those over share the last outlet's.
  const beyond = next.slice(Math.max(0, ways - 1));
  const outlets: Open[] = Array.from({ length: Math.max(0, ways - 1) }, (_, i) => ({
    ...open,
    name: msg`outlet ${i + 1} of the ${open.name}`,
  }));
  const last: Open = { ...open, name: msg`outlet ${ways} of the ${open.name}` };
  return {
    ends: [...outlets, ...branches(last, undefined, beyond, HEAD_PLACE, maker)],
    split: next.length <= splitter.ways,
  };
}

/** An elbow where a single pipe turns and does not bend. */
function turn(
  open: Open,
  before: LaidMain | undefined,
  next: readonly LaidMain[],
  at: Where,
  maker: Maker,
): Open {
  if (!before || next.length !== 1) return open;
  const [a, b, c] = [before.start, before.end, next[0].end].map((s): [number, number] => [s.xM, s.yM]);
  return needsElbow(before.piece.pipe, a, b, c)
    ? putElbow(before.piece.pipe, open, at, msg`where the main turns`, maker)
    : open;
}

function putElbow(pipe: string, open: Open, at: Where, reason: string, maker: Maker): Open {
  const own = fittingJoint(pipe);
  const elbow = { joint: own, name: msg`elbow`, of: maker.put(elbowItem(own), 1, at, reason) };
  maker.join(open, elbow, at);
  return elbow;
}

/** Joint of tees at a place: the pipe's own, or at the head a thread that narrows nothing. */
function teeJoint(
  open: Open,
  before: LaidMain | undefined,
  next: readonly LaidMain[],
  family: Family,
): Joint {
  if (before) return fittingJoint(before.piece.pipe);
  return joint(threadOf(family), widerThread(largest(next, family, open), open.joint), 'female');
}

/** An air vent's tee, and the pipe that brings it up out of a trench. */
function vent(
  from: string,
  open: Open,
  before: LaidMain | undefined,
  next: readonly LaidMain[],
  at: Where,
  maker: Maker,
): Open {
  const { plan } = maker;
  if (!plan.tees.find((t) => t.id === from)?.vent) return open;
  const { family } = plan.build;
  const own = teeJoint(open, before, next, family);
  const side: Open = {
    joint: own,
    name: msg`tee of the air vent`,
    of: maker.put(teeItem(own), 1, at, msg`for the air vent`),
  };
  maker.join(open, side, at);
  const up = before ? rise(before, side, 'vent', at, maker) : side;
  const of = maker.put(
    thing('part:air-vent', 'part', msg`air vent`, 12),
    1,
    at,
    msg`at a high point of the main`,
  );
  maker.join(up, { joint: joint(threadOf(family), '3/4', 'male'), name: msg`air vent`, of }, at);
  return side;
}

/** Another outlet: a tap on a tee where the main goes on, at its end where it does not. */
function putOutlet(
  { name }: Outlet,
  open: Open,
  before: LaidMain,
  next: readonly LaidMain[],
  at: Where,
  maker: Maker,
): Open {
  const { family } = maker.plan.build;
  const goesOn = next.length > 0;
  const own = teeJoint(open, before, next, family);
  const side: Open = goesOn
    ? { joint: own, name: msg`tee of ${name}`, of: maker.put(teeItem(own), 1, at, msg`for ${name}`) }
    : open;
  if (goesOn) maker.join(open, side, at);
  const up = rise(before, side, 'vent', at, maker);
  const of = maker.put(
    thing('part:tap', 'part', msg`¾ in tap with a hose thread`, 9),
    1,
    at,
    msg`for ${name}`,
  );
  maker.join(up, { joint: joint(threadOf(family), '3/4', 'male'), name, of }, at);
  return side;
}

/** Several pieces that leave one place: a tee for each but the last. */
function branches(
  open: Open,
  before: LaidMain | undefined,
  next: readonly LaidMain[],
  at: Where,
  maker: Maker,
): Open[] {
  const own = teeJoint(open, before, next, maker.plan.build.family);
  const ends: Open[] = [];
  let last = open;
  for (let i = 0; i < next.length - 1; i++) {
    const side = endFor(own, next[i], REDUCED_SIDES);
    const out = i === next.length - 2 ? endFor(own, next[i + 1], REDUCED_RUNS) : own;
    const of = maker.put(teeItem(own, out, side), 1, at, msg`where the main branches`);
    const tee = { name: next.length > 2 ? msg`tee ${i + 1}` : msg`tee`, of };
    maker.join(last, { ...tee, joint: own }, at);
    ends.push({ ...tee, joint: side });
    last = { ...tee, joint: out };
  }
  return [...ends, last];
}

/** Kinds of fitting whose tees are sold with a narrower branch, and with a narrower way through (makers' common ranges). */
const REDUCED_SIDES: readonly JointKind[] = ['barb', 'comp'];
const REDUCED_RUNS: readonly JointKind[] = ['barb'];
/** An end of a tee: narrower than its first where the pipe on it is and such tees are sold. */
function endFor(own: Joint, { piece }: LaidMain, sold: readonly JointKind[]): Joint {
  const fits = fittingJoint(piece.pipe);
  return sold.includes(own.kind) && fits.kind === own.kind && widerThread(own, fits) === threadSize(own)
    ? fits
    : own;
}

/** One piece of main, down into its trench and up again where it lies in one. @returns its open end */
function layMain(m: LaidMain, from: Open, at: Where, maker: Maker): Open {
  const { family } = maker.plan.build;
  const { pipe } = m.piece;
  const place = mainPlace(m.to);
  const trench = trenchOf(maker.plan, m);
  const start = trench?.risers.includes('head') ? fall(m, from, place, maker) : from;
  const buried = trench !== undefined;
  // Garden hose on the ground is bought with its threads and not cut.
  const threaded = !buried && pipeEnd(pipe, 'in', family).kind === 'hose';
  const of = maker.lay(pipeItem(m.piece, family), m.lengthM, place, msg`the main’s own length`, {
    ...(threaded && { whole: 0 }),
  });
  const name = pipeKind(pipe).name;
  const whole = (side: 'in' | 'out'): Joint => (buried ? cutEndOf(pipe) : pipeEnd(pipe, side, family));
  maker.join(start, { joint: whole('in'), name, of }, trench?.risers.includes('head') ? place : at);
  const end: Open = { joint: whole('out'), name, of };
  return trench?.risers.includes('block') ? rise(m, end, 'block', place, maker) : end;
}

/** Pipe down into a trench, from the head: an elbow over the ground and one at its foot. */
function fall(m: LaidMain, from: Open, at: Where, maker: Maker): Open {
  const { pipe } = m.piece;
  const top = putElbow(pipe, from, at, msg`at the top of the riser`, maker);
  return putElbow(
    pipe,
    layRiser(m, top, at, msg`down into the trench at the head`, maker),
    at,
    msg`at the foot of the riser`,
    maker,
  );
}

/** Pipe up out of a trench: an elbow at its foot and, at a block, one at its top. An air vent's stands on its tee. */
function rise(m: LaidMain, from: Open, to: 'block' | 'vent', at: Where, maker: Maker): Open {
  if (!trenchOf(maker.plan, m)) return from;
  const { pipe } = m.piece;
  if (to === 'vent') return layRiser(m, from, at, msg`up to the air vent`, maker);
  const foot = putElbow(pipe, from, at, msg`at the foot of the riser`, maker);
  return putElbow(
    pipe,
    layRiser(m, foot, at, msg`up out of the trench at the block`, maker),
    at,
    msg`at the top of the riser`,
    maker,
  );
}

function layRiser(m: LaidMain, from: Open, at: Where, reason: string, maker: Maker): Open {
  const { family } = maker.plan.build;
  const { depthM } = trenchOf(maker.plan, m)!;
  const of = maker.lay(pipeItem(m.piece, family), depthM + RISER_ABOVE_M, at, reason);
  const end = { joint: cutEndOf(m.piece.pipe), name: msg`riser`, of };
  maker.join(from, end, at);
  return end;
}

function largest(next: readonly LaidMain[], family: Family, open: Open): Joint {
  const widest = next.reduce<LaidMain | undefined>(
    (a, m) => (!a || m.piece.boreMm > a.piece.boreMm ? m : a),
    undefined,
  );
  return widest ? pipeEnd(widest.piece.pipe, 'in', family) : open.joint;
}

/** The wider of two joints' threads: a tee at the head narrows nothing. */
function widerThread(a: Joint, b: Joint): string {
  const sizes: readonly string[] = THREADS;
  const [x, y] = [threadSize(a), threadSize(b)];
  return sizes.indexOf(x) >= sizes.indexOf(y) ? x : y;
}
