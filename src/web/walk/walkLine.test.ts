import type { PressureWalk, WalkStep } from '../../core/network';
import { drawWalk } from './walkLine';

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
