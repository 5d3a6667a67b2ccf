import { msg } from '../language';
import { THIN_LINE_MM } from '../catalog/materials';
import type { BlockLayout, LaidBed, SmallPipe, SmallPipes } from '../layout';
import type { Block } from '../plan';
import { needsElbow } from './bends';
import { cutEndOf, fittingJoint, runEnd } from './ends';
import { isFolded, tailM } from './headerLine';
import { pipeName, putEnd, type Holes } from './headers';
import { laidItem, pipeItem, thing, type Item } from './item';
import { mateOf } from './joint';
import type { Maker, Open } from './maker';
import { elbowItem, teeItem } from './pipeFittings';
import { endOfKind } from './runEnds';
import { outlets, thinStake } from './runs';
import { styleOf, takeOffItem } from './takeOffs';
import { blockPlace, type Where } from './thing';
import { TAKE_OFF, THIN_TUBE_PER_M } from './typical';

/** Small pipe that runs through from one fitting or end to the next, by its stretches. */
interface Through {
  pipes: SmallPipe[];
  /** Nodes that it begins and ends at, the one nearer to the water first. */
  from: number;
  to: number;
}

/** Small pipe to plants at places, and what stands at each plant. */
export function layPlants(
  layout: BlockLayout,
  inlet: Open | undefined,
  holes: Holes | undefined,
  maker: Maker,
): void {
  const { small, block, beds } = layout;
  if (!small) return;
  const pieceAt = layPipes(layout, small, inlet, holes, maker);
  const hangs = new Map<number, string | undefined>();
  for (const run of layout.runs) {
    const node = small.nodeOf[run.takeOff - small.firstTakeOff];
    if (node !== undefined) hangs.set(run.bedIndex, pieceAt.get(node));
  }
  beds.forEach((bed, i) => {
    if (bed.plant && !bed.resting) layPlant(block, bed, bed.plant, hangs.get(i), maker);
  });
}

const waterFirst = (small: SmallPipes): SmallPipe[] => [...small.pipes, ...small.loops];

/** Nodes where small pipe is cut: where it begins, ends, branches, turns sharply or changes. */
function cutNodes(small: SmallPipes, touching: ReadonlyMap<number, SmallPipe[]>): Set<number> {
  const cut = new Set<number>([0]);
  for (const [n, pipes] of touching) {
    if (pipes.length !== 2) cut.add(n);
    else {
      const [a, b] = pipes;
      const other = (p: SmallPipe): number => (p.from === n ? p.to : p.from);
      const wider = b.pipe.boreMm > a.pipe.boreMm ? b : a;
      const sharp = needsElbow(
        wider.pipe.pipe,
        small.nodes[other(a)].at,
        small.nodes[n].at,
        small.nodes[other(b)].at,
      );
      if (sharp || a.pipe.pipe !== b.pipe.pipe || a.pipe.boreMm !== b.pipe.boreMm) cut.add(n);
    }
  }
  return cut;
}

/** Stretches put together into pipe that runs through, from the water on. */
function throughPipes(
  all: readonly SmallPipe[],
  touching: ReadonlyMap<number, SmallPipe[]>,
  cut: ReadonlySet<number>,
): Through[] {
  const seen = new Set<SmallPipe>();
  const found: Through[] = [];
  const follow = (first: SmallPipe, from: number): void => {
    if (seen.has(first)) return;
    const pipes: SmallPipe[] = [];
    let at = from;
    let next: SmallPipe | undefined = first;
    while (next && !seen.has(next)) {
      seen.add(next);
      pipes.push(next);
      at = next.from === at ? next.to : next.from;
      next = cut.has(at) ? undefined : touching.get(at)!.find((p) => !seen.has(p));
    }
    found.push({ pipes, from, to: at });
  };
  for (const p of all) {
    if (cut.has(p.from)) follow(p, p.from);
    else if (cut.has(p.to)) follow(p, p.to);
  }
  // A ring that touches no other pipe.
  for (const p of all) follow(p, p.from);
  return found;
}

/** Small pipe itself, with its tees, elbows and ends. @returns the piece that lies at each node */
function layPipes(
  layout: BlockLayout,
  small: SmallPipes,
  inlet: Open | undefined,
  holes: Holes | undefined,
  maker: Maker,
): Map<number, string> {
  const pieceAt = new Map<number, string>();
  const { family } = maker.plan.build;
  const at = blockPlace(layout.block.id);
  const all = waterFirst(small);
  if (all.length === 0) return pieceAt;
  const touching = new Map<number, SmallPipe[]>();
  for (const p of all) for (const n of [p.from, p.to]) touching.set(n, [...(touching.get(n) ?? []), p]);
  const cut = cutNodes(small, touching);
  const ends = new Map<number, (Open & { pipe: SmallPipe['pipe'] })[]>();
  const endAt = (n: number, open: Open & { pipe: SmallPipe['pipe'] }): void => {
    ends.set(n, [...(ends.get(n) ?? []), open]);
  };
  for (const { pipes, from, to } of throughPipes(all, touching, cut)) {
    const [{ pipe }] = pipes;
    const closes = touching.get(to)!.length === 1 && to !== 0;
    const of = maker.lay(
      pipeItem(pipe, family),
      pipes.reduce((sum, p) => sum + p.lengthM, 0),
      at,
      msg`small pipe to the plants`,
      closes && pipe.boreMm >= THIN_LINE_MM ? { [isFolded(pipe) ? 'fold' : 'tail']: tailM(pipe) } : {},
    );
    const open = { joint: cutEndOf(pipe.pipe), name: pipeName(pipe), of, pipe };
    for (const p of pipes) for (const n of [p.from, p.to]) if (!pieceAt.has(n)) pieceAt.set(n, of);
    endAt(from, open);
    endAt(to, open);
  }
  const begins = beginning(layout, small, ends.get(0)![0], { inlet, holes }, maker);
  for (const [n, own] of ends) meetAt(n, own, n === 0 ? begins : undefined, small, at, maker);
  return pieceAt;
}

/** What the first of small pipe hangs on: the inlet, or a take-off of the header. */
function beginning(
  layout: BlockLayout,
  small: SmallPipes,
  first: Open,
  { inlet, holes }: { inlet: Open | undefined; holes: Holes | undefined },
  maker: Maker,
): Open | undefined {
  if (small.begins === undefined) return inlet;
  const { block, headers } = layout;
  const last = holes?.last;
  const { begins } = block.places!;
  const header = headers[0].pipe;
  const at = blockPlace(block.id);
  return {
    joint: mateOf(first.joint),
    name: 'take-off',
    of: maker.put(
      takeOffItem(styleOf(block, header), header, first.joint, false),
      1,
      at,
      msg`where small pipe leaves the header`,
      { on: begins === 'left' ? (last?.left ?? last?.right) : (last?.right ?? last?.left) },
    ),
  };
}

/** Ends of small pipe that come together at a node: joined, by tees where they are more than two, or shut. */
function meetAt(
  n: number,
  own: readonly (Open & { pipe: SmallPipe['pipe'] })[],
  begins: Open | undefined,
  small: SmallPipes,
  at: Where,
  maker: Maker,
): void {
  const widest = own.reduce((a, b) => (b.pipe.boreMm > a.pipe.boreMm ? b : a));
  const fitting = fittingJoint(widest.pipe.pipe);
  const all: Open[] = begins ? [begins, ...own] : [...own];
  if (all.length === 1) {
    if (n === 0 && !begins) return;
    const reason = small.nodeOf.includes(n)
      ? msg`after the last plant of a pipe`
      : msg`where small pipe ends`;
    const [{ pipe }] = own;
    if (pipe.boreMm >= THIN_LINE_MM) putEnd(pipe, own[0], at, reason, maker);
    else {
      const of = maker.put(endOfKind('plug').item!(own[0].joint.size), 1, at, reason);
      maker.joinAlike(own[0], { joint: mateOf(own[0].joint), name: msg`plug`, of }, at);
    }
    return;
  }
  if (all.length === 2) {
    const [a, b] = all;
    const turns = !begins && own[0].pipe.pipe === own[1].pipe.pipe;
    if (!turns) return maker.join(a, b, at);
    const elbow: Open = {
      joint: fitting,
      name: msg`elbow`,
      of: maker.put(elbowItem(fitting), 1, at, msg`where small pipe turns`),
    };
    maker.join(a, elbow, at);
    maker.join(elbow, b, at);
    return;
  }
  let [open] = all;
  for (let i = 1; i < all.length - 1; i++) {
    const tee: Open = {
      joint: fitting,
      name: msg`tee`,
      of: maker.put(teeItem(fitting), 1, at, msg`where small pipe branches`),
    };
    maker.join(open, tee, at);
    maker.join(tee, all[i], at);
    open = tee;
  }
  maker.join(open, all[all.length - 1], at);
}

/** What stands at a plant: a ring, or emitters, and the thin tube that leads to them. */
function layPlant(
  block: Block,
  { key }: LaidBed,
  plant: NonNullable<LaidBed['plant']>,
  on: string | undefined,
  maker: Maker,
): void {
  const { family } = maker.plan.build;
  const place = blockPlace(block.id, key);
  const { label, emitters, ringM, wayM } = plant;
  if (ringM > 0) {
    const ends = runEnd(label);
    maker.lay(laidItem(label, family), Math.PI * ringM, place, msg`a ring round each plant`, {}, { on });
    maker.put(ringBarb(ends.kind, ends.size), 1, place, msg`one at each ring`, { on });
    return;
  }
  const ready = ['compensating', 'drilled', 'emitters', 'adjustable'].includes(label.kind);
  const kind = label.kind === 'adjustable' ? 'adjustable' : 'emitters';
  // A microtube reaches its plant, however far that is.
  const reaching = { ...label, tubeM: Math.max(label.tubeM, wayM) };
  outlets(ready ? { ...label, kind } : reaching, emitters, place, maker, on);
  if (wayM > 0 && label.kind !== 'microtubes') layThinTube(block.places!.tubeMm, place, wayM, on, maker);
}

const ringBarb = (kind: string, size: string): Item =>
  thing(
    `takeoff:ring:${kind}-${size}`,
    'takeoff',
    msg`barb for a ring, with a tee, ${size.replace('mm', ' mm')}`,
    TAKE_OFF + 0.5,
  );

/** The thin tube to a plant, the barb that it leaves the pipe by and the stake at its end. */
function layThinTube(tubeMm: number, place: Where, wayM: number, on: string | undefined, maker: Maker): void {
  maker.lay(
    thing(`thin-tube:${tubeMm}`, 'laid', msg`thin tube, #0 bore`, THIN_TUBE_PER_M, {
      sizes: [[tubeMm, 'bore']],
      unit: 'm',
      sold: 'roll',
      holds: [25, 50, 100],
    }),
    wayM,
    place,
    msg`from the pipe to each plant`,
    {},
    { on },
  );
  maker.put(
    thing('barb:thin', 'takeoff', msg`barb for thin tube`, 0.15, { sold: 'pack', holds: [10, 25, 100] }),
    1,
    place,
    msg`where each thin tube leaves its pipe`,
    { on },
  );
  maker.put(thinStake, 1, place, msg`one at each plant`);
}
