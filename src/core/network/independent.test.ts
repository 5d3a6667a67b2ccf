import { blankPlan, fillIn, type Plan } from '../plan';
import { solveApart } from './independent.testing';
import { createPlanSolver } from './index';

/*
 * Farms with rings, floats, boosters, wells that sink and other outlets, each solved twice: by the application, and by a second
 * model that shares no law and no method with it.
 */

const MAIN = { pipe: 'pe-1', minorK: 2 };
const block = (id: string, xM: number, own: object = {}) => ({
  id,
  name: id,
  xM,
  yM: 30,
  heightM: 0.4,
  inlet: [],
  beds: { count: 2, lengthM: 12, runsPerBed: 1 },
  tape: { kind: 'dripline', spacingM: 0.4, flowLph: 2, atKpa: 100, exponent: 0.48, boreMm: 13.6 },
  header: { pipe: 'pe-3/4' },
  main: { ...MAIN, from: `t${id}` },
  ...own,
});
const tee = (id: string, xM: number, from: string, more: object = {}) => ({
  id: `t${id}`,
  xM,
  yM: 28,
  heightM: 0.2,
  main: { ...MAIN, from },
  ...more,
});
/** Three blocks on a trunk of three tees, out to the left and to the right. */
const farm = (source: object, more: Partial<Plan> = {}): Plan => ({
  ...blankPlan('metric'),
  wishes: { friction: 'hazen-williams', waterC: 20, allowance: 1 },
  sources: [{ id: 's', xM: 0, yM: 0, ...source }] as Plan['sources'],
  head: [],
  tees: [tee('a', -25, 'head'), tee('b', 0, 'ta'), tee('c', 40, 'tb')] as Plan['tees'],
  blocks: [block('a', -25), block('b', 0, { heightM: -0.5 }), block('c', 40)] as Plan['blocks'],
  ...more,
});
const RING: Partial<Plan> = {
  rings: [{ id: 'r', to: 'tc', main: { from: 'head', pipe: 'pe-1', minorK: 1 } }],
};
const RING_BETWEEN: Partial<Plan> = {
  rings: [{ id: 'r', to: 'tc', main: { from: 'ta', pipe: 'pe-3/4', extraM: 6 } }],
};
const TWO_RINGS: Partial<Plan> = {
  rings: [...RING.rings!, { id: 'q', to: 'tb', main: { from: 'head', pipe: 'pe-3/4' } }],
};

const TAP = { kind: 'tap', method: 'gauge', shutKpa: 280, flowingKpa: 190, flowingLph: 900 };
const PUMP_LABEL = { method: 'label', labelLph: 1200, labelM: 18, powerKw: 0.4 };
const FLOAT = {
  kind: 'tank',
  level: 'held',
  outletM: 5.5,
  lowM: 5.6,
  highM: 6.2,
  floatM: 6,
  storeL: 3000,
  storeM: 7,
};
const BOOST = { booster: { kind: 'fixed', curve: PUMP_LABEL, lowCutKpa: 0, highCutKpa: 900 } };
const WELL = {
  kind: 'well',
  pumpingLevelM: 9,
  restLevelM: 6,
  testLph: 1500,
  drop: { pipe: 'pe-1', lengthM: 14 },
  curve: { ...PUMP_LABEL, labelM: 34 },
  vessel: { part: 'none' },
};
const POND = {
  kind: 'pump',
  liftM: 2,
  suction: { pipe: 'pe-1-1/4', lengthM: 5, minorK: 3.4 },
  curve: { ...PUMP_LABEL, labelM: 26 },
  vessel: { part: 'none' },
};
const TROUGH: Partial<Plan> = {
  tees: [
    tee('a', -25, 'head'),
    tee('b', 0, 'ta', { outlet: { lph: 250, needsKpa: 80 } }),
    tee('c', 40, 'tb'),
  ] as Plan['tees'],
};

const CASES: [string, Plan][] = [
  ['a trunk from a tap', farm(TAP)],
  ['a ring from a tap back to its head', farm(TAP, RING)],
  ['a ring between two tees of a smaller pipe', farm(TAP, RING_BETWEEN)],
  ['two rings from one head', farm(TAP, TWO_RINGS)],
  ['a ring whose valve is shut', farm(TAP, { rings: [{ ...RING.rings![0], shut: true }] })],
  ['a float’s canister on a ring', farm(FLOAT, RING)],
  ['a float’s canister with a booster on a trunk', farm({ ...FLOAT, ...BOOST })],
  [
    'a weak tap with a booster on a ring, neighbours drawing',
    farm({ ...TAP, shutKpa: 120, flowingKpa: 60, othersLph: 200, ...BOOST }, RING),
  ],
  ['a well that sinks, on a trunk', farm(WELL)],
  ['a well that sinks, on a ring', farm(WELL, RING)],
  ['a pump by a pond on two rings', farm(POND, TWO_RINGS)],
  ['a ring with a trough on it', farm(TAP, { ...TROUGH, ...RING })],
  ['a bowser on a ring', farm({ kind: 'bowser', outletM: 3, lowM: 3.4, highM: 4 }, RING)],
];

test.each(CASES)('%s: the same by a second model', (_, plan) => {
  const full = fillIn(plan);
  const results = createPlanSolver().solve(full);
  const { built, solution } = results;
  const apart = solveApart(built.network);
  expect(results.flowLph).toBeGreaterThan(50);
  expect(Math.abs(solution.supply.flowLph / apart.lph - 1)).toBeLessThan(2e-4);
  for (const { id } of built.network.nodes) {
    const own = solution.nodeKpa[built.nodeAt(id)];
    expect(Math.abs(own - apart.kpaAt.get(id)!)).toBeLessThan(2e-3 * Math.max(1, Math.abs(own)));
  }
});
