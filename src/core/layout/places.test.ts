import { blankPlan, fillIn, type Places, type Stated } from '../plan';
import { layOut, stripOf } from './index';
import { shortestTree } from './shortestTree';

const laid = (places: Stated<Places>) =>
  layOut(fillIn({ ...blankPlan('metric'), blocks: [{ id: 'b', places }] })).blocks[0];

test('the shortest tree goes by the nearest, not by the order', () => {
  const points = [
    [0, 0],
    [2, 0],
    [1, 0],
    [5, 0],
  ] as const;
  expect(shortestTree(points.map(([x, y]) => [x, y]))).toEqual([
    [0, 2],
    [2, 1],
    [1, 3],
  ]);
});

test('four emitters at a plant vary half as much, and wet four rounds of its ground; a pot is wetted whole', () => {
  const plants = [{ id: '1', xM: 1, yM: 0 }];
  const four = laid({ plants, emitters: 4, spreadM: 2 });
  // Buttons: CV 5 %.
  expect(four.runs[0].tape.cv).toBeCloseTo(0.025, 12);
  // A round of 2 m is a square of √π m; strips on loam are 0.3 m.
  const side = Math.sqrt(Math.PI);
  expect(four.beds[0].widthM).toBeCloseTo(side, 12);
  const share = stripOf(four.block, four.beds[0]) / side;
  expect(share).toBeCloseTo((4 * 0.3 ** 2) / 2 ** 2, 9);
  const pot = laid({ plants, potL: 20, spreadM: 2 });
  expect(stripOf(pot.block, pot.beds[0])).toBe(pot.beds[0].widthM);
});
