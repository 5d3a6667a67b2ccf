import { msg } from '../../language';
import { newMarch } from '../march';
import { canPair, marchPair } from '../marchPair';
import { runEmitterLph } from '../run';
import { KPA_PER_M } from '../water';
import { firstGuess } from './firstGuess';
import { bentInLoops, createPivots, type Bent, type Reduced, type State } from './oneWay';
import { newtonSteps, newWorkspace, refit, type Steps, type Workspace } from './newton';
import type { RunCurve } from './runCurve';
import { createRunStore, type RunStore } from './runStore';
import { buildTree, type Tree } from './tree';
import {
  LATERAL_FIELDS,
  lateralAt,
  NetworkError,
  type NetworkResult,
  type NetworkSolution,
  type NetworkSpec,
} from './types';

/** Agreement asked of the rough network, kPa: closer than groups stand for emitters. */
const ROUGH_TOLERANCE_KPA = 1e-3;
const ROUGH_ITERATIONS = 25;
/** Agreement asked of the answer, kPa. */
const TOLERANCE_KPA = 1e-7;
const ITERATIONS = 40;
/** Steps in which a weak source's pressure is closed in on. */
const MOST_CLOSINGS = 150;
/** Iterations after an edit before the network is found afresh. */
const WARM_ITERATIONS = 12;
/** Agreement that still answers within a ten-thousandth of a kPa where bends keep Newton from closing in further. */
const ACCEPTABLE_KPA = 1e-4;
/**
 * Agreement of a farm so starved that most of its emitters are dry, at nodes that have next to no pressure: a tenth of a
 * millimetre of water.
 */
const STARVED_KPA = 1e-3;
/** Through a regulator that is taken to hold while water comes from behind it, as long as that is not found out: far over any farm's flow. */
const MAY_CIRCULATE_LPH = 1e6;

/**
 * Solves drip networks, remembering runs, shape and pressures from one to the next, so that after an edit only the runs
 * that changed, and those whose pressure moved far, are marched again.
 */
export interface NetworkSolver {
  /**
   * The steady state of a network.
   * @throws NetworkError when it does not hang together, or (never seen yet) no answer is found
   */
  solve(network: NetworkSpec): NetworkSolution;
}

/** @param store runs remembered, shared with other solvers if given */
export function createNetworkSolver(store: RunStore = createRunStore()): NetworkSolver {
  let last: { network: NetworkSpec; tree: Tree; kpa: Float64Array; tie: Float64Array } | undefined;
  let kept: Workspace | undefined;
  /** States of what bends inside loops, as they were found last. */
  let lastStates: State[] = [];

  /** Brings a workspace to the steady state of a tree, from where it is if that is near. */
  function settle(tree: Tree, curves: readonly RunCurve[], w: Workspace, warm: boolean): Steps {
    let steps: Steps | undefined;
    let iterations = 0;
    const attempt = (rough: boolean, tolerance: number, most: number): boolean => {
      steps = newtonSteps(tree, curves, w, rough, tolerance, most);
      iterations += steps.iterations;
      return steps.converged;
    };
    // After an edit the pressures are near and most runs have been marched: go straight to exact steps.
    if (!warm || !attempt(false, TOLERANCE_KPA, WARM_ITERATIONS)) {
      w.tie.fill(0);
      firstGuess(tree, curves, w.kpa, store.checkpoint);
      attempt(true, ROUGH_TOLERANCE_KPA, ROUGH_ITERATIONS);
      spanAlike(tree, curves, w);
      anchorByPairs(tree, curves, w);
      attempt(false, TOLERANCE_KPA, ITERATIONS);
    }
    return { ...steps!, iterations };
  }
  /** The same, by way of the source's pressure where that is weak. @throws NetworkError where no answer is found */
  function settleSurely(tree: Tree, curves: readonly RunCurve[], w: Workspace, first: Steps): Steps {
    if (first.converged || first.residualKpa <= ACCEPTABLE_KPA) return first;
    const steps = closeInOnSupply(tree, curves, w, store.checkpoint);
    if (!(steps.residualKpa <= STARVED_KPA)) {
      last = undefined;
      throw new NetworkError(
        'network',
        msg`no steady state found: pressures still differ by ${steps.residualKpa.toPrecision(3)} kPa`,
      );
    }
    return { ...steps, iterations: first.iterations + steps.iterations };
  }

  function solvePlain(network: NetworkSpec): NetworkSolution {
    const tree = buildTree(network, last);
    const curves = store.curvesOf(network, tree.medium);
    const marchesBefore = store.marches;
    // The same nodes: the arrays serve again.
    const warm =
      last !== undefined && sameIds(last.tree.ids, tree.ids) && last.tie.length === tree.ties.length;
    const w = warm ? refit(kept!, curves.length) : newWorkspace(tree);
    kept = w;
    if (warm) {
      w.kpa.set(last!.kpa);
      w.tie.set(last!.tie);
    }
    const steps = settleSurely(tree, curves, w, settle(tree, curves, w, warm));
    last = { network, tree, kpa: Float64Array.from(w.kpa), tie: Float64Array.from(w.tie) };
    return solution(network, tree, curves, w, {
      iterations: steps.iterations,
      marches: store.marches - marchesBefore,
      residualKpa: steps.residualKpa,
    });
  }

  /** A network with regulators or parts of a fixed loss in its loops: solved for states of theirs until none contradicts its own. */
  function solveBent(network: NetworkSpec, bent: readonly Bent[]): NetworkSolution {
    const marchesBefore = store.marches;
    const pivots = createPivots(network, bent, lastStates);
    let iterations = 0;
    for (;;) {
      store.checkpoint();
      const { reduced, states } = pivots.now();
      const tree = buildTree(reduced.network);
      tree.mayCirculateLph = MAY_CIRCULATE_LPH;
      for (let v = 1; v < tree.ids.length; v++) {
        const link = tree.link[v]!;
        link.riseKpa += reduced.offsets.links[link.index];
      }
      tree.ties.forEach((tie, i) => (tie.link.riseKpa += reduced.offsets.ties[i]));
      const curves = store.curvesOf(reduced.network, tree.medium);
      const w = newWorkspace(tree);
      let steps = settle(tree, curves, w, false);
      iterations += steps.iterations;
      const found = (): NetworkSolution =>
        spread(network, reduced, solution(reduced.network, tree, curves, w, effort()));
      const effort = (): NetworkSolution['effort'] => ({
        iterations,
        marches: store.marches - marchesBefore,
        residualKpa: steps.residualKpa,
      });
      if (pivots.turn(found(), tree.medium)) continue;
      // No state contradicts itself.
      const rough = steps.iterations;
      steps = settleSurely(tree, curves, w, steps);
      iterations += steps.iterations - rough;
      lastStates = [...states];
      const answer = found();
      if (!pivots.turn(answer, tree.medium)) return answer;
    }
  }

  return {
    solve(network) {
      const bent = bentInLoops(network);
      return bent.length === 0 ? solvePlain(network) : solveBent(network, bent);
    },
  };
}

/** A reduced network's flows at the links and ties of the whole one; none passes those that are shut. */
function spread(network: NetworkSpec, { places }: Reduced, found: NetworkSolution): NetworkSolution {
  const flows = places.map((p) =>
    p ? p.sign * (p.among === 'links' ? found.linkLph : found.tieLph)[p.at] : 0,
  );
  return {
    ...found,
    linkLph: Float64Array.from(flows.slice(0, network.links.length)),
    tieLph: Float64Array.from(flows.slice(network.links.length)),
  };
}

/**
 * For a source so weak that its steps and the farm's throw each other about: the source is held at one pressure, at
 * which the farm alone is easily solved, and that pressure is closed in on until it is the one the source has at that
 * flow. The farm takes more the higher it is held and the source then gives less, so there is one answer between.
 */
function closeInOnSupply(
  tree: Tree,
  curves: readonly RunCurve[],
  w: Workspace,
  checkpoint: () => void,
): Steps {
  let high = tree.curve.kpa(0);
  let low = Math.min(high, ...curves.map((c) => c.run.lowestRiseKpa)) - Math.abs(high) - KPA_PER_M;
  let iterations = 0;
  let steps: Steps = { converged: false, iterations: 0, residualKpa: Infinity };
  const heldAt = (kpa: number): number => {
    const held: Tree = { ...tree, curve: { kpa: () => kpa, slope: () => 0 } };
    steps = newtonSteps(held, curves, w, false, TOLERANCE_KPA, ITERATIONS);
    iterations += steps.iterations;
    if (!steps.converged && steps.residualKpa > ACCEPTABLE_KPA) {
      firstGuess(held, curves, w.kpa, checkpoint);
      steps = newtonSteps(held, curves, w, false, TOLERANCE_KPA, ITERATIONS * 3);
      iterations += steps.iterations;
    }
    return tree.curve.kpa(w.lph[0]) - kpa;
  };
  let overAtLow = heldAt(low);
  let overAtHigh = -Infinity;
  // A pump in line draws on the source far below nought: further down, until it gives more than is taken.
  for (let i = 0; overAtLow <= 0 && i < MOST_CLOSINGS; i++) {
    [high, overAtHigh] = [low, overAtLow];
    low -= 2 ** i * (Math.abs(high) + KPA_PER_M);
    overAtLow = heldAt(low);
  }
  let kpa = (low + high) / 2;
  let over = overAtLow;
  for (let i = 0; i < MOST_CLOSINGS && high - low > TOLERANCE_KPA / 4; i++) {
    over = heldAt(kpa);
    if (Math.abs(over) <= TOLERANCE_KPA) break;
    if (over > 0) {
      low = kpa;
      overAtLow = over;
    } else {
      high = kpa;
      overAtHigh = over;
    }
    // Where the straight line between both ends falls; every third time the middle, lest one end stand still.
    const line = low + ((high - low) * overAtLow) / (overAtLow - overAtHigh);
    kpa = i % 3 !== 2 && line > low && line < high ? line : (low + high) / 2;
  }
  // Where bends threw the last steps about, they may come nearer from one of the ends.
  for (const end of [low, high]) {
    if (steps.residualKpa <= ACCEPTABLE_KPA) break;
    over = heldAt(end);
  }
  // The source's pressure is known to lie between both ends; what it misses by is no smaller than the farm's own.
  const missed = Math.min(Math.abs(over), high - low);
  return { ...steps, iterations, residualKpa: Math.max(steps.residualKpa, missed) };
}

const sameIds = (a: readonly string[], b: readonly string[]): boolean =>
  a === b || (a.length === b.length && a.every((id, i) => id === b[i]));

/** Solves one network, remembering nothing, and names what comes out. */
export function solveNetwork(network: NetworkSpec): NetworkResult {
  const solution = createNetworkSolver().solve(network);
  return {
    ...solution,
    nodes: Object.fromEntries(network.nodes.map((n, i) => [n.id, solution.nodeKpa[i]])),
    byId: Object.fromEntries(network.laterals.map((l, i) => [l.id, lateralAt(solution, i)])),
  };
}

/** Marches each kind of run once, two at a time, from where the rough network puts its far end. */
function anchorByPairs(tree: Tree, curves: readonly RunCurve[], w: Workspace): void {
  const seen = new Set<RunCurve>();
  const first = newMarch();
  const second = newMarch();
  let waiting: { curve: RunCurve; endKpa: number } | undefined;
  for (let i = 0; i < curves.length; i++) {
    const curve = curves[i];
    if (seen.has(curve) || !canPair(curve.run)) continue;
    seen.add(curve);
    const endKpa = curve.wants(w.kpa[tree.lateralNode[i]]);
    if (Number.isNaN(endKpa)) continue;
    if (!waiting) waiting = { curve, endKpa };
    else {
      marchPair(waiting.curve.run, waiting.endKpa, first, curve.run, endKpa, second);
      waiting.curve.take(first);
      curve.take(second);
      waiting = undefined;
    }
  }
}

/** Gives each kind of run that occurs often its anchors from the lowest to the highest pressure it sees. */
function spanAlike(tree: Tree, curves: readonly RunCurve[], w: Workspace): void {
  const spans = new Map<RunCurve, { low: number; high: number; count: number }>();
  curves.forEach((curve, i) => {
    const p = w.kpa[tree.lateralNode[i]];
    const span = spans.get(curve);
    if (!span) spans.set(curve, { low: p, high: p, count: 1 });
    else {
      span.low = Math.min(span.low, p);
      span.high = Math.max(span.high, p);
      span.count++;
    }
  });
  for (const [curve, { low, high, count }] of spans) curve.span(low, high, count);
}

function solution(
  network: NetworkSpec,
  tree: Tree,
  curves: readonly RunCurve[],
  w: Workspace,
  effort: NetworkSolution['effort'],
): NetworkSolution {
  const nodeKpa = new Float64Array(network.nodes.length);
  for (let i = 0; i < nodeKpa.length; i++) nodeKpa[i] = w.kpa[tree.nodePlace[i]];
  const fields = LATERAL_FIELDS.length;
  const laterals = new Float64Array(curves.length * fields);
  for (let i = 0; i < curves.length; i++) {
    const s = w.states[i];
    const run = curves[i].run;
    const at = i * fields;
    laterals[at] = w.kpa[tree.lateralNode[i]];
    laterals[at + 1] = s.endKpa;
    laterals[at + 2] = s.minKpa;
    laterals[at + 3] = s.maxKpa;
    laterals[at + 4] = run.n ? runEmitterLph(run, s.minKpa) : 0;
    laterals[at + 5] = run.n ? runEmitterLph(run, s.maxKpa) : 0;
    laterals[at + 6] = s.flowLph;
    laterals[at + 7] = run.n;
  }
  const linkLph = new Float64Array(network.links.length);
  for (let v = 1; v < tree.ids.length; v++) linkLph[tree.link[v]!.index] = w.lph[v];
  return {
    supply: { flowLph: w.lph[0], pressureKpa: w.kpa[0] },
    nodeKpa,
    linkLph,
    tieLph: Float64Array.from(w.tie),
    laterals,
    effort,
  };
}
