import type { Medium } from '../friction';
import { emitterCount, runEmitterLph, type RunSpec } from '../run';
import { KPA_PER_M } from '../water';
import { firstGuess } from './firstGuess';
import { newtonSteps, newWorkspace, type Steps, type Workspace } from './newton';
import { createRunCurve, type RunCurve } from './runCurve';
import { buildTree, type Tree } from './tree';
import { NetworkError, type LateralResult, type NetworkResult, type NetworkSpec } from './types';

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
 * Solves drip networks, remembering runs from one to the next.
 *
 * A run is known by its spec: the same object, or one that is alike, is prepared and marched once. So after
 * an edit only the runs that changed, and those whose pressure moved far, are marched again.
 */
export interface NetworkSolver {
  /**
   * The steady state of a network.
   * @throws NetworkError when it is not a tree, or (never seen yet) no answer is found
   */
  solve(network: NetworkSpec): NetworkResult;
}

export function createNetworkSolver(): NetworkSolver {
  let curvesByKey = new Map<string, RunCurve>();
  let curvesBySpec = new WeakMap<RunSpec, RunCurve>();
  let mediumKey = '';
  let last: { network: NetworkSpec; tree: Tree; kpa: Float64Array } | undefined;

  function curvesOf(network: NetworkSpec, medium: Medium): RunCurve[] {
    const key = `${medium.friction} ${medium.waterC}`;
    if (key !== mediumKey) {
      curvesByKey = new Map();
      curvesBySpec = new WeakMap();
      mediumKey = key;
    }
    const kept = new Map<string, RunCurve>();
    const curves = network.laterals.map((lateral) => {
      let curve = curvesBySpec.get(lateral);
      if (!curve) {
        const alike = runKey(lateral);
        curve = curvesByKey.get(alike) ?? createRunCurve(lateral, medium);
        curvesBySpec.set(lateral, curve);
        curvesByKey.set(alike, curve);
      }
      return curve;
    });
    // Forget runs that no longer exist once they outnumber those that do.
    if (curvesByKey.size > 2 * curves.length + 16) {
      for (const [k, curve] of curvesByKey) if (curves.includes(curve)) kept.set(k, curve);
      curvesByKey = kept;
    }
    return curves;
  }

  return {
    solve(network) {
      const tree = buildTree(network, last);
      const curves = curvesOf(network, tree.medium);
      const marchesBefore = totalMarches(curves);
      const w = newWorkspace(tree);
      let steps: Steps | undefined;
      let iterations = 0;
      const attempt = (rough: boolean, tolerance: number, most: number): boolean => {
        steps = newtonSteps(tree, curves, w, rough, tolerance, most);
        iterations += steps.iterations;
        return steps.converged;
      };
      // After an edit the pressures are near and most runs have been marched: go straight to exact steps.
      const warm = last !== undefined && sameIds(last.tree.ids, tree.ids);
      if (warm) w.kpa.set(last!.kpa);
      if (!warm || !attempt(false, TOLERANCE_KPA, WARM_ITERATIONS)) {
        firstGuess(tree, curves, w.kpa);
        attempt(true, ROUGH_TOLERANCE_KPA, ROUGH_ITERATIONS);
        spanAlike(tree, curves, w);
        attempt(false, TOLERANCE_KPA, ITERATIONS);
      }
      if (!steps!.converged && steps!.residualKpa > ACCEPTABLE_KPA) {
        steps = closeInOnSupply(tree, curves, w);
        iterations += steps.iterations;
        if (steps!.residualKpa > ACCEPTABLE_KPA) {
          throw new NetworkError(
            'network',
            `no steady state found: pressures still differ by ${steps!.residualKpa.toPrecision(3)} kPa`,
          );
        }
      }
      last = { network, tree, kpa: Float64Array.from(w.kpa) };
      return result(network, tree, curves, w, {
        iterations,
        marches: totalMarches(curves) - marchesBefore,
        residualKpa: steps!.residualKpa,
      });
    },
  };
}

/**
 * For a source so weak that its steps and the farm's throw each other about: the source is held at one pressure, at
 * which the farm alone is easily solved, and that pressure is closed in on until it is the one the source has at that
 * flow. The farm takes more the higher it is held and the source then gives less, so there is one answer between.
 */
function closeInOnSupply(tree: Tree, curves: readonly RunCurve[], w: Workspace): Steps {
  let high = tree.curve.kpa(0);
  let low = Math.min(high, ...curves.map((c) => c.run.lowestRiseKpa)) - Math.abs(high) - KPA_PER_M;
  let iterations = 0;
  let steps: Steps = { converged: false, iterations: 0, residualKpa: Infinity };
  const heldAt = (kpa: number): number => {
    const held: Tree = { ...tree, curve: { kpa: () => kpa, slope: () => 0 } };
    steps = newtonSteps(held, curves, w, false, TOLERANCE_KPA, ITERATIONS);
    iterations += steps.iterations;
    if (!steps.converged && steps.residualKpa > ACCEPTABLE_KPA) {
      firstGuess(held, curves, w.kpa);
      steps = newtonSteps(held, curves, w, false, TOLERANCE_KPA, ITERATIONS * 3);
      iterations += steps.iterations;
    }
    return tree.curve.kpa(w.lph[0]) - kpa;
  };
  let overAtLow = Infinity;
  let overAtHigh = -Infinity;
  let kpa = (low + high) / 2;
  for (let i = 0; i < MOST_CLOSINGS && high - low > TOLERANCE_KPA / 4; i++) {
    const over = heldAt(kpa);
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
  return { ...steps, iterations };
}

const sameIds = (a: readonly string[], b: readonly string[]): boolean =>
  a === b || (a.length === b.length && a.every((id, i) => id === b[i]));

/** Solves one network, remembering nothing. */
export const solveNetwork = (network: NetworkSpec): NetworkResult => createNetworkSolver().solve(network);

function runKey(r: RunSpec): string {
  const e = r.emitter;
  const law = e.kind === 'compensating' ? `c${e.minKpa}` : `p${e.atKpa},${e.exponent ?? ''}`;
  return [
    r.lengthM,
    r.diameterMm,
    r.hazenWilliamsC,
    r.profile ? r.profile.join(';') : r.slope,
    r.firstEmitterM,
    r.inletK,
    law,
    e.spacingM,
    e.flowLph,
    e.barbLengthM,
  ].join('|');
}

const totalMarches = (curves: readonly RunCurve[]): number => {
  let total = 0;
  for (const curve of new Set(curves)) total += curve.marches;
  return total;
};

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

function result(
  network: NetworkSpec,
  tree: Tree,
  curves: readonly RunCurve[],
  w: Workspace,
  effort: NetworkResult['effort'],
): NetworkResult {
  const nodes: Record<string, number> = {};
  tree.ids.forEach((id, v) => (nodes[id] = w.kpa[v]));
  const laterals: Record<string, LateralResult> = {};
  network.laterals.forEach((lateral, i) => {
    const s = w.states[i];
    const run = curves[i].run;
    laterals[lateral.id] = {
      inletKpa: w.kpa[tree.lateralNode[i]],
      endKpa: s.endKpa,
      minKpa: s.minKpa,
      maxKpa: s.maxKpa,
      minLph: run.n ? runEmitterLph(run, s.minKpa) : 0,
      maxLph: run.n ? runEmitterLph(run, s.maxKpa) : 0,
      flowLph: s.flowLph,
      emitters: emitterCount(lateral),
    };
  });
  const linkLph = new Float64Array(network.links.length);
  for (let v = 1; v < tree.ids.length; v++) linkLph[tree.link[v]!.index] = w.lph[v];
  return { supply: { flowLph: w.lph[0], pressureKpa: w.kpa[0] }, nodes, laterals, linkLph, effort };
}
