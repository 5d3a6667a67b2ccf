import { isBranch } from '../catalog/headParts';
import type { Emitter } from '../hydraulics/emitter';
import type { LateralSpec, LinkSpec, NodeSpec } from '../hydraulics/network';
import { TAKE_OFF_VALVE_K, valveK } from '../hydraulics/valve';
import { lengthOnLine, riseAlong, type BlockLayout, type LaidRun, type SmallPipes } from '../layout';
import type { Block, Part, PipePiece, Tape } from '../plan';

/** A part in line, and where the water stands before and after it. Nodes by id; no link where nothing is lost. */
export interface PartStep {
  part: Part;
  from: string;
  to: string;
  link: LinkSpec | undefined;
}

/** One piece of a header, between two neighbouring places on it. */
export interface HeaderPiece {
  link: LinkSpec;
  pipe: PipePiece;
  lengthM: number;
  /** 0 for the first header, 1 for the second and the pipe that leads to it. */
  header: number;
  /** Middle of the piece, across the beds, m. */
  atM: number;
  /** The piece before it on the way from the feed, by place among the header's; −1 for none. */
  before: number;
}

/** A pipe beside a header that closes a loop with it. */
export interface HeaderTie {
  link: LinkSpec;
  header: number;
}

/** A block from where the main reaches it to its runs, as the solver takes it. */
export interface BlockNetwork {
  layout: BlockLayout;
  /** Node that the main leads to. */
  entry: string;
  entryM: number;
  inlet: PartStep[];
  /** Node of the header's feed. */
  feed: string;
  nodes: NodeSpec[];
  links: LinkSpec[];
  ties: HeaderTie[];
  laterals: LateralSpec[];
  /** Node of each take-off, by its place among the layout's, and its height over the feed, m. */
  takeOffs: string[];
  takeOffRiseM: number[];
  /** Lowest point of any run, m. */
  lowestM: number;
  header: HeaderPiece[];
  /** The piece of header that ends at each take-off, by place among `header`; −1 at the feed. */
  lastPiece: Int32Array;
}

/** Places closer together than this are one, m. */
export const SAME_PLACE_M = 1e-6;

const emitters = new WeakMap<Tape, Emitter>();

/** A tape's emitters as the solver takes them; of the same tape the same. */
export function emitterOf(tape: Tape): Emitter {
  let emitter = emitters.get(tape);
  if (!emitter) emitters.set(tape, (emitter = madeOf(tape)));
  return emitter;
}

function madeOf({ kind, spacingM, flowLph, atKpa, exponent, minKpa, tubeMm, tubeM }: Tape): Emitter {
  if (kind === 'compensating') return { kind: 'compensating', spacingM, flowLph, minKpa };
  if (kind === 'microtubes') return { kind: 'microtube', spacingM, tubeMm, tubeM };
  return { kind: 'power', spacingM, flowLph, atKpa, exponent };
}

/** A run as the solver takes it. */
export function lateralOf(block: Block, run: LaidRun, node: string): LateralSpec {
  const { tape } = run;
  const { slope, profile } = run.lie();
  return {
    id: run.id,
    node,
    lengthM: run.lengthM,
    diameterMm: tape.boreMm,
    hazenWilliamsC: tape.hazenWilliamsC,
    slope,
    ...(profile && { profile }),
    firstEmitterM: run.leadM + tape.spacingM,
    inletK: block.header.takeOffK + TAKE_OFF_VALVE_K * valveK(block.beds.single[run.bed]?.valveDeg ?? 0),
    emitter: emitterOf(tape),
  };
}

/**
 * Parts one after the other as links. A part on a branch, or one that loses nothing, has no link: the water after it
 * stands as before it.
 * @param add takes each new node and link
 * @returns the steps, in order
 */
export function partsInLine(
  parts: readonly Part[],
  prefix: string,
  start: string,
  elevationM: number,
  add: (node: NodeSpec, link: LinkSpec) => void,
): PartStep[] {
  let at = start;
  return parts.map((part) => {
    const from = at;
    const { setKpa, fixedKpa, lossKpa, atLph } = part;
    const regulates = part.role === 'regulator';
    if (isBranch(part.role) || (!regulates && fixedKpa === 0 && lossKpa === 0))
      return { part, from, to: from, link: undefined };
    const to = `${prefix}${part.id}`;
    const link: LinkSpec = regulates
      ? { kind: 'regulator', from, to, setKpa, fixedKpa, lossKpa, atLph }
      : { kind: 'loss', from, to, fixedKpa, lossKpa, atLph };
    add({ id: to, elevationM }, link);
    at = to;
    return { part, from, to, link };
  });
}

/** The pipe of the first header at a place across the beds: that of the last step that begins at or before the bed there. */
export function headerPipeAt(layout: BlockLayout, xM: number): PipePiece {
  const { header } = layout.block;
  let pipe: PipePiece = header;
  for (const step of header.steps) if (stepXM(layout, step.fromBed) <= xM + SAME_PLACE_M) pipe = step;
  return pipe;
}

/** Where across the beds a header's step begins: the left edge of its bed, or of the next one there is. */
export const stepXM = (layout: BlockLayout, fromBed: number): number =>
  layout.beds.find((b) => !b.plant && b.number >= fromBed)?.leftM ?? Infinity;

const known = new WeakMap<BlockLayout, BlockNetwork>();

/** The network of a block; of a layout that is the same object as before, the same. */
export function blockNetwork(layout: BlockLayout): BlockNetwork {
  let found = known.get(layout);
  if (!found) {
    found = build(layout);
    known.set(layout, found);
  }
  return found;
}

const valved = new WeakMap<BlockNetwork, Map<string, { step: PartStep; block: BlockNetwork }>>();

/**
 * A block whose valve stands at the head, before its own pipe: its parts begin with it. Of the same block and place the same.
 * @param start the node that the pipe would begin at without it
 */
export function withHeadValve(
  block: BlockNetwork,
  start: string,
): { step: PartStep; block: BlockNetwork } | undefined {
  const part = block.layout.block.inlet.find((p) => p.planned === 'head');
  if (!part) return undefined;
  let byStart = valved.get(block);
  if (!byStart) valved.set(block, (byStart = new Map()));
  let found = byStart.get(start);
  if (!found) {
    const prefix = `at-head/${block.layout.block.id}/`;
    const [step] = partsInLine([part], prefix, start, 0, () => undefined);
    found = { step, block: { ...block, inlet: [step, ...block.inlet] } };
    byStart.set(start, found);
  }
  return found;
}

function build(layout: BlockLayout): BlockNetwork {
  const builder = new BlockBuilder(layout);
  if (!layout.small || layout.block.places?.beds) builder.layHeaders();
  if (layout.small) builder.laySmallPipe(layout.small);
  return builder.finished();
}

const pipeLink = (from: string, to: string, lengthM: number, pipe: PipePiece, minorK = 0): LinkSpec => ({
  kind: 'pipe',
  from,
  to,
  lengthM,
  diameterMm: pipe.boreMm,
  hazenWilliamsC: pipe.hazenWilliamsC,
  ...(minorK > 0 && { minorK }),
});

/** Lays a block's pipes, piece by piece from its feed. */
class BlockBuilder {
  private readonly nodes: NodeSpec[] = [];
  private readonly links: LinkSpec[] = [];
  private readonly ties: HeaderTie[] = [];
  private readonly pieces: HeaderPiece[] = [];
  private readonly layout: BlockLayout;
  private readonly entry: string;
  private readonly entryM: number;
  private readonly inlet: PartStep[];
  private readonly feed: string;
  private readonly takeOffs: string[];
  /** The piece of header before each take-off, −1 for none. */
  private readonly lastPiece: Int32Array;

  constructor(layout: BlockLayout) {
    const { block, headers, ground } = layout;
    this.layout = layout;
    this.entry = `block/${block.id}`;
    this.entryM = ground.heightM(...headers[0].feed);
    this.nodes.push({ id: this.entry, elevationM: this.entryM });
    // A valve that stands at the head is put there by the mains.
    const inlet = block.inlet.filter((p) => p.planned !== 'head');
    this.inlet = partsInLine(inlet, `${this.entry}/`, this.entry, this.entryM, (node, link) => {
      this.nodes.push(node);
      this.links.push(link);
    });
    this.feed = this.inlet.at(-1)?.to ?? this.entry;
    this.takeOffs = new Array(layout.takeOffs.length);
    this.lastPiece = new Int32Array(layout.takeOffs.length).fill(-1);
  }

  /** Lays a piece of header to a new node, and adds it to the way that leads there. */
  private add(from: string, to: string, riseM: number, piece: Omit<HeaderPiece, 'link'>): number {
    const { throughK } = this.layout.block.header;
    const link = pipeLink(from, to, piece.lengthM, piece.pipe, throughK);
    this.nodes.push({ id: to, elevationM: riseM });
    this.links.push(link);
    this.pieces.push({ ...piece, link });
    return this.pieces.length - 1;
  }

  /** Small pipe from the feed on, or from the take-off of the beds' header that it hangs on. */
  laySmallPipe({ nodes: places, pipes, loops, nodeOf, firstTakeOff, begins }: SmallPipes): void {
    const { entry, takeOffs, lastPiece } = this;
    const start = begins === undefined ? this.feed : takeOffs[begins];
    const id = (n: number): string => (n === 0 ? start : `${entry}/joint-${n}`);
    const before = new Int32Array(places.length).fill(-1);
    if (begins !== undefined) before[0] = lastPiece[begins];
    for (const p of pipes) {
      const atM = (places[p.from].at[0] + places[p.to].at[0]) / 2;
      const lengthM = Math.max(p.lengthM, SAME_PLACE_M);
      const piece = { pipe: p.pipe, lengthM, header: 0, atM, before: before[p.from] };
      before[p.to] = this.add(id(p.from), id(p.to), places[p.to].zM, piece);
    }
    for (const l of loops) {
      const link = pipeLink(id(l.from), id(l.to), Math.max(l.lengthM, SAME_PLACE_M), l.pipe);
      this.ties.push({ link, header: 0 });
    }
    nodeOf.forEach((n, i) => {
      takeOffs[firstTakeOff + i] = id(n);
      lastPiece[firstTakeOff + i] = before[n];
    });
  }

  layHeaders(): void {
    this.layout.headers.forEach((_, header) => this.layHeader(header));
  }

  /** Where a header begins: at the feed, or at the end of the link that leads to a second one. */
  private startOf(header: number): { start: string; before: number } {
    const { layout, feed, entry } = this;
    if (header === 0) return { start: feed, before: -1 };
    const [x0, y0] = layout.headers[0].feed;
    const [feedX, feedY] = layout.headers[header].feed;
    const { extraM, ...pipe } = layout.block.header.other!.link;
    const lengthM = Math.hypot(feedX - x0, feedY - y0) + extraM;
    if (!(lengthM > SAME_PLACE_M)) return { start: feed, before: -1 };
    const start = `${entry}/header-${header + 1}`;
    const piece = { pipe, lengthM, header, atM: feedX, before: -1 };
    return { start, before: this.add(feed, start, layout.ground.heightM(feedX, feedY), piece) };
  }

  private layHeader(header: number): void {
    const { layout } = this;
    const { line, feed } = layout.headers[header];
    const [feedX] = feed;
    const { start, before } = this.startOf(header);
    const last = layout.small?.firstTakeOff ?? layout.takeOffs.length;
    const own = layout.takeOffs.flatMap((t, i) => (i < last && t.header === header ? [i] : []));
    const left = own.filter((i) => layout.takeOffs[i].xM < feedX).reverse();
    this.layAlong(header, left, start, before);
    const right = own.filter((i) => layout.takeOffs[i].xM >= feedX);
    const { end, endX } = this.layAlong(header, right, start, before);
    if (layout.block.header.feed !== 'both' || end === start) return;
    // From the feed, beside the header, to its other end, and back into it to the last take-off.
    const { extraM, ...pipe } = layout.block.header.second;
    const farX = Math.max(layout.headers[header].toXM, endX);
    const lengthM = lengthOnLine(line, feedX, farX) + lengthOnLine(line, endX, farX) + extraM;
    this.ties.push({ link: pipeLink(start, end, lengthM, pipe), header });
  }

  /** Lays a header from its feed to one take-off after the other. @returns the node that it ends at, and where that is */
  private layAlong(
    header: number,
    order: readonly number[],
    start: string,
    startPiece: number,
  ): { end: string; endX: number } {
    const { layout } = this;
    const { line, feed, pipe: own } = layout.headers[header];
    let [from, fromX, before] = [start, feed[0], startPiece];
    for (const i of order) {
      const { xM, zM } = layout.takeOffs[i];
      if (Math.abs(xM - fromX) > SAME_PLACE_M) {
        const to = `${this.entry}/take-off-${i + 1}`;
        const atM = (xM + fromX) / 2;
        const pipe = header === 0 ? headerPipeAt(layout, atM) : own;
        const lengthM = lengthOnLine(line, fromX, xM);
        before = this.add(from, to, zM, { pipe, lengthM, header, atM, before });
        from = to;
        fromX = xM;
      }
      this.takeOffs[i] = from;
      this.lastPiece[i] = before;
    }
    return { end: from, endX: fromX };
  }

  finished(): BlockNetwork {
    const { layout, entryM, takeOffs } = this;
    const { block } = layout;
    // Where runs lie is only felt for by whoever solves them: the page, which is told the answer, need not.
    const laterals = onceAsked(() => layout.runs.map((run) => lateralOf(block, run, takeOffs[run.takeOff])));
    const lowestM = onceAsked(() => lowestRunM(layout, entryM));
    return {
      layout,
      entry: this.entry,
      entryM,
      inlet: this.inlet,
      feed: this.feed,
      nodes: this.nodes,
      links: this.links,
      ties: this.ties,
      get laterals() {
        return laterals();
      },
      takeOffs,
      takeOffRiseM: layout.takeOffs.map((t) => t.zM - entryM),
      get lowestM() {
        return lowestM();
      },
      header: this.pieces,
      lastPiece: this.lastPiece,
    };
  }
}

/** Makes something when it is first asked for. */
function onceAsked<T>(make: () => T): () => T {
  let made: { value: T } | undefined;
  return () => (made ??= { value: make() }).value;
}

/** The lowest point of any run of a block, m; its entry where it has none. */
function lowestRunM(layout: BlockLayout, entryM: number): number {
  let lowest = Infinity;
  for (const run of layout.runs) {
    const top = layout.takeOffs[run.takeOff].zM;
    for (const rise of run.lie().profile?.riseM ?? [0, riseAlong(run, run.lengthM)])
      lowest = Math.min(lowest, top + rise);
  }
  return Number.isFinite(lowest) ? lowest : entryM;
}

/** Pieces of a block's header from its feed to a take-off, by place among the header's, in the order of the water. */
export function piecesTo({ header, lastPiece }: BlockNetwork, takeOff: number): number[] {
  const pieces: number[] = [];
  for (let i = lastPiece[takeOff] ?? -1; i >= 0; i = header[i].before) pieces.push(i);
  return pieces.reverse();
}
