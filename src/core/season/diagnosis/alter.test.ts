import { lateralAt, solveNetwork, createNetworkSolver, type NetworkSpec } from '../../hydraulics/network';
import { afterLink, halved, hole, kOf, openedAtEnd, openEndLph, withHole, withLink } from './alter';

/** 300 kPa at a node, 50 m of 20 mm pipe, and one run of 100 m with 300 emitters. */
const NETWORK: NetworkSpec = {
  supply: { node: 's', kind: 'constant', pressureKpa: 100 },
  nodes: [
    { id: 's', elevationM: 0 },
    { id: 'a', elevationM: 0 },
  ],
  links: [{ kind: 'pipe', from: 's', to: 'a', lengthM: 50, diameterMm: 26 }],
  laterals: [
    {
      id: 'r',
      node: 'a',
      lengthM: 60,
      diameterMm: 16,
      firstEmitterM: 0.3,
      inletK: 1,
      emitter: { spacingM: 0.3, flowLph: 1, atKpa: 100, exponent: 0.5 },
    },
  ],
};
const flow = (n: NetworkSpec): number => createNetworkSolver().solve(n).supply.flowLph;

test('a hole gives what it is told at its pressure, and with the square root of others', () => {
  const at = (kpa: number) =>
    solveNetwork({
      ...NETWORK,
      supply: { node: 's', kind: 'constant', pressureKpa: kpa },
      links: [],
      nodes: [NETWORK.nodes[0]],
      laterals: [hole('h', 's', 120, 80)],
    }).supply.flowLph;
  expect(at(80)).toBeCloseTo(120, 3);
  expect(at(20)).toBeCloseTo(60, 3);
});

test('an open end of 16 mm at 100 kPa: 0.61·π/4·0.016²·√(2·100,000/1000) is 1.734 L/s', () => {
  expect(openEndLph(16, 100)).toBeCloseTo(0.61 * 2.0106e-4 * 14.1421 * 3.6e6, -1);
  expect(openEndLph(16, 25)).toBeCloseTo(openEndLph(16, 100) / 2, 6);
});

test('a fitting loss takes the pressure it was made for', () => {
  const link = NETWORK.links[0] as Extract<(typeof NETWORK.links)[number], { kind: 'pipe' }>;
  const lph = 200;
  // v = q/A; ½ρv²·K = 7 kPa.
  const v = lph / 3.6e6 / ((Math.PI / 4) * 0.026 ** 2);
  expect(kOf(7, lph, 26)).toBeCloseTo(7000 / (500 * v * v), 6);
  expect(withLink(NETWORK, link, (l) => ({ ...l, minorK: 3 })).links[0]).toMatchObject({
    minorK: 3,
    to: 'a',
  });
});

test('a loss after a link stands between it and what follows, and takes its pressure', () => {
  const q = flow(NETWORK);
  const squeezed = afterLink(NETWORK, NETWORK.links[0], 20, q);
  const solution = createNetworkSolver().solve(squeezed);
  const own = solution.supply.flowLph;
  const [before, after] = [
    squeezed.nodes.findIndex((n) => n.id === 'a/squeezed'),
    squeezed.nodes.findIndex((n) => n.id === 'a'),
  ];
  expect(solution.nodeKpa[before] - solution.nodeKpa[after]).toBeCloseTo(20 * (own / q) ** 2, 3);
  expect(own).toBeLessThan(q);
});

test('a pipe in two halves is the same pipe, with a node in its middle', () => {
  const { network, node } = halved(NETWORK, NETWORK.links[0]);
  expect(flow(network)).toBeCloseTo(flow(NETWORK), 4);
  const solution = createNetworkSolver().solve(network);
  const at = (id: string) => solution.nodeKpa[network.nodes.findIndex((n) => n.id === id)];
  expect(at(node)).toBeCloseTo((at('s') + at('a')) / 2, 3);
  expect(flow(withHole(network, hole('h', node, 50, 95)))).toBeGreaterThan(flow(NETWORK));
});

test('a run open at its end draws what its end lets out beside its emitters, and nothing more when shut', () => {
  const opened = (share: number) => openedAtEnd(NETWORK, 0, () => 0, share);
  const shut = opened(1e-9);
  // In pieces it drips as in one, to within what pieces of pipe without emitters make.
  expect(flow(shut.network) / flow(NETWORK)).toBeCloseTo(1, 1);
  const { network, laterals, endNode } = opened(1);
  const solution = createNetworkSolver().solve(network);
  const all = network.laterals.reduce((sum, _, i) => sum + lateralAt(solution, i).flowLph, 0);
  expect(all).toBeCloseTo(solution.supply.flowLph, 3);
  const end = lateralAt(solution, network.laterals.length - 1).flowLph;
  const kpa = solution.nodeKpa[network.nodes.findIndex((n) => n.id === endNode)];
  expect(end).toBeCloseTo(openEndLph(16, kpa), 0);
  expect(laterals).toHaveLength(5);
  expect(laterals.reduce((n, i) => n + lateralAt(solution, i).emitters, 0)).toBeCloseTo(200, -1);
  // The further open, the more: and the far emitters get less.
  const flows = [0.1, 0.3, 0.6, 1].map((s) => flow(opened(s).network));
  expect([...flows].sort((a, b) => a - b)).toEqual(flows);
});
