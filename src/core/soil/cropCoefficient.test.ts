import { CROPS } from '../catalog/crops';
import { cropNeed } from '../catalog/cropNeeds';
import {
  airAdds,
  alongStages,
  coefficientOf,
  cropDay,
  cropDays,
  leachingShare,
  shadedShare,
  usableShare,
  type CropGround,
  type CropNeed,
} from './cropCoefficient';

/** A full stand on bare soil, all of it wetted. */
const FULL: CropGround = { shade: 1, wetted: 1, evaporates: 1, uses: 1 };
const basal = (c: CropNeed, day: number): number =>
  alongStages([c.kcbBegin!, c.kcbMiddle!, c.kcbEnd!], cropDay(c, day));
const single = (c: CropNeed, day: number): number =>
  alongStages([c.kcBegin, c.kcMiddle, c.kcEnd], cropDay(c, day));

describe('a crop’s life', () => {
  it('has four stages: constant, rising, constant, falling; and roots that go down until full cover', () => {
    const t = cropNeed('tomatoes');
    expect(cropDays(t)).toBe(145);
    expect(cropDay(t, -1)).toMatchObject({ phase: 'not yet', grown: 0 });
    expect(cropDay(t, 29)).toMatchObject({ phase: 'begins', grown: 0, ripe: 0 });
    expect(cropDay(t, 50)).toMatchObject({ phase: 'grows', grown: 0.5, ripe: 0 });
    expect(cropDay(t, 70)).toMatchObject({ phase: 'stands', grown: 1, rootM: 0.7 });
    expect(cropDay(t, 130)).toMatchObject({ phase: 'ripens', grown: 1, ripe: 0.5 });
    expect(cropDay(t, 145)).toMatchObject({ phase: 'over', grown: 0 });
    expect(cropDay(t, 35).rootM).toBeCloseTo(0.15 + (0.7 - 0.15) / 2, 9);
  });

  // FAO 56, tables 11, 12 and 17: what a day's coefficient is by hand, single and basal.
  it.each([
    ['tomatoes', 10, 0.6, 0.15],
    ['tomatoes', 50, (0.6 + 1.15) / 2, (0.15 + 1.1) / 2],
    ['tomatoes', 130, (1.15 + 0.8) / 2, (1.1 + 0.7) / 2],
    ['salad', 35, (0.7 + 1) / 2, (0.15 + 0.9) / 2],
    ['salad', 70, (1 + 0.95) / 2, 0.9],
    ['potatoes', 80, 1.15, 1.1],
    ['potatoes', 130, (1.15 + 0.75) / 2, (1.1 + 0.65) / 2],
    ['sweetcorn', 35, 0.3 + 0.85 * (15 / 25), 0.15 + 0.95 * (15 / 25)],
    ['onions', 130, 1.05 - 0.3 * (20 / 40), 0.95 - 0.3 * (20 / 40)],
  ] as const)('%s on day %i', (crop, day, kc, kcb) => {
    expect(single(cropNeed(crop), day)).toBeCloseTo(kc, 9);
    expect(basal(cropNeed(crop), day)).toBeCloseTo(kcb, 9);
  });

  it('is known of forty crops and more, each whole', () => {
    expect(CROPS.length).toBeGreaterThanOrEqual(40);
    expect(new Set(CROPS.map((c) => c.id)).size).toBe(CROPS.length);
    for (const c of CROPS) {
      expect(c.days.every((d) => d > 0)).toBe(true);
      // The plant alone never uses more than plant and soil together.
      c.kc.forEach((kc, i) => expect(c.kcb[i]).toBeLessThanOrEqual(kc));
      expect(c.useShare).toBeGreaterThan(0);
      expect(c.useShare).toBeLessThan(1);
    }
  });
});

describe('the coefficient of a day', () => {
  const t = cropNeed('tomatoes');

  it('is per ground of the field, by the share that is shaded: 0.79 of the whole is 1.26 of the bed', () => {
    // 0.75 m beds on 1.2 m centres.
    expect(shadedShare(0.75 / 1.2)).toBeCloseTo(0.79, 2);
    expect((shadedShare(0.75 / 1.2) * 1.2) / 0.75).toBeCloseTo(1.26, 2);
    expect(shadedShare(1)).toBe(1);
    expect(shadedShare(0)).toBe(0);
    const film: CropGround = { shade: 0.625, wetted: 0.3, evaporates: 0, uses: 1 };
    expect(coefficientOf(t, cropDay(t, 90), film).kc).toBeCloseTo(1.1 * Math.sqrt(0.625), 9);
  });

  it('adds the evaporation of wetted soil that lies open: most at first, little under the full crop, hardly any under film', () => {
    // At first nothing is covered: 0.3 of the ground wetted · 1.2 the most = 0.36.
    const bare: CropGround = { ...FULL, wetted: 0.3 };
    expect(coefficientOf(t, cropDay(t, 5), bare).ke).toBeCloseTo(0.36, 9);
    expect(coefficientOf(t, cropDay(t, 5), bare).kc).toBeCloseTo(0.15 + 0.36, 9);
    // Full grown it covers ((1.1 − 0.15)/(1.2 − 0.15))^1.3 = 0.878: of what is wetted 1 − 2/3 · 0.878 lies open, and no more
    // than the 0.122 of the ground that do; and soil and plant together use no more than 1.2.
    const grown = coefficientOf(t, cropDay(t, 90), bare);
    expect(grown.ke).toBeCloseTo(Math.min(1.2 - 1.1, 0.122 * 1.2), 3);
    expect(grown.kc).toBeLessThanOrEqual(1.2 + 1e-12);
    expect(coefficientOf(t, cropDay(t, 5), { ...bare, evaporates: 0.1 }).ke).toBeCloseTo(0.036, 9);
  });

  it('falls to the wetted share of the first single coefficient where only that is known', () => {
    const own = cropNeed('tomatoes', { kcBegin: 0.7 });
    expect(own.kcbBegin).toBeUndefined();
    expect(coefficientOf(own, cropDay(own, 5), { ...FULL, wetted: 0.4 }).kc).toBeCloseTo(0.7 * 0.4, 9);
    expect(coefficientOf(own, cropDay(own, 90), { ...FULL, wetted: 0.4, shade: 0.25 }).kc).toBeCloseTo(
      1.15 * 0.5,
      9,
    );
    // With a basal one stated beside it, that counts.
    expect(cropNeed('tomatoes', { kcBegin: 0.7, kcbMiddle: 1.2 }).kcbMiddle).toBe(1.2);
  });

  it('moves with wind and dry air as eq. 62 has it, by hand', () => {
    // 4 m/s and 30 %, crop of 3 m: 0.04·2 + 0.004·15 = 0.14.
    expect(airAdds({ windMps: 4, humidityMin: 0.3 }, 3)).toBeCloseTo(0.14, 9);
    expect(airAdds({ windMps: 4, humidityMin: 0.3 }, 0.3)).toBeCloseTo(0.14 * 0.1 ** 0.3, 9);
    expect(airAdds({ windMps: 2, humidityMin: 0.45 }, 1)).toBe(0);
    // Beyond 6 m/s and 20 % it goes no further.
    expect(airAdds({ windMps: 20, humidityMin: 0 }, 3)).toBeCloseTo(0.04 * 4 + 0.4 * 0.25, 9);
    const film: CropGround = { shade: 1, wetted: 0.3, evaporates: 0, uses: 1 };
    const windy = coefficientOf(t, cropDay(t, 90), film, { windMps: 4, humidityMin: 0.3 });
    expect(windy.kcb).toBeCloseTo(1.1 + 0.14 * 0.2 ** 0.3, 9);
    // Small coefficients are not moved.
    expect(coefficientOf(t, cropDay(t, 5), film, { windMps: 4, humidityMin: 0.3 }).kcb).toBeCloseTo(0.15, 9);
  });

  it('is nothing where nothing grows', () => {
    expect(coefficientOf(t, cropDay(t, -1), FULL).kc).toBe(0);
    expect(coefficientOf(t, cropDay(t, 145), FULL).kc).toBe(0);
  });
});

describe('shares', () => {
  it('of the held water: more on a day of little use, within bounds', () => {
    expect(usableShare(0.4, 5)).toBeCloseTo(0.4, 9);
    expect(usableShare(0.4, 3)).toBeCloseTo(0.48, 9);
    expect(usableShare(0.2, 9)).toBeCloseTo(0.1, 9);
    expect(usableShare(0.79, 1)).toBeCloseTo(0.8, 9);
  });

  it('that washes salt down', () => {
    // Water of 1.2 dS/m on lettuce, which yields nothing at 9: 1.2/18.
    expect(leachingShare(1.2, cropNeed('salad').maxSaltDsM)).toBeCloseTo(1.2 / 18, 9);
    expect(leachingShare(undefined, 9)).toBe(0);
    expect(leachingShare(1, undefined)).toBe(0);
    expect(leachingShare(40, 4)).toBe(0.5);
  });
});
