import fc from 'fast-check';
import { endPressure } from '../endPressure';
import { newMarch } from '../march';
import { prepareRun, profileOf, type RunSpec } from '../run';
import { GUESS_POINTS, RunCurve, type RunState } from './runCurve';

const WATER = { waterC: 20, friction: 'darcy-weisbach' as const };
const tape: RunSpec = {
  lengthM: 110,
  diameterMm: 15.9,
  slope: 0.004,
  inletK: 1.5,
  emitter: { spacingM: 0.2, flowLph: 0.95, atKpa: 55 },
};
const state = (): RunState => ({ inletKpa: 0, flowLph: 0, slope: 0, endKpa: 0, minKpa: 0, maxKpa: 0 });

/** What marching to that very pressure gives. */
const marched = (spec: RunSpec, inletKpa: number) => {
  const m = newMarch();
  endPressure(prepareRun(spec, WATER), inletKpa, m);
  return m;
};

describe('a run’s curve', () => {
  test('read anywhere, in any order, it is what a march gives', () => {
    const specs: RunSpec[] = [
      tape,
      {
        ...tape,
        profile: profileOf([
          [0, 0],
          [40, 1],
          [110, -0.5],
        ]),
      },
      { ...tape, emitter: { kind: 'compensating', spacingM: 0.3, flowLph: 2, minKpa: 50, barbLengthM: 0.1 } },
      { ...tape, lengthM: 6 },
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...specs),
        fc.array(fc.integer({ min: 1, max: 200 }), { minLength: 1, maxLength: 12 }),
        (spec, pressures) => {
          const curve = new RunCurve(spec, WATER);
          for (const kpa of pressures) {
            const got = state();
            curve.exact(kpa, got);
            const exact = marched(spec, kpa);
            expect(Math.abs(got.flowLph - exact.flowLph)).toBeLessThanOrEqual(
              2e-7 * Math.max(1, exact.flowLph),
            );
            expect(got.endKpa).toBeCloseTo(exact.endKpa, 4);
            expect(got.minKpa).toBeCloseTo(exact.minKpa, 4);
            expect(got.maxKpa).toBeCloseTo(exact.maxKpa, 4);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test('its slope is the slope of its flow', () => {
    const curve = new RunCurve(tape, WATER);
    const [low, at, high] = [state(), state(), state()];
    curve.exact(69 - 0.5, low);
    curve.exact(69, at);
    curve.exact(69 + 0.5, high);
    expect(at.slope / (high.flowLph - low.flowLph)).toBeCloseTo(1, 4);
  });

  test('many alike runs over a span of pressures take few marches', () => {
    const count = { marches: 0 };
    const curve = new RunCurve(tape, WATER, count);
    curve.span(60, 66, 40);
    const got = state();
    for (let i = 0; i < 40; i++) curve.exact(60 + (6 * i) / 39, got);
    expect(count.marches).toBeLessThan(12);
  });

  test('the first guess starts dry and rises to the greatest pressure asked of it', () => {
    const inletKpa = new Float64Array(GUESS_POINTS + 1);
    const flowLph = new Float64Array(GUESS_POINTS + 1);
    new RunCurve({ ...tape, slope: 0.05 }, WATER).guess(80, inletKpa, flowLph, 1);
    expect(flowLph[1]).toBe(0);
    for (let i = 2; i <= GUESS_POINTS; i++) {
      expect(inletKpa[i]).toBeGreaterThan(inletKpa[i - 1]);
      expect(flowLph[i]).toBeGreaterThanOrEqual(flowLph[i - 1]);
    }
    expect(inletKpa.at(-1)).toBeCloseTo(80, 0);
    expect(inletKpa[0]).toBe(0);
  });

  test('a run too short for an emitter takes nothing', () => {
    const got = state();
    new RunCurve({ ...tape, lengthM: 0.1 }, WATER).exact(50, got);
    expect(got.flowLph).toBe(0);
    expect(got.endKpa).toBe(50);
  });
});
