import {
  createNetworkSolver,
  lossAcross,
  type LateralResult,
  type NetworkResult,
  type NetworkSolver,
  type NetworkSpec,
} from '../hydraulics/network';
import { endPressure } from '../hydraulics/endPressure';
import { march, newMarch } from '../hydraulics/march';
import { prepareRun } from '../hydraulics/run';
import { flowAtPressure, supplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import { layOut, type LaidRun, type Layout } from '../layout';
import type { FullPlan } from '../plan';
import { buildNetwork, hasPart, lateralOf, sourceNodeM, supplyOf, type PlanNetwork } from './build';
import { emissionUniformity } from './uniformity';

/** A run as laid and what it does. */
export interface RunResult extends LateralResult {
  run: LaidRun;
  uniformity: number;
}

export interface BedResult {
  number: number;
  flowLph: number;
  minKpa: number;
  maxKpa: number;
}

/** The plan's flow asked for, against what the source gives at the pressure that takes. */
export interface Demand {
  /** Flow with the regulator satisfied; without one, with the weakest emitter at its least working pressure. */
  askedLph: number;
  /** Pressure at the header's feed at that flow. */
  feedKpa: number;
  /** Pressure at the source at that flow. */
  neededKpa: number;
  /** Flow of the source at that pressure, the allowance taken off; Infinity from a tank that stands high enough. */
  availableLph: number;
}

export interface PlanResults {
  layout: Layout;
  built: PlanNetwork;
  solved: NetworkResult;
  runs: RunResult[];
  beds: BedResult[];
  demand: Demand;
  flowLph: number;
  emitters: number;
  /** The run with the weakest emitter, and the one with the strongest, by place in `runs`. */
  weakest: number;
  strongest: number;
  uniformity: number;
  /** Pressure everywhere when nothing flows, at the source and at the lowest tape. */
  restKpa: { source: number; feed: number; lowestTape: number };
}

/** Keeps solvers warm from one edit to the next. */
export interface PlanSolver {
  solve(plan: FullPlan, blockIndex?: number): PlanResults;
}

export function createPlanSolver(): PlanSolver {
  const main = createNetworkSolver();
  const asked = createNetworkSolver();
  return { solve: (plan, blockIndex = 0) => solvePlan(plan, blockIndex, main, asked) };
}

function solvePlan(
  plan: FullPlan,
  blockIndex: number,
  solver: NetworkSolver,
  asked: NetworkSolver,
): PlanResults {
  const block = plan.blocks[blockIndex];
  const layout = layOut(plan, blockIndex);
  const built = buildNetwork(plan, layout, blockIndex);
  const solved = solver.solve(built.network);
  const runs = layout.runs.map((run): RunResult => {
    const lateral = solved.laterals[run.id];
    const mean = lateral.emitters > 0 ? lateral.flowLph / lateral.emitters : 0;
    return { ...lateral, run, uniformity: emissionUniformity(block.tape.cv, lateral.minLph, mean) };
  });
  const beds = layout.beds.map((bed): BedResult => ({
    number: bed.number,
    flowLph: 0,
    minKpa: Infinity,
    maxKpa: -Infinity,
  }));
  for (const r of runs) {
    const bed = beds[r.run.bed - 1];
    bed.flowLph += r.flowLph;
    bed.minKpa = Math.min(bed.minKpa, r.minKpa);
    bed.maxKpa = Math.max(bed.maxKpa, r.maxKpa);
  }
  const flowLph = solved.supply.flowLph;
  const emitters = runs.reduce((n, r) => n + r.emitters, 0);
  const wet = runs.filter((r) => r.emitters > 0);
  const least = Math.min(...wet.map((r) => r.minLph));
  const pick = (better: (a: RunResult, b: RunResult) => boolean): number =>
    runs.reduce(
      (best, r, i) => (r.emitters > 0 && (runs[best].emitters === 0 || better(r, runs[best])) ? i : best),
      0,
    );
  return {
    layout,
    built,
    solved,
    runs,
    beds,
    demand: findDemand(plan, blockIndex, layout, built, asked),
    flowLph,
    emitters,
    weakest: pick((a, b) => a.minKpa < b.minKpa),
    strongest: pick((a, b) => a.maxKpa > b.maxKpa),
    uniformity: emitters > 0 ? emissionUniformity(block.tape.cv, least, flowLph / emitters) : 0,
    restKpa: atRest(layout, built),
  };
}

/** Pressures with nothing flowing: the source shut, its heights, and a regulator's set pressure where there is one. */
function atRest(layout: Layout, built: PlanNetwork): PlanResults['restKpa'] {
  const nodeM = new Map(built.network.nodes.map((n) => [n.id, n.elevationM]));
  // At night a tank is full and a tap stands at its shut pressure. Springs in the head are not counted on.
  const source = supplyCurve(supplyOf(layout.source, 1, 'high'), sourceNodeM(layout.source)).kpa(0);
  let kpa = source;
  for (const step of built.trunk) {
    const link = built.network.links[step.link];
    kpa -= (nodeM.get(link.to)! - nodeM.get(link.from)!) * KPA_PER_M;
    if (link.kind === 'regulator') kpa = Math.min(kpa, link.setKpa);
  }
  const feedM = nodeM.get(built.feedNode)!;
  const lowestM = Math.min(
    ...layout.runs.flatMap((run, i) => {
      const top = nodeM.get(built.network.laterals[i].node)!;
      return [top, top + run.slope * run.lengthM];
    }),
  );
  return { source, feed: kpa, lowestTape: kpa + (feedM - lowestM) * KPA_PER_M };
}

/** The network below a node of the trunk, with that node held at a pressure. */
function below(built: PlanNetwork, node: string, pressureKpa: number): NetworkSpec {
  const upstream = built.trunk.findIndex((step) => step.node === node);
  const cut = new Set(built.trunk.slice(0, upstream + 1).map((step) => built.network.links[step.link]));
  const gone = new Set(['source', ...built.trunk.slice(0, upstream).map((step) => step.node)]);
  return {
    ...built.network,
    supply: { node, kind: 'constant', pressureKpa },
    nodes: built.network.nodes.filter((n) => !gone.has(n.id)),
    links: built.network.links.filter((l) => !cut.has(l)),
  };
}

/** How closely the feed pressure without a regulator is found, kPa. */
const FEED_TOLERANCE_KPA = 1e-4;
const MOST_FEED_STEPS = 60;
/** A step grows at most this many times beyond the shortfall. */
const LEAST_GAIN = 1 / 8;

function findDemand(
  plan: FullPlan,
  blockIndex: number,
  layout: Layout,
  built: PlanNetwork,
  solver: NetworkSolver,
): Demand {
  const block = plan.blocks[blockIndex];
  const held = built.trunk.find((step) => step.kind === 'regulator')?.node ?? built.feedNode;
  let heldKpa = block.regulator.setKpa;
  let solved: NetworkResult;
  if (hasPart(block.regulator)) {
    solved = solver.solve(below(built, held, heldKpa));
  } else {
    // The weakest emitter rises with the feed, by less than one for one where friction grows: secant steps.
    heldKpa = block.tape.minKpa;
    let gain = 1;
    let before: { heldKpa: number; short: number } | undefined;
    for (let i = 0; ; i++) {
      solved = solver.solve(below(built, held, heldKpa));
      const laterals = Object.values(solved.laterals).filter((l) => l.emitters > 0);
      const short = block.tape.minKpa - Math.min(...laterals.map((l) => l.minKpa));
      if (Math.abs(short) < FEED_TOLERANCE_KPA || i >= MOST_FEED_STEPS || laterals.length === 0) break;
      if (before)
        gain = Math.min(1, Math.max(LEAST_GAIN, (before.short - short) / (heldKpa - before.heldKpa)));
      before = { heldKpa, short };
      heldKpa += short / gain;
    }
  }
  const askedLph = solved.supply.flowLph;
  const medium = { waterC: plan.wishes.waterC, friction: plan.wishes.friction };
  const nodeM = new Map(built.network.nodes.map((n) => [n.id, n.elevationM]));
  let neededKpa = heldKpa;
  for (const step of built.trunk) {
    const link = built.network.links[step.link];
    neededKpa +=
      lossAcross(link, askedLph, medium) + (nodeM.get(link.to)! - nodeM.get(link.from)!) * KPA_PER_M;
    if (step.node === held) break;
  }
  const curve = supplyCurve(supplyOf(layout.source, plan.wishes.allowance), sourceNodeM(layout.source));
  return {
    askedLph,
    feedKpa: solved.nodes[built.feedNode],
    neededKpa,
    availableLph: flowAtPressure(curve, neededKpa),
  };
}

/**
 * Pressures at the emitters of one run, from the inlet on, with the distance of each from the header.
 * @returns as many of each as the run has emitters
 */
export function emittersOf(
  plan: FullPlan,
  results: PlanResults,
  runIndex: number,
  blockIndex = 0,
): { distanceM: Float64Array; kpa: Float64Array } {
  const { run, inletKpa } = results.runs[runIndex];
  const block = plan.blocks[blockIndex];
  const exact = prepareRun(lateralOf(block, run, ''), {
    waterC: plan.wishes.waterC,
    friction: plan.wishes.friction,
  });
  const m = newMarch();
  endPressure(exact, inletKpa, m);
  const kpa = new Float64Array(exact.n);
  march(exact, m.startKpa, newMarch(), m.tail, kpa);
  const first = run.leadM + block.tape.spacingM;
  return { distanceM: kpa.map((_, i) => first + i * block.tape.spacingM), kpa };
}
