import fc from 'fast-check';
import { CROP_NEEDS, cropNeed } from '../catalog/cropNeeds';
import {
  cropDay,
  cropDays,
  dayOfBalance,
  fullSoil,
  leftOver,
  longestUsefulH,
  referenceEtMm,
  skyOf,
  wettedBy,
  windAt2M,
  type BalanceDay,
  type BedSoil,
} from '.';

describe('reference evapotranspiration', () => {
  it('is that of the published worked example: Brussels on 6 July', () => {
    // FAO 56, example 18: 50°48′ N, 100 m; 12.3 to 21.5 °C; 63 to 84 %; 10 km/h at 10 m; 9.25 h of sun. ET0 3.9 mm.
    const et = referenceEtMm(
      {
        date: '2027-07-06',
        minC: 12.3,
        maxC: 21.5,
        humidityMin: 0.63,
        humidityMax: 0.84,
        windMps: 10 / 3.6,
        sunH: 9.25,
      },
      { latDeg: 50.8, altitudeM: 100, windAtM: 10, coastal: false },
    );
    expect(et).toBeCloseTo(3.88, 1);
    expect(Math.abs(et - 3.88)).toBeLessThan(0.03);
  });

  it('has the sky of the published examples', () => {
    // FAO 56, examples 8 and 9: 3 September at 20° S: 32.2 MJ/m² and 11.7 h.
    const sky = skyOf(-20, 246);
    expect(sky.radiationMj).toBeCloseTo(32.2, 1);
    expect(sky.daylightH).toBeCloseTo(11.7, 1);
    // Example 14: 3.2 m/s at 10 m are 2.4 m/s at 2 m.
    expect(windAt2M(3.2, 10)).toBeCloseTo(2.4, 1);
  });

  it('estimates what was not measured: radiation from the range of warmth', () => {
    // FAO 56, example 15: Lyon in July, 45°43′ N: 14.8 to 26.6 °C give 22.3 MJ/m² of 40.6.
    const { radiationMj } = skyOf(45.72, 196);
    expect(radiationMj).toBeCloseTo(40.6, 0);
    expect(0.16 * Math.sqrt(26.6 - 14.8) * radiationMj).toBeCloseTo(22.3, 0);
    const station = { latDeg: 45.72, altitudeM: 200, windAtM: 2, coastal: false };
    const bare = referenceEtMm({ date: '2027-07-15', minC: 14.8, maxC: 26.6 }, station);
    const told = referenceEtMm(
      { date: '2027-07-15', minC: 14.8, maxC: 26.6, sunMj: 22.3, windMps: 2 },
      station,
    );
    expect(bare).toBeCloseTo(told, 1);
  });

  it('takes a station’s own figure, and is never below nothing', () => {
    const station = { latDeg: 60, altitudeM: 0, windAtM: 2, coastal: true };
    expect(referenceEtMm({ date: '2027-07-06', minC: 10, maxC: 20, et0Mm: 4.2 }, station)).toBe(4.2);
    fc.assert(
      fc.property(
        fc.record({
          minC: fc.double({ min: -40, max: 30, noNaN: true }),
          range: fc.double({ min: 0, max: 25, noNaN: true }),
          lat: fc.double({ min: -70, max: 70, noNaN: true }),
          day: fc.integer({ min: 1, max: 28 }),
          month: fc.integer({ min: 1, max: 12 }),
        }),
        ({ minC, range, lat, day, month }) => {
          const date = `2027-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
          const et = referenceEtMm({ date, minC, maxC: minC + range }, { ...station, latDeg: lat });
          expect(et).toBeGreaterThanOrEqual(0);
          expect(et).toBeLessThan(20);
        },
      ),
    );
  });

  it('grows with sun, wind and dry air', () => {
    const station = { latDeg: 45, altitudeM: 100, windAtM: 2, coastal: false };
    const day = {
      date: '2027-06-20',
      minC: 12,
      maxC: 26,
      humidityMin: 0.5,
      humidityMax: 0.9,
      windMps: 2,
      sunH: 8,
    };
    const et = referenceEtMm(day, station);
    expect(referenceEtMm({ ...day, sunH: 12 }, station)).toBeGreaterThan(et);
    expect(referenceEtMm({ ...day, windMps: 5 }, station)).toBeGreaterThan(et);
    expect(referenceEtMm({ ...day, humidityMin: 0.3 }, station)).toBeGreaterThan(et);
  });
});

describe('crop coefficients', () => {
  it('follow the four stages: constant, rising, constant, falling', () => {
    // Tomatoes: 0.6 for 30 days, to 1.15 over 40, 45 days, to 0.8 over 30.
    const t = CROP_NEEDS.tomatoes;
    expect(cropDays(t)).toBe(145);
    expect(cropDay(t, -1)).toMatchObject({ phase: 'not yet', kc: 0 });
    expect(cropDay(t, 10)).toMatchObject({ phase: 'begins', kc: 0.6 });
    expect(cropDay(t, 50).kc).toBeCloseTo((0.6 + 1.15) / 2, 9);
    expect(cropDay(t, 90)).toMatchObject({ phase: 'stands', kc: 1.15, rootM: 0.7 });
    expect(cropDay(t, 130).kc).toBeCloseTo((1.15 + 0.8) / 2, 9);
    expect(cropDay(t, 145)).toMatchObject({ phase: 'over', kc: 0 });
    // Roots: a straight line to full depth at full cover.
    expect(cropDay(t, 35).rootM).toBeCloseTo(0.2 + (0.7 - 0.2) / 2, 9);
  });

  it('are a grower’s own where stated', () => {
    expect(cropNeed('tomatoes', { kcMiddle: 1.3 })).toMatchObject({ kcMiddle: 1.3, kcBegin: 0.6 });
  });
});

describe('the wetted bulb', () => {
  it('is that of the formula by hand', () => {
    // 3 L from 1 L/h into loam: V = 0.003 m³, q = 2.778e-7 m³/s, K/q = 13.32.
    const one = wettedBy(3, 1, 3.7e-6, 1);
    expect(one.depthM).toBeCloseTo(2.54 * 0.003 ** 0.63 * 13.32 ** 0.45, 4);
    expect(one.widthM).toBeCloseTo(1.82 * 0.003 ** 0.22 * 13.32 ** -0.17, 4);
    expect(one.meets).toBe(false);
    // Where neighbours meet the same soil is wetted in all: what is shared goes deeper.
    const near = wettedBy(3, 1, 3.7e-6, 0.2);
    expect(near.meets).toBe(true);
    expect(near.depthM * 0.2).toBeCloseTo(one.depthM * one.widthM, 9);
  });

  it('goes deeper on sand, wider on clay; the longest watering just reaches the roots', () => {
    const sand = wettedBy(2, 1, 5.8e-5, 1);
    const clay = wettedBy(2, 1, 1.7e-7, 1);
    expect(sand.depthM).toBeGreaterThan(clay.depthM);
    expect(sand.widthM).toBeLessThan(clay.widthM);
    const h = longestUsefulH(0.3, 1, 3.7e-6, 0.3);
    expect(wettedBy(h, 1, 3.7e-6, 0.3).depthM).toBeCloseTo(0.3, 6);
  });
});

describe('the water balance', () => {
  const soil: BedSoil = { bedM: 0.8, stripM: 0.5, heldMmPerM: 170 };
  const day: BalanceDay = { useMm: 5, rainMm: 0, rootM: 0.4, useShare: 0.4, givenL: 0 };

  it('by hand: a full strip used for a day, then filled again', () => {
    const full = fullSoil(soil, 0.4);
    expect(full.stripL).toBeCloseTo(170 * 0.4 * 0.5, 9); // 34 L per metre
    const dry = dayOfBalance(soil, full, day);
    // 5 mm on 0.8 m are 4 L, drawn on strip and ground beside it as water is there: 5 to 3.
    expect(dry.usedL).toBeCloseTo(4, 9);
    expect(dry.stripL).toBeCloseTo(34 - 4 * (5 / 8), 9);
    const wet = dayOfBalance(soil, dry.state, { ...day, useMm: 0, givenL: 3 });
    // 2.5 L find room, half a litre passes the roots.
    expect(wet.deepL).toBeCloseTo(0.5, 9);
    expect(wet.full).toBeCloseTo(1, 9);
  });

  it('counts water given in excess as lost under the strip, not spread over the bed', () => {
    const full = fullSoil(soil, 0.4);
    const after = dayOfBalance(soil, full, { ...day, useMm: 0, givenL: 10 });
    expect(after.deepL).toBeCloseTo(10, 9);
    expect(after.besideDeepL).toBe(0);
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
          const s = { bedM, stripM: bedM * share, heldMmPerM: held };
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
