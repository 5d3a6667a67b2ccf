import { KPA_PER_M } from '../water';
import type { RunCurve } from './runCurve';
import { linkLossKpa, type Tree } from './tree';

/** A rising function of pressure as points, straight between them. Below the first nothing flows; above the last, no more does. */
interface Rising {
  kpa: Float64Array;
  lph: Float64Array;
  n: number;
}

const POINTS = 24;
/** Head-room over the greatest pressure that can occur, kPa, so that tables are never empty. */
const HEADROOM_KPA = 0.01;

/**
 * Node pressures to start Newton's steps from, found by reducing the tree from its leaves.
 *
 * Each subtree takes a flow that rises with the pressure at its top. A link shifts that curve by its own loss at
 * each flow; a junction adds curves at like pressure; a regulator cuts a curve off at its set pressure; the source
 * meets what is left at one point. All curves rise, so there is always exactly one answer, good to a few per cent.
 *
 * @param curves of each lateral
 * @param out node pressures, kPa, in the tree's order
 */
export function firstGuess(tree: Tree, curves: readonly RunCurve[], out: Float64Array): void {
  const n = tree.ids.length;
  const highest = new Float64Array(n);
  highest[0] = tree.curve.kpa(0);
  for (let v = 1; v < n; v++) {
    const link = tree.link[v]!;
    highest[v] = Math.min(link.setKpa, highest[tree.parent[v]] - link.riseKpa - linkLossKpa(link, 0));
  }
  const inflows: Rising[][] = Array.from({ length: n }, () => []);
  const top = new Map<RunCurve, number>();
  curves.forEach((curve, i) => {
    top.set(curve, Math.max(top.get(curve) ?? -Infinity, highest[tree.lateralNode[i]]));
  });
  const leafTables = new Map<RunCurve, Rising>();
  curves.forEach((curve, i) => {
    let table = leafTables.get(curve);
    if (!table) {
      const rough = curve.guess(top.get(curve)!);
      table = { kpa: rough.inletKpa, lph: rough.flowLph, n: rough.inletKpa.length };
      leafTables.set(curve, table);
    }
    inflows[tree.lateralNode[i]].push(table);
  });
  const above: (Rising | undefined)[] = new Array(n);
  const below: (Rising | undefined)[] = new Array(n);
  for (let v = n - 1; v >= 0; v--) {
    const own = sum(inflows[v], highest[v]);
    below[v] = own;
    if (v === 0) break;
    const link = tree.link[v]!;
    const shifted: Rising = { kpa: new Float64Array(own.n), lph: own.lph, n: own.n };
    for (let i = 0; i < own.n; i++)
      shifted.kpa[i] = own.kpa[i] + linkLossKpa(link, own.lph[i]) + link.riseKpa;
    above[v] = shifted;
    inflows[tree.parent[v]].push(shifted);
  }
  out[0] = meet(tree, below[0]!);
  for (let v = 1; v < n; v++) {
    const link = tree.link[v]!;
    const parentKpa = out[tree.parent[v]];
    const at = above[v]!;
    out[v] =
      parentKpa <= at.kpa[0]
        ? Math.min(link.setKpa, parentKpa - link.riseKpa - linkLossKpa(link, 0))
        : read(at.kpa, below[v]!.kpa, at.n, parentKpa);
  }
}

/** Adds curves at like pressures, on points closer together where flow sets in. */
function sum(parts: readonly Rising[], highestKpa: number): Rising {
  let lowest = Infinity;
  for (const part of parts) lowest = Math.min(lowest, part.kpa[0]);
  const result: Rising = { kpa: new Float64Array(POINTS), lph: new Float64Array(POINTS), n: POINTS };
  if (!Number.isFinite(lowest)) lowest = highestKpa - KPA_PER_M;
  const top = Math.max(highestKpa, lowest + HEADROOM_KPA);
  for (let i = 0; i < POINTS; i++) {
    const t = i / (POINTS - 1);
    result.kpa[i] = i === POINTS - 1 ? top : lowest + (top - lowest) * t * t;
    let q = 0;
    for (const part of parts) q += read(part.kpa, part.lph, part.n, result.kpa[i]);
    result.lph[i] = q;
  }
  return result;
}

/** Straight-line reading of a table; its end values beyond its ends. */
function read(xs: Float64Array, ys: Float64Array, n: number, x: number): number {
  if (x <= xs[0]) return ys[0];
  if (x >= xs[n - 1]) return ys[n - 1];
  let low = 0;
  let high = n - 1;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (xs[mid] <= x) low = mid;
    else high = mid;
  }
  const width = xs[high] - xs[low];
  return width > 0 ? ys[low] + ((ys[high] - ys[low]) * (x - xs[low])) / width : ys[high];
}

/** Where the source's falling curve meets the farm's rising one. */
function meet(tree: Tree, farm: Rising): number {
  const shut = tree.curve.kpa(0);
  if (shut <= farm.kpa[0]) return shut;
  let low = farm.kpa[0];
  let high = shut;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (tree.curve.kpa(read(farm.kpa, farm.lph, farm.n, mid)) > mid) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
