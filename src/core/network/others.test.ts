import { farmOf } from '../farm';
import { blankPlan, fillIn, withOpen, type Plan } from '../plan';
import { createPlanSolver } from './index';

/** A block behind a tee that a trough stands on. */
function farm(outlet: object | undefined, more: Partial<Plan> = {}): Plan {
  const main = { pipe: 'pe-1-1/4', minorK: 0 };
  return {
    ...blankPlan('metric'),
    sources: [
      {
        id: 's',
        kind: 'tap',
        method: 'gauge',
        shutKpa: 300,
        flowingKpa: 200,
        flowingLph: 4000,
        xM: 0,
        yM: 0,
      },
    ],
    head: [],
    tees: [{ id: 't', xM: 0, yM: 20, main, ...(outlet && { outlet }) }],
    blocks: [{ id: 'b', xM: 0, yM: 40, main: { ...main, from: 't' } }],
    ...more,
  };
}
const TROUGH = { name: 'trough', lph: 800, needsKpa: 100, hours: { fromMin: 360, toMin: 540 } };
const solved = (plan: Plan) => createPlanSolver().solve(fillIn(plan));

test('an outlet takes what its opening gives at the pressure there, and the beds have the rest', () => {
  const results = solved(farm(TROUGH));
  const [own] = results.others;
  expect(own.flowLph).toBeCloseTo(800 * Math.sqrt(own.kpa / 100), 1);
  expect(results.bedsLph).toBeCloseTo(results.blocks[0].flowLph, 6);
  expect(results.flowLph).toBeCloseTo(own.flowLph + results.blocks[0].flowLph, 6);
  const alone = solved(farm(undefined));
  expect(alone.bedsLph).toBe(alone.flowLph);
  // What it is asked for is asked of the source, at its label.
  expect(results.demand.askedLph).toBeCloseTo(alone.demand.askedLph + 800, 6);
  expect(results.demand.neededKpa).toBeGreaterThan(alone.demand.neededKpa);
});

test('it runs with the sets whose hours it shares', () => {
  const day = (fromMin: number, toMin: number) => ({ watering: { day: { pump: { fromMin, toMin } } } });
  const runs = (plan: Plan): number => solved(plan).others.length;
  expect(runs(farm(TROUGH, day(300, 420)))).toBe(1);
  expect(runs(farm(TROUGH, day(600, 1200)))).toBe(0);
  // Over midnight, and into the morning.
  expect(runs(farm(TROUGH, day(1200, 400)))).toBe(1);
  // A set that is started by hand counts by its own starts.
  const full = fillIn(farm(TROUGH));
  const open = (starts: number[], minutes: number) =>
    createPlanSolver().solve(withOpen(full, { beds: [{ block: 'b' }], starts, minutes })).others.length;
  expect([open([700], 60), open([500], 60), open([310], 60), open([310], 40)]).toEqual([0, 1, 1, 0]);
});

test('it is bought: a tap on a tee of its own where the main goes on, at its end where it does not', () => {
  const bought = (plan: Plan): string[] =>
    farmOf(fillIn(plan))
      .things.filter((t) => t.at.id === 't')
      .map((t) => t.item.id);
  expect(bought(farm(TROUGH))).toContain('part:tap');
  expect(bought(farm(TROUGH)).filter((id) => id.startsWith('tee:'))).toHaveLength(1);
  const end = farm(TROUGH, { blocks: [{ id: 'b', xM: 0, yM: 40 }] });
  expect(bought(end)).toContain('part:tap');
  expect(bought(end).filter((id) => id.startsWith('end:'))).toEqual([]);
});
