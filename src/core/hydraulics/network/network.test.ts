import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readNetworkCase } from '../../formats';
import { endPressure } from '../endPressure';
import { march, newMarch } from '../march';
import { prepareRun, runEmitterLph } from '../run';
import { supplyCurve } from '../source';
import { anyNetwork } from './anyNetwork.testing';
import {
  createNetworkSolver,
  lateralAt,
  solveNetwork,
  type LateralSpec,
  type LinkSpec,
  type NetworkSolution,
  type NetworkSpec,
  type NodeSpec,
} from './index';
import { runs } from '../../effort.testing';

const CASES = join(__dirname, 'cases');

interface Expected {
  supply: { flowLph: number; pressureKpa: number };
  nodes: Record<string, number>;
  laterals: Record<string, Record<string, number>>;
}

const pressureTolerance = (kpa: number): number => Math.max(0.02, 1e-3 * Math.abs(kpa));
const flowTolerance = (lph: number): number => Math.max(0.005, 1e-3 * Math.abs(lph));

jest.setTimeout(60_000);

describe('solved reference networks', () => {
  test.each(readdirSync(CASES).filter((f) => f.endsWith('.json')))('%s', (file) => {
    const text = readFileSync(join(CASES, file), 'utf8');
    const { expected } = JSON.parse(text) as { expected: Expected };
    const got = solveNetwork(readNetworkCase(text));
    const off: string[] = [];
    const near = (what: string, a: number, b: number): void => {
      const tolerance = /Lph$/.test(what) ? flowTolerance(b) : pressureTolerance(b);
      if (!(Math.abs(a - b) <= tolerance)) off.push(`${what}: ${a} is not ${b}`);
    };
    near('supply.flowLph', got.supply.flowLph, expected.supply.flowLph);
    near('supply.pressureKpa', got.supply.pressureKpa, expected.supply.pressureKpa);
    for (const [id, kpa] of Object.entries(expected.nodes)) near(id, got.nodes[id], kpa);
    for (const [id, fields] of Object.entries(expected.laterals)) {
      const mine = got.byId[id] as unknown as Record<string, number>;
      for (const [field, value] of Object.entries(fields)) near(`${id}.${field}`, mine[field], value);
    }
    expect(off).toEqual([]);
  });
});

const medium = (n: NetworkSpec) => ({
  waterC: n.waterC ?? 20,
  friction: n.friction ?? ('darcy-weisbach' as const),
});

describe('any network', () => {
  test('ends with an answer in which every litre is accounted for', () => {
    fc.assert(
      fc.property(anyNetwork, (network) => {
        const got = solveNetwork(network);
        let emitted = 0;
        let allSlack = 0;
        for (const lateral of network.laterals) {
          const run = prepareRun(lateral, medium(network));
          const pressures = new Float64Array(run.n);
          const r = got.byId[lateral.id];
          // Emitter by emitter at the printed inlet pressure: end, least, greatest and flow must be the printed ones.
          const exact = newMarch();
          const end = endPressure(run, r.inletKpa, exact);
          march(run, exact.tail ? exact.startKpa : end, newMarch(), exact.tail, pressures);
          const sum = pressures.reduce((q, p) => q + runEmitterLph(run, p), 0);
          // What is left over in pressure, times how the run answers to pressure: near dry that is the larger part.
          const left = got.effort.residualKpa * Math.abs(exact.flowSlope / exact.inletSlope);
          const slack = 1e-6 * Math.max(1, r.flowLph) + 2 * left;
          expect(Math.abs(sum - r.flowLph)).toBeLessThanOrEqual(slack);
          allSlack += slack;
          expect(r.endKpa).toBeCloseTo(end, 4);
          expect(r.emitters).toBe(run.n);
          if (run.n) {
            expect(r.minKpa).toBeCloseTo(Math.min(...pressures), 4);
            expect(r.maxKpa).toBeCloseTo(Math.max(...pressures), 4);
          }
          emitted += sum;
        }
        expect(Math.abs(emitted - got.supply.flowLph)).toBeLessThanOrEqual(
          1e-6 * Math.max(1, emitted) + allSlack,
        );
        // The source gives that flow at the pressure told.
        const curve = supplyCurve(network.supply, 0);
        const { flowLph, pressureKpa } = got.supply;
        expect(Math.abs(curve.kpa(flowLph) - pressureKpa)).toBeLessThanOrEqual(
          1e-4 + 1e-6 * Math.abs(curve.slope(flowLph)) * flowLph,
        );
        expect(Object.values(got.nodes).every(Number.isFinite)).toBe(true);
        expect(got.effort.residualKpa).toBeLessThanOrEqual(1e-4);
      }),
      { numRuns: runs(150), interruptAfterTimeLimit: 20000, endOnFailure: true },
    );
  });

  test('more supply pressure never lowers any flow', () => {
    fc.assert(
      fc.property(anyNetwork, fc.double({ min: 0.1, max: 60, noNaN: true }), (network, more) => {
        const base: NetworkSpec = { ...network, supply: { node: 's', kind: 'constant', pressureKpa: 40 } };
        const low = solveNetwork(base);
        const high = solveNetwork({
          ...base,
          supply: { node: 's', kind: 'constant', pressureKpa: 40 + more },
        });
        for (const { id } of base.laterals) {
          // At the verge of dry an emitter gives the root of what the pressure is rounded to: a millionth of a litre.
          expect(high.byId[id].minLph).toBeGreaterThanOrEqual(low.byId[id].minLph - 1e-5);
          expect(high.byId[id].maxLph).toBeGreaterThanOrEqual(low.byId[id].maxLph - 1e-6);
          expect(high.byId[id].flowLph).toBeGreaterThanOrEqual(low.byId[id].flowLph - 1e-5);
        }
      }),
      { numRuns: runs(60), interruptAfterTimeLimit: 15000, endOnFailure: true },
    );
  });

  test('a solver that remembers gives what a fresh one gives', () => {
    fc.assert(
      fc.property(anyNetwork, fc.double({ min: 0.3, max: 2, noNaN: true }), (network, factor) => {
        const solver = createNetworkSolver();
        solver.solve(network);
        const changed: NetworkSpec = {
          ...network,
          laterals: network.laterals.map((l, i) =>
            i === 0 ? { ...l, lengthM: l.lengthM * factor, profile: undefined, slope: 0 } : l,
          ),
        };
        const warm = solver.solve(changed);
        const cold = solveNetwork(changed);
        changed.laterals.forEach((_, i) => {
          const a = lateralAt(warm, i);
          const b = lateralAt(cold, i);
          expect(Math.abs(a.endKpa - b.endKpa)).toBeLessThan(0.001);
          expect(Math.abs(a.flowLph - b.flowLph)).toBeLessThan(0.001 + 1e-5 * b.flowLph);
        });
      }),
      { numRuns: runs(60), interruptAfterTimeLimit: 15000, endOnFailure: true },
    );
  });

  test('thousands of runs', () => {
    const beds = 3000;
    const nodes: NodeSpec[] = [{ id: 's', elevationM: 0 }];
    const links: LinkSpec[] = [];
    const laterals: LateralSpec[] = [];
    for (let i = 0; i < beds; i++) {
      nodes.push({ id: `n${i}`, elevationM: 0 });
      links.push({
        kind: 'pipe',
        from: i % 100 ? `n${i - 1}` : 's',
        to: `n${i}`,
        lengthM: 0.8,
        diameterMm: 60,
      });
      laterals.push({
        id: `r${i}`,
        node: `n${i}`,
        lengthM: 20,
        diameterMm: 15.9,
        emitter: { spacingM: 0.3, flowLph: 1, atKpa: 55 },
      });
    }
    const got = solveNetwork({
      supply: { node: 's', kind: 'constant', pressureKpa: 60 },
      nodes,
      links,
      laterals,
    });
    expect(got.effort.marches).toBeLessThan(beds / 10);
    // The far run's pressure is below the first's, and flows add up over links.
    expect(got.byId.r99.inletKpa).toBeLessThan(got.byId.r0.inletKpa);
    expect(got.linkLph[0]).toBeCloseTo(got.supply.flowLph / (beds / 100), 6);
  });
});

describe('what makes no sense is refused with its place', () => {
  const good: NetworkSpec = {
    supply: { node: 's', kind: 'constant', pressureKpa: 50 },
    nodes: [
      { id: 's', elevationM: 0 },
      { id: 'a', elevationM: 0 },
    ],
    links: [{ kind: 'pipe', from: 's', to: 'a', lengthM: 1, diameterMm: 20 }],
    laterals: [],
  };
  test.each<[string, Partial<NetworkSpec>, RegExp]>([
    [
      'an unknown node',
      { links: [...good.links, { kind: 'pipe', from: 'a', to: 'x', lengthM: 1, diameterMm: 20 }] },
      /links\[1\]\.to: there is no node “x”/,
    ],
    [
      'a loop',
      { links: [...good.links, { kind: 'pipe', from: 'a', to: 's', lengthM: 1, diameterMm: 20 }] },
      /links\[1\]\.to: .*loop/,
    ],
    ['a node fed twice', { links: [...good.links, ...good.links] }, /links\[1\]\.to: .*twice/],
    ['a node with no feed', { links: [] }, /nodes\[1\]: node “a” is not fed/],
  ])('%s', (_, part, message) => {
    expect(() => solveNetwork({ ...good, ...part })).toThrow(message);
  });
});

test('a farm whose most runs hardly drip settles in a few dozen steps, to the last', () => {
  const RUNS = 160;
  const nodes = Array.from({ length: RUNS }, (_, i) => `n${i}`);
  const starved: NetworkSpec = {
    supply: {
      node: 's',
      kind: 'pump',
      points: [
        { flowLph: 0, pressureKpa: 300 },
        { flowLph: 2000, pressureKpa: 200 },
        { flowLph: 4000, pressureKpa: 0 },
      ],
    },
    nodes: ['s', ...nodes].map((id) => ({ id, elevationM: 0 })),
    links: nodes.map((to, i) => ({
      kind: 'pipe',
      from: i ? nodes[i - 1] : 's',
      to,
      lengthM: 0.6,
      diameterMm: 20,
    })),
    laterals: nodes.map((node) => ({
      id: node,
      node,
      lengthM: 300,
      diameterMm: 15.9,
      inletK: 1.5,
      emitter: { spacingM: 0.3, flowLph: 0.95, atKpa: 55 },
    })),
  };
  const solver = createNetworkSolver();
  const { effort, supply, laterals, nodeKpa } = solver.solve(starved);
  expect(effort.iterations).toBeLessThan(80);
  expect(effort.residualKpa).toBeLessThanOrEqual(1e-7);
  // What the source gives is what the runs take, and pressure only falls along the header.
  const taken = nodes.reduce((sum, _, i) => sum + lateralAt({ laterals } as NetworkSolution, i).flowLph, 0);
  expect(Math.abs(taken / supply.flowLph - 1)).toBeLessThan(1e-9);
  for (let i = 1; i < nodeKpa.length; i++) expect(nodeKpa[i]).toBeLessThanOrEqual(nodeKpa[i - 1] + 1e-9);
  expect(nodeKpa[RUNS]).toBeLessThan(0.001);
});
