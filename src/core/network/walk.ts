import { supplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import type { FullPlan } from '../plan';
import { sourceNodeM, supplyOf, type StepKind } from './build';
import { emittersOf, type PlanResults } from './results';

/** One step of the way from the source to an emitter. */
export interface WalkStep {
  kind: 'rest' | 'drawing' | StepKind;
  beforeKpa: number;
  afterKpa: number;
  /** Rise of the ground or pipe within the step, m. */
  riseM: number;
  /** Length of pipe in the step, m; 0 for a part. */
  lengthM: number;
  /** Flow through it, L/h. */
  flowLph: number;
  /** Pressures within the step as shares of its length, where it bends. */
  shape?: { share: number; kpa: number }[];
}

export interface PressureWalk {
  steps: WalkStep[];
  runIndex: number;
  bed: number;
  /** At the emitter the walk ends at. */
  endKpa: number;
  endDistanceM: number;
}

/** Points kept of a run's own line. */
const SHAPE_POINTS = 24;

/**
 * The pressure from the source, shut, to the weakest emitter of a run, step by step.
 * The steps meet: each begins where the one before ended.
 */
export function walkTo(plan: FullPlan, results: PlanResults, runIndex: number, blockIndex = 0): PressureWalk {
  const { built, solved, layout } = results;
  const nodeM = new Map(built.network.nodes.map((n) => [n.id, n.elevationM]));
  const curve = supplyCurve(supplyOf(layout.source, plan.wishes.allowance), sourceNodeM(layout.source));
  const shut = curve.kpa(0);
  const steps: WalkStep[] = [
    { kind: 'rest', beforeKpa: shut, afterKpa: shut, riseM: 0, lengthM: 0, flowLph: 0 },
  ];
  let kpa = shut;
  const step = (s: Omit<WalkStep, 'beforeKpa'>): void => {
    steps.push({ ...s, beforeKpa: kpa });
    kpa = s.afterKpa;
  };
  const flow = solved.supply.flowLph;
  if (layout.source.kind === 'tap') {
    step({ kind: 'drawing', afterKpa: solved.supply.pressureKpa, riseM: 0, lengthM: 0, flowLph: flow });
  }
  for (const part of built.trunk) {
    const link = built.network.links[part.link];
    step({
      kind: part.kind,
      afterKpa: solved.nodes[link.to],
      riseM: nodeM.get(link.to)! - nodeM.get(link.from)!,
      lengthM: link.kind === 'pipe' ? link.lengthM : 0,
      flowLph: flow,
    });
  }
  const { run, inletKpa, flowLph } = results.runs[runIndex];
  const takeOff = layout.takeOffsM.indexOf(run.xM);
  const pieces = built.headerLinks[takeOff].map((i) => built.network.links[i]);
  const feedM = nodeM.get(built.feedNode)!;
  const takeOffM = nodeM.get(built.takeOffNodes[takeOff])!;
  const headerLengthM = pieces.reduce((sum, l) => sum + (l.kind === 'pipe' ? l.lengthM : 0), 0);
  let along = 0;
  step({
    kind: 'header',
    afterKpa: inletKpa,
    riseM: takeOffM - feedM,
    lengthM: headerLengthM,
    flowLph: built.headerLinks[takeOff].length > 0 ? solved.linkLph[built.headerLinks[takeOff][0]] : flowLph,
    shape: pieces.map((l) => {
      along += l.kind === 'pipe' ? l.lengthM : 0;
      return { share: along / headerLengthM, kpa: solved.nodes[l.to] };
    }),
  });
  const { distanceM, kpa: pressures } = emittersOf(plan, results, runIndex, blockIndex);
  let weakest = 0;
  pressures.forEach((p, i) => (weakest = p <= pressures[weakest] ? i : weakest));
  if (pressures.length > 0) {
    const end = distanceM[weakest];
    const every = Math.max(1, Math.floor((weakest + 1) / SHAPE_POINTS));
    const shape = [];
    for (let i = 0; i <= weakest; i += every) shape.push({ share: distanceM[i] / end, kpa: pressures[i] });
    step({ kind: 'run', afterKpa: pressures[weakest], riseM: run.slope * end, lengthM: end, flowLph, shape });
  }
  return {
    steps,
    runIndex,
    bed: run.bed,
    endKpa: kpa,
    endDistanceM: pressures.length > 0 ? distanceM[weakest] : 0,
  };
}

/** Of a step's change, what the rise takes (a fall gives), kPa. */
export const riseKpa = (step: WalkStep): number => step.riseM * KPA_PER_M;
