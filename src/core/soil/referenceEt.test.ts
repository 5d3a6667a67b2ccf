import fc from 'fast-check';
import { hargreavesMm } from './climate';
import { referenceEtMm, skyOf, windAt2M } from './referenceEt';

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

  it('is that of the published worked example of a month: Bangkok in April', () => {
    // FAO 56, example 17: 13°44′ N, 2 m; 25.6 to 34.8 °C, 2.85 kPa of vapour (a dew point of 23.2 °C), 2 m/s, 8.5 h of sun:
    // 5.72 mm a day, of which the soil's warming takes 0.14 MJ/m² · 0.408 · 0.685 = 0.04 mm, which a day's reckoning leaves out.
    const et = referenceEtMm(
      { date: '2027-04-15', minC: 25.6, maxC: 34.8, dewC: 23.23, windMps: 2, sunH: 8.5 },
      { latDeg: 13.73, altitudeM: 2, windAtM: 2, coastal: false },
    );
    expect(et).toBeCloseTo(5.76, 1);
    expect(Math.abs(et - 5.76)).toBeLessThan(0.03);
  });

  it('is that of the published example with only two temperatures: near Lyon in July', () => {
    // FAO 56, example 20: 45°43′ N, 200 m; 14.8 to 26.6 °C: 4.56 mm a day with the night's temperature for the dew point
    // and 2 m/s; 5.0 by eq. 52.
    const station = { latDeg: 45.72, altitudeM: 200, windAtM: 2, coastal: false };
    const et = referenceEtMm({ date: '2027-07-15', minC: 14.8, maxC: 26.6 }, station);
    expect(Math.abs(et - 4.56)).toBeLessThan(0.05);
    expect(hargreavesMm(14.8, 26.6, 45.72, 196)).toBeCloseTo(5.0, 1);
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
