import type { LateralSpec, LinkSpec, NetworkSpec } from '../hydraulics/network';
import type { Supply } from '../hydraulics/source';

/*
 * A second model of a farm's network, which shares nothing with the one that ships but the description it is given: heads at all
 * nodes at once, every law written out here in SI units, balances closed by damped Newton steps on a dense matrix. For small
 * networks without regulators, friction by Hazen and Williams.
 */

const G = 9.80665;
/** Water's density at 20 °C, kg/m³: what turns a head into a pressure, as handbooks have it. */
const RHO = 1000;
const kpa = (headM: number): number => (headM * RHO * G) / 1000;
const head = (p: number): number => (p * 1000) / (RHO * G);
const SI = 1 / 3.6e6;

/** A root of what falls with x. */
function root(f: (x: number) => number, low: number, high: number): number {
  for (let i = 0; i < 64; i++) {
    const mid = (low + high) / 2;
    if (f(mid) > 0) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** Head lost in a pipe, m, by its flow in m³/s: h = 10.667 L Q^1.852 / (C^1.852 D^4.871), and fittings by K v²/2g. */
export function pipeLossM(
  l: { lengthM: number; diameterMm: number; hazenWilliamsC?: number; minorK?: number },
  q: number,
): number {
  const d = l.diameterMm / 1000;
  const v = q / ((Math.PI / 4) * d * d);
  const friction = (10.667 * l.lengthM * q ** 1.852) / ((l.hazenWilliamsC ?? 150) ** 1.852 * d ** 4.871);
  return friction + ((l.minorK ?? 0) * v * v) / (2 * G);
}

/** What a supply gives at a flow, m of head over its node. */
function supplyM(s: Supply, q: number, nodeM: number): number {
  const lph = q / SI;
  switch (s.kind) {
    case 'tank':
      return s.waterLevelM - nodeM;
    case 'two-point':
      return head(s.staticKpa - (s.staticKpa - s.flowingKpa) * (lph / s.flowLph) ** 2);
    case 'constant':
      return head(s.pressureKpa);
    case 'shared':
      return supplyM(s.of, q + s.othersLph * SI, nodeM);
    case 'pump':
      throw new Error('a curve through points is no law of its own');
  }
}

const MOST = 0.05;
/** Flow through a link that loses `h` m of head from its beginning to its end. */
function linkFlow(l: LinkSpec, h: number): number {
  if (l.kind === 'boost') return root((q) => supplyM(l.pump, q, 0) + h, 0, MOST);
  const lost = (q: number): number =>
    l.kind === 'pipe'
      ? pipeLossM(l, q)
      : head(l.lossKpa) * (q / (l.atLph * SI)) ** (l.exponent ?? 2) + head(l.fixedKpa ?? 0);
  return Math.sign(h) * root((q) => Math.abs(h) - lost(q), 0, MOST);
}

/** Flow of a run by the pressure at its node: from its last emitter back, until that comes to the pressure there is. */
function runFlow(run: LateralSpec, atKpa: number): number {
  const { emitter } = run;
  if (emitter.kind !== 'power') throw new Error('only emitters by a power');
  const first = run.firstEmitterM ?? emitter.spacingM;
  const n = Math.floor((run.lengthM - first) / emitter.spacingM + 1e-9) + 1;
  const pipe = { diameterMm: run.diameterMm, hazenWilliamsC: run.hazenWilliamsC ?? 150 };
  const back = (endKpa: number): { p: number; q: number } => {
    let p = endKpa;
    let q = 0;
    for (let i = n; i > 0; i--) {
      q += emitter.flowLph * (Math.max(0, p) / emitter.atKpa) ** (emitter.exponent ?? 0.5) * SI;
      const lengthM = i === 1 ? first : emitter.spacingM;
      p += kpa(pipeLossM({ ...pipe, lengthM }, q) + (run.slope ?? 0) * lengthM);
    }
    const d = run.diameterMm / 1000;
    const v = q / ((Math.PI / 4) * d * d);
    return { p: p + kpa(((run.inletK ?? 0) * v * v) / (2 * G)), q };
  };
  if (atKpa <= 0) return 0;
  return back(root((end) => atKpa - back(end).p, 0, atKpa)).q;
}

/** Pressures of a network's nodes, kPa, and what its supply gives, L/h. */
export function solveApart(net: NetworkSpec): { kpaAt: Map<string, number>; lph: number } {
  const z = new Map(net.nodes.map((n) => [n.id, n.elevationM]));
  const at = new Map(net.nodes.map((n, i) => [n.id, i]));
  const links = [...net.links, ...(net.ties ?? [])];
  const source = at.get(net.supply.node)!;
  const sourceZ = z.get(net.supply.node)!;
  const flowIn = (h: number): number =>
    root((q) => supplyM(net.supply, q, sourceZ) - (h - sourceZ), -MOST, MOST);
  const n = net.nodes.length;
  const byNode = new Map<number, LateralSpec[]>();
  for (const run of net.laterals) {
    const i = at.get(run.node)!;
    byNode.set(i, [...(byNode.get(i) ?? []), run]);
  }
  const level = net.supply.kind === 'tank' ? net.supply.waterLevelM : undefined;
  let outLph = 0;
  const STEP = 1e-6;
  /** Balances and their slopes at heads. */
  const look = (H: number[]): { f: number[]; J: number[][] } => {
    const f = new Array<number>(n).fill(0);
    const J = Array.from({ length: n }, () => new Array<number>(n).fill(0));
    for (const l of links) {
      const [i, j] = [at.get(l.from)!, at.get(l.to)!];
      const h = H[i] - H[j];
      const q = linkFlow(l, h);
      const slope = Math.max(1e-9, (linkFlow(l, h + STEP) - linkFlow(l, h - STEP)) / (2 * STEP));
      f[i] -= q;
      f[j] += q;
      J[i][i] -= slope;
      J[i][j] += slope;
      J[j][j] -= slope;
      J[j][i] += slope;
    }
    for (const [i, runs] of byNode)
      for (const run of runs) {
        const p = kpa(H[i] - z.get(run.node)!);
        const q = runFlow(run, p);
        f[i] -= q;
        J[i][i] -= ((runFlow(run, p + 1e-4) - q) / 1e-4) * kpa(1);
      }
    outLph = -f[source] / SI;
    if (level !== undefined) {
      // Water that stands has one head, whatever flows.
      f[source] = (level - H[source]) * SI;
      J[source] = J[source].map((_, j) => (j === source ? -SI : 0));
      return { f, J };
    }
    const q = flowIn(H[source]);
    f[source] += q;
    J[source][source] += (flowIn(H[source] + STEP) - q) / STEP;
    return { f, J };
  };
  // Each node a little lower than what feeds it.
  const H = new Array<number>(n).fill(NaN);
  H[source] = level ?? sourceZ + supplyM(net.supply, 1e-5, sourceZ) * 0.9;
  for (let left = net.links.length, pass = 0; left > 0 && pass <= n; pass++)
    for (const l of net.links) {
      const [i, j] = [at.get(l.from)!, at.get(l.to)!];
      if (!Number.isNaN(H[i]) && Number.isNaN(H[j])) {
        H[j] = l.kind === 'boost' ? H[i] + supplyM(l.pump, 1e-4, 0) * 0.9 : H[i] - 0.05;
        left--;
      }
    }
  const size = (f: number[]): number => Math.sqrt(f.reduce((s, x) => s + x * x, 0));
  let now = look(H);
  for (let turn = 0; turn < 400 && size(now.f) > 1e-13; turn++) {
    const step = solveLinear(
      now.J,
      now.f.map((x) => -x),
    );
    let share = 1;
    let next = now;
    let tried = H;
    for (let k = 0; k < 40; k++, share /= 2) {
      tried = H.map((h, i) => h + share * step[i]);
      next = look(tried);
      if (size(next.f) < size(now.f)) break;
    }
    tried.forEach((h, i) => (H[i] = h));
    now = next;
  }
  if (!(size(now.f) < 1e-10)) throw new Error(`not closed: ${size(now.f)}`);
  return {
    kpaAt: new Map(net.nodes.map((node, i) => [node.id, kpa(H[i] - node.elevationM)])),
    lph: outLph,
  };
}

/** Gauss with the largest pivot. */
function solveLinear(a: number[][], b: number[]): number[] {
  const n = b.length;
  const m = a.map((row, i) => [...row, b[i]]);
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r][c]) > Math.abs(m[best][c])) best = r;
    [m[c], m[best]] = [m[best], m[c]];
    for (let r = c + 1; r < n; r++) {
      const k = m[r][c] / m[c][c];
      if (k !== 0) for (let j = c; j <= n; j++) m[r][j] -= k * m[c][j];
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let r = n - 1; r >= 0; r--)
    x[r] = (m[r][n] - m[r].slice(r + 1, n).reduce((s, v, j) => s + v * x[r + 1 + j], 0)) / m[r][r];
  return x;
}
