import { blankPlan, drawingOn, fillIn, type Plan } from '../plan';
import { createPlanSolver, kpaAt, walkTo } from './index';

/** A tank at the head; a tap 30 m away and 2 m lower, with 10 m more of pipe than straight and a preventer of its own. */
const PLAN: Plan = {
  ...blankPlan('metric'),
  sources: [
    { id: 'tank', kind: 'tank', xM: 0, yM: 0, heightM: 0, outletM: 4, lowM: 5, highM: 6 },
    {
      id: 'tap',
      kind: 'tap',
      name: 'yard tap',
      xM: 30,
      yM: 0,
      heightM: -2,
      method: 'gauge',
      shutKpa: 300,
      flowingKpa: 200,
      flowingLph: 4000,
      joins: { pipe: 'pe-32', boreMm: 26, hazenWilliamsC: 140, extraM: 10 },
      branch: [{ id: 'double', kind: 'double-check', fixedKpa: 0, lossKpa: 15, atLph: 3600 }],
    },
  ],
  sourceId: 'tank',
  backup: { sourceId: 'tap' },
  head: [{ id: 'filter', kind: 'screen-1', fixedKpa: 0, lossKpa: 8, atLph: 1800, dirtyKpa: 0 }],
  blocks: [{ id: 'b', xM: 0, yM: 5, beds: { count: 4, lengthM: 30, runsPerBed: 2 }, inlet: [] }],
  wishes: { friction: 'hazen-williams', allowance: 1 },
};
const KPA_A_METRE = 9.789;

test('what the other source gives passes its pipe, its rise and its branch, then the head', () => {
  const full = drawingOn(fillIn(PLAN), 'tap');
  expect(full.head.map((p) => p.id)).toEqual(['double', 'filter']);
  const results = createPlanSolver().solve(full);
  const lph = results.flowLph;
  // Turbulent loss behind the tap: 100 kPa at 4,000 L/h, with the square of the flow.
  const tapKpa = 300 - 100 * (lph / 4000) ** 2;
  // Hazen and Williams: h = 10.67·L·Q^1.852 / (C^1.852·D^4.8704), of 40 m.
  const q = lph / 3.6e6;
  const pipeM = (10.67 * 40 * q ** 1.852) / (140 ** 1.852 * 0.026 ** 4.8704);
  const atHead = tapKpa - (2 + pipeM) * KPA_A_METRE;
  const [double, filter] = results.head;
  expect(double.beforeKpa).toBeCloseTo(atHead, 0);
  expect(double.beforeKpa - double.afterKpa).toBeCloseTo(15 * (lph / 3600) ** 2, 3);
  expect(filter.beforeKpa - filter.afterKpa).toBeCloseTo(8 * (lph / 1800) ** 2, 3);
  // At rest nothing is lost but the rise.
  expect(results.rest.sourceKpa).toBeCloseTo(300 - 2 * KPA_A_METRE, 1);
  const walk = walkTo(full, results, 0);
  const join = walk.steps.find((s) => s.kind === 'join')!;
  expect([join.lengthM, join.riseM]).toEqual([40, 2]);
  expect(join.beforeKpa - join.afterKpa).toBeCloseTo((2 + pipeM) * KPA_A_METRE, 0);
});

test('water of the home source passes nothing of another’s branch, and the main begins where it stands', () => {
  const solver = createPlanSolver();
  const full = fillIn(PLAN);
  const alone = fillIn({ ...PLAN, backup: undefined, sources: PLAN.sources.slice(0, 1) });
  expect(solver.solve(full).flowLph).toBeCloseTo(solver.solve(alone).flowLph, 9);
  const [own, other] = [full, drawingOn(full, 'tap')].map((p) => solver.solve(p));
  expect(other.layout.mains[0].lengthM).toBe(own.layout.mains[0].lengthM);
  expect(other.layout.head).toEqual(own.layout.head);
});

test('a regulator on the branch holds what comes after it, and at rest too', () => {
  const held: Plan = {
    ...PLAN,
    sources: [
      PLAN.sources[0],
      {
        ...PLAN.sources[1],
        branch: [{ id: 'r', kind: 'regulator-mid', setKpa: 70, fixedKpa: 0, lossKpa: 0 }],
      },
    ],
  };
  const results = createPlanSolver().solve(drawingOn(fillIn(held), 'tap'));
  expect(kpaAt(results, results.built.head[0].to)).toBeCloseTo(70, 3);
  expect(results.head[0].restKpa).toBe(70);
});
