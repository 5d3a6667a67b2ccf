import type { Point, Surface } from '../ground';
import { pipeKind } from '../catalog/pipes';
import { FEED, type Block, type Joint, type PipePiece, type Places, type Plant, type Tape } from '../plan';
import { frameOf } from './frame';
import { groundOf } from './heights';
import type { BlockLayout, LaidBed, LaidPlant, LaidRun, SmallNode, SmallPipe, TakeOff } from './laid';
import { shortestTree } from './shortestTree';

/** Where small pipe begins, in the block's frame. */
export interface Beginning {
  at: Point;
  /** The take-off of the beds' header that it begins at, by its place; none where it begins at the header's feed. */
  takeOff?: number;
}

/** Emitters at one place lie so far apart on their short line that the solver tells them apart, m. */
const AT_ONE_PLACE_M = 0.02;
/** A plant this near to its pipe has its emitters on the pipe itself, m. */
const ON_THE_PIPE_M = 0.05;
/** Places closer together than this are one, m. */
const SAME_PLACE_M = 1e-6;

const apart = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** A stretch that was drawn or found, before plants are hung on it. */
interface Drawn {
  joint: string;
  a: Point;
  b: Point;
  from: string;
  extraM: number;
  pipe: PipePiece;
}

/** Small pipe where a joint does not say: what the block states as its header; beside beds, which have theirs, its own. */
function usualPipe({ header, places }: Block): PipePiece {
  if (places?.beds) {
    const kind = pipeKind(places.pipe);
    return { pipe: kind.id, boreMm: places.boreMm ?? kind.boreMm, hazenWilliamsC: kind.c };
  }
  const { pipe, boreMm, hazenWilliamsC } = header;
  return { pipe, boreMm, hazenWilliamsC };
}

function jointPipe({ pipe, boreMm }: Joint, usual: PipePiece): PipePiece {
  const kind = pipe === undefined ? undefined : pipeKind(pipe);
  const base = kind ? { pipe: kind.id, boreMm: kind.boreMm, hazenWilliamsC: kind.c } : usual;
  return boreMm === undefined ? base : { ...base, boreMm };
}

/** Stretches by the block's route; each after the one that it comes from. */
function stretchesOf(block: Block, places: Places, begins: Point): Drawn[] {
  const usual = usualPipe(block);
  const at = ({ xM, yM }: { xM: number; yM: number }): Point => [xM, yM];
  if (places.route === 'drawn') {
    const spot = new Map<string, Point>([[FEED, begins]]);
    for (const j of places.joints) spot.set(j.id, at(j));
    const after = new Map<string, typeof places.joints>();
    for (const j of places.joints) after.set(j.from, [...(after.get(j.from) ?? []), j]);
    const drawn: Drawn[] = [];
    const order = [FEED];
    for (const from of order)
      for (const j of after.get(from) ?? []) {
        drawn.push({
          joint: j.id,
          a: spot.get(from)!,
          b: at(j),
          from,
          extraM: j.extraM ?? 0,
          pipe: jointPipe(j, usual),
        });
        order.push(j.id);
      }
    return drawn;
  }
  const points: Point[] = [begins, ...places.plants.map(at)];
  const parents =
    places.route === 'shortest' ? shortestTree(points) : points.map((_, i) => [i - 1, i]).slice(1);
  return parents.map(([p, i]) => ({
    joint: String(i),
    a: points[p],
    b: points[i],
    from: p === 0 ? FEED : String(p),
    extraM: 0,
    pipe: usual,
  }));
}

/** How far along a stretch the point nearest to a place lies, as a share of it. */
function shareAlong({ a, b }: Drawn, [x, y]: Point): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const square = dx * dx + dy * dy;
  return square > 0 ? Math.min(1, Math.max(0, ((x - a[0]) * dx + (y - a[1]) * dy) / square)) : 0;
}

const pointAt = ({ a, b }: Drawn, share: number): Point => [
  a[0] + share * (b[0] - a[0]),
  a[1] + share * (b[1] - a[1]),
];

/** Where a plant hangs: a stretch by its place, and how far along; none where there is no pipe. */
function hangOf(
  stretches: readonly Drawn[],
  places: Places,
  plant: Plant,
  index: number,
): [number, number] | undefined {
  if (places.route !== 'drawn') {
    const own = stretches.findIndex((s) => s.joint === String(index + 1));
    return own < 0 ? undefined : [own, 1];
  }
  const at: Point = [plant.xM, plant.yM];
  let best: [number, number] | undefined;
  let leastM = Infinity;
  stretches.forEach((s, i) => {
    if (plant.on !== undefined && s.joint !== plant.on) return;
    const share = shareAlong(s, at);
    const distance = apart(pointAt(s, share), at);
    if (distance >= leastM - SAME_PLACE_M) return;
    leastM = distance;
    best = [i, share];
  });
  return best;
}

const MOST_MADE = 4000;
const derived = new WeakMap<Tape, Map<string, Tape>>();

/** What is laid at a plant, made of the block's; for the same tape and plant the same object. */
function atPlant(tape: Tape, key: string, make: () => Tape): Tape {
  let known = derived.get(tape);
  if (!known) derived.set(tape, (known = new Map()));
  let found = known.get(key);
  if (!found) {
    // A plant under the hand passes many places.
    if (known.size >= MOST_MADE) known.clear();
    known.set(key, (found = make()));
  }
  return found;
}

/** The tape of a plant's emitters at one place: side by side, fed through a thin tube; several of them scatter less together. */
function pointTape(tape: Tape, n: number, tubeMm: number, wayM: number, setLph: number | undefined): Tape {
  return atPlant(tape, `${n} ${tubeMm} ${wayM} ${setLph ?? ''}`, () => ({
    ...tape,
    spacingM: AT_ONE_PLACE_M,
    boreMm: wayM > 0 && tape.kind !== 'microtubes' ? tubeMm : tape.boreMm,
    cv: tape.cv / Math.sqrt(n),
    ...(setLph !== undefined && { flowLph: setLph }),
    // A microtube is cut to reach.
    ...(tape.kind === 'microtubes' && { tubeM: Math.max(tape.tubeM, wayM) }),
  }));
}

/** A plant's ground as a bed has it: a square as large as the round it draws on, of all the plants that it stands for. */
function bedOf(plant: Plant, laid: Omit<LaidPlant, 'wayM'>, runs: number, block: Block): LaidBed {
  const side = laid.spreadM * Math.sqrt((Math.PI / 4) * laid.serves);
  const single = block.beds.single[plant.id];
  return {
    key: plant.id,
    number: Number(plant.id.replace('p', '')),
    leftM: plant.xM - side / 2,
    widthM: side,
    nearM: plant.yM - side / 2,
    farM: plant.yM + side / 2,
    lengthM: side,
    runs,
    passes: 1,
    lines: runs,
    resting: single?.resting ?? false,
    single,
    plant: { ...laid, wayM: 0 },
  };
}

/**
 * Lays out plants at places: small pipe by the block's route, each plant hung on it where it is nearest, its emitters at
 * the end of a thin tube or along a ring. A ring is two lines from its take-off, each half way round.
 */
export function layPlaces(
  block: Block,
  index: number,
  surface: Surface,
  begins: Beginning = { at: [0, 0] },
): BlockLayout {
  const frame = frameOf(block);
  const ground = groundOf(block, frame, surface);
  const laying = new PlaceLaying(block, index, ground, begins);
  laying.layPipe();
  block.places!.plants.forEach((_, i) => laying.hang(i));
  const { beds, runs, takeOffs, nodes, pipes, loops, nodeOf } = laying;
  const xs = [0, ...beds.flatMap((b) => [b.leftM, b.leftM + b.widthM]), ...nodes.map((n) => n.at[0])];
  const ys = [0, ...beds.flatMap((b) => [b.nearM, b.farM]), ...nodes.map((n) => n.at[1])];
  return {
    index,
    block,
    frame,
    ground,
    beds,
    runs,
    takeOffs,
    headers: [{ pipe: block.header, line: [[0, 0]], feed: [0, 0], fromXM: 0, toXM: 0 }],
    small: {
      nodes,
      pipes,
      loops,
      nodeOf,
      firstTakeOff: 0,
      ...(begins.takeOff !== undefined && { begins: begins.takeOff }),
    },
    box: { leftM: least(xs), rightM: most(xs), nearM: least(ys), farM: most(ys) },
    outline: undefined,
  };
}

/** A plant as it is being hung: where its pipe is, and what is laid at it. */
interface Hung {
  plant: Plant;
  at: number;
  bed: LaidBed;
  laid: Omit<LaidPlant, 'wayM'>;
}

/** Small pipe and what hangs on it, while it is being laid out. */
class PlaceLaying {
  readonly nodes: SmallNode[];
  readonly pipes: SmallPipe[] = [];
  loops: SmallPipe[] = [];
  readonly beds: LaidBed[] = [];
  readonly runs: LaidRun[] = [];
  readonly takeOffs: TakeOff[] = [];
  readonly nodeOf: number[] = [];
  private readonly block: Block;
  private readonly index: number;
  private readonly ground: BlockLayout['ground'];
  private readonly places: Places;
  private readonly usual: PipePiece;
  private readonly open: Set<string> | undefined;
  private readonly stretches: Drawn[];
  /** The node that each plant hangs on. */
  private readonly plantNode: Int32Array;
  private readonly jointNode = new Map<string, number>([[FEED, 0]]);

  constructor(block: Block, index: number, ground: BlockLayout['ground'], begins: Beginning) {
    this.block = block;
    this.index = index;
    this.ground = ground;
    this.places = block.places!;
    this.usual = usualPipe(block);
    this.open = block.open && new Set(block.open);
    this.nodes = [{ at: begins.at, zM: ground.heightM(...begins.at) }];
    this.stretches = stretchesOf(block, this.places, begins.at);
    this.plantNode = new Int32Array(this.places.plants.length);
  }

  private node(at: Point): number {
    this.nodes.push({ at, zM: this.ground.heightM(at[0], at[1]) });
    return this.nodes.length - 1;
  }

  /** Lays small pipe from plant to plant along its stretches, and what closes rings. */
  layPipe(): void {
    const { places, stretches } = this;
    const onStretch = stretches.map((): OnStretch[] => []);
    places.plants.forEach((p, plant) => {
      const hung = hangOf(stretches, places, p, plant);
      if (hung) onStretch[hung[0]].push({ plant, share: hung[1] });
    });
    stretches.forEach((s, i) => this.layStretch(s, onStretch[i]));
    if (places.route === 'drawn') this.loops = places.loops.map((loop) => this.loopOf(loop));
  }

  private layStretch(s: Drawn, plants: readonly OnStretch[]): void {
    const lengthM = apart(s.a, s.b);
    let from = this.jointNode.get(s.from)!;
    let share = 0;
    const pipeTo = (to: number, toShare: number): number => {
      this.pipes.push({ from, to, lengthM: (toShare - share) * (lengthM + s.extraM), pipe: s.pipe });
      share = toShare;
      return (from = to);
    };
    for (const { plant, share: at } of [...plants].sort((a, b) => a.share - b.share)) {
      const here = (at - share) * lengthM <= SAME_PLACE_M;
      this.plantNode[plant] = here ? from : pipeTo(this.node(pointAt(s, at)), at);
    }
    const atEnd = (1 - share) * lengthM <= SAME_PLACE_M && from !== this.jointNode.get(s.from);
    this.jointNode.set(s.joint, atEnd ? from : pipeTo(this.node(s.b), 1));
  }

  private loopOf({ a, b }: { a: string; b: string }): SmallPipe {
    const [from, to] = [this.jointNode.get(a)!, this.jointNode.get(b)!];
    return { from, to, lengthM: apart(this.nodes[from].at, this.nodes[to].at), pipe: this.usual };
  }

  /** Hangs a plant on its pipe: its emitters, or its ring. */
  hang(at: number): void {
    const { block, places } = this;
    const plant = places.plants[at];
    const around = plant.around ?? places.around;
    const ringM = around === 'ring' ? (plant.ringM ?? places.ringM) : 0;
    const named = block.beds.single[plant.id]?.tape ?? places.tape;
    const laid = {
      plant,
      label: (named !== undefined && block.tapes[named]) || block.tape,
      emitters: plant.emitters ?? places.emitters,
      ringM,
      spreadM: plant.spreadM ?? places.spreadM,
      serves: plant.serves ?? 1,
      potL: plant.potL ?? places.potL,
    };
    const bed = bedOf(plant, laid, ringM > 0 ? 2 : 1, block);
    if (this.open && !this.open.has(bed.key)) bed.resting = true;
    const hung = { plant, at, bed, laid };
    if (ringM > 0) this.layRing(hung);
    else this.layEmitters(hung);
    this.beds.push(bed);
  }

  private toPipe(hung: Hung): { from: SmallNode; distanceM: number; to: Point } {
    const to: Point = [hung.plant.xM, hung.plant.yM];
    const from = this.nodes[this.plantNode[hung.at]];
    return { from, distanceM: apart(from.at, to), to };
  }

  private layEmitters(hung: Hung): void {
    const { places } = this;
    const { plant, bed, laid } = hung;
    const { label, emitters } = laid;
    const { from, distanceM, to } = this.toPipe(hung);
    const wayM = distanceM <= ON_THE_PIPE_M && places.tubeExtraM === 0 ? 0 : distanceM + places.tubeExtraM;
    bed.plant!.wayM = wayM;
    const setLph = label.kind === 'adjustable' ? plant.setLph : undefined;
    const tape = pointTape(label, emitters, places.tubeMm, wayM, setLph);
    const leadM = label.kind === 'microtubes' ? 0 : wayM;
    if (!bed.resting) this.run(hung, '1', tape, leadM, leadM + emitters * AT_ONE_PLACE_M, [from.at, to]);
  }

  private layRing(hung: Hung): void {
    const { bed, laid } = hung;
    const { ringM, label } = laid;
    const { from: pipe, distanceM, to } = this.toPipe(hung);
    // From the pipe to the near side of the ring, and half way round on either hand.
    const leadM = Math.max(0, distanceM - ringM / 2) + this.places.tubeExtraM;
    bed.plant!.wayM = leadM;
    if (leadM > SAME_PLACE_M) this.leadTo(hung, pipe, distanceM, leadM);
    const from = this.nodes[this.plantNode[hung.at]];
    const halfM = (Math.PI * ringM) / 2;
    const [left, right] = halfRings(to, from.at, ringM / 2);
    const fits = Math.floor((2 * halfM) / label.spacingM + 1e-9);
    bed.plant!.emitters = fits;
    if (bed.resting) return;
    // Each half holds its share of the emitters that fit round: an odd one goes to the first.
    const half = (n: number): number => (n + 0.5) * label.spacingM;
    this.run(hung, 'a', label, 0, half(Math.ceil(fits / 2)), [from.at, ...left]);
    if (fits > 1) this.run(hung, 'b', label, 0, half(Math.floor(fits / 2)), [from.at, ...right]);
  }

  /** One line leads to both halves of a ring: the plant hangs on its end from now on. */
  private leadTo({ plant, at, laid }: Hung, from: SmallNode, distanceM: number, leadM: number): void {
    const share = distanceM > 0 ? Math.max(0, distanceM - laid.ringM / 2) / distanceM : 0;
    const to = this.node([
      from.at[0] + share * (plant.xM - from.at[0]),
      from.at[1] + share * (plant.yM - from.at[1]),
    ]);
    const pipe = { ...this.usual, boreMm: laid.label.boreMm };
    this.pipes.push({ from: this.plantNode[at], to, lengthM: leadM, pipe });
    this.plantNode[at] = to;
  }

  private run(
    { plant, at, laid }: Hung,
    name: string,
    tape: Tape,
    leadM: number,
    lengthM: number,
    way: Point[],
  ): void {
    const from = this.nodes[this.plantNode[at]];
    this.takeOffs.push({ header: 0, xM: from.at[0], yM: from.at[1], zM: from.zM });
    this.nodeOf.push(this.plantNode[at]);
    const slope = lengthM > 0 ? (this.ground.heightM(plant.xM, plant.yM) - from.zM) / lengthM : 0;
    this.runs.push({
      id: `${this.block.id}/plant-${plant.id}/${name}`,
      block: this.index,
      bed: plant.id,
      bedIndex: this.beds.length,
      tape,
      label: laid.label,
      xM: plant.xM,
      fromM: plant.yM,
      takeOff: this.takeOffs.length - 1,
      lengthM,
      leadM,
      direction: 1,
      way,
      lie: () => ({ slope }),
    });
  }
}

/** A plant on a stretch, so far along it. */
interface OnStretch {
  plant: number;
  share: number;
}

const least = (list: readonly number[]): number => list.reduce((a, b) => Math.min(a, b), Infinity);
const most = (list: readonly number[]): number => list.reduce((a, b) => Math.max(a, b), -Infinity);

const HALF_RING_POINTS = 9;

/** Both halves of a ring from its side nearest to where it is fed, as points. */
function halfRings([x, y]: Point, [fx, fy]: Point, radiusM: number): [Point[], Point[]] {
  const start = Math.atan2(fy - y, fx - x);
  const half = (way: 1 | -1): Point[] =>
    Array.from({ length: HALF_RING_POINTS }, (_, i): Point => {
      const turn = start + (way * Math.PI * i) / (HALF_RING_POINTS - 1);
      return [x + radiusM * Math.cos(turn), y + radiusM * Math.sin(turn)];
    });
  return [half(1), half(-1)];
}
