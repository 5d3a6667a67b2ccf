import fc from 'fast-check';
import { dayOfBalance, fullSoil, leftOver, type BalanceDay, type BedSoil } from './waterBalance';

describe('the water balance', () => {
  const soil: BedSoil = { groundM: 1, rootedM: 0.8, stripM: 0.5, heldMmPerM: 170 };
  const day: BalanceDay = { useMm: 5, rainMm: 0, rootM: 0.4, useShare: 0.4, givenL: 0 };

  it('by hand: a full strip used for a day, then filled again', () => {
    const full = fullSoil(soil, 0.4);
    expect(full.stripL).toBeCloseTo(170 * 0.4 * 0.5, 9); // 34 L per metre
    const dry = dayOfBalance(soil, full, day);
    // 5 mm on 1 m of ground, path included, are 5 L, drawn on strip and ground beside it as water is there: 5 to 3.
    expect(dry.usedL).toBeCloseTo(5, 9);
    expect(dry.stripL).toBeCloseTo(34 - 5 * (5 / 8), 9);
    const wet = dayOfBalance(soil, dry.state, { ...day, useMm: 0, givenL: 3.625 });
    // 3.125 L find room, half a litre passes the roots.
    expect(wet.deepL).toBeCloseTo(0.5, 9);
    expect(wet.full).toBeCloseTo(1, 9);
  });

  it('counts water given in excess as lost under the strip, not spread over the bed', () => {
    const full = fullSoil(soil, 0.4);
    const after = dayOfBalance(soil, full, { ...day, useMm: 0, givenL: 10 });
    expect(after.deepL).toBeCloseTo(10, 9);
    expect(after.besideDeepL).toBe(0);
  });

  it('lets what finds no room pass as it comes: the day’s use makes no room for it afterwards', () => {
    const full = fullSoil(soil, 0.4);
    const after = dayOfBalance(soil, full, { ...day, rainMm: 10, givenL: 2 });
    // 10 mm on 0.5 m and 2 L more pass under the strip, 10 mm on 0.3 m beside it, though 5 L are used that day.
    expect(after.deepL).toBeCloseTo(7, 9);
    expect(after.besideDeepL).toBeCloseTo(3, 9);
    expect(after.usedL).toBeCloseTo(5, 9);
    expect(after.full).toBeCloseTo((34 - 5 * (5 / 8)) / 34, 9);
  });

  it('lets a crop go short, and takes a hand’s word for the soil', () => {
    let state = fullSoil(soil, 0.4);
    let last = dayOfBalance(soil, state, day);
    for (let i = 0; i < 20; i++) {
      last = dayOfBalance(soil, state, day);
      state = last.state;
    }
    expect(last.usedL).toBeLessThan(last.wantedL);
    const felt = dayOfBalance(soil, state, { ...day, felt: 0.9 });
    expect(felt.full).toBeCloseTo(0.9, 9);
    expect(felt.feltL).toBeGreaterThan(0);
  });

  it('conserves water to a millionth of a litre through any season', () => {
    fc.assert(
      fc.property(
        fc.record({
          bedM: fc.double({ min: 0.3, max: 1.5, noNaN: true }),
          share: fc.double({ min: 0.1, max: 1, noNaN: true }),
          held: fc.constantFrom(60, 120, 170, 200),
          days: fc.array(
            fc.record({
              useMm: fc.double({ min: 0, max: 9, noNaN: true }),
              rainMm: fc.double({ min: 0, max: 80, noNaN: true }),
              rootM: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
              useShare: fc.double({ min: 0.1, max: 0.6, noNaN: true }),
              givenL: fc.double({ min: 0, max: 30, noNaN: true }),
              felt: fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: undefined }),
            }),
            { minLength: 1, maxLength: 200 },
          ),
        }),
        ({ bedM, share, held, days }) => {
          const s = { groundM: bedM * 1.5, rootedM: bedM, stripM: bedM * share, heldMmPerM: held };
          const before = fullSoil(s, days[0].rootM);
          let state = before;
          const results = days.map((d) => {
            const r = dayOfBalance(s, state, d);
            state = r.state;
            expect(r.stripL).toBeGreaterThanOrEqual(0);
            expect(r.besideL).toBeGreaterThanOrEqual(0);
            expect(r.full).toBeLessThanOrEqual(1 + 1e-9);
            expect(r.usedL).toBeLessThanOrEqual(r.wantedL + 1e-9);
            return r;
          });
          expect(Math.abs(leftOver(before, state, results))).toBeLessThan(1e-6);
        },
      ),
    );
  });
});
