import fc from 'fast-check';
import {
  areaM2,
  crossingSides,
  isInside,
  lengthWithinM,
  outlineFromTape,
  perimeterM,
  planeAt,
  planeThrough,
  spansClearOf,
  spansWithin,
  stripAbout,
  surfaceThrough,
  tapeOf,
  toLonLat,
  toMetres,
  type Height,
  type Point,
} from './index';

const settings = { endOnFailure: true, interruptAfterTimeLimit: 20_000 };
const SQUARE: Point[] = [
  [0, 0],
  [0, 10],
  [10, 10],
  [10, 0],
];

/** An outline that does not cross itself: corners at rising angles about a middle. */
const star = fc
  .array(
    fc.tuple(fc.double({ min: 8, max: 60, noNaN: true }), fc.double({ min: 0.3, max: 1, noNaN: true })),
    {
      minLength: 3,
      maxLength: 12,
    },
  )
  .map((corners) => {
    const total = corners.reduce((sum, [, share]) => sum + share, 0);
    let angle = 0;
    return corners.map(([r, share]): Point => {
      angle += (share / total) * 2 * Math.PI;
      return [r * Math.cos(angle), r * Math.sin(angle)];
    });
  });

describe('outlines', () => {
  test('a square of ten metres by hand', () => {
    expect(areaM2(SQUARE)).toBe(100);
    expect(perimeterM(SQUARE)).toBe(40);
    expect(crossingSides(SQUARE)).toBeUndefined();
  });

  test('corners out of order cross: a bow tie', () => {
    expect(crossingSides([SQUARE[0], SQUARE[2], SQUARE[1], SQUARE[3]])).toEqual([1, 3]);
  });

  test('a pipe across a three metre lane lies under it for three metres, aslant for longer', () => {
    const lane = stripAbout([-50, 5], [50, 5], 1.5);
    expect(lengthWithinM([0, 0], [0, 10], lane)).toBeCloseTo(3, 9);
    expect(lengthWithinM([0, 0], [10, 10], lane)).toBeCloseTo(3 * Math.SQRT2, 9);
    expect(lengthWithinM([0, 0], [0, 2], lane)).toBe(0);
    expect(lengthWithinM([0, 4.5], [0, 5.5], lane)).toBeCloseTo(1, 9);
  });
});

describe('corners from a tape', () => {
  test('a right triangle of 3, 4 and 5', () => {
    const read = outlineFromTape({ sidesM: [3, 4, 5], diagonalsM: [] });
    if (!read.ok) throw new Error(read.why);
    expect(areaM2(read.outline)).toBeCloseTo(6, 12);
  });

  test('a rectangle of 30 by 40 whose diagonal is 50', () => {
    const read = outlineFromTape({ sidesM: [40, 30, 40, 30], diagonalsM: [50] });
    if (!read.ok) throw new Error(read.why);
    expect(read.outline.map(([x, y]) => [x, y].map((v) => Math.round(v * 1e6) / 1e6 + 0))).toEqual([
      [0, 0],
      [0, 40],
      [30, 40],
      [30, 0],
    ]);
  });

  test('what was laid out reads back as it was taped, dents too', () => {
    fc.assert(
      fc.property(star, (outline) => {
        const { sidesM, diagonalsM } = tapeOf(outline);
        const turn = (i: number): number => {
          const [ax, ay] = [outline[i - 1][0] - outline[0][0], outline[i - 1][1] - outline[0][1]];
          const [bx, by] = [outline[i][0] - outline[0][0], outline[i][1] - outline[0][1]];
          return ax * by - ay * bx;
        };
        const dents = new Set(outline.flatMap((_, i) => (i >= 2 && turn(i) > 0 ? [i] : [])));
        const read = outlineFromTape({ sidesM, diagonalsM, dents });
        if (!read.ok) throw new Error(read.why);
        const again = tapeOf(read.outline);
        again.sidesM.forEach((m, i) => expect(m).toBeCloseTo(sidesM[i], 6));
      }),
      settings,
    );
  });

  test('lengths that do not meet are told at their corner', () => {
    expect(outlineFromTape({ sidesM: [10, 4, 3], diagonalsM: [] })).toMatchObject({ ok: false, corner: 3 });
    expect(outlineFromTape({ sidesM: [10, 0, 3], diagonalsM: [] })).toMatchObject({ ok: false });
  });
});

describe('stretches of a strip', () => {
  test('an L is cut where its side passes through', () => {
    const ell: Point[] = [
      [0, 0],
      [0, 10],
      [4, 10],
      [4, 6],
      [10, 6],
      [10, 0],
    ];
    expect(spansWithin(ell, 0, 1)).toEqual([[0, 10]]);
    expect(spansWithin(ell, 5, 6)).toEqual([[0, 6]]);
    // Over the inner corner only what is free over the whole width counts.
    expect(spansWithin(ell, 3.5, 4.5)).toEqual([[0, 6]]);
  });

  test('a U gives two stretches, and a thing between cuts one in two', () => {
    const u: Point[] = [
      [0, 0],
      [0, 10],
      [10, 10],
      [10, 7],
      [3, 7],
      [3, 3],
      [10, 3],
      [10, 0],
    ];
    const two = spansWithin(u, 5, 6);
    expect(two).toEqual([
      [0, 3],
      [7, 10],
    ]);
    const box: Point[] = [
      [5.5, 1],
      [5.5, 2],
      [7, 2],
      [7, 1],
    ];
    expect(spansClearOf(two, [box], 5, 6)).toEqual([
      [0, 1],
      [2, 3],
      [7, 10],
    ]);
  });

  test('whatever the outline, no stretch leaves it', () => {
    fc.assert(
      fc.property(
        star,
        fc.double({ min: -60, max: 60, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (outline, left, wide) => {
          for (const [from, to] of spansWithin(outline, left, left + wide))
            for (const x of [0.001, 0.5, 0.999])
              for (const y of [0.001, 0.3, 0.7, 0.999])
                expect(isInside(outline, [left + wide * x, from + (to - from) * y])).toBe(true);
        },
      ),
      settings,
    );
  });
});

describe('the surface of the ground', () => {
  const heights = fc.array(
    fc.record({
      xM: fc.double({ min: 0, max: 200, noNaN: true }),
      yM: fc.double({ min: 0, max: 150, noNaN: true }),
      zM: fc.double({ min: -5, max: 20, noNaN: true }),
    }),
    { minLength: 4, maxLength: 60 },
  );
  const apart = (list: Height[]): Height[] =>
    list.filter((h, i) => list.findIndex((o) => Math.hypot(o.xM - h.xM, o.yM - h.yM) < 0.5) === i);

  test('a plane through three corners, by hand: 1 m up along 20 m, 0.5 m down across 10 m', () => {
    const plane = planeThrough([
      { xM: 0, yM: 0, zM: 5 },
      { xM: 10, yM: 0, zM: 4.5 },
      { xM: 0, yM: 20, zM: 6 },
    ]);
    expect(plane.riseX).toBeCloseTo(-0.05, 12);
    expect(plane.riseY).toBeCloseTo(0.05, 12);
    expect(planeAt(plane, 10, 20)).toBeCloseTo(5.5, 12);
  });

  test('one height is level ground; several on a line slope along it only', () => {
    expect(surfaceThrough([{ xM: 3, yM: 4, zM: 7 }], 'triangulated').heightAt(99, -99)).toBe(7);
    const line = planeThrough([
      { xM: 0, yM: 0, zM: 0 },
      { xM: 10, yM: 10, zM: 1 },
    ]);
    expect(planeAt(line, 5, 5)).toBeCloseTo(0.5, 12);
    expect(planeAt(line, 10, 0)).toBeCloseTo(0.5, 12);
  });

  test('it passes through every height given', () => {
    fc.assert(
      fc.property(heights, (list) => {
        const given = apart(list);
        const surface = surfaceThrough(given, 'triangulated');
        if (surface.kind === 'plane') return;
        for (const h of given) expect(surface.heightAt(h.xM, h.yM)).toBeCloseTo(h.zM, 8);
      }),
      settings,
    );
  });

  test('heights of an even slope make that slope, between and beyond them', () => {
    fc.assert(
      fc.property(
        heights,
        fc.double({ min: -0.1, max: 0.1, noNaN: true }),
        fc.double({ min: -0.1, max: 0.1, noNaN: true }),
        (list, a, b) => {
          const z = (x: number, y: number): number => 3 + a * x + b * y;
          const surface = surfaceThrough(
            apart(list).map((h) => ({ ...h, zM: z(h.xM, h.yM) })),
            'triangulated',
          );
          for (const [x, y] of [
            [50, 60],
            [120, 10],
            [-80, 400],
          ])
            if (surface.kind === 'triangulated') expect(surface.heightAt(x, y)).toBeCloseTo(z(x, y), 5);
        },
      ),
      settings,
    );
  });

  test('it bends without creases: across a side the slope is the same from both triangles', () => {
    const given = [0, 1, 2, 3, 4].flatMap((i) =>
      [0, 1, 2, 3].map((j) => ({
        xM: 20 * i + 3 * (j % 2),
        yM: 20 * j + 2 * (i % 3),
        zM: Math.sin(i * 1.3) + Math.cos(j * 0.9),
      })),
    );
    const { heightAt } = surfaceThrough(given, 'triangulated');
    const h = 1e-5;
    let jump = 0;
    for (const y of [11, 23, 37, 45])
      for (let x = 8; x < 72; x += 0.01) {
        const before = (heightAt(x, y) - heightAt(x - h, y)) / h;
        const after = (heightAt(x + h, y) - heightAt(x, y)) / h;
        jump = Math.max(jump, Math.abs(after - before));
      }
    expect(jump).toBeLessThan(1e-3);
  });
});

describe('places on the earth', () => {
  // Lengths of a degree: geodesy handbooks' tables for this ellipsoid.
  test.each([
    [0, 111320, 110574],
    [45, 78847, 111132],
    [60, 55800, 111412],
  ])('a degree at %d°', (lat, eastM, northM) => {
    expect(toMetres({ lon: 1, lat }, { lon: 0, lat })[0]).toBeCloseTo(eastM, -1);
    expect(toMetres({ lon: 0, lat: lat + 1e-3 }, { lon: 0, lat })[1] * 1000).toBeCloseTo(northM, -1);
  });

  test('there and back, over the date line too', () => {
    const origin = { lon: 179.999, lat: -41.3 };
    const place = { lon: -179.998, lat: -41.301 };
    const [x, y] = toMetres(place, origin);
    expect(Math.hypot(x, y)).toBeLessThan(400);
    const back = toLonLat([x, y], origin);
    expect(back.lon).toBeCloseTo(place.lon, 9);
    expect(back.lat).toBeCloseTo(place.lat, 9);
  });
});
