import { blankPlan, fillIn, type Plan } from '../plan';
import { createPlanSolver, intakeCurve, intakeOf, mediumOf, sourceFlowLph } from '../network';
import { drawdownOf, levelAtM, yieldOver } from './drawdown';
import { KPA_PER_M } from './water';

const TESTED = { restLevelM: 8, pumpingLevelM: 14, testLph: 3000 };

test('the water sinks in proportion to what is drawn', () => {
  // 6 m for 3000 L/h: 2 m for each thousand.
  expect(levelAtM(TESTED, 0)).toBe(8);
  expect(levelAtM(TESTED, 1000)).toBeCloseTo(10, 9);
  expect(levelAtM(TESTED, 3000)).toBeCloseTo(14, 9);
  // Only a pumping level is known, or it does not sink: the level stays where it was read.
  expect(levelAtM({ pumpingLevelM: 14 }, 900)).toBe(14);
  expect(levelAtM({ pumpingLevelM: 14, restLevelM: 8 }, 900)).toBe(14);
  expect(drawdownOf({ pumpingLevelM: 8, restLevelM: 8, testLph: 900 })).toBeUndefined();
  // A pump at 20 m with a metre of water over it: 11 m to sink, 5500 L/h; none where it hangs at the water's rest.
  expect(yieldOver(drawdownOf(TESTED)!, 20)).toBeCloseTo(5500, 6);
  expect(yieldOver(drawdownOf(TESTED)!, 8)).toBe(0);
});

const WELL = {
  id: 's',
  kind: 'well' as const,
  ...TESTED,
  drop: { pipe: 'pe-2', lengthM: 20 },
  curve: {
    method: 'points' as const,
    points: [
      { flowLph: 0, headM: 60 },
      { flowLph: 3000, headM: 45 },
      { flowLph: 6000, headM: 20 },
    ],
  },
  vessel: { part: 'none' as const },
};
const planOf = (more: object = {}): Plan => ({
  ...blankPlan('metric'),
  sources: [{ ...WELL, ...more }] as Plan['sources'],
  wishes: { allowance: 1 },
});
const kpaAt = (plan: Plan, lph: number): number => {
  const full = fillIn(plan);
  return intakeCurve(intakeOf(full.sources[0], 1), mediumOf(full)).kpa(lph);
};

test('a well that was tested stands at its rest with nothing drawn, at its pumping level at the flow of the test', () => {
  const fixed = planOf({ restLevelM: undefined, testLph: undefined });
  expect(kpaAt(planOf(), 0)).toBeCloseTo((60 - 8) * KPA_PER_M, 6);
  expect(kpaAt(fixed, 0)).toBeCloseTo((60 - 14) * KPA_PER_M, 6);
  // At the flow of the test both are the same; at half of it the tested one stands 3 m higher.
  expect(kpaAt(planOf(), 3000)).toBeCloseTo(kpaAt(fixed, 3000), 6);
  expect(kpaAt(planOf(), 1500) - kpaAt(fixed, 1500)).toBeCloseTo(3 * KPA_PER_M, 6);
  // What others draw sinks it too: 1000 L/h by 2 m, and takes its share of the pump's curve.
  const shared = fillIn(planOf({ othersLph: 1000 }));
  const curve = intakeCurve(intakeOf(shared.sources[0], 1), mediumOf(shared));
  expect(curve.kpa(2000)).toBeCloseTo(kpaAt(planOf(), 3000), 0);
});

test('its yield follows from the test where none is stated, and sets and duty from that', () => {
  const full = fillIn(planOf());
  expect(full.sources[0]).toMatchObject({ yieldLph: 5500 });
  expect(fillIn(planOf({ yieldLph: 2000 })).sources[0]).toMatchObject({ yieldLph: 2000 });
  const { demand } = createPlanSolver().solve(full);
  expect(demand.lastingLph).toBeCloseTo(5500, 6);
  expect(sourceFlowLph(full.sources[0], full, 0)).toBeLessThanOrEqual(6000);
});
