import fc from 'fast-check';
import { areaM2, isInside, type Point } from '../ground';
import { blankPlan, fillIn, type FullPlan, type Plan, type StatedBlock } from '../plan';
import {
  coverOf,
  directionsFor,
  layOut,
  nearestDirection,
  riseAlong,
  sheetCorners,
  toSheet,
  type BlockLayout,
} from './index';
import { runs } from '../effort.testing';

const settings = { endOnFailure: true, interruptAfterTimeLimit: 25_000 };

const planOf = (block: Partial<StatedBlock>, more: Partial<Plan> = {}): FullPlan =>
  fillIn({ ...blankPlan('metric'), ...more, blocks: [{ id: 'b', xM: 0, yM: 0, ...block }] });
const laid = (block: Partial<StatedBlock>, more: Partial<Plan> = {}): BlockLayout =>
  layOut(planOf(block, more)).blocks[0];
const bedCorners = (layout: BlockLayout, shrink = 1e-6): Point[][] =>
  layout.beds.map((b) =>
    [
      [b.leftM + shrink, b.nearM + shrink],
      [b.leftM + b.widthM - shrink, b.nearM + shrink],
      [b.leftM + b.widthM - shrink, b.farM - shrink],
      [b.leftM + shrink, b.farM - shrink],
    ].map(([x, y]) => toSheet(layout.frame, x, y)),
  );
/** Places along the edges of a bed and through its middle. */
const along = (corners: readonly Point[]): Point[] =>
  corners.flatMap((a, i) => {
    const b = corners[(i + 1) % corners.length];
    const c = corners[(i + 2) % corners.length];
    return [0, 0.21, 0.5, 0.83].flatMap((s): Point[] => [
      [a[0] + (b[0] - a[0]) * s, a[1] + (b[1] - a[1]) * s],
      [a[0] + (c[0] - a[0]) * s, a[1] + (c[1] - a[1]) * s],
    ]);
  });

const star = fc
  .array(
    fc.tuple(fc.double({ min: 10, max: 60, noNaN: true }), fc.double({ min: 0.3, max: 1, noNaN: true })),
    {
      minLength: 3,
      maxLength: 9,
    },
  )
  .map((corners) => {
    const total = corners.reduce((sum, [, share]) => sum + share, 0);
    let angle = 0;
    return corners.map(([r, share]): Point => {
      angle += (share / total) * 2 * Math.PI;
      return [70 + r * Math.cos(angle), 70 + r * Math.sin(angle)];
    });
  });

describe('beds in an outline', () => {
  test('a field of 10 by 30 m, headlands of 2 m: eight beds of 26 m', () => {
    const layout = laid({
      outline: [
        [0, 0],
        [0, 30],
        [10, 30],
        [10, 0],
      ],
      beds: { widthM: 0.8, pathM: 0.4, headNearM: 2, headFarM: 2 },
    });
    expect(layout.beds.map((b) => b.key)).toEqual(['1', '2', '3', '4', '5', '6', '7', '8']);
    for (const b of layout.beds) expect([b.nearM, b.lengthM]).toEqual([2, 26]);
  });

  test('beds never leave the outline nor cross what is in the way, whichever way they run', () => {
    fc.assert(
      fc.property(
        star,
        fc.integer({ min: -180, max: 180 }),
        fc.double({ min: 0.5, max: 2.5, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (outline, turnDeg, widthM, headM) => {
          const plan = planOf(
            { outline, turnDeg, beds: { widthM, pathM: 0.4, headNearM: headM, headFarM: headM } },
            {
              obstacles: [
                {
                  id: 'l',
                  kind: 'lane',
                  points: [
                    [10, 60],
                    [70, 75],
                    [130, 70],
                  ],
                  widthM: 3,
                  marginM: 0.5,
                },
                { id: 't', kind: 'tree', points: [[60, 90]], radiusM: 4 },
                {
                  id: 'h',
                  kind: 'building',
                  points: [
                    [75, 45],
                    [75, 55],
                    [85, 52],
                    [82, 44],
                  ],
                },
              ],
            },
          );
          const layout = layOut(plan).blocks[0];
          const covers = plan.obstacles.flatMap((o) => coverOf(o, o.marginM));
          for (const corners of bedCorners(layout))
            for (const p of along(corners)) {
              expect(isInside(outline, p)).toBe(true);
              expect(covers.some((c) => isInside(c, p))).toBe(false);
            }
        },
      ),
      { ...settings, numRuns: runs(60) },
    );
  });

  test('narrow beds without paths or headlands add up to the field', () => {
    fc.assert(
      fc.property(star, (outline) => {
        const layout = laid({ outline, beds: { widthM: 0.3, pathM: 0, headNearM: 0, headFarM: 0 } });
        const beds = layout.beds.reduce((m2, b) => m2 + b.widthM * b.lengthM, 0);
        const corners = bedCorners(layout, 0).reduce((m2, c) => m2 + areaM2(c), 0);
        expect(corners).toBeCloseTo(beds, 6);
        expect(beds).toBeLessThanOrEqual(areaM2(outline) + 1e-6);
        expect(beds).toBeGreaterThan(0.85 * areaM2(outline) - 40);
      }),
      { ...settings, numRuns: runs(40) },
    );
  });

  test('the same ground turned gives the same beds', () => {
    fc.assert(
      fc.property(
        star,
        fc.integer({ min: -179, max: 179 }),
        fc.integer({ min: -90, max: 90 }),
        (outline, by, turnDeg) => {
          const a = (by * Math.PI) / 180;
          const turned = outline.map(([x, y]): Point => [
            x * Math.cos(a) + y * Math.sin(a),
            y * Math.cos(a) - x * Math.sin(a),
          ]);
          const before = laid({ outline, turnDeg }).beds;
          const after = laid({ outline: turned, turnDeg: turnDeg + by }).beds;
          expect(after).toHaveLength(before.length);
          before.forEach((b, i) => {
            expect(after[i].key).toBe(b.key);
            expect(after[i].lengthM).toBeCloseTo(b.lengthM, 6);
            expect(after[i].nearM).toBeCloseTo(b.nearM, 6);
          });
        },
      ),
      { ...settings, numRuns: runs(60) },
    );
  });

  test('a lane cuts beds in two, and the pieces beyond bear a letter', () => {
    const layout = laid(
      {
        outline: [
          [0, 0],
          [0, 40],
          [4, 40],
          [4, 0],
        ],
        beds: { widthM: 0.8, pathM: 0.4, headNearM: 1, headFarM: 1 },
      },
      {
        obstacles: [
          {
            id: 'l',
            kind: 'lane',
            points: [
              [-5, 20],
              [9, 20],
            ],
            widthM: 3,
            marginM: 0.5,
          },
        ],
      },
    );
    expect(layout.beds.map((b) => b.key)).toEqual(['1', '1b', '2', '2b', '3', '3b']);
    expect(layout.beds.slice(0, 2).map((b) => [b.nearM, b.farM])).toEqual([
      [1, 18],
      [22, 39],
    ]);
  });

  test('no bed fits, and nothing breaks', () => {
    const layout = laid({
      outline: [
        [0, 0],
        [0, 3],
        [0.5, 1],
      ],
      beds: { widthM: 2 },
    });
    expect(layout.beds).toEqual([]);
    expect(layout.runs).toEqual([]);
    expect(sheetCorners(layout)).toHaveLength(3);
  });
});

describe('tunnels', () => {
  test('6 by 20 m: narrow beds along the walls, as many as fit between, clear of both doors', () => {
    const layout = laid({
      tunnel: { widthM: 6, lengthM: 20, doors: 'both', doorM: 1, sideBedM: 0.5 },
      beds: { widthM: 0.8, pathM: 0.4 },
    });
    expect(layout.beds.map((b) => b.widthM)).toEqual(
      [0.5, 0.8, 0.8, 0.8, 0.5].map((w) => expect.closeTo(w, 9)),
    );
    expect(layout.beds[0].leftM).toBe(0);
    expect(layout.beds.at(-1)!.leftM + 0.5).toBeCloseTo(6, 9);
    // What is left over lies evenly on both sides of the middle beds.
    expect(layout.beds[2].leftM + 0.4).toBeCloseTo(3, 9);
    for (const b of layout.beds) expect([b.nearM, b.farM]).toEqual([1, 19]);
  });
});

describe('single beds', () => {
  const field = (single: NonNullable<StatedBlock['beds']>['single']): BlockLayout =>
    laid({
      outline: [
        [0, 0],
        [0, 30],
        [5, 30],
        [5, 0],
      ],
      beds: { widthM: 0.8, pathM: 0.4, headNearM: 2, headFarM: 2, single },
    });
  const told = (l: BlockLayout) => l.beds.map((b) => [b.key, b.nearM, b.farM]);

  test('shortened at either end, lengthened into its headland but no further', () => {
    expect(
      told(field({ '1': { lengthM: 10 }, '2': { startM: 3 }, '3': { lengthM: 99, startM: -9 } })),
    ).toEqual([
      ['1', 2, 12],
      ['2', 5, 28],
      ['3', 0, 30],
      ['4', 2, 28],
    ]);
  });

  test('removed beds keep their numbers for the others; split ones take letters; joined ones take in the path', () => {
    expect(told(field({ '2': { removed: true }, '3': { splits: [{ atM: 15, gapM: 1 }] } }))).toEqual([
      ['1', 2, 28],
      ['3', 2, 14.5],
      ['3b', 15.5, 28],
      ['4', 2, 28],
    ]);
    const joined = field({ '1': { joined: 1 } });
    expect(joined.beds.map((b) => [b.key, Number(b.widthM.toFixed(6))])).toEqual([
      ['1', 2],
      ['3', 0.8],
      ['4', 0.8],
    ]);
  });

  test('a resting bed is laid but has no runs', () => {
    const layout = field({ '2': { resting: true }, '3': { runs: 4 } });
    expect(layout.runs.map((r) => r.bed)).toEqual(['1', '1', '3', '3', '3', '3', '4', '4']);
    expect(layout.beds).toHaveLength(4);
  });
});

describe('headers', () => {
  const wedge: Point[] = [
    [0, 0],
    [0, 40],
    [20, 40],
    [20, 12],
  ];
  const beds = { widthM: 0.8, pathM: 0.4, headNearM: 1, headFarM: 1, runsPerBed: 1 };

  test('along each bed’s near end no run needs plain pipe; straight across the wedge most do', () => {
    const ends = laid({ outline: wedge, beds, header: { line: 'near-ends' } });
    expect(ends.runs.every((r) => r.leadM === 0 && r.direction === 1)).toBe(true);
    ends.runs.forEach((r) => expect(r.lengthM).toBeCloseTo(ends.beds[r.bedIndex].lengthM, 9));
    const straight = laid({ outline: wedge, beds, header: { along: 0 } });
    expect(straight.runs.filter((r) => r.leadM > 0.1).length).toBeGreaterThan(10);
  });

  test('slantwise it follows the odd edge nearly as well', () => {
    const level = laid({ outline: wedge, beds, header: { along: 0 } });
    const slant = laid({ outline: wedge, beds, header: { along: 0, alongRight: 0.29 } });
    const lead = (l: BlockLayout): number => l.runs.reduce((m, r) => m + r.leadM, 0);
    expect(lead(slant)).toBeLessThan(0.2 * lead(level));
  });

  test('two headers water every bed once, each up to half way', () => {
    const layout = laid({ outline: wedge, beds, header: { along: 0.1, other: { along: 0.9 } } });
    layout.beds.forEach((b, i) => {
      const own = layout.runs.filter((r) => r.bedIndex === i);
      expect(own.reduce((m, r) => m + r.lengthM - r.leadM, 0)).toBeCloseTo(b.lengthM, 0);
    });
    const { box } = layout;
    const [y0, y1] = [0.1, 0.9].map((s) => box.nearM + s * (box.farM - box.nearM));
    for (const r of layout.runs) {
      const end = r.fromM + r.direction * r.lengthM;
      if (layout.takeOffs[r.takeOff].header === 0) expect(end).toBeLessThanOrEqual((y0 + y1) / 2 + 1e-9);
      else expect(end).toBeGreaterThanOrEqual((y0 + y1) / 2 - 1e-9);
    }
  });

  test('staggered take-offs stand apart on the two sides', () => {
    const layout = laid({
      beds: { count: 3, lengthM: 20, runsPerBed: 1 },
      header: { along: 0.5, staggerM: 0.15 },
    });
    expect(layout.takeOffs).toHaveLength(6);
    for (const r of layout.runs)
      expect(layout.takeOffs[r.takeOff].xM - r.xM).toBeCloseTo(r.direction < 0 ? 0.15 : 0, 9);
  });
});

describe('the lie of the land', () => {
  const heights = [
    { xM: 0, yM: 0, zM: 10 },
    { xM: 100, yM: 0, zM: 11 },
    { xM: 0, yM: 100, zM: 12 },
    { xM: 100, yM: 100, zM: 13 },
  ];

  test('source, tees and blocks read their heights off measured ground unless they are stated', () => {
    const plan = planOf(
      { xM: 50, yM: 50 },
      {
        ground: { heights },
        sources: [{ id: 's', kind: 'tap', xM: 0, yM: 50 }],
        tees: [
          { id: 't', xM: 50, yM: 0 },
          { id: 'u', xM: 50, yM: 0, heightM: 3 },
        ],
      },
    );
    expect(plan.sources[0].heightM).toBeCloseTo(11, 9);
    expect(plan.tees.map((t) => t.heightM)).toEqual([expect.closeTo(10.5, 9), 3]);
    const farm = layOut(plan);
    expect(farm.blocks[0].ground.heightM(0, 0)).toBeCloseTo(11.5, 6);
  });

  test('a block that says how it falls keeps to that', () => {
    const plan = planOf({ heightM: 2, ground: { slopeAlong: 0.03 } }, { ground: { heights } });
    expect(plan.blocks[0].ground.by).toBe('falls');
    expect(layOut(plan).blocks[0].ground.heightM(0, 10)).toBeCloseTo(2.3, 9);
  });

  test('along a run over a hump the rise is that of the ground at every two metres', () => {
    const hump = Array.from({ length: 81 }, (_, i) => ({
      xM: (i % 9) * 5 - 10,
      yM: Math.floor(i / 9) * 5 - 5,
      zM: Math.sin((Math.floor(i / 9) * 5 - 5) / 6),
    }));
    const layout = laid({ beds: { count: 2, lengthM: 28, runsPerBed: 1 } }, { ground: { heights: hump } });
    const run = layout.runs[0];
    const zero = layout.ground.heightM(run.xM, 0);
    for (const d of [0, 2, 8, 14, 28])
      expect(riseAlong(run, d)).toBeCloseTo(layout.ground.heightM(run.xM, d) - zero, 9);
    expect(Math.abs(riseAlong(run, 9) - (layout.ground.heightM(run.xM, 9) - zero))).toBeLessThan(0.03);
  });

  test('directions to snap to: the longest side, the contour square to the fall', () => {
    const layout = laid(
      {
        outline: [
          [0, 0],
          [10, 40],
          [30, 40],
          [30, 0],
        ],
        ground: { slopeAlong: 0.02 },
      },
      { ground: { northDeg: 30 } },
    );
    const by = Object.fromEntries(directionsFor(layout, [], 30).map((d) => [d.why, d.deg]));
    expect(by['longest side']).toBeCloseTo((Math.atan2(10, 40) * 180) / Math.PI, 6);
    expect(by.contour).toBeCloseTo(90, 3);
    expect(by['square to it']).toBeCloseTo((Math.atan2(10, 40) * 180) / Math.PI + 90, 6);
    // On a block that is turned by 20 degrees the same fall along its beds has its contour 20 degrees further round.
    const turned = laid({ turnDeg: 20, ground: { slopeAlong: 0.02 } });
    expect(directionsFor(turned, [], 0).find((d) => d.why === 'contour')!.deg).toBeCloseTo(110, 3);
    const across = laid({ turnDeg: 20, ground: { slopeAcross: 0.02 } });
    expect(directionsFor(across, [], 0).find((d) => d.why === 'contour')!.deg).toBeCloseTo(20, 3);
    expect(by.north).toBe(30);
    expect(nearestDirection(-88, directionsFor(layout, [], 30), 4)).toEqual({
      deg: expect.closeTo(-90, 2),
      why: 'contour',
    });
    expect(nearestDirection(50, directionsFor(layout, [], 30), 4)).toBeUndefined();
  });
});
