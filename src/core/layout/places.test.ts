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

describe('small pipe by hand', () => {
  const lengths = (places: Stated<Places>) =>
    laid(places).small!.pipes.map((p) => Number(p.lengthM.toFixed(6)));

  test('from plant to plant in their order, straight', () => {
    // 3-4-5 to the first, then 6 m along.
    const plants = [
      { id: '1', xM: 3, yM: 4 },
      { id: '2', xM: 9, yM: 4 },
    ];
    expect(lengths({ plants })).toEqual([5, 6]);
  });

  test('drawn, a stretch with 2 m more than its straight 10 gives each part of it its share', () => {
    const joints = [{ id: 'j', xM: 10, yM: 0, from: 'feed', extraM: 2 }];
    const plants = [
      { id: '1', xM: 5, yM: 1 },
      { id: '2', xM: 7.5, yM: 0.3 },
    ];
    const { small, runs } = laid({ route: 'drawn', joints, plants, tubeExtraM: 0.25 });
    expect(small!.pipes.map((p) => p.lengthM)).toEqual([6, 3, 3]);
    // Each plant hangs where it is nearest, by a thin tube straight to it and a quarter of a metre more.
    expect(runs.map((r) => Number(r.leadM.toFixed(6)))).toEqual([1.25, 0.55]);
    expect(small!.nodeOf.map((n) => small!.nodes[n].at)).toEqual([
      [5, 0],
      [7.5, 0],
    ]);
  });

  test('a plant on a joint hangs on the joint; one told to, on a stretch that is farther', () => {
    const joints = [
      { id: 'a', xM: 10, yM: 0, from: 'feed' },
      { id: 'b', xM: 0, yM: 10, from: 'feed' },
    ];
    const { small } = laid({
      route: 'drawn',
      joints,
      plants: [
        { id: '1', xM: 10, yM: 0 },
        { id: '2', xM: 9, yM: 4, on: 'b' },
      ],
    });
    expect(small!.nodeOf.map((n) => small!.nodes[n].at)).toEqual([
      [10, 0],
      [0, 4],
    ]);
    expect(small!.pipes.map((p) => p.lengthM)).toEqual([10, 4, 6]);
  });

  test('a ring of drawn pipe is closed straight between its joints', () => {
    const joints = [
      { id: 'a', xM: 3, yM: 0, from: 'feed' },
      { id: 'b', xM: 0, yM: 4, from: 'feed' },
    ];
    const { small } = laid({ route: 'drawn', joints, loops: [{ id: 'l', a: 'a', b: 'b' }], plants: [] });
    expect(small!.loops.map((l) => l.lengthM)).toEqual([5]);
    expect(laid({ joints, loops: [{ id: 'l', a: 'a', b: 'b' }], plants: [] }).small!.loops).toEqual([]);
  });

  test('a ring round a plant: a line to its near side and the same line halfway round either way', () => {
    // 3 m away, a metre across: 2.5 m to it and 0.2 more; π m hold ten at 0.3 m.
    const { beds, runs, small } = laid({
      plants: [{ id: '1', xM: 3, yM: 0 }],
      route: 'drawn',
      joints: [{ id: 'j', xM: 0, yM: 5, from: 'feed' }],
      around: 'ring',
      ringM: 1,
      tubeExtraM: 0.2,
    });
    const { spacingM } = runs[0].label!;
    const fits = Math.floor((Math.PI + 1e-9) / spacingM);
    expect(beds[0].plant!.wayM).toBeCloseTo(2.7, 12);
    expect(small!.pipes.at(-1)!.lengthM).toBeCloseTo(2.7, 12);
    expect(beds[0].plant!.emitters).toBe(fits);
    expect(runs.map((r) => r.lengthM / spacingM)).toEqual(
      [Math.ceil(fits / 2) + 0.5, Math.floor(fits / 2) + 0.5].map((n) => expect.closeTo(n, 9)),
    );
    // The pipe to a ring is as wide as what is laid round.
    expect(small!.pipes.at(-1)!.pipe.boreMm).toBe(runs[0].label!.boreMm);
  });

  test('plants that rest are laid out and draw nothing', () => {
    const plants = [
      { id: '1', xM: 3, yM: 0 },
      { id: '2', xM: 6, yM: 0 },
    ];
    const layout = layOut(
      fillIn({
        ...blankPlan('metric'),
        blocks: [{ id: 'b', places: { plants }, beds: { single: { '1': { resting: true } } } }],
      }),
    ).blocks[0];
    expect(layout.beds.map((b) => b.resting)).toEqual([true, false]);
    expect(layout.runs.map((r) => r.bed)).toEqual(['2']);
  });
});

test('small pipe has the bore that is said for it, a joint’s own, or its kind’s', () => {
  const joints = [
    { id: 'a', xM: 5, yM: 0, from: 'feed', boreMm: 9 },
    { id: 'b', xM: 0, yM: 5, from: 'feed' },
    { id: 'c', xM: 0, yM: 9, from: 'b', pipe: 'pe-1' as const },
  ];
  const bores = (places: Stated<Places>, block: Partial<StatedBlock> = {}) =>
    layOut(
      fillIn({ ...blankPlan('metric'), blocks: [{ id: 'b', ...block, places }] }),
    ).blocks[0].small!.pipes.map((p) => p.pipe.boreMm);
  const places = { route: 'drawn' as const, joints, plants: [] };
  // Instead of beds what the block states as its header is the usual pipe.
  const alone = bores(places, { header: { pipe: 'pe-1/2', boreMm: 15 } });
  expect(alone.slice(0, 2)).toEqual([9, 15]);
  expect(alone[2]).toBeGreaterThan(20);
  // Beside beds it has a bore of its own.
  expect(bores({ ...places, beds: true, boreMm: 12 }, { header: { boreMm: 40 } }).slice(0, 2)).toEqual([
    9, 12,
  ]);
});

test('a plant that stands for three draws on the ground of three', () => {
  const one = laid({ plants: [{ id: '1', xM: 1, yM: 0 }], spreadM: 1 }).beds[0];
  const three = laid({ plants: [{ id: '1', xM: 1, yM: 0, serves: 3 }], spreadM: 1 }).beds[0];
  expect(one.widthM ** 2).toBeCloseTo(Math.PI / 4, 9);
  expect(three.widthM ** 2).toBeCloseTo((3 * Math.PI) / 4, 9);
});
