import type { LinkSpec } from '../hydraulics/network';
import { supplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import { HEAD, type FullPlan } from '../plan';
import { piecesTo, type PartStep } from './blockNetwork';
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

/** The pieces of a header by which the water reaches a take-off: from the feed, or round by the far end. */
function headerWay(results: FarmResults, block: BlockResult, takeOff: number): WayPiece[] {
  const { built, solution } = results;
  const { header } = block.built;
  const ties = block.built.ties.filter((t) => t.header === block.built.layout.takeOffs[takeOff].header);
  const lphOf = (link: LinkSpec): number => solution.linkLph[built.linkAt(link)];
  const direct = piecesTo(block.built, takeOff).map((i) => header[i]);
  const last = direct.at(-1);
  if (ties.length === 0 || !last || lphOf(last.link) >= 0)
    return direct.map((p) => ({ node: p.link.to, lengthM: p.lengthM, lph: lphOf(p.link) }));
  const tie = ties[0].link;
  const own = block.built.layout.takeOffs.flatMap((t, i) =>
    t.header === ties[0].header ? [piecesTo(block.built, i)] : [],
  );
  const whole = own.reduce((long, p) => (p.length > long.length ? p : long), [] as number[]);
  const back = whole.slice(direct.length).reverse();
  return [
    { node: tie.to, lengthM: tie.kind === 'pipe' ? tie.lengthM : 0, lph: solution.tieLph[built.tieAt(tie)] },
    ...back.map((i) => ({
      node: header[i].link.from,
      lengthM: header[i].lengthM,
      lph: -lphOf(header[i].link),
    })),
  ];
}

/** Of a step's change, what the rise takes (a fall gives), kPa. */
export const riseKpa = (step: WalkStep): number => step.riseM * KPA_PER_M;
