import { KPA_PER_M } from '../water';
import { GUESS_POINTS, type RunCurve } from './runCurve';
import { linkLossKpa, type Tree } from './tree';

/**
 * Rising functions of pressure as points, straight between them: below the first nothing flows, above the last no more
 * does. Many of them lie in one array each of pressures and flows, `size` points after one another.
 */
interface Tables {
  kpa: Float64Array;
  lph: Float64Array;
  size: number;
}

const POINTS = 24;
/** Head-room over the greatest pressure that can occur, kPa, so that tables are never empty. */
const HEADROOM_KPA = 0.01;

const tables = (count: number, size: number): Tables => ({
  kpa: new Float64Array(count * size),
  lph: new Float64Array(count * size),
  size,
});

/**
 * Node pressures to start Newton's steps from, found by reducing the tree from its leaves.
 *
 * Each subtree takes a flow that rises with the pressure at its top. A link shifts that curve by its own loss at
 * each flow; a junction adds curves at like pressure; a regulator cuts a curve off at its set pressure; the source
 * meets what is left at one point. All curves rise, so there is always exactly one answer, good to a few per cent.
 *
 * @param curves of each lateral
 * @param out node pressures, kPa, in the tree's order
 * @param checkpoint called between nodes; may throw to end it
 */
export function firstGuess(
  tree: Tree,
  curves: readonly RunCurve[],
  out: Float64Array,
  checkpoint: () => void,
): void {
  const n = tree.ids.length;
  const highest = highestKpa(tree);
  const { leaves, leafOf } = leafTables(tree, curves, highest);
  // Runs and children of each node as chains.
  const firstRun = new Int32Array(n).fill(-1);
  const nextRun = new Int32Array(curves.length);
  for (let i = 0; i < curves.length; i++) {
    nextRun[i] = firstRun[tree.lateralNode[i]];
    firstRun[tree.lateralNode[i]] = i;
  }
  const firstChild = new Int32Array(n).fill(-1);
  const nextChild = new Int32Array(n).fill(-1);
  const below = tables(n, POINTS);
  const above = tables(n, POINTS);
  for (let v = n - 1; v >= 0; v--) {
    checkpoint();
    sumInto(v);
    if (v === 0) break;
    const link = tree.link[v]!;
    for (let i = v * POINTS; i < (v + 1) * POINTS; i++) {
      above.lph[i] = below.lph[i];
      above.kpa[i] = below.kpa[i] + linkLossKpa(link, below.lph[i]) + link.riseKpa;
    }
    nextChild[v] = firstChild[tree.parent[v]];
    firstChild[tree.parent[v]] = v;
  }
  out[0] = meet(tree, below);
  for (let v = 1; v < n; v++) {
    const link = tree.link[v]!;
    const parentKpa = out[tree.parent[v]];
    out[v] =
      parentKpa <= above.kpa[v * POINTS]
        ? Math.min(link.setKpa, parentKpa - link.riseKpa - linkLossKpa(link, 0))
        : read(above.kpa, below.kpa, v * POINTS, POINTS, parentKpa);
  }

  /** Adds a node's runs and children at like pressures, on points closer together where flow sets in. */
  function sumInto(v: number): void {
    let lowest = Infinity;
    for (let i = firstRun[v]; i >= 0; i = nextRun[i])
      lowest = Math.min(lowest, leaves.kpa[leafOf[i] * leaves.size]);
    for (let c = firstChild[v]; c >= 0; c = nextChild[c]) lowest = Math.min(lowest, above.kpa[c * POINTS]);
    if (!Number.isFinite(lowest)) lowest = highest[v] - KPA_PER_M;
    const top = Math.max(highest[v], lowest + HEADROOM_KPA);
    const at = v * POINTS;
    for (let i = 0; i < POINTS; i++) {
      const t = i / (POINTS - 1);
      below.kpa[at + i] = i === POINTS - 1 ? top : lowest + (top - lowest) * t * t;
    }
    for (let i = firstRun[v]; i >= 0; i = nextRun[i]) addTo(below, at, leaves, leafOf[i] * leaves.size);
    for (let c = firstChild[v]; c >= 0; c = nextChild[c]) addTo(below, at, above, c * POINTS);
  }
}

/** Pressure at each node with nothing flowing, kPa. */
function highestKpa(tree: Tree): Float64Array {
  const highest = new Float64Array(tree.ids.length);
  highest[0] = tree.curve.kpa(0);
  for (let v = 1; v < highest.length; v++) {
    const link = tree.link[v]!;
    highest[v] = Math.min(link.setKpa, highest[tree.parent[v]] - link.riseKpa - linkLossKpa(link, 0));
  }
  return highest;
}

/** A table for each kind of run, as high as the highest of its places, and which one each lateral has. */
function leafTables(
  tree: Tree,
  curves: readonly RunCurve[],
  highest: Float64Array,
): { leaves: Tables; leafOf: Int32Array } {
  const place = new Map<RunCurve, number>();
  const kinds: RunCurve[] = [];
  const top: number[] = [];
  const leafOf = new Int32Array(curves.length);
  for (let i = 0; i < curves.length; i++) {
    const kpa = highest[tree.lateralNode[i]];
    let at = place.get(curves[i]);
    if (at === undefined) {
      at = kinds.length;
      place.set(curves[i], at);
      kinds.push(curves[i]);
      top.push(kpa);
    } else if (kpa > top[at]) top[at] = kpa;
    leafOf[i] = at;
  }
  const leaves = tables(kinds.length, GUESS_POINTS);
  kinds.forEach((curve, at) => curve.guess(top[at], leaves.kpa, leaves.lph, at * GUESS_POINTS));
  return { leaves, leafOf };
}

/** Adds one table's flows to another's at the other's pressures, both rising: one walk along both. */
function addTo(sum: Tables, at: number, part: Tables, from: number): void {
  const { kpa, lph, size } = part;
  const last = from + size - 1;
  let i = from;
  for (let j = at; j < at + sum.size; j++) {
    const x = sum.kpa[j];
    if (x <= kpa[from]) {
      sum.lph[j] += lph[from];
      continue;
    }
    while (i < last && kpa[i + 1] <= x) i++;
    if (i >= last) sum.lph[j] += lph[last];
    else {
      const width = kpa[i + 1] - kpa[i];
      sum.lph[j] += width > 0 ? lph[i] + ((lph[i + 1] - lph[i]) * (x - kpa[i])) / width : lph[i + 1];
    }
  }
}

/** Straight-line reading of a table that begins at `from`; its end values beyond its ends. */
function read(xs: Float64Array, ys: Float64Array, from: number, n: number, x: number): number {
  let low = from;
  let high = from + n - 1;
  if (x <= xs[low]) return ys[low];
  if (x >= xs[high]) return ys[high];
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (xs[mid] <= x) low = mid;
    else high = mid;
  }
  const width = xs[high] - xs[low];
  return width > 0 ? ys[low] + ((ys[high] - ys[low]) * (x - xs[low])) / width : ys[high];
}

/** Where the source's falling curve meets the farm's rising one, that of node 0. */
function meet(tree: Tree, farm: Tables): number {
  const shut = tree.curve.kpa(0);
  if (shut <= farm.kpa[0]) return shut;
  let low = farm.kpa[0];
  let high = shut;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (tree.curve.kpa(read(farm.kpa, farm.lph, 0, POINTS, mid)) > mid) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
