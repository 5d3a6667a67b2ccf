import type { PressureWalk, WalkStep } from '../../core/network';
import { drawWalk, foldSteps } from './walkLine';

const step = (
  kind: WalkStep['kind'],
  beforeKpa: number,
  afterKpa: number,
  shape?: WalkStep['shape'],
): WalkStep => ({
  kind,
  key: kind,
  beforeKpa,
  afterKpa,
  riseM: 0,
  lengthM: 0,
  flowLph: 100,
  shape,
});
const walk: PressureWalk = {
  steps: [
    step('rest', 300, 300),
    step('drawing', 300, 220),
    step('part', 220, 200),
    step('main', 200, 150),
    step('run', 150, 60, [{ share: 0.5, kpa: 80 }]),
  ],
  runIndex: 0,
  block: 0,
  bed: '1',
  endKpa: 60,
  endDistanceM: 40,
};
const box = { x0: 40, x1: 640, y0: 10, y1: 210 };

test('steps stand side by side across the whole box, each line beginning where the one before ended', () => {
  const { steps } = drawWalk(walk, box, 85, 1);
  expect(steps[0].x0).toBe(box.x0);
  expect(steps.at(-1)!.x1).toBeCloseTo(box.x1, 9);
  for (let i = 1; i < steps.length; i++) {
    expect(steps[i].x0).toBeCloseTo(steps[i - 1].x1, 9);
    expect(steps[i].points[0]).toEqual(steps[i - 1].points.at(-1));
  }
});

test('a part falls at one place, a pipe along its length, bent where its shape says', () => {
  const { steps, y } = drawWalk(walk, box, 85, 1);
  const filter = steps[2].points;
  expect(filter[1][0]).toBe(filter[2][0]);
  expect(steps[3].points).toHaveLength(2);
  expect(steps[4].points[1]).toEqual([(steps[4].x0 + steps[4].x1) / 2, y(80)]);
});

test('everything lies inside the box, a pressure below nothing too', () => {
  const sunk = { ...walk, steps: [...walk.steps.slice(0, 4), step('run', 150, -12)] };
  for (const w of [walk, sunk]) {
    for (const { points } of drawWalk(w, box, 85, 1).steps) {
      for (const [x, y] of points) {
        expect(x).toBeGreaterThanOrEqual(box.x0 - 1e-9);
        expect(x).toBeLessThanOrEqual(box.x1 + 1e-9);
        expect(y).toBeGreaterThanOrEqual(box.y0 - 1e-9);
        expect(y).toBeLessThanOrEqual(box.y1 + 1e-9);
      }
    }
  }
});

test('ticks are round in the unit shown', () => {
  const psi = 6.894757;
  for (const t of drawWalk(walk, box, 85, psi).ticks)
    expect(Math.abs(t / psi - Math.round(t / psi))).toBeLessThan(1e-9);
});

test('where there is no room neighbouring parts are one, those that take least first; pipes and the source stay', () => {
  const many = [
    step('rest', 300, 300),
    step('part', 300, 299),
    step('part', 299, 298),
    step('part', 298, 270),
    step('main', 270, 250),
    step('part', 250, 249),
    step('run', 249, 200),
  ];
  expect(foldSteps(many, 9).map((g) => g.length)).toEqual([1, 1, 1, 1, 1, 1, 1]);
  expect(foldSteps(many, 6).map((g) => g.length)).toEqual([1, 2, 1, 1, 1, 1]);
  expect(foldSteps(many, 5).map((g) => g.length)).toEqual([1, 3, 1, 1, 1]);
  // A regulator's work is told apart whatever room there is.
  const regulated = many.map((s, i) =>
    i === 2 ? { ...s, step: { part: { role: 'regulator' } } as never } : s,
  );
  expect(foldSteps(regulated, 1).map((g) => g.length)).toEqual([1, 1, 1, 1, 1, 1, 1]);
  // No more can be put together.
  expect(foldSteps(many, 1)).toHaveLength(5);
  const { steps } = drawWalk({ ...walk, steps: many }, box, 85, 1, foldSteps(many, 5));
  expect(steps[1].steps).toHaveLength(3);
  expect(steps[1].step).toBe(many[3]);
  expect(steps[1].points.at(-1)![1]).toBe(steps[2].points[0][1]);
});
