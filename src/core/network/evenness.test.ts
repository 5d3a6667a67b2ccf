import {
  fillIn,
  refusalOf,
  limitsOf,
  LIMIT_NAMES,
  LIMIT_TABLE,
  blankPlan,
  type EvennessSchool,
  type Plan,
} from '../plan';
import {
  bestEvenness,
  christiansen,
  createPlanSolver,
  emittersOf,
  emitterOf,
  evennessOf,
  looksAtAll,
  lowQuarter,
} from './index';
import { emitterLph } from '../hydraulics/emitter';

const plan = (evenness: EvennessSchool): Plan => ({
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tap', method: 'gauge', shutKpa: 350, flowingKpa: 250, flowingLph: 3000 }],
  blocks: [{ id: 'b', beds: { count: 3, lengthM: 80, runsPerBed: 1 }, header: { pipe: 'pe-1' } }],
  wishes: { evenness },
});

describe('schools of evenness', () => {
  test('by hand', () => {
    // Mean 1.25; distances 0.25, 0.25, 0.25, 0.75 over 5.
    expect(christiansen(new Float64Array([1, 1, 1, 2]))).toBeCloseTo(1 - 1.5 / 5, 12);
    // The lowest quarter of eight are two: mean 1.5 over 3.25.
    expect(lowQuarter(new Float64Array([5, 4, 4, 4, 3, 3, 2, 1]))).toBeCloseTo(1.5 / 3.25, 12);
    // A quarter of six is one and a half: 1 + 0.5 · 2 over 1.5.
    expect(lowQuarter(new Float64Array([6, 5, 4, 3, 2, 1]))).toBeCloseTo(2 / 1.5 / 3.5, 12);
    expect(christiansen(new Float64Array([0, 0]))).toBe(0);
    expect(lowQuarter(new Float64Array([0, 0]))).toBe(0);
    const flows = {
      cv: 0.03,
      minLph: 0.9,
      maxLph: 1.1,
      meanLph: 1,
      all: () => new Float64Array([0.9, 1, 1.1]),
    };
    // A normal scatter's lowest quarter lies 1.27·CV under its mean, its highest as much over it.
    expect(evennessOf('variation', flows)).toBeCloseTo((0.9 * (1 - 0.0381)) / (1.1 * (1 + 0.0381)), 12);
    // Least quarter 0.9: a tenth short by pressure, 0.0381 by the makers: √(0.1² + 0.0381²).
    expect(evennessOf('du', flows)).toBeCloseTo(1 - Math.hypot(0.1, 0.0381), 12);
    // Mean deviations: 0.2/3 by pressure, 0.798 · 0.03 by the makers.
    expect(evennessOf('cu', flows)).toBeCloseTo(1 - Math.hypot(0.2 / 3, Math.sqrt(2 / Math.PI) * 0.03), 12);
    expect(evennessOf('eu', flows)).toBeCloseTo((1 - 1.27 * 0.03) * 0.9, 12);
    expect(bestEvenness('eu', 0.12)).toBeCloseTo(1 - 1.27 * 0.12, 12);
    // Hose that seeps as it likes is not even at one pressure either, by any school.
    expect(bestEvenness('cu', 0.12)).toBeCloseTo(1 - 0.7979 * 0.12, 4);
    expect(bestEvenness('du', 0.12)).toBeCloseTo(1 - 1.27 * 0.12, 12);
    expect(bestEvenness('variation', 0.12)).toBeCloseTo((1 - 0.1524) / (1 + 0.1524), 12);
  });

  test('of a solved plan: each school’s figure is that of all its emitters’ flows', () => {
    for (const school of ['variation', 'cu', 'du'] as const) {
      const full = fillIn(plan(school));
      const results = createPlanSolver().solve(full);
      const flows = Float64Array.from(
        results.runs.flatMap((r, i) =>
          [...emittersOf(full, results, i).kpa].map((p) => emitterLph(emitterOf(r.run.tape), p)),
        ),
      );
      const { cv } = full.blocks[0].tape;
      const low = 1.27 * cv;
      const by = {
        variation: ((1 - low) * Math.min(...flows)) / ((1 + low) * Math.max(...flows)),
        cu: 1 - Math.hypot(1 - christiansen(flows), Math.sqrt(2 / Math.PI) * cv),
        du: 1 - Math.hypot(1 - lowQuarter(flows), low),
      }[school];
      expect(results.blocks[0].uniformity).toBeCloseTo(by, 5);
    }
  });
});

test('Christiansen’s and the low quarter’s schools look at every emitter, the others at least, most and mean', () => {
  expect((['eu', 'variation', 'cu', 'du'] as const).map(looksAtAll)).toEqual([false, false, true, true]);
  let asked = 0;
  const flows = { cv: 0, minLph: 1, maxLph: 1, meanLph: 1, all: () => (asked++, new Float64Array([1])) };
  for (const school of ['eu', 'variation', 'cu', 'du'] as const) evennessOf(school, flows);
  expect(asked).toBe(2);
});

describe('limits', () => {
  test('a plan’s own stand before the usual ones', () => {
    const own = fillIn({ ...plan('eu'), wishes: { limits: { velocityMps: 1 } } });
    expect(limitsOf(own).velocityMps).toBe(1);
    expect(limitsOf(own).headerShare).toBe(LIMIT_TABLE.headerShare.value);
  });

  test('extreme ones are refused, each with its own bound', () => {
    for (const name of LIMIT_NAMES) {
      const { min, max, value, source } = LIMIT_TABLE[name];
      expect(value).toBeGreaterThanOrEqual(min);
      expect(value).toBeLessThanOrEqual(max);
      expect(source.length).toBeGreaterThan(10);
      for (const wrong of [max * 1.01 + 1, -1]) {
        const refusal = refusalOf({ ...plan('eu'), wishes: { limits: { [name]: wrong } } });
        expect(refusal?.limit).toBe(wrong < 0 ? min : max);
      }
    }
  });
});
