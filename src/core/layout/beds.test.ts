import { blankPlan, fillIn, type Plan, type SingleBed } from '../plan';
import { fromSheet, toSheet } from './frame';
import { feedXM, lengthOnLine, lineOf, yOnLine } from './header';
import { headerCrossings, layOut, onlyBeds, riseAlong, type LaidRun } from './index';
import { stripOf } from './strip';

const layBlock = (block: Partial<Plan['blocks'][number]>) =>
  layOut(fillIn({ ...blankPlan('metric'), blocks: [{ id: 'b', xM: 0, yM: 0, ...block }] })).blocks[0];
const round = (x: number): number => Number(x.toFixed(6));
const spans = (block: Partial<Plan['blocks'][number]>) =>
  layBlock(block).beds.map((b) => [b.key, round(b.leftM), round(b.nearM), round(b.farM)]);

const SQUARE: [number, number][] = [
  [0, 0],
  [10, 0],
  [10, 20],
  [0, 20],
];

describe('beds in an outline', () => {
  test('as many as fit across: the last one ends within it, to the millimetre of rounding', () => {
    // 0 to 1.2, then every 1.6: left sides at 0, 1.6 … 8.0, and 9.6 would end at 10.8.
    const beds = spans({ outline: SQUARE, beds: { widthM: 1.2, pathM: 0.4 } });
    expect(beds.map((b) => b[1])).toEqual([0, 1.6, 3.2, 4.8, 6.4, 8]);
    // Two of 4.8 with a path of 0.4 take the ten metres exactly.
    expect(spans({ outline: SQUARE, beds: { widthM: 4.8, pathM: 0.4 } })).toHaveLength(2);
    expect(spans({ outline: SQUARE, beds: { widthM: 4.81, pathM: 0.4 } })).toHaveLength(1);
  });

  test('headlands are left at both ends; a bed that is told its length begins after the near one', () => {
    const block = {
      outline: SQUARE,
      beds: { widthM: 4, pathM: 1, headNearM: 2, headFarM: 3, single: { '2': { lengthM: 5 } } },
    };
    expect(spans(block)).toEqual([
      ['1', 0, 2, 17],
      ['2', 5, 2, 7],
    ]);
  });

  test('a single bed may be given its headland, and no ground beyond the outline', () => {
    const block = {
      outline: SQUARE,
      beds: { widthM: 10, headNearM: 2, headFarM: 3, single: { '1': { startM: -9, lengthM: 99 } } },
    };
    expect(spans(block)).toEqual([['1', 0, 0, 20]]);
  });

  test('beds begin so far from the edge as is wished', () => {
    expect(spans({ outline: SQUARE, beds: { widthM: 4, pathM: 1, offsetM: 0.5 } }).map((b) => b[1])).toEqual([
      0.5, 5.5,
    ]);
    expect(spans({ outline: SQUARE, beds: { widthM: 4, pathM: 1, offsetM: 1.5 } }).map((b) => b[1])).toEqual([
      1.5,
    ]);
  });

  test('where the field narrows, a bed is as long as its narrowest side lets it', () => {
    // A right triangle: at x the field is 20 · (1 − x/10) long; a bed of two metres has its right side's length.
    const triangle: [number, number][] = [
      [0, 0],
      [10, 0],
      [0, 20],
    ];
    const beds = spans({ outline: triangle, beds: { widthM: 2, pathM: 0, headNearM: 0, headFarM: 0 } });
    expect(beds.map((b) => b[3])).toEqual([16, 12, 8, 4]);
  });
});

describe('beds that are cut, joined and left out', () => {
  const beds = (single: Record<string, SingleBed>) => ({
    beds: { count: 3, lengthM: 10, widthM: 1, pathM: 0.5, single },
  });

  test('a split leaves its gap, half on either side, and its pieces have letters', () => {
    expect(spans(beds({ '2': { splits: [{ atM: 4, gapM: 1 }] } })).slice(1, 3)).toEqual([
      ['2', 1.5, 0, 3.5],
      ['2b', 1.5, 4.5, 10],
    ]);
    // Beyond the bed there is nothing to split.
    expect(spans(beds({ '2': { splits: [{ atM: 10, gapM: 1 }] } }))).toHaveLength(3);
  });

  test('joined beds are one across the path, and the next number goes on from there', () => {
    const joined = layBlock(beds({ '1': { joined: 1 } })).beds;
    expect(joined.map((b) => [b.number, b.leftM, b.widthM])).toEqual([
      [1, 0, 2.5],
      [3, 3, 1],
    ]);
    // More than there are joins what there is.
    expect(layBlock(beds({ '1': { joined: 9 } })).beds.map((b) => b.widthM)).toEqual([4]);
  });

  test('a removed bed leaves its place, a resting one is laid out and has no runs', () => {
    expect(spans(beds({ '2': { removed: true } })).map((b) => [b[0], b[1]])).toEqual([
      ['1', 0],
      ['3', 3],
    ]);
    const resting = layBlock(beds({ '2': { resting: true } }));
    expect(resting.beds.map((b) => b.resting)).toEqual([false, true, false]);
    expect(resting.runs.map((r) => r.bed)).not.toContain('2');
  });

  test('a bed’s own runs are its own', () => {
    const own = layBlock({ beds: { count: 2, runsPerBed: 2, single: { '2': { runs: 3 } } } });
    expect(own.beds.map((b) => [b.runs, b.passes, b.lines])).toEqual([
      [2, 1, 2],
      [3, 1, 3],
    ]);
  });
});

describe('a tunnel', () => {
  const tunnel = (fields: object, beds: object = {}) =>
    spans({
      tunnel: { widthM: 6, lengthM: 20, doors: 'near', doorM: 1, sideBedM: 0.5, ...fields },
      beds: { widthM: 1, pathM: 0.5, ...beds },
    } as never);

  test('a narrow bed along each wall, and between them as many as fit, in the middle', () => {
    // Between the paths beside the wall beds lie 6 − 2·0.5 − 2·0.5 = 4 m: two beds and their path take 2.5, three 4.
    expect(tunnel({}).map((b) => b[1])).toEqual([0, 1, 2.5, 4, 5.5]);
    // Of 4.2 m three beds take 4, and 0.1 is left on either hand.
    expect(tunnel({ widthM: 6.2 }).map((b) => b[1])).toEqual([0, 1.1, 2.6, 4.1, 5.7]);
    // Half a metre kept free at the left wall: the rest of 6 m is laid out as a tunnel of that width.
    expect(tunnel({ widthM: 6.5 }, { offsetM: 0.5 }).map((b) => b[1])).toEqual([0.5, 1.5, 3, 4.5, 6]);
  });

  test('doors leave room at their ends', () => {
    expect(tunnel({})[0].slice(2)).toEqual([1, 20]);
    expect(tunnel({ doors: 'far' })[0].slice(2)).toEqual([0, 19]);
    expect(tunnel({ doors: 'both' }, { headNearM: 0.5 })[0].slice(2)).toEqual([1.5, 19]);
    expect(tunnel({ doors: 'none' })[0].slice(2)).toEqual([0, 20]);
  });

  test('too narrow for beds along both walls, it has beds side by side', () => {
    expect(tunnel({ widthM: 1.4 }).map((b) => b[1])).toEqual([0]);
  });
});

describe('lines of headers', () => {
  const line: [number, number][] = [
    [0, 0],
    [3, 4],
    [6, 4],
  ];
  test('a height between corners is on the line, beyond them level', () => {
    expect([-1, 0, 1.5, 3, 5, 9].map((x) => yOnLine(line, x))).toEqual([0, 0, 2, 4, 4, 4]);
  });
  test('length is that of the line, whichever way it is walked: 5 m and 3 m', () => {
    expect(lengthOnLine(line, 0, 6)).toBeCloseTo(8, 12);
    expect(lengthOnLine(line, 6, 0)).toBeCloseTo(8, 12);
    expect(lengthOnLine(line, 1.5, 4)).toBeCloseTo(2.5 + 1, 12);
    expect(lengthOnLine(line, 2, 2)).toBe(0);
    // Beyond its ends it goes on level.
    expect(lengthOnLine(line, -2, 8)).toBeCloseTo(12, 12);
  });
  test('a straight one lies by its shares of the beds’ length; one along the ends follows each bed', () => {
    const { beds, box } = layBlock({
      beds: { count: 2, lengthM: 10, widthM: 1, pathM: 1, single: { '2': { lengthM: 6, startM: 1 } } },
    });
    expect(lineOf({ line: 'straight', along: 0.5 } as never, beds, box)).toEqual([
      [0, 5],
      [3, 5],
    ]);
    expect(lineOf({ line: 'straight', along: 0, alongRight: 1 } as never, beds, box)).toEqual([
      [0, 0],
      [3, 10],
    ]);
    expect(lineOf({ line: 'near-ends', along: 0 } as never, beds, box)).toEqual([
      [0, 0],
      [1, 0],
      [2, 1],
      [3, 1],
    ]);
    expect(lineOf({ line: 'far-ends', along: 0 } as never, beds, box)).toEqual([
      [0, 10],
      [1, 10],
      [2, 7],
      [3, 7],
    ]);
  });
  test('it is fed at its left end, its right end or its middle', () => {
    const box = { leftM: 1, rightM: 5, nearM: 0, farM: 9 };
    expect((['left', 'right', 'middle', 'both'] as const).map((f) => feedXM(f, box))).toEqual([1, 5, 3, 1]);
  });
});

describe('frames', () => {
  const frame = (turnDeg: number) => layBlock({ xM: 3, yM: 4, turnDeg }).frame;
  test('beds that run to the right are a quarter turn: across them is down the sheet', () => {
    expect(toSheet(frame(90), 2, 5)).toEqual([3 + 5, 4 - 2]);
    expect(toSheet(frame(-90), 2, 5)).toEqual([3 - 5, 4 + 2]);
    expect(toSheet(frame(180), 2, 5)).toEqual([3 - 2, 4 - 5]);
    expect(toSheet(frame(450), 2, 5)).toEqual(toSheet(frame(90), 2, 5));
  });
  test('there and back is where it was', () => {
    const f = frame(33);
    const [x, y] = fromSheet(f, ...toSheet(f, 2, 5));
    expect([round(x), round(y)]).toEqual([2, 5]);
    // 30 degrees clockwise: along the beds is (sin, cos).
    expect(toSheet(frame(30), 0, 2).map(round)).toEqual([round(3 + 1), round(4 + Math.sqrt(3))]);
  });
});

test('the strip wetted is a width for each run, no wider than its bed; shut runs wet none', () => {
  const strip = (more: object, single: object = {}) => {
    const { block, beds } = layBlock({
      ...more,
      ground: { soil: 'sand' },
      beds: { count: 1, widthM: 1.2, runsPerBed: 2, single: { '1': single } },
    } as never);
    return stripOf(block, beds[0]);
  };
  const one = strip({}, { runs: 1 });
  expect(one).toBeGreaterThan(0);
  expect(strip({})).toBeCloseTo(Math.min(1.2, 2 * one), 12);
  expect(strip({}, { runs: 99 })).toBe(1.2);
  expect(strip({ valves: 'runs' }, { shutRuns: [2] })).toBeCloseTo(one, 12);
  // A run that is not there cannot be shut, and where runs have no valves none is.
  expect(strip({ valves: 'runs' }, { shutRuns: [7] })).toBeCloseTo(Math.min(1.2, 2 * one), 12);
  expect(strip({ valves: 'beds' }, { shutRuns: [2] })).toBeCloseTo(Math.min(1.2, 2 * one), 12);
});

describe('what pipes lie across', () => {
  const lane = (points: [number, number][], widthM = 2) =>
    ({ id: 'l', kind: 'lane', points, widthM }) as const;
  const farm = (things: object[], header: object = {}) => {
    const plan = fillIn({
      ...blankPlan('metric'),
      sources: [{ id: 's', kind: 'tap', xM: -10, yM: 0 }],
      obstacles: things as never,
      blocks: [{ id: 'b', xM: 0, yM: 0, beds: { count: 4, lengthM: 20, widthM: 1, pathM: 1 }, header }],
    });
    return { plan, layout: layOut(plan) };
  };

  test('a main across a lane of 2 m lies under 2 m of it, and beside it under none', () => {
    const across = farm([
      lane([
        [-5, -9],
        [-5, 9],
      ]),
    ]).layout.mains[0].crossings;
    expect(across.map((c) => [c.thing.id, round(c.lengthM)])).toEqual([['l', 2]]);
    expect(
      farm([
        lane([
          [-5, 3],
          [-5, 9],
        ]),
      ]).layout.mains[0].crossings,
    ).toEqual([]);
  });

  test('a header across a lane is told with its whole length, each thing once', () => {
    // Seven metres of header from 0 to 7, and a lane of one metre up its middle.
    const { plan, layout } = farm([
      lane(
        [
          [3, -9],
          [3, 3],
        ],
        1,
      ),
    ]);
    const found = headerCrossings(layout.blocks[0], plan.obstacles);
    expect(found.map((c) => [c.thing.id, round(c.lengthM)])).toEqual([['l', 1]]);
    expect(headerCrossings(layout.blocks[0], [])).toEqual([]);
  });
});

test('ground along a run is straight between its places, level before and beyond them', () => {
  const run = (distanceM: number[], riseM: number[]) =>
    ({ lie: () => ({ slope: 9, profile: { distanceM, riseM } }) }) as unknown as LaidRun;
  const hump = run([0, 2, 4, 10], [0, 1, 3, 0]);
  expect([0, 1, 2, 3, 4, 7, 10, 12].map((d) => riseAlong(hump, d))).toEqual([0, 0.5, 1, 2, 3, 1.5, 0, 0]);
  // Two places at one distance: the ground beyond them counts.
  expect(riseAlong(run([0, 0, 4], [0, 1, 3]), 2)).toBe(2);
  expect(riseAlong({ lie: () => ({ slope: 0.02 }) } as unknown as LaidRun, 50)).toBeCloseTo(1, 12);
});

test('beds alone: all of them where there are no plants', () => {
  const { beds } = layBlock({ beds: { count: 2 } });
  expect(onlyBeds({ beds, small: undefined })).toEqual(beds);
});

test('a bed in a tunnel is not lengthened beyond the tunnel, one in the open is', () => {
  const beds = { widthM: 1, pathM: 0.5, single: { '2': { lengthM: 99 } } };
  const inTunnel = layBlock({
    tunnel: { widthM: 6, lengthM: 20, doors: 'none', sideBedM: 0.5 },
    beds,
  } as never);
  expect(inTunnel.beds[1].farM).toBe(20);
  expect(layBlock({ beds: { ...beds, count: 3, lengthM: 20 } }).beds[1].farM).toBe(99);
});

test('beds without an outline begin so far from the left too', () => {
  const { beds } = layOut(
    fillIn({
      ...blankPlan('metric'),
      blocks: [{ id: 'b', beds: { count: 2, lengthM: 10, widthM: 1, pathM: 0.5, offsetM: 0.7 } }],
    }),
  ).blocks[0];
  expect(beds.map((b) => b.leftM)).toEqual([0.7, 2.2]);
});
