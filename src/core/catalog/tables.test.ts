import { INCH_DRILLS, METRIC_DRILLS } from './drills';
import { LIES, MATERIALS } from './materials';
import { PIPES } from './pipes';
import { SOILS } from './soils';
import { USUAL } from './usualSizes';

/** What shops write on their shelves, read into core units: an inch is 25.4 mm, a foot 304.8 mm, a US gallon 3.785 L. */
test('sizes in US units are the round ones that are sold', () => {
  const inches = (mm: readonly number[]): number[] => mm.map((x) => Number((x / 25.4).toFixed(4)));
  expect(inches(USUAL.tapeBores.us)).toEqual([0.625, 0.875, 1.375]);
  expect(inches(USUAL.tubingBores.us)).toEqual([0.17, 0.52, 0.6, 0.82]);
  expect(inches(USUAL.microtubes.us)).toEqual([0.02, 0.024, 0.036, 0.05]);
  expect(inches(USUAL.spacings.us.map((m) => m * 1000))).toEqual([4, 6, 8, 12, 18, 24]);
  expect(inches(USUAL.bedWidths.us.map((m) => m * 1000))).toEqual([24, 30, 36, 48]);
  expect(USUAL.bedLengths.us.map((m) => Number((m / 0.3048).toFixed(4)))).toEqual([8, 16, 25, 50, 100, 150]);
  expect(USUAL.tanks.us.map((l) => Number((l / 3.785411784).toFixed(3)))).toEqual([55, 275, 330, 500, 1500]);
});

test.each(Object.entries(USUAL))(
  '%s rise from the smallest on in both systems, and each is near one of the other',
  (_, { metric, us }) => {
    for (const list of [metric, us]) expect([...list].sort((x, y) => x - y)).toEqual([...list]);
    expect(Math.min(...metric) / Math.min(...us)).toBeGreaterThan(0.4);
    expect(Math.max(...metric) / Math.max(...us)).toBeLessThan(2.5);
  },
);

test('drills: 1/64 in steps are as wide as they are called, metric ones in millimetres', () => {
  for (const drill of INCH_DRILLS) expect(drill.mm).toBeGreaterThan(0.3);
  expect(INCH_DRILLS.some((d) => Math.abs(d.mm - 25.4 / 32) < 1e-9)).toBe(true);
  expect(METRIC_DRILLS.some((d) => d.mm === 1)).toBe(true);
});

test('pipes of a family widen as they are called larger; none is rougher than plastic gets or smoother than it is', () => {
  for (const pipe of PIPES) {
    expect(pipe.c).toBeGreaterThanOrEqual(120);
    expect(pipe.c).toBeLessThanOrEqual(155);
    expect(pipe.boreMm).toBeGreaterThan(3);
    expect(pipe.boreMm).toBeLessThan(160);
  }
  expect(new Set(PIPES.map((p) => p.id)).size).toBe(PIPES.length);
});

test('soils from coarse to fine hold more and take water in more slowly', () => {
  const of = (id: string) => SOILS.find((s) => s.id === id)!;
  expect(of('sand').heldMmPerM).toBeLessThan(of('loam').heldMmPerM);
  expect(of('sand').stripM).toBeLessThan(of('loam').stripM);
  expect(of('loam').stripM).toBeLessThan(of('clay').stripM);
});

test('every kind of line and every place that it lies in has an id of its own and a name', () => {
  for (const list of [MATERIALS, LIES]) {
    expect(new Set(list.map((x) => x.id)).size).toBe(list.length);
    for (const { name } of list) expect(name).not.toBe('');
  }
});
