import type { LinkSpec } from '../hydraulics/network';
import { supplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import { HEAD, type FullPlan } from '../plan';
import { type PartStep } from './blockNetwork';
import { emittersOf } from './emitters';
import { riseAlong } from '../layout';
import { kpaAt, type BlockResult, type FarmResults } from './results';

export type WalkKind =
  'rest' | 'drawing' | 'lift' | 'switch' | 'boost' | 'hold' | 'part' | 'main' | 'header' | 'run';

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
  const { built, solution, layout } = results;
  const { run, inletKpa, flowLph } = results.runs[runIndex];
  const block = results.blocks.find((b) => b.index === run.block)!;
  const elevation = (node: string): number => built.network.nodes[built.nodeAt(node)].elevationM;
  const curve = supplyCurve(built.intake.supply, built.intake.nodeM);
  const flow = solution.supply.flowLph;
  const steps: WalkStep[] = [];
  let kpa = curve.kpa(0);
  const step = (s: Omit<WalkStep, 'beforeKpa'>): void => {
    steps.push({ ...s, beforeKpa: kpa });
    kpa = s.afterKpa;
  };
  const still = { riseM: 0, lengthM: 0 };
  step({ kind: 'rest', key: stepKey.source, afterKpa: kpa, ...still, flowLph: 0 });
  if (layout.source.kind !== 'tank')
    step({
      kind: 'drawing',
      key: stepKey.source,
      afterKpa: solution.supply.pressureKpa,
      ...still,
      flowLph: flow,
    });
  for (const s of built.intakeSteps) {
    step({
      kind: s.step.kind,
      key: stepKey.source,
      afterKpa: kpaAt(results, s.to),
      riseM: elevation(s.to) - elevation(s.from),
      lengthM: s.link.kind === 'pipe' ? s.link.lengthM : 0,
      flowLph: flow,
    });
  }
  const parts = (list: readonly PartStep[], place: string, lph: number): void => {
    for (const s of list)
      if (s.link)
        step({
          kind: 'part',
          key: stepKey.part(place, s.part.id),
          afterKpa: kpaAt(results, s.to),
          ...still,
          flowLph: lph,
          step: s,
        });
  };
  parts(built.head, HEAD, flow);
  const byEnd = new Map(built.mains.map((m) => [m.to, m]));
  const pieces = [];
  for (let m = byEnd.get(block.built.entry); m; m = byEnd.get(m.from)) pieces.unshift(m);
  for (const m of pieces) {
    step({
      kind: 'main',
      key: stepKey.main(m.laid.to),
      afterKpa: kpaAt(results, m.to),
      riseM: m.laid.riseM,
      lengthM: m.laid.lengthM,
      flowLph: solution.linkLph[built.linkAt(m.link)],
    });
  }
  parts(block.built.inlet, block.built.layout.block.id, block.flowLph);
  const header = headerWay(results, block, run.takeOff);
  const lengthM = header.reduce((sum, h) => sum + h.lengthM, 0);
  let along = 0;
  step({
    kind: 'header',
    key: stepKey.header(block.built.layout.block.id),
    afterKpa: inletKpa,
    riseM: elevation(block.built.takeOffs[run.takeOff]) - elevation(block.built.feed),
    lengthM,
    flowLph: header.length > 0 ? Math.abs(header[0].lph) : flowLph,
    shape: header.map((h) => {
      along += h.lengthM;
      return { share: along / lengthM, kpa: kpaAt(results, h.node) };
    }),
  });
  const { distanceM, kpa: pressures } = emittersOf(plan, results, runIndex);
  let weakest = 0;
  pressures.forEach((p, i) => (weakest = p <= pressures[weakest] ? i : weakest));
  if (pressures.length > 0) {
    const end = distanceM[weakest];
    const every = Math.max(1, Math.floor((weakest + 1) / SHAPE_POINTS));
    const shape = [];
    for (let i = 0; i <= weakest; i += every) shape.push({ share: distanceM[i] / end, kpa: pressures[i] });
    step({
      kind: 'run',
      key: stepKey.run,
      afterKpa: pressures[weakest],
      riseM: riseAlong(run, end),
      lengthM: end,
      flowLph,
      shape,
    });
  }
  return {
    steps,
    runIndex,
    block: run.block,
    bed: run.bed,
    endKpa: kpa,
    endDistanceM: pressures.length > 0 ? distanceM[weakest] : 0,
  };
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
