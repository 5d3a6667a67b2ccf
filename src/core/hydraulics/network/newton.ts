import type { RunCurve, RunState } from './runCurve';
import { linkLossKpa, linkLossSlope, type Link, type Tree } from './tree';

/** Working arrays of a network, allocated once. */
export interface Workspace {
  /** Pressure of each node, kPa. */
  kpa: Float64Array;
  /** Flow into each node through its link, L/h; at node 0, from the source. */
  lph: Float64Array;
  /** Each run at the inlet pressure it was last looked at. */
  states: RunState[];
  /** Flow into a node's subtree as a + b·p of that node. */
  a: Float64Array;
  b: Float64Array;
  /** The same, of the pressure of the node's parent. */
  upA: Float64Array;
  upB: Float64Array;
  /** Tangent of each link's loss at the flow it carries: loss and rise = drop + slope·flow. */
  drop: Float64Array;
  slope: Float64Array;
  /** 1 where a regulator holds its set pressure. */
  holds: Uint8Array;
  /** Flow of each tie, L/h. */
  tie: Float64Array;
  /** The curve that each state was read from, and the link and flow of each tangent: what is still the same is kept. */
  curveOf: (RunCurve | undefined)[];
  linkOf: (Link | undefined)[];
  tangentAt: Float64Array;
}

export function newWorkspace(tree: Tree): Workspace {
  const n = tree.ids.length;
  const array = (): Float64Array => new Float64Array(n);
  return {
    kpa: array(),
    lph: array(),
    states: Array.from(tree.lateralNode, newState),
    a: array(),
    b: array(),
    upA: array(),
    upB: array(),
    drop: array(),
    slope: array(),
    holds: new Uint8Array(n),
    tie: new Float64Array(tree.ties.length),
    curveOf: new Array(tree.lateralNode.length).fill(undefined),
    linkOf: new Array(n).fill(undefined),
    tangentAt: new Float64Array(n),
  };
}

const newState = (): RunState => ({ inletKpa: 0, flowLph: 0, slope: 0, endKpa: 0, minKpa: 0, maxKpa: 0 });

/** Makes a workspace serve a network of the same nodes with more or fewer runs. */
export function refit(w: Workspace, runs: number): Workspace {
  while (w.states.length < runs) w.states.push(newState());
  w.states.length = runs;
  for (let i = w.curveOf.length; i < runs; i++) w.curveOf.push(undefined);
  w.curveOf.length = runs;
  return w;
}

export interface Steps {
  converged: boolean;
  iterations: number;
  /** Greatest difference between the pressure a run was looked at and what the flows leave of it, kPa. */
  residualKpa: number;
}

/** A step that lowers a run's pressure by more than this share of it is taken along its flow. */
const BY_FLOW_SHARE = 0.02;
/** Until this iteration: near the answer, where many runs are half dry, such steps throw the flows about for ever. */
const BY_FLOW_UNTIL = 5;
/** Flow of a whole run that counts as none while stepping, L/h. */
const NO_FLOW_LPH = 1e-6;
/**
 * From this iteration on a run's slope is that of the chord between its last two states: where emitters set in one
 * after the other, or begin to compensate, the tangent jumps about while the chord does not.
 */
const CHORDS_FROM = 5;
/** Chords shorter than this say nothing, kPa. */
const CHORD_KPA = 1e-7;
/** A pressure that moved by no more than this has not moved: far below the agreement asked, kPa. */
const STANDS_KPA = 1e-9;
/** Nor has it where the run's flow moved by no more than this, L/h: a run that hardly drips answers to the least pressure. */
const STANDS_LPH = 1e-8;
/** Iterations after which steps are halved whenever they stop helping. */
const PATIENCE = 12;

/**
 * Solves a tree network by Newton's method.
 *
 * Every run is replaced by its tangent, every link by its tangent at the flow it now carries; the straight
 * network that results is reduced exactly from its leaves (each subtree is a + b·p) and read back from its root.
 * A regulator with pressure to spare cuts its subtree off from above: its flow is then a constant.
 * A tie is a flow taken out of one node and put into another; how far the pressures at both ends answer to it is found
 * from the same straight network, and all ties are then set so that each loop closes.
 *
 * A run's flow bends downwards against its pressure, so a tangent promises too much flow on both sides. A step up
 * is therefore taken to the new pressure, a step down to the new flow: neither can overshoot into the dry.
 *
 * @param rough let groups stand for emitters
 * @param toleranceKpa when to stop
 */
export function newtonSteps(
  tree: Tree,
  curves: readonly RunCurve[],
  w: Workspace,
  rough: boolean,
  toleranceKpa: number,
  maxIterations: number,
): Steps {
  const { kpa, lph, states } = w;
  let residual: number;
  let best = Infinity;
  let damping = 1;
  const look = (i: number, p: number): void => {
    w.curveOf[i] = rough ? undefined : curves[i];
    if (rough) curves[i].rough(p, states[i]);
    else curves[i].exact(p, states[i]);
  };
  /** A state read exactly from this very curve at this pressure needs no second look. */
  const stands = (i: number, p: number): boolean => {
    const moved = Math.abs(p - states[i].inletKpa);
    return (
      !rough &&
      w.curveOf[i] === curves[i] &&
      moved <= STANDS_KPA &&
      moved * Math.abs(states[i].slope) <= STANDS_LPH
    );
  };
  for (let i = 0; i < curves.length; i++) {
    const p = kpa[tree.lateralNode[i]];
    if (!stands(i, p)) look(i, p);
  }
  for (let it = 1; ; it++) {
    gatherFlows(tree, w);
    residual = disagreement(tree, w);
    if (residual <= toleranceKpa) return { converged: true, iterations: it, residualKpa: residual };
    if (it >= maxIterations) return { converged: false, iterations: it, residualKpa: residual };
    if (it > PATIENCE)
      damping = residual < 0.7 * best ? Math.min(1, damping * 1.5) : Math.max(damping * 0.7, 0.02);
    best = Math.min(best, residual);
    solveStraight(tree, w);
    for (let i = 0; i < curves.length; i++) {
      const s = states[i];
      const p = s.inletKpa + damping * (kpa[tree.lateralNode[i]] - s.inletKpa);
      if (stands(i, p)) continue;
      // A weak source's tangent may ask a run to go dry at once; it gets there by tenths, or stops on the way.
      const least = s.flowLph > NO_FLOW_LPH ? s.flowLph / 10 : 0;
      const q = Math.max(least, s.flowLph + s.slope * (p - s.inletKpa));
      const down = s.inletKpa - p;
      const lastKpa = s.inletKpa;
      const lastLph = s.flowLph;
      if (
        it <= BY_FLOW_UNTIL &&
        down > BY_FLOW_SHARE * Math.abs(s.inletKpa) &&
        q > 0 &&
        q < (1 - BY_FLOW_SHARE / 4) * s.flowLph
      ) {
        w.curveOf[i] = rough ? undefined : curves[i];
        curves[i].atFlow(q, rough, s);
      } else look(i, p);
      if (it < CHORDS_FROM) continue;
      const chord = (s.flowLph - lastLph) / (s.inletKpa - lastKpa);
      if (chord > 0 && Math.abs(s.inletKpa - lastKpa) > CHORD_KPA) s.slope = chord;
    }
    lph.fill(0);
  }
}

/** Adds up flows from the leaves, and every link's tangent at its flow. */
function gatherFlows(tree: Tree, w: Workspace): void {
  const { lph, states, drop, slope } = w;
  lph.fill(0);
  for (let i = 0; i < states.length; i++) lph[tree.lateralNode[i]] += states[i].flowLph;
  tree.ties.forEach(({ from, to }, i) => {
    lph[from] += w.tie[i];
    lph[to] -= w.tie[i];
  });
  for (let v = tree.ids.length - 1; v > 0; v--) {
    const link = tree.link[v]!;
    lph[tree.parent[v]] += lph[v];
    if (w.linkOf[v] === link && w.tangentAt[v] === lph[v]) continue;
    w.linkOf[v] = link;
    w.tangentAt[v] = lph[v];
    slope[v] = linkLossSlope(link, lph[v]);
    drop[v] = link.riseKpa + linkLossKpa(link, lph[v]) - slope[v] * lph[v];
  }
}

/**
 * Node pressures that the present flows leave, from the source on, into `kpa`.
 * @returns the greatest difference from what runs were looked at, kPa
 */
function disagreement(tree: Tree, w: Workspace): number {
  const { kpa, lph, drop, slope, states } = w;
  kpa[0] = tree.curve.kpa(lph[0]);
  for (let v = 1; v < tree.ids.length; v++) {
    kpa[v] = Math.min(tree.link[v]!.setKpa, kpa[tree.parent[v]] - drop[v] - slope[v] * lph[v]);
  }
  let worst = 0;
  for (let i = 0; i < states.length; i++) {
    const off = Math.abs(kpa[tree.lateralNode[i]] - states[i].inletKpa);
    if (!(off <= worst)) worst = off;
  }
  for (let i = 0; i < tree.ties.length; i++) {
    const off = Math.abs(openBy(tree, w, i));
    if (!(off <= worst)) worst = off;
  }
  return worst;
}

/** By how much a loop does not close: pressure at one end of its tie over what the tie leaves at the other, kPa. */
function openBy(tree: Tree, w: Workspace, i: number): number {
  const { from, to, link } = tree.ties[i];
  return w.kpa[from] - w.kpa[to] - link.riseKpa - linkLossKpa(link, w.tie[i]);
}

const MAX_MODE_CHANGES = 24;

/** Node pressures of the network of tangents, into `kpa`, and tie flows that close its loops. */
function solveStraight(tree: Tree, w: Workspace): void {
  for (let round = 0; round < MAX_MODE_CHANGES; round++) {
    let changed = sweep(tree, w);
    if (tree.ties.length > 0) {
      closeLoops(tree, w);
      changed = sweep(tree, w) || changed;
    }
    if (!changed) return;
  }
}

/**
 * Reduces the straight network from its leaves and reads it back from its source.
 * @returns whether a regulator began or ceased to hold
 */
function sweep(tree: Tree, w: Workspace): boolean {
  const { kpa, lph, a, b, upA, upB, drop, slope, holds, states } = w;
  const n = tree.ids.length;
  const sourceSlope = tree.curve.slope(lph[0]);
  const sourceAt = tree.curve.kpa(lph[0]) - sourceSlope * lph[0];
  a.fill(0);
  b.fill(0);
  for (let i = 0; i < states.length; i++) {
    const v = tree.lateralNode[i];
    a[v] += states[i].flowLph - states[i].slope * states[i].inletKpa;
    b[v] += states[i].slope;
  }
  for (let i = 0; i < tree.ties.length; i++) {
    a[tree.ties[i].from] += w.tie[i];
    a[tree.ties[i].to] -= w.tie[i];
  }
  for (let v = n - 1; v > 0; v--) {
    const parent = tree.parent[v];
    if (holds[v]) {
      upA[v] = a[v] + b[v] * tree.link[v]!.setKpa;
      upB[v] = 0;
    } else {
      const share = 1 / (1 + b[v] * slope[v]);
      upA[v] = (a[v] - b[v] * drop[v]) * share;
      upB[v] = b[v] * share;
    }
    a[parent] += upA[v];
    b[parent] += upB[v];
  }
  kpa[0] = (sourceAt + sourceSlope * a[0]) / (1 - sourceSlope * b[0]);
  let changed = false;
  for (let v = 1; v < n; v++) {
    const set = tree.link[v]!.setKpa;
    const parentKpa = kpa[tree.parent[v]];
    const after = parentKpa - drop[v] - slope[v] * (upA[v] + upB[v] * parentKpa);
    kpa[v] = Math.min(set, after);
    if (set < Infinity) {
      const hold = after >= set ? 1 : 0;
      if (hold !== holds[v]) {
        holds[v] = hold;
        changed = true;
      }
    }
  }
  return changed;
}

/** One Newton step of all tie flows on the straight network as it was just swept. */
function closeLoops(tree: Tree, w: Workspace): void {
  const k = tree.ties.length;
  const rows = Array.from({ length: k }, () => new Float64Array(k + 1));
  for (let j = 0; j < k; j++) {
    const answer = answerTo(tree, w, j);
    for (let i = 0; i < k; i++) rows[i][j] = answer[tree.ties[i].from] - answer[tree.ties[i].to];
    rows[j][j] -= Math.max(linkLossSlope(tree.ties[j].link, w.tie[j]), LEAST_TIE_SLOPE);
    rows[j][k] = -openBy(tree, w, j);
  }
  const step = eliminate(rows);
  // No tie carries more than the farm draws: a flat start must not throw it about.
  const most = Math.max(tree.mayCirculateLph, Math.abs(w.lph[0]));
  for (let i = 0; i < k; i++) w.tie[i] = Math.min(most, Math.max(-most, w.tie[i] + step[i]));
}

/** Slope given to a tie that loses nothing yet, kPa per L/h. */
const LEAST_TIE_SLOPE = 1e-9;

/** How node pressures change for each L/h more through one tie, regulators staying as they are. */
function answerTo(tree: Tree, w: Workspace, tie: number): Float64Array {
  const n = tree.ids.length;
  const { b, upB, slope, holds } = w;
  const taken = new Float64Array(n);
  const up = new Float64Array(n);
  taken[tree.ties[tie].from] += 1;
  taken[tree.ties[tie].to] -= 1;
  for (let v = n - 1; v > 0; v--) {
    up[v] = holds[v] ? taken[v] : taken[v] / (1 + b[v] * slope[v]);
    taken[tree.parent[v]] += up[v];
  }
  const sourceSlope = tree.curve.slope(w.lph[0]);
  const answer = new Float64Array(n);
  answer[0] = (sourceSlope * taken[0]) / (1 - sourceSlope * b[0]);
  for (let v = 1; v < n; v++) {
    const parent = answer[tree.parent[v]];
    answer[v] = holds[v] ? 0 : parent - slope[v] * (up[v] + upB[v] * parent);
  }
  return answer;
}

/** Solves linear equations, each row its coefficients and right side, by elimination with pivots. */
function eliminate(rows: Float64Array[]): Float64Array {
  const k = rows.length;
  for (let c = 0; c < k; c++) {
    let pivot = c;
    for (let r = c + 1; r < k; r++) if (Math.abs(rows[r][c]) > Math.abs(rows[pivot][c])) pivot = r;
    [rows[c], rows[pivot]] = [rows[pivot], rows[c]];
    for (let r = c + 1; r < k; r++) {
      const f = rows[r][c] / rows[c][c];
      if (f === 0) continue;
      for (let j = c; j <= k; j++) rows[r][j] -= f * rows[c][j];
    }
  }
  const x = new Float64Array(k);
  for (let r = k - 1; r >= 0; r--) {
    let sum = rows[r][k];
    for (let j = r + 1; j < k; j++) sum -= rows[r][j] * x[j];
    x[r] = sum / rows[r][r];
  }
  return x;
}
