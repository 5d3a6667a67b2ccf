import { plantRow } from '../check/batteryBase.testing';
import { createPlanSolver } from '../network';
import { blankPlan, fillIn, type FullPlan, type StatedBlock } from '../plan';
import { evenOpenings, withOpenings } from './index';

const garden = (more: Partial<StatedBlock> = {}): FullPlan =>
  fillIn({
    ...blankPlan('metric'),
    sources: [{ id: 's', kind: 'tap', bucketL: 100, triesS: [60], shutKpa: 200, xM: 0, yM: -2 }],
    blocks: [
      {
        id: 'b',
        header: { pipe: 'pe-16', boreMm: 9 },
        inlet: [],
        tape: { kind: 'adjustable' },
        places: { plants: plantRow(12, 3) },
        ...more,
      },
    ],
  });
const flows = (plan: FullPlan): number[] =>
  createPlanSolver()
    .solve(plan)
    .runs.map((r) => r.flowLph);

test('those far down a thin pipe are opened further, and all give the label’s flow', () => {
  const plan = garden();
  const found = evenOpenings(plan, 0, createPlanSolver())!;
  const before = flows(plan);
  expect(found.before).toEqual({ leastLph: Math.min(...before), mostLph: Math.max(...before) });
  expect(found.before.mostLph / found.before.leastLph).toBeGreaterThan(1.1);
  const set = found.setLph.map(([, lph]) => lph);
  for (let i = 1; i < set.length; i++) expect(set[i]).toBeGreaterThanOrEqual(set[i - 1] - 1e-9);
  const after = flows(withOpenings(plan, 0, new Map(found.setLph)));
  for (const lph of after) expect(Math.abs(lph - 20)).toBeLessThan(0.15);
});

test('where the weakest cannot give that much fully open, all come down to it', () => {
  const found = evenOpenings(garden({ places: { plants: plantRow(30, 6) } }), 0, createPlanSolver())!;
  expect(found.givesLph).toBeLessThan(20);
  expect(Math.max(...found.setLph.map(([, lph]) => lph))).toBeCloseTo(40, 0);
  expect(found.after.leastLph / found.after.mostLph).toBeGreaterThan(0.97);
});

test('other emitters are not turned', () => {
  expect(evenOpenings(garden({ tape: { kind: 'emitters' } }), 0, createPlanSolver())).toBeUndefined();
  expect(evenOpenings(garden({ places: undefined }), 0, createPlanSolver())).toBeUndefined();
});

test('of the block that is asked for, wherever it stands in the plan, and only its plants', () => {
  const one = garden();
  const two = fillIn({
    ...blankPlan('metric'),
    sources: [{ id: 's', kind: 'tap', bucketL: 1000, triesS: [60], shutKpa: 200, xM: 0, yM: -2 }],
    blocks: [
      { id: 'beds', beds: { count: 1, lengthM: 4 } },
      {
        id: 'b',
        header: { pipe: 'pe-16', boreMm: 9 },
        inlet: [],
        tape: { kind: 'adjustable' },
        places: { plants: plantRow(12, 3) },
      },
    ],
  });
  const found = evenOpenings(two, 1, createPlanSolver())!;
  expect(found.setLph.map(([id]) => id)).toEqual(one.blocks[0].places!.plants.map((p) => p.id));
  expect(evenOpenings(two, 0, createPlanSolver())).toBeUndefined();
  const turned = withOpenings(two, 1, new Map(found.setLph));
  expect(turned.blocks[0]).toBe(two.blocks[0]);
});

test('where nothing flows, or nothing stands, nothing is turned', () => {
  const dry = garden({ heightM: 40, ground: { by: 'falls', slopeAlong: 0, slopeAcross: 0 } });
  expect(evenOpenings(dry, 0, createPlanSolver())).toBeUndefined();
  expect(evenOpenings(garden({ places: { plants: [] } }), 0, createPlanSolver())).toBeUndefined();
});

test('what is told is of one emitter, where a plant has several', () => {
  const plan = garden({ places: { plants: plantRow(4, 3), emitters: 3 } });
  const found = evenOpenings(plan, 0, createPlanSolver())!;
  const each = flows(plan).map((lph) => lph / 3);
  expect(found.before.leastLph).toBeCloseTo(Math.min(...each), 9);
  expect(found.before.mostLph).toBeCloseTo(Math.max(...each), 9);
});
