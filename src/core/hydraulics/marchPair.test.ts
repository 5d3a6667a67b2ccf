import fc from 'fast-check';
import { march, newMarch, type March } from './march';
import { canPair, marchPair } from './marchPair';
import { prepareRun, profileOf, type RunSpec } from './run';

const WATER = { waterC: 20, friction: 'darcy-weisbach' as const };

const anyTape: fc.Arbitrary<{ spec: RunSpec; endKpa: number }> = fc
  .record({
    length: fc.integer({ min: 2, max: 400 }),
    bore: fc.constantFrom(4.3, 15.9, 22.2),
    slope: fc.integer({ min: -60, max: 60 }),
    spacing: fc.constantFrom(0.1, 0.3),
    end: fc.integer({ min: -20, max: 120 }),
    lph: fc.integer({ min: 2, max: 40 }),
  })
  .map((t) => ({
    spec: {
      lengthM: t.length,
      diameterMm: t.bore,
      slope: t.slope / 1000,
      inletK: 1.5,
      emitter: { spacingM: t.spacing, flowLph: t.lph / 10, atKpa: 55 },
    },
    endKpa: t.end,
  }));

const FIELDS: (keyof March)[] = [
  'inletKpa',
  'inletSlope',
  'flowLph',
  'flowSlope',
  'minKpa',
  'minSlope',
  'maxKpa',
  'maxSlope',
  'endKpa',
  'startKpa',
];

describe('two runs marched side by side', () => {
  test('come to what each comes to alone, wet or dry, alike or not', () => {
    fc.assert(
      fc.property(anyTape, anyTape, (a, b) => {
        const runs = [a, b].map(({ spec }) => prepareRun(spec, WATER));
        const pair = [newMarch(), newMarch()];
        marchPair(runs[0], a.endKpa, pair[0], runs[1], b.endKpa, pair[1]);
        [a, b].forEach(({ endKpa }, i) => {
          const alone = march(runs[i], endKpa, newMarch());
          for (const field of FIELDS) {
            const want = alone[field] as number;
            const got = pair[i][field] as number;
            // Beyond any pressure a farm has, a rounding grows into a difference of its own.
            if (!(Math.abs(alone.inletKpa) < 1e4)) continue;
            expect(Math.abs(got - want)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(want)));
          }
        });
      }),
      { numRuns: 300, endOnFailure: true },
    );
  });

  test('only tape on even ground under Darcy–Weisbach is paired', () => {
    const spec: RunSpec = {
      lengthM: 20,
      diameterMm: 15.9,
      emitter: { spacingM: 0.3, flowLph: 1, atKpa: 55 },
    };
    expect(canPair(prepareRun(spec, WATER))).toBe(true);
    expect(canPair(prepareRun(spec, { ...WATER, friction: 'hazen-williams' }))).toBe(false);
    expect(
      canPair(
        prepareRun(
          {
            ...spec,
            profile: profileOf([
              [0, 0],
              [20, 1],
            ]),
          },
          WATER,
        ),
      ),
    ).toBe(false);
    expect(
      canPair(
        prepareRun(
          { ...spec, emitter: { kind: 'compensating', spacingM: 0.3, flowLph: 2, minKpa: 50 } },
          WATER,
        ),
      ),
    ).toBe(false);
  });
});
