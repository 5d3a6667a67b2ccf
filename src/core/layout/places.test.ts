import { blankPlan, fillIn, type Places, type Stated, type StatedBlock } from '../plan';
import { layOut, onlyBeds, stripOf } from './index';
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

describe('plants beside beds', () => {
  const laid = (begins: 'feed' | 'left' | 'right', block: Partial<StatedBlock> = {}) =>
    layOut(
      fillIn({
        ...blankPlan('metric'),
        tapes: [{ id: 'at', tape: { kind: 'emitters' } }],
        blocks: [
          {
            id: 'b',
            beds: { count: 3, lengthM: 10, widthM: 1, pathM: 1, runsPerBed: 1 },
            places: {
              beds: true,
              begins,
              tape: 'at',
              plants: [
                { id: 'p1', xM: 8, yM: 0 },
                { id: 'p2', xM: 9, yM: 0, serves: 2 },
              ],
            },
            ...block,
          },
        ],
      }),
    ).blocks[0];

  test('each run is its own bed’s or plant’s, and leaves by a take-off where it stands', () => {
    const { beds, runs, takeOffs, small } = laid('right');
    expect(runs.map((r) => beds[r.bedIndex].key)).toEqual(['1', '2', '3', 'p1', 'p2']);
    expect(runs.map((r) => takeOffs[r.takeOff].xM)).toEqual([0.5, 2.5, 4.5, 8, 9]);
    expect(small!.firstTakeOff).toBe(3);
    expect(small!.begins).toBe(2);
    expect(onlyBeds({ beds, small }).map((b) => b.key)).toEqual(['1', '2', '3']);
    expect(runs[3].label!.kind).toBe('emitters');
    expect(runs[0].tape.kind).toBe('tape');
  });

  test('it begins at the feed or at either end; where no run leaves there the header is led to it', () => {
    const at = (where: 'feed' | 'left' | 'right', block?: Partial<StatedBlock>) => {
      const { small, takeOffs } = laid(where, block);
      return {
        at: small!.nodes[0].at,
        begins: small!.begins,
        takeOffs: takeOffs.slice(0, small!.firstTakeOff),
      };
    };
    expect(at('feed')).toMatchObject({ at: [0, 0], begins: undefined });
    // From the feed at the beds' left edge, half a metre before the first run.
    expect(at('left')).toMatchObject({ at: [0, 0], begins: 0 });
    expect(at('left').takeOffs.map((t) => t.xM)).toEqual([0, 0.5, 2.5, 4.5]);
    const rest = {
      beds: { count: 3, lengthM: 10, widthM: 1, pathM: 1, runsPerBed: 1, single: { '3': { resting: true } } },
    };
    expect(at('right', rest)).toMatchObject({ at: [4.5, 0], begins: 2 });
    expect(laid('left').runs.map((r) => laid('left').takeOffs[r.takeOff].xM)).toEqual([0.5, 2.5, 4.5, 8, 9]);
    // All of it lies within the block's box.
    expect(laid('right').box).toMatchObject({ leftM: 0, farM: 10 });
    expect(laid('right').box.rightM).toBeGreaterThan(9);
  });
});
