import fc from 'fast-check';
import { friction, frictionKpaPerM, type Medium } from '../friction';
import { KPA_PER_M } from '../water';
import { anyNetwork } from './anyNetwork.testing';
import {
  lossAcross,
  solveNetwork,
  type LateralSpec,
  type LinkSpec,
  type NetworkSpec,
  type NodeSpec,
} from './index';
import { runs } from '../../effort.testing';

const WATER = { waterC: 20, friction: 'darcy-weisbach' as const };
const pipe = (from: string, to: string, lengthM: number, diameterMm = 26.6): LinkSpec => ({
  kind: 'pipe',
  from,
  to,
  lengthM,
  diameterMm,
});
/** A run that takes a fixed flow. */
const taking = (id: string, node: string, lph: number): LateralSpec => ({
  id,
  node,
  lengthM: 0.1,
  diameterMm: 100,
  emitter: { kind: 'compensating', spacingM: 0.1, flowLph: lph, minKpa: 1e-6 },
});
const drip = (id: string, node: string): LateralSpec => ({
  id,
  node,
  lengthM: 40,
  diameterMm: 15.9,
  inletK: 1.5,
  emitter: { spacingM: 0.3, flowLph: 0.95, atKpa: 55 },
});

/** Loss of a link at a signed flow. */
const lost = (link: LinkSpec, lph: number, medium: Medium): number =>
  Math.sign(lph) * lossAcross(link, Math.abs(lph), medium);

describe('loops', () => {
  test('two like pipes side by side share the flow by halves', () => {
    const got = solveNetwork({
      supply: { node: 's', kind: 'constant', pressureKpa: 100 },
      nodes: [
        { id: 's', elevationM: 0 },
        { id: 'a', elevationM: 1 },
      ],
      links: [pipe('s', 'a', 30)],
      ties: [pipe('s', 'a', 30)],
      laterals: [taking('r', 'a', 2000)],
    });
    expect(got.linkLph[0]).toBeCloseTo(1000, 4);
    expect(got.tieLph[0]).toBeCloseTo(1000, 4);
    const perM = frictionKpaPerM(friction(26.6, 150, WATER), 1000);
    expect(got.nodes.a).toBeCloseTo(100 - 30 * perM - KPA_PER_M, 5);
  });

  test('two unlike pipes under Hazen–Williams share it as their bores: Q goes with D^(4.8704/1.852)', () => {
    const got = solveNetwork({
      friction: 'hazen-williams',
      supply: { node: 's', kind: 'constant', pressureKpa: 100 },
      nodes: [
        { id: 's', elevationM: 0 },
        { id: 'a', elevationM: 0 },
      ],
      links: [pipe('s', 'a', 30, 20)],
      ties: [pipe('s', 'a', 30, 40)],
      laterals: [taking('r', 'a', 2000)],
    });
    expect(got.tieLph[0] / got.linkLph[0]).toBeCloseTo(2 ** (4.8704 / 1.852), 5);
  });

  test('a header fed at both ends is two headers fed at one end each, meeting in the middle', () => {
    const beds = 20;
    const header = (ids: string[], from: string): { nodes: NodeSpec[]; links: LinkSpec[] } => ({
      nodes: ids.map((id) => ({ id, elevationM: 0 })),
      links: ids.map((id, i) => pipe(i ? ids[i - 1] : from, id, 1.2, 20)),
    });
    const source: NetworkSpec['supply'] = { node: 's', kind: 'constant', pressureKpa: 90 };
    const all = header(
      Array.from({ length: beds }, (_, i) => `t${i}`),
      's',
    );
    const ring = solveNetwork({
      supply: source,
      nodes: [{ id: 's', elevationM: 0 }, ...all.nodes],
      links: all.links,
      // A pipe so wide that it loses nothing: the far end is fed like the near one.
      ties: [pipe('s', 't19', 1.2, 20)],
      laterals: all.nodes.map((n, i) => drip(`r${i}`, n.id)),
    });
    const half = header(
      Array.from({ length: beds / 2 }, (_, i) => `t${i}`),
      's',
    );
    const alone = solveNetwork({
      supply: source,
      nodes: [{ id: 's', elevationM: 0 }, ...half.nodes],
      links: half.links,
      laterals: half.nodes.map((n, i) => drip(`r${i}`, n.id)),
    });
    expect(ring.supply.flowLph).toBeCloseTo(2 * alone.supply.flowLph, 4);
    for (let i = 0; i < beds / 2; i++) {
      expect(ring.nodes[`t${i}`]).toBeCloseTo(alone.nodes[`t${i}`], 5);
      expect(ring.nodes[`t${beds - 1 - i}`]).toBeCloseTo(alone.nodes[`t${i}`], 5);
    }
    // In the very middle nothing flows, and beyond it the water runs backwards.
    expect(Math.abs(ring.linkLph[beds / 2])).toBeLessThan(1e-3);
    expect(ring.linkLph[beds - 1]).toBeLessThan(0);
  });

  test('in any network with ties every litre is accounted for and every loop closes', () => {
    const withTies = fc
      .tuple(
        anyNetwork,
        fc.array(fc.tuple(fc.nat(100), fc.nat(100), fc.integer({ min: 10, max: 60 })), {
          minLength: 1,
          maxLength: 3,
        }),
      )
      .map(([network, ends]): NetworkSpec => {
        // Regulators are links of one way only: a tie must not lead round one.
        const links = network.links.map((l): LinkSpec => (l.kind === 'pipe' ? l : pipe(l.from, l.to, 5, 30)));
        const ties = ends
          .map(([a, b, bore]) => {
            const from = network.nodes[a % network.nodes.length].id;
            const to = network.nodes[b % network.nodes.length].id;
            return pipe(from, to, 12, bore);
          })
          .filter((t) => t.from !== t.to);
        return { ...network, links, ties };
      });
    fc.assert(
      fc.property(withTies, (network) => {
        const got = solveNetwork(network);
        const medium = { waterC: 20, friction: network.friction! };
        const elevation = new Map(network.nodes.map((n) => [n.id, n.elevationM]));
        const into = new Map(network.nodes.map((n) => [n.id, 0]));
        const add = (id: string, lph: number): void => void into.set(id, into.get(id)! + lph);
        const check = (link: LinkSpec, lph: number): void => {
          add(link.to, lph);
          add(link.from, -lph);
          const rise = (elevation.get(link.to)! - elevation.get(link.from)!) * KPA_PER_M;
          const left = got.nodes[link.from] - rise - lost(link, lph, medium);
          expect(Math.abs(left - got.nodes[link.to])).toBeLessThan(1e-3);
        };
        network.links.forEach((l, i) => check(l, got.linkLph[i]));
        network.ties!.forEach((l, i) => check(l, got.tieLph[i]));
        add('s', got.supply.flowLph);
        for (const l of network.laterals) add(l.node, -got.byId[l.id].flowLph);
        for (const over of into.values())
          expect(Math.abs(over)).toBeLessThan(1e-5 * Math.max(1, got.supply.flowLph));
      }),
      { numRuns: runs(120), interruptAfterTimeLimit: 20000, endOnFailure: true },
    );
  });

  test('what cannot close a loop is refused with its place', () => {
    const network: NetworkSpec = {
      supply: { node: 's', kind: 'constant', pressureKpa: 100 },
      nodes: [
        { id: 's', elevationM: 0 },
        { id: 'a', elevationM: 0 },
      ],
      links: [pipe('s', 'a', 30)],
      laterals: [],
    };
    const tie = (t: LinkSpec) => () => solveNetwork({ ...network, ties: [t] });
    expect(tie(pipe('s', 'x', 1))).toThrow(/ties\[0\]\.to: there is no node/);
    expect(tie({ kind: 'regulator', from: 's', to: 'a', setKpa: 50, lossKpa: 1, atLph: 100 })).toThrow(
      /ties\[0\]\.kind: only a pipe or a part/,
    );
  });
});
