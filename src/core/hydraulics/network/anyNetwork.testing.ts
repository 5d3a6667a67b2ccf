import fc from 'fast-check';
import { profileOf } from '../run';
import type { LateralSpec, LinkSpec, NetworkSpec, NodeSpec } from './index';

/** Numbers as people measure them: a ten-thousandth is as fine as it gets, and ends and zero come up often. */
const number = (min: number, max: number): fc.Arbitrary<number> =>
  fc.integer({ min: Math.round(min * 1e4), max: Math.round(max * 1e4) }).map((n) => n / 1e4);

/** A random tree with what farms have: weak and strong sources, regulators, hills, long and short runs. */
export const anyNetwork: fc.Arbitrary<NetworkSpec> = fc
  .record({
    supply: fc.oneof(
      fc.record({ kind: fc.constant('constant' as const), pressureKpa: number(-5, 400) }),
      fc.record({
        kind: fc.constant('two-point' as const),
        staticKpa: number(5, 500),
        flowingKpa: fc.constant(0),
        flowLph: number(20, 9000),
      }),
      fc.record({ kind: fc.constant('tank' as const), waterLevelM: number(-1, 6) }),
      fc.record({ top: number(50, 500), most: number(100, 9000) }).map(({ top, most }) => ({
        kind: 'pump' as const,
        points: [0, 0.5, 1].map((t) => ({ flowLph: most * t, pressureKpa: top * (1 - 0.8 * t * t) })),
      })),
    ),
    hazen: fc.boolean(),
    nodes: fc.array(
      fc.record({
        parent: number(0, 0.999),
        rise: number(-3, 3),
        link: fc.integer({ min: 0, max: 9 }),
        size: number(8, 60),
        length: number(0.1, 120),
      }),
      { minLength: 1, maxLength: 9 },
    ),
    runs: fc.array(
      fc.record({
        at: number(0, 0.999),
        length: number(0.1, 220),
        slope: number(-0.06, 0.06),
        bore: fc.constantFrom(4.3, 11, 13.6, 15.9, 22.2),
        law: fc.integer({ min: 0, max: 3 }),
        hill: fc.boolean(),
        spacing: fc.constantFrom(0.1, 0.2, 0.3, 0.6),
        inletK: fc.constantFrom(0, 1.5),
      }),
      { minLength: 1, maxLength: 12 },
    ),
  })
  .map(({ supply, hazen, nodes, runs }) => {
    const spec: NodeSpec[] = [{ id: 's', elevationM: 0 }];
    const links: LinkSpec[] = nodes.map((n, i) => {
      const parent = spec[Math.floor(n.parent * spec.length)];
      const id = `n${i}`;
      spec.push({ id, elevationM: parent.elevationM + n.rise });
      const ends = { from: parent.id, to: id };
      if (n.link === 0)
        return { ...ends, kind: 'regulator', setKpa: 20 + n.size * 2, lossKpa: 15, atLph: 3000 };
      if (n.link === 1) return { ...ends, kind: 'loss', fixedKpa: 3, lossKpa: 12, atLph: 3000 };
      return { ...ends, kind: 'pipe', lengthM: n.length, diameterMm: n.size, minorK: n.link === 2 ? 4 : 0 };
    });
    const laterals: LateralSpec[] = runs.map((r, i) => ({
      id: `r${i}`,
      node: spec[Math.floor(r.at * spec.length)].id,
      lengthM: r.length,
      diameterMm: r.bore,
      inletK: r.inletK,
      ...(r.hill
        ? {
            profile: profileOf([
              [0, 0],
              [r.length / 3, r.slope * 30],
              [r.length, -r.slope * 20],
            ]),
          }
        : { slope: r.slope }),
      emitter:
        r.law === 3
          ? { kind: 'compensating', spacingM: r.spacing, flowLph: 2, minKpa: 50, barbLengthM: 0.1 }
          : { spacingM: r.spacing, flowLph: 1, atKpa: 55, exponent: [0.5, 1, 0.6][r.law] },
    }));
    return {
      friction: hazen ? 'hazen-williams' : 'darcy-weisbach',
      supply: { node: 's', ...supply },
      nodes: spec,
      links,
      laterals,
    };
  });
