import fc from 'fast-check';
import { friction, frictionKpaPerM } from '../friction';
import { KPA_PER_M } from '../water';
import { anyLoops } from './anyLoops.testing';
import { createNetworkSolver, lossAcross, solveNetwork, type LinkSpec, type NetworkSpec } from './index';
import { runs } from '../../effort.testing';

const WATER = { waterC: 20, friction: 'darcy-weisbach' as const };
const pipe = (from: string, to: string, lengthM: number, diameterMm = 26.6): LinkSpec => ({
  kind: 'pipe',
  from,
  to,
  lengthM,
  diameterMm,
});
const regulator = (from: string, to: string, setKpa: number): LinkSpec => ({
  kind: 'regulator',
  from,
  to,
  setKpa,
  lossKpa: 15,
  atLph: 3000,
});
const source = (pressureKpa: number): NetworkSpec['supply'] => ({ node: 's', kind: 'constant', pressureKpa });
const level = (...ids: string[]): NetworkSpec['nodes'] => ids.map((id) => ({ id, elevationM: 0 }));
const tape = (id: string, node: string, lengthM: number): NetworkSpec['laterals'][number] => ({
  id,
  node,
  lengthM,
  diameterMm: 15.9,
  emitter: { spacingM: 0.3, flowLph: 0.95, atKpa: 55 },
});
/** Takes a fixed flow. */
const taking = (id: string, node: string, lph: number): NetworkSpec['laterals'][number] => ({
  id,
  node,
  lengthM: 0.1,
  diameterMm: 100,
  emitter: { kind: 'compensating', spacingM: 0.1, flowLph: lph, minKpa: 1e-6 },
});

test('a regulator that water goes round is shut, and the way round carries all', () => {
  const got = solveNetwork({
    supply: source(82),
    nodes: level('s', 'n0', 'n1'),
    links: [regulator('s', 'n0', 60), pipe('s', 'n1', 51, 32)],
    ties: [pipe('n0', 'n1', 9, 16)],
    laterals: [tape('r', 'n0', 18)],
  });
  const lph = got.supply.flowLph;
  const lost = (bore: number, m: number): number => m * frictionKpaPerM(friction(bore, 150, WATER), lph);
  expect(got.linkLph[0]).toBe(0);
  expect(got.linkLph[1]).toBeCloseTo(lph, 6);
  expect(got.tieLph[0]).toBeCloseTo(-lph, 6);
  expect(got.nodes.n1).toBeCloseTo(82 - lost(32, 51), 6);
  expect(got.nodes.n0).toBeCloseTo(82 - lost(32, 51) - lost(16, 9), 6);
  // 60 emitters at some 82 kPa: 0.95 · √(82/55) each.
  expect(lph).toBeCloseTo(60 * 0.95 * Math.sqrt(81.8 / 55), 0);
});

test('a regulator in a loop holds where the way round cannot keep its outlet up', () => {
  const got = solveNetwork({
    supply: source(200),
    nodes: level('s', 'n0', 'n1'),
    links: [regulator('s', 'n0', 60), pipe('s', 'n1', 90, 10)],
    ties: [pipe('n0', 'n1', 90, 10)],
    laterals: [taking('r', 'n0', 2000)],
  });
  expect(got.nodes.n0).toBeCloseTo(60, 6);
  const [through, round] = got.linkLph;
  expect(through + round).toBeCloseTo(2000, 4);
  expect(got.tieLph[0]).toBeCloseTo(-round, 6);
  // What goes round loses 140 kPa in 180 m of 10 mm pipe.
  expect(180 * frictionKpaPerM(friction(10, 150, WATER), round)).toBeCloseTo(140, 3);
});

test('two ways, one of them through a part that needs 20 kPa before it opens: up to that all goes the other way', () => {
  const check: LinkSpec = { kind: 'loss', from: 's', to: 'a', fixedKpa: 20, lossKpa: 15, atLph: 3600 };
  const network = (lph: number): NetworkSpec => ({
    supply: source(300),
    nodes: level('s', 'a'),
    links: [pipe('s', 'a', 40, 20)],
    ties: [check],
    laterals: [taking('r', 'a', lph)],
  });
  const perM = (lph: number): number => frictionKpaPerM(friction(20, 150, WATER), lph);
  const little = solveNetwork(network(700));
  expect(40 * perM(700)).toBeLessThan(20);
  expect(little.tieLph[0]).toBe(0);
  expect(little.nodes.a).toBeCloseTo(300 - 40 * perM(700), 6);
  const much = solveNetwork(network(4000));
  const [inPipe, inPart] = [much.linkLph[0], much.tieLph[0]];
  expect(inPipe + inPart).toBeCloseTo(4000, 4);
  expect(40 * perM(inPipe)).toBeCloseTo(20 + 15 * (inPart / 3600) ** 2, 4);
  // The same part the other way round carries as much, backwards.
  const turned = solveNetwork({ ...network(4000), ties: [{ ...check, from: 'a', to: 's' }] });
  expect(turned.tieLph[0]).toBeCloseTo(-inPart, 4);
});

/** What an answer says of each link and tie that its law does not; each litre accounted for. */
function wrongWith(network: NetworkSpec): string[] {
  const got = createNetworkSolver().solve(network);
  const at = new Map(network.nodes.map((n, i) => [n.id, i]));
  const into = new Float64Array(network.nodes.length);
  const medium = { waterC: 20, friction: network.friction! };
  const wrong: string[] = [];
  const NEAR = 2e-3;
  const obeys = (l: LinkSpec, lph: number): boolean => {
    const [from, to] = [at.get(l.from)!, at.get(l.to)!];
    into[to] += lph;
    into[from] -= lph;
    const rise = (network.nodes[to].elevationM - network.nodes[from].elevationM) * KPA_PER_M;
    const [before, after] = [got.nodeKpa[from] - rise, got.nodeKpa[to]];
    const loss = lossAcross(l, Math.abs(lph), medium);
    if (l.kind === 'regulator')
      return lph > 1e-6
        ? Math.abs(after - Math.min(l.setKpa, before - loss)) < NEAR
        : lph > -1e-6 && after > Math.min(l.setKpa, before) - NEAR;
    const fixed = l.kind === 'loss' ? (l.fixedKpa ?? 0) : 0;
    return Math.abs(lph) > 1e-6
      ? Math.abs(before - after - Math.sign(lph) * loss) < NEAR
      : Math.abs(before - after) < fixed + NEAR;
  };
  network.links.forEach((l, i) => {
    if (!obeys(l, got.linkLph[i])) wrong.push(`links[${i}]`);
  });
  network.ties!.forEach((l, i) => {
    if (!obeys(l, got.tieLph[i])) wrong.push(`ties[${i}]`);
  });
  into[at.get('s')!] += got.supply.flowLph;
  network.laterals.forEach((l, i) => (into[at.get(l.node)!] -= got.laterals[i * 8 + 6]));
  into.forEach((over, i) => {
    if (Math.abs(over) > 1e-5 * Math.max(1, got.supply.flowLph)) wrong.push(`${network.nodes[i].id} leaks`);
  });
  return wrong;
}

test('any network with whatever parts in its loops has an answer that every one of them obeys', () => {
  fc.assert(
    fc.property(anyLoops, (network) => {
      expect(wrongWith(structuredClone(network))).toEqual([]);
    }),
    { numRuns: runs(Number(process.env.LOOPS ?? 150)), endOnFailure: true },
  );
});
