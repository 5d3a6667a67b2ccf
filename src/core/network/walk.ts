import type { LinkSpec } from '../hydraulics/network';
import { supplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import { HEAD, isStored, type FullPlan } from '../plan';
import { type PartStep } from './blockNetwork';
import { emittersOf } from './emitters';
import { riseAlong } from '../layout';
import { kpaAt, type BlockResult, type FarmResults } from './results';

export type WalkKind =
  | 'rest'
  | 'drawing'
  | 'draw'
  | 'lift'
  | 'switch'
  | 'boost'
  | 'hold'
  | 'join'
  | 'part'
  | 'main'
  | 'header'
  | 'run';

/** One step of the way from the source to an emitter. */
export interface WalkStep {
  kind: WalkKind;
  /** Tells it from the others, and names its part on the sheet. */
  key: string;
  beforeKpa: number;
  afterKpa: number;
  /** Rise of the ground or pipe within the step, m. */
  riseM: number;
  /** Length of pipe in the step, m; 0 for a part. */
  lengthM: number;
  /** Flow through it, L/h. */
  flowLph: number;
  /** The part, where it is one. */
  step?: PartStep;
  /** Pressures within the step as shares of its length, where it bends. */
  shape?: { share: number; kpa: number }[];
}

export interface PressureWalk {
  steps: WalkStep[];
  runIndex: number;
  block: number;
  bed: string;
  /** At the emitter the walk ends at. */
  endKpa: number;
  endDistanceM: number;
}

/** Points kept of a run's own line. */
const SHAPE_POINTS = 24;

/** Keys of steps, as the sheet and the walk name them to each other. */
export const stepKey = {
  source: 'source',
  part: (place: string, id: string): string => `part ${place} ${id}`,
  main: (to: string): string => `main ${to}`,
  header: (block: string): string => `header ${block}`,
  run: 'run',
};

/**
 * The pressure from the source, shut, to the weakest emitter of a run, step by step.
 * The steps meet: each begins where the one before ended.
 */
export function walkTo(plan: FullPlan, results: FarmResults, runIndex: number): PressureWalk {
  const { built } = results;
  const { run } = results.runs[runIndex];
  const block = results.blocks.find((b) => b.index === run.block)!;
  const way = new Way(results);
  way.source();
  way.parts(built.head, HEAD, results.solution.supply.flowLph);
  const { inlet, layout } = block.built;
  const atHead = inlet.filter((s) => s.part.planned === 'head');
  way.outlet(block.built.entry);
  way.parts(atHead, layout.block.id, block.flowLph);
  way.mains(block.built.entry);
  way.parts(inlet.slice(atHead.length), layout.block.id, block.flowLph);
  way.header(block, runIndex);
  const endDistanceM = way.run(plan, runIndex);
  return { steps: way.steps, runIndex, block: run.block, bed: run.bed, endKpa: way.kpa, endDistanceM };
}

const STILL = { riseM: 0, lengthM: 0 };

/** The way of the water while it is walked: each step begins at the pressure that the last one left. */
class Way {
  readonly steps: WalkStep[] = [];
  kpa: number;
  private readonly results: FarmResults;

  constructor(results: FarmResults) {
    const { intake } = results.built;
    this.results = results;
    this.kpa = supplyCurve(intake.supply, intake.nodeM).kpa(0);
  }

  private step(s: Omit<WalkStep, 'beforeKpa'>): void {
    this.steps.push({ ...s, beforeKpa: this.kpa });
    this.kpa = s.afterKpa;
  }

  private elevation(node: string): number {
    const { built } = this.results;
    return built.network.nodes[built.nodeAt(node)].elevationM;
  }

  /** The source shut, then drawn from, and what lies between it and the head. */
  source(): void {
    const { built, solution, layout } = this.results;
    const { flowLph, pressureKpa } = solution.supply;
    const key = stepKey.source;
    this.step({ kind: 'rest', key, afterKpa: this.kpa, ...STILL, flowLph: 0 });
    if (!isStored(layout.source))
      this.step({ kind: 'drawing', key, afterKpa: pressureKpa, ...STILL, flowLph });
    for (const s of built.intakeSteps)
      this.step({
        kind: s.step.kind,
        key,
        afterKpa: kpaAt(this.results, s.to),
        riseM: this.elevation(s.to) - this.elevation(s.from),
        lengthM: s.link.kind === 'pipe' ? s.link.lengthM : 0,
        flowLph,
      });
  }

  parts(list: readonly PartStep[], place: string, flowLph: number): void {
    for (const s of list)
      if (s.link)
        this.step({
          kind: 'part',
          key: stepKey.part(place, s.part.id),
          afterKpa: kpaAt(this.results, s.to),
          ...STILL,
          flowLph,
          step: s,
        });
  }

  /** Pieces of the main that lead to a block's entry, in the order of the water. */
  private piecesTo(entry: string) {
    const byEnd = new Map(this.results.built.mains.map((m) => [m.to, m]));
    const pieces = [];
    for (let m = byEnd.get(entry); m; m = byEnd.get(m.from)) pieces.unshift(m);
    return pieces;
  }

  /** The outlet of a splitter that the way to a block's entry hangs on. */
  outlet(entry: string): void {
    const { built, solution } = this.results;
    const outlet = this.piecesTo(entry)[0]?.outlet;
    if (outlet) this.parts([outlet], HEAD, solution.linkLph[built.linkAt(outlet.link)]);
  }

  /** The pieces of the main that lead to a block's entry. */
  mains(entry: string): void {
    const { built, solution } = this.results;
    for (const m of this.piecesTo(entry))
      this.step({
        kind: 'main',
        key: stepKey.main(m.laid.to),
        afterKpa: kpaAt(this.results, m.to),
        riseM: m.laid.riseM,
        lengthM: m.laid.lengthM,
        flowLph: solution.linkLph[built.linkAt(m.link)],
      });
  }

  header(block: BlockResult, runIndex: number): void {
    const { run, inletKpa, flowLph } = this.results.runs[runIndex];
    const header = headerWay(this.results, block, run.takeOff);
    const lengthM = header.reduce((sum, h) => sum + h.lengthM, 0);
    let along = 0;
    this.step({
      kind: 'header',
      key: stepKey.header(block.built.layout.block.id),
      afterKpa: inletKpa,
      riseM: this.elevation(block.built.takeOffs[run.takeOff]) - this.elevation(block.built.feed),
      lengthM,
      flowLph: header.length > 0 ? Math.abs(header[0].lph) : flowLph,
      shape: header.map((h) => {
        along += h.lengthM;
        return { share: along / lengthM, kpa: kpaAt(this.results, h.node) };
      }),
    });
  }

  /** Along a run to its weakest emitter. @returns how far along that is, m */
  run(plan: FullPlan, runIndex: number): number {
    const { run, flowLph } = this.results.runs[runIndex];
    const { distanceM, kpa: pressures } = emittersOf(plan, this.results, runIndex);
    if (pressures.length === 0) return 0;
    let weakest = 0;
    pressures.forEach((p, i) => (weakest = p <= pressures[weakest] ? i : weakest));
    const end = distanceM[weakest];
    const every = Math.max(1, Math.floor((weakest + 1) / SHAPE_POINTS));
    const shape = [];
    for (let i = 0; i <= weakest; i += every) shape.push({ share: distanceM[i] / end, kpa: pressures[i] });
    this.step({
      kind: 'run',
      key: stepKey.run,
      afterKpa: pressures[weakest],
      riseM: riseAlong(run, end),
      lengthM: end,
      flowLph,
      shape,
    });
    return end;
  }
}

interface WayPiece {
  node: string;
  lengthM: number;
  lph: number;
}

/**
 * The pieces of a header or of small pipe by which the water reaches a take-off: back from it, always to where most of its
 * water comes from, until the feed. Where rings are closed that is not always the tree's own way.
 */
function headerWay(results: FarmResults, block: BlockResult, takeOff: number): WayPiece[] {
  const { built, solution } = results;
  const { feed, takeOffs, header, ties } = block.built;
  const lengthOf = (link: LinkSpec): number => (link.kind === 'pipe' ? link.lengthM : 0);
  const into = new Map<string, WayPiece & { from: string }>();
  const lead = (link: LinkSpec, lph: number): void => {
    const [from, to] = lph >= 0 ? [link.from, link.to] : [link.to, link.from];
    const known = into.get(to);
    if (!known || Math.abs(lph) > known.lph)
      into.set(to, { node: to, from, lengthM: lengthOf(link), lph: Math.abs(lph) });
  };
  for (const p of header) lead(p.link, solution.linkLph[built.linkAt(p.link)]);
  for (const t of ties) lead(t.link, solution.tieLph[built.tieAt(t.link)]);
  const way: WayPiece[] = [];
  let at = takeOffs[takeOff];
  for (let steps = 0; at !== feed && steps <= into.size; steps++) {
    const piece = into.get(at);
    if (!piece) break;
    way.unshift(piece);
    at = piece.from;
  }
  return way;
}

/** Of a step's change, what the rise takes (a fall gives), kPa. */
export const riseKpa = (step: WalkStep): number => step.riseM * KPA_PER_M;
