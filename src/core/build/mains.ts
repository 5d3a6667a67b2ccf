import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import type { FarmLayout, LaidMain } from '../layout';
import { HEAD, type Family, type FullPlan, type Source } from '../plan';
import { cutEndOf, fittingJoint, pipeEnd, sourceOutlet, threadOf, threadSize } from './ends';
import { keyOf, type Fitter, type Open } from './fitter';
import { pipeItem, thing } from './item';
import { THREADS } from './fittings';
import { joint, sizeWords, type Joint } from './joint';
import { joinParts } from './parts';
import { HEAD_PLACE, mainPlace, type Where } from './use';
import { pumpFlowLph } from '../network';

/** A piece of main shorter than this is none: the block stands at what it comes from, m. */
const NO_PIPE_M = 0.05;
/** A pipe that turns by more than this needs an elbow, degrees; less it bends (rolls of poly pipe give, sticks of PVC do not). */
export const BENDS_DEG = 35;

const WORDS = {
  hose: 'hose',
  taper: 'thread',
  parallel: 'thread',
  slip: 'slip',
  comp: 'compression',
  barb: 'insert',
  hosebarb: 'hose',
  flat: 'layflat',
  tape: 'tape',
};
export const teeItem = (j: Joint) =>
  thing(`tee:${keyOf(j)}`, 'fitting', msg`${sizeWords(j.size)} ${WORDS[j.kind]} tee`, 3);
export const elbowItem = (j: Joint) =>
  thing(`elbow:${keyOf(j)}`, 'fitting', msg`${sizeWords(j.size)} ${WORDS[j.kind]} elbow`, 2);
export const endCapItem = (pipe: string) => {
  const end = cutEndOf(pipe);
  return thing(`end:${keyOf(end)}`, 'takeoff', msg`end of ${pipeKind(pipe).name} that opens for flushing`, 4);
};

/** Angle by which a way turns from one piece to the next, degrees. */
export function turnDeg(a: LaidMain, b: LaidMain): number {
  const [ax, ay] = [a.end.xM - a.start.xM, a.end.yM - a.start.yM];
  const [bx, by] = [b.end.xM - b.start.xM, b.end.yM - b.start.yM];
  return (Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)) * 180) / Math.PI;
}

const pipeName = (pipe: string): string => pipeKind(pipe).name;

const outletName = (source: Source): string => {
  if (source.kind === 'tank') return msg`tank’s outlet`;
  if (source.kind === 'tap') return msg`tap`;
  if (source.kind === 'well')
    return source.vessel.part === 'tank' ? msg`pressure tank’s tee` : msg`drop pipe`;
  return msg`pump’s outlet`;
};

/** Boosters that give more than this have outlets of 1½ in, L/h (makers' common patterns). */
const LARGE_BOOSTER_LPH = 4000;

/** The head from the source's outlet on. */
export function joinHead(plan: FullPlan, layout: FarmLayout, fitter: Fitter): Open {
  const { family } = plan.build;
  const { source } = layout;
  const mostLph = source.kind === 'well' || source.kind === 'pump' ? pumpFlowLph(source, plan, 0) : 0;
  const outlet = sourceOutlet(source, family, mostLph);
  let open: Open = {
    joint: outlet,
    name: outletName(source),
  };
  if (source.booster.kind !== 'none') {
    const side = joint(threadOf(family), source.booster.maxLph > LARGE_BOOSTER_LPH ? '1-1/2' : '1', 'female');
    fitter.use(thing('part:booster', 'part', msg`booster pump`, 250), 1, HEAD_PLACE, msg`after the source`);
    fitter.join(open, { joint: side, name: msg`booster` }, HEAD_PLACE);
    open = { joint: side, name: msg`booster` };
  }
  return joinParts(plan.head, open, HEAD_PLACE, family, fitter);
}

/** Several pieces that leave one place: a tee for each but the last. */
function branches(open: Open, count: number, at: Where, teeJoint: Joint, fitter: Fitter): Open[] {
  const ends: Open[] = [];
  let last = open;
  for (let i = 0; i < count - 1; i++) {
    const tee: Open = { joint: teeJoint, name: count > 2 ? msg`tee ${i + 1}` : msg`tee` };
    fitter.use(teeItem(teeJoint), 1, at, msg`where the main branches`);
    fitter.join(last, tee, at);
    ends.push(tee);
    last = tee;
  }
  return [...ends, last];
}

/**
 * Mains from the head to every block, with tees and elbows where they branch and turn.
 * @returns the open end at each block, by its id
 */
export function joinMains(plan: FullPlan, layout: FarmLayout, fitter: Fitter): Map<string, Open> {
  const { family } = plan.build;
  const leads = new Map<string, Open>();
  const children = new Map<string, LaidMain[]>();
  for (const m of layout.mains) children.set(m.from, [...(children.get(m.from) ?? []), m]);
  const go = (from: string, open: Open, before: LaidMain | undefined): void => {
    const next = children.get(from) ?? [];
    const at = before ? mainPlace(from) : HEAD_PLACE;
    if (next.length === 0 && before)
      fitter.use(endCapItem(before.piece.pipe), 1, at, msg`where the main ends`);
    const own = before ? fittingJoint(before.piece.pipe) : undefined;
    const tee =
      own ?? joint(threadOf(family), widerThread(largest(next, family, open), open.joint), 'female');
    if (before && next.length === 1 && turnDeg(before, next[0]) > BENDS_DEG && bendsNot(before.piece.pipe)) {
      const elbow: Open = { joint: fittingJoint(before.piece.pipe), name: msg`elbow` };
      fitter.use(elbowItem(elbow.joint), 1, at, msg`where the main turns`);
      fitter.join(open, elbow, at);
      open = elbow;
    }
    const tees = plan.tees.find((t) => t.id === from);
    if (tees?.vent) {
      const side: Open = { joint: tee, name: msg`tee of the air vent` };
      fitter.use(teeItem(tee), 1, at, msg`for the air vent`);
      fitter.use(thing('part:air-vent', 'part', msg`air vent`, 12), 1, at, msg`at a high point of the main`);
      fitter.join(open, side, at);
      fitter.join(side, { joint: joint(threadOf(family), '3/4', 'male'), name: msg`air vent` }, at);
      open = side;
    }
    const ends = branches(open, next.length, at, tee, fitter);
    next.forEach((m, i) => {
      if (m.lengthM < NO_PIPE_M) leads.set(m.to, ends[i]);
      else {
        const { pipe } = m.piece;
        const place = mainPlace(m.to);
        fitter.use(pipeItem(m.piece, family), 1, place, msg`the main’s own length`, m.lengthM);
        fitter.join(ends[i], { joint: pipeEnd(pipe, 'in', family), name: pipeName(pipe) }, at);
        const end: Open = { joint: pipeEnd(pipe, 'out', family), name: pipeName(pipe) };
        if (m.toBlock) leads.set(m.to, end);
        else go(m.to, end, m);
      }
      if (!m.toBlock && m.lengthM < NO_PIPE_M) go(m.to, ends[i], before);
    });
  };
  go(HEAD, joinHead(plan, layout, fitter), undefined);
  return leads;
}

/** Hose, layflat and thin tubing go round corners by themselves. */
export const bendsNot = (pipe: string): boolean => {
  const { family, boreMm } = pipeKind(pipe);
  return (
    family === 'pvc' ||
    (family === 'poly' && boreMm > SOFT_BORE_MM) ||
    (family === 'layflat' && boreMm > SOFT_BORE_MM)
  );
};
const SOFT_BORE_MM = 21.5;

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
