import fc from 'fast-check';
import { anyNetwork } from './anyNetwork.testing';
import type { LinkSpec, NetworkSpec } from './index';

/** A random network whose loops hold what farms have in them: pipes, regulators, parts that lose a fixed pressure. */
export const anyLoops: fc.Arbitrary<NetworkSpec> = fc
  .tuple(
    anyNetwork,
    fc.array(
      fc.record({
        from: fc.nat(100),
        to: fc.nat(100),
        bore: fc.integer({ min: 10, max: 60 }),
        lengthM: fc.integer({ min: 1, max: 90 }),
        part: fc.integer({ min: 0, max: 3 }),
      }),
      { minLength: 1, maxLength: 3 },
    ),
  )
  .map(([network, ends]): NetworkSpec => {
    const ties = ends.flatMap(({ from: a, to: b, bore, lengthM, part }): LinkSpec[] => {
      const from = network.nodes[a % network.nodes.length].id;
      const to = network.nodes[b % network.nodes.length].id;
      if (from === to) return [];
      return part === 0
        ? [{ kind: 'loss', from, to, fixedKpa: bore / 3, lossKpa: 12, atLph: 3000 }]
        : [{ kind: 'pipe', from, to, lengthM, diameterMm: bore }];
    });
    return { ...network, ties };
  })
  .filter((network) => network.ties!.length > 0);
