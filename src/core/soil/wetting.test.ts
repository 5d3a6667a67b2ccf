import fc from 'fast-check';
import { longestUsefulH, STRIP_OVERLAP, wettedBy, type WettingGround } from './wetting';

const LOAM: WettingGround = { emitterLph: 1, ksMps: 3.7e-6, spacingM: 1, roomM: 2, takesMmPerM: 60 };

describe('the wetted bulb', () => {
  it('is as large as the water that it holds, in the shape of the formula', () => {
    // 1 L into soil that takes 60 mm a metre wets 0.001/0.06 m³; depth over width 2.54/1.82 · 0.001^0.41 · 13.32^0.62.
    const one = wettedBy(1, LOAM);
    expect(one.volumeM3).toBeCloseTo(0.016667, 6);
    expect(one.depthM / one.widthM).toBeCloseTo((2.54 / 1.82) * 0.001 ** 0.41 * 13.32 ** 0.62, 4);
    expect((Math.PI / 6) * one.widthM ** 2 * one.depthM).toBeCloseTo(one.volumeM3, 9);
    expect(one.meets).toBe(false);
  });

  it('goes deeper on sand, wider on clay; deeper too where the soil takes less', () => {
    const sand = wettedBy(2, { ...LOAM, ksMps: 5.8e-5 });
    const clay = wettedBy(2, { ...LOAM, ksMps: 1.7e-7 });
    expect(sand.depthM).toBeGreaterThan(clay.depthM);
    expect(sand.widthM).toBeLessThan(clay.widthM);
    expect(wettedBy(2, { ...LOAM, takesMmPerM: 30 }).depthM).toBeGreaterThan(wettedBy(2, LOAM).depthM);
  });

  it('makes a strip at a spacing of at most eight tenths of its width', () => {
    const wide = wettedBy(3, LOAM).widthM;
    // Where neighbours reach each other each is narrower than alone, so the strip is sought from its own width.
    expect(wettedBy(3, { ...LOAM, spacingM: wide * 1.01 }).meets).toBe(false);
    expect(wettedBy(3, { ...LOAM, spacingM: wide * 0.95 }).meets).toBe(false);
    expect(wettedBy(3, { ...LOAM, spacingM: wide * 0.6 }).meets).toBe(true);
    const near = wettedBy(3, { ...LOAM, spacingM: wide * 0.6 });
    expect(wide * 0.6).toBeLessThanOrEqual(STRIP_OVERLAP * near.widthM);
  });

  it('goes down where the bed ends: a strip holds no more than its room', () => {
    const free = wettedBy(4, LOAM);
    const narrow = wettedBy(4, { ...LOAM, roomM: free.widthM / 2 });
    expect(narrow.widthM).toBeCloseTo(free.widthM / 2, 9);
    expect(narrow.depthM).toBeCloseTo(free.depthM * 4, 6);
  });

  it('conserves water to a millionth, and grows with it', () => {
    const ground = fc.record({
      emitterLph: fc.double({ min: 0.3, max: 8, noNaN: true }),
      ksMps: fc.constantFrom(5.8e-5, 1.7e-5, 7.2e-6, 3.7e-6, 1.9e-6, 6.4e-7, 1.7e-7),
      spacingM: fc.double({ min: 0.1, max: 1, noNaN: true }),
      roomM: fc.double({ min: 0.1, max: 1.5, noNaN: true }),
      takesMmPerM: fc.double({ min: 5, max: 120, noNaN: true }),
    });
    fc.assert(
      fc.property(ground, fc.double({ min: 0.05, max: 50, noNaN: true }), (g, litres) => {
        const w = wettedBy(litres, g);
        const s = Math.min(g.spacingM, w.widthM);
        // The egg below ground, cut at its neighbours, by its integral.
        const steps = 4000;
        let volume = 0;
        for (let i = 0; i < steps; i++) {
          const x = -s / 2 + ((i + 0.5) * s) / steps;
          volume +=
            (Math.PI / 4) * w.widthM * w.depthM * Math.max(0, 1 - (2 * x) ** 2 / w.widthM ** 2) * (s / steps);
        }
        expect(volume * g.takesMmPerM).toBeCloseTo(litres, 4);
        expect(w.volumeM3 * g.takesMmPerM).toBeCloseTo(litres, 6);
        const more = wettedBy(litres * 1.1, g);
        expect(more.depthM).toBeGreaterThan(w.depthM);
        expect(more.widthM).toBeGreaterThanOrEqual(w.widthM);
      }),
    );
  });

  it('is nothing where nothing drips, or the soil takes nothing', () => {
    expect(wettedBy(0, LOAM).depthM).toBe(0);
    expect(wettedBy(1, { ...LOAM, emitterLph: 0 }).depthM).toBe(0);
    expect(wettedBy(1, { ...LOAM, takesMmPerM: 0 }).depthM).toBe(0);
  });
});

describe('the longest useful watering', () => {
  it('just reaches the roots', () => {
    const h = longestUsefulH(0.3, LOAM);
    expect(wettedBy(h, LOAM).depthM).toBeCloseTo(0.3, 6);
    expect(longestUsefulH(0.4, LOAM)).toBeGreaterThan(h);
    expect(longestUsefulH(0.3, { ...LOAM, ksMps: 5.8e-5 })).toBeLessThan(h);
    expect(longestUsefulH(0.3, { ...LOAM, emitterLph: 0 })).toBe(200);
  });
});
