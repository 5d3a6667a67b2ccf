import { fittingKpaPerLph2, friction, frictionKpaPerM } from '../friction';
import { KPA_PER_M } from '../water';
import {
  lossAcross,
  solveNetwork,
  type LateralSpec,
  type LinkSpec,
  type NetworkSpec,
  type NodeSpec,
} from './index';
import { buildTree, linkLossKpa, linkLossSlope } from './tree';

const WATER = { waterC: 20, friction: 'darcy-weisbach' as const };
const node = (id: string, elevationM = 0): NodeSpec => ({ id, elevationM });
const pipe = (from: string, to: string, lengthM = 10, diameterMm = 26.6): LinkSpec => ({
  kind: 'pipe',
  from,
  to,
  lengthM,
  diameterMm,
});
/** A run that takes a fixed flow at any pressure worth the name. */
const taking = (id: string, at: string, lph: number): LateralSpec => ({
  id,
  node: at,
  lengthM: 0.1,
  diameterMm: 100,
  emitter: { kind: 'compensating', spacingM: 0.1, flowLph: lph, minKpa: 1e-6 },
});
const constant = (pressureKpa: number): NetworkSpec['supply'] => ({
  node: 's',
  kind: 'constant',
  pressureKpa,
});

describe('order', () => {
  test('every node comes after its parent, however the file lists them', () => {
    const network: NetworkSpec = {
      supply: constant(100),
      nodes: [node('c'), node('a'), node('s'), node('b')],
      links: [pipe('b', 'c'), pipe('a', 'b'), pipe('s', 'a')],
      laterals: [],
    };
    const tree = buildTree(network);
    expect(tree.ids).toEqual(['s', 'a', 'b', 'c']);
    tree.parent.forEach((p, v) => expect(p).toBeLessThan(v));
  });

  test('a shape serves again while nodes and links are the same objects, with new runs and another source', () => {
    const network: NetworkSpec = {
      supply: constant(100),
      nodes: [node('s'), node('a')],
      links: [pipe('s', 'a')],
      laterals: [taking('r', 'a', 5)],
    };
    const before = buildTree(network);
    const next: NetworkSpec = { ...network, supply: constant(50), laterals: [taking('r', 's', 5)] };
    const after = buildTree(next, { network, tree: before });
    expect(after.link).toBe(before.link);
    expect(after.curve.kpa(0)).toBe(50);
    expect(after.lateralNode[0]).toBe(0);
    const other = buildTree({ ...next, links: [pipe('s', 'a', 20)] }, { network, tree: before });
    expect(other.place).toBe(before.place);
    expect(other.link[1]!.pipe!.lengthM).toBe(20);
    const lifted = buildTree({ ...next, nodes: [node('s'), node('a', 2)] }, { network, tree: before });
    expect(lifted.link[1]!.riseKpa).toBeCloseTo(2 * KPA_PER_M, 12);
    expect(lifted.link[1]!.pipe).toEqual(before.link[1]!.pipe);
    const elsewhere = buildTree(
      { ...next, nodes: [node('s'), node('b')], links: [pipe('s', 'b')], laterals: [] },
      { network, tree: before },
    );
    expect(elsewhere.ids).toEqual(['s', 'b']);
  });

  test('a run at no node and a run named twice are refused on a kept shape too', () => {
    const network: NetworkSpec = { supply: constant(100), nodes: [node('s')], links: [], laterals: [] };
    const before = { network, tree: buildTree(network) };
    expect(() => buildTree({ ...network, laterals: [taking('r', 'x', 5)] }, before)).toThrow(
      /laterals\[0\]\.node/,
    );
    expect(() =>
      buildTree({ ...network, laterals: [taking('r', 's', 5), taking('r', 's', 5)] }, before),
    ).toThrow(/two runs “r”/);
  });
});

describe('links, by hand', () => {
  const q = 1500;
  const f = frictionKpaPerM(friction(26.6, 150, WATER), q);

  test('a pipe: friction over its length, fittings, and its rise', () => {
    const network: NetworkSpec = {
      supply: constant(200),
      nodes: [node('s'), node('a', 2)],
      links: [{ ...pipe('s', 'a', 40), minorK: 3 } as LinkSpec],
      laterals: [taking('r', 'a', q)],
    };
    const fittings = fittingKpaPerLph2(3, 26.6) * q * q;
    expect(solveNetwork(network).nodes.a).toBeCloseTo(200 - 40 * f - fittings - 2 * KPA_PER_M, 5);
    expect(lossAcross(network.links[0], q, WATER)).toBeCloseTo(40 * f + fittings, 9);
  });

  test('flow divides: each piece loses by the flow beyond it', () => {
    const network: NetworkSpec = {
      supply: constant(200),
      nodes: [node('s'), node('a'), node('b'), node('c')],
      links: [pipe('s', 'a'), pipe('a', 'b'), pipe('a', 'c')],
      laterals: [taking('r1', 'b', 1000), taking('r2', 'c', 500)],
    };
    const got = solveNetwork(network);
    expect(got.linkLph[0]).toBeCloseTo(1500, 6);
    expect(got.nodes.a).toBeCloseTo(200 - 10 * f, 5);
    expect(got.nodes.a - got.nodes.b).toBeCloseTo(10 * frictionKpaPerM(friction(26.6, 150, WATER), 1000), 5);
    expect(got.nodes.a - got.nodes.c).toBeCloseTo(10 * frictionKpaPerM(friction(26.6, 150, WATER), 500), 5);
  });

  test('a part: fixed, and with the square of the flow', () => {
    const network: NetworkSpec = {
      supply: constant(100),
      nodes: [node('s'), node('a')],
      links: [{ kind: 'loss', from: 's', to: 'a', fixedKpa: 8, lossKpa: 12, atLph: 3000 }],
      laterals: [taking('r', 'a', 1500)],
    };
    expect(solveNetwork(network).nodes.a).toBeCloseTo(100 - 8 - 3, 6);
  });

  test.each([
    ['holds what it is set to with pressure to spare', 150, 69],
    ['passes on what its own loss leaves when starved', 80, 80 - 35 / 9],
    ['passes nothing above its set pressure at rest', 400, 69],
  ])('a regulator %s', (_, before, after) => {
    const network: NetworkSpec = {
      supply: constant(before),
      nodes: [node('s'), node('a')],
      links: [
        { kind: 'regulator', from: 's', to: 'a', setKpa: after === 69 ? 69 : 79, lossKpa: 35, atLph: 4500 },
      ],
      laterals: [taking('r', 'a', 1500)],
    };
    expect(solveNetwork(network).nodes.a).toBeCloseTo(after, 5);
  });

  test('regulators one after the other: the lower one rules', () => {
    const network: NetworkSpec = {
      supply: constant(300),
      nodes: [node('s'), node('a'), node('b')],
      links: [
        { kind: 'regulator', from: 's', to: 'a', setKpa: 138, lossKpa: 35, atLph: 4500 },
        { kind: 'regulator', from: 'a', to: 'b', setKpa: 69, lossKpa: 35, atLph: 4500 },
      ],
      laterals: [taking('r', 'b', 900), taking('q', 'a', 300)],
    };
    const got = solveNetwork(network);
    expect(got.nodes.a).toBeCloseTo(138, 6);
    expect(got.nodes.b).toBeCloseTo(69, 6);
    expect(got.supply.flowLph).toBeCloseTo(1200, 6);
  });

  test('a link’s slope is the slope of its loss', () => {
    const tree = buildTree({
      supply: constant(1),
      nodes: [node('s'), node('a'), node('b')],
      links: [
        pipe('s', 'a', 25),
        { kind: 'loss', from: 'a', to: 'b', lossKpa: 14, atLph: 1800, exponent: 1.85 },
      ],
      laterals: [],
    });
    for (const link of [tree.link[1]!, tree.link[2]!]) {
      for (const at of [50, 700, 2500]) {
        const numeric = (linkLossKpa(link, at + 0.01) - linkLossKpa(link, at - 0.01)) / 0.02;
        expect(linkLossSlope(link, at) / numeric).toBeCloseTo(1, 3);
      }
    }
  });
});

describe('the source meets the farm', () => {
  test('a tap on one run: the flow that both agree on', () => {
    const network: NetworkSpec = {
      supply: { node: 's', kind: 'two-point', staticKpa: 300, flowingKpa: 0, flowLph: 2000 },
      nodes: [node('s')],
      links: [],
      // One open hole: q = 1000·√(p/100).
      laterals: [
        {
          id: 'r',
          node: 's',
          lengthM: 0.1,
          diameterMm: 200,
          emitter: { spacingM: 0.1, flowLph: 1000, atKpa: 100 },
        },
      ],
    };
    const { supply } = solveNetwork(network);
    // p = 300 − 300·(q/2000)², q² = 10⁴·p  →  p = 300/(1 + 300·10⁴/4·10⁶) = 171.43.
    expect(supply.pressureKpa).toBeCloseTo(300 / 1.75, 3);
    expect(supply.flowLph).toBeCloseTo(1000 * Math.sqrt(3 / 1.75), 3);
  });

  test('a source below the ground it is to water gives nothing, and says hydrostatic pressures', () => {
    const network: NetworkSpec = {
      supply: { node: 's', kind: 'tank', waterLevelM: 1 },
      nodes: [node('s'), node('a', 3)],
      links: [pipe('s', 'a')],
      laterals: [
        {
          id: 'r',
          node: 'a',
          lengthM: 30,
          diameterMm: 15.9,
          slope: 0.01,
          emitter: { spacingM: 0.3, flowLph: 1, atKpa: 55 },
        },
      ],
    };
    const got = solveNetwork(network);
    expect(got.supply).toEqual({ flowLph: 0, pressureKpa: KPA_PER_M });
    expect(got.nodes.a).toBeCloseTo(-2 * KPA_PER_M, 9);
    expect(got.byId.r).toMatchObject({ flowLph: 0, minLph: 0, maxLph: 0 });
    expect(got.byId.r.endKpa).toBeCloseTo(-2.3 * KPA_PER_M, 6);
  });
});
