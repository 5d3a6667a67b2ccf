import { drilledHole, emitterLph } from './emitter';
import {
  friction,
  frictionFactor,
  frictionKpaPerM,
  frictionSlope,
  RE_WATTERS_KELLER,
  reynolds,
  velocityMps,
} from './friction';
import { partLossKpa, regulatedKpa } from './headPart';
import { monotoneCubic } from './pchip';
import { endPressure, endPressureAtFlow } from './endPressure';
import { march, newMarch } from './march';
import { emitterCount, prepareRun, profileOf, riseAt, runEmitterLph, type RunSpec } from './run';
import { flowAtPressure, supplyCurve } from './source';
import { kinematicViscosity, KPA_PER_M } from './water';

const WATER = { waterC: 20, friction: 'darcy-weisbach' as const };
const HAZEN = { waterC: 20, friction: 'hazen-williams' as const };

describe('water and friction', () => {
  test('viscosity at 20 °C is the handbook 1.002e-6 m²/s, and falls with warmth', () => {
    expect(kinematicViscosity(20)).toBeCloseTo(1.002e-6, 9);
    expect(Math.abs(kinematicViscosity(10) / 1.307e-6 - 1)).toBeLessThan(0.01);
    expect(kinematicViscosity(30)).toBeLessThan(kinematicViscosity(20));
  });

  test('the friction factor: 64/Re, straight between, Blasius, then Watters & Keller', () => {
    expect(frictionFactor(1000)).toBeCloseTo(0.064, 10);
    expect(frictionFactor(2000)).toBeCloseTo(0.032, 10);
    expect(frictionFactor(4000)).toBeCloseTo(0.3164 / 4000 ** 0.25, 10);
    expect(frictionFactor(3000)).toBeCloseTo((0.032 + 0.3164 / 4000 ** 0.25) / 2, 10);
    expect(frictionFactor(1e4)).toBeCloseTo(0.03164, 6);
    expect(frictionFactor(1e6)).toBeCloseTo(0.13 * 1e6 ** -0.172, 10);
    expect(RE_WATTERS_KELLER).toBeGreaterThan(8.9e4);
    expect(RE_WATTERS_KELLER).toBeLessThan(9.05e4);
  });

  test('1,500 L/h through 20.9 mm by hand', () => {
    // A = 3.4307e-4 m², V = 4.16667e-4/A = 1.21452 m/s, Re = V·0.0209/1.0021e-6 = 25,330,
    // f = 0.3164/25330^0.25 = 0.02508, h = f/D·V²/2g = 0.0902 m per m = 0.885 kPa per m.
    expect(velocityMps(1500, 20.9)).toBeCloseTo(1.2145, 3);
    expect(reynolds(1500, 20.9, 20)).toBeGreaterThan(25200);
    expect(reynolds(1500, 20.9, 20)).toBeLessThan(25450);
    expect(frictionKpaPerM(friction(20.9, 150, WATER), 1500)).toBeCloseTo(0.885, 2);
    // Hazen–Williams: 10.67·(4.16667e-4)^1.852/(150^1.852·0.0209^4.8704) = 0.0831 m per m.
    expect(frictionKpaPerM(friction(20.9, 150, HAZEN), 1500) / KPA_PER_M).toBeCloseTo(0.0831, 3);
  });

  test('the prepared loss is the formula’s, rises, is unbroken, and its slope is its slope', () => {
    for (const medium of [WATER, HAZEN]) {
      const f = friction(15.9, 150, medium);
      let before = 0;
      for (let q = 1; q < 9000; q += 7) {
        const loss = frictionKpaPerM(f, q);
        expect(loss).toBeGreaterThan(before);
        before = loss;
        const numeric = (frictionKpaPerM(f, q + 1e-4) - frictionKpaPerM(f, q - 1e-4)) / 2e-4;
        expect(Math.abs(frictionSlope(f, q) / numeric - 1)).toBeLessThan(0.5e-2);
        if (medium === WATER) {
          const byFactor =
            (frictionFactor(reynolds(q, 15.9, 20)) * 1000 * velocityMps(q, 15.9) ** 2) / (2 * 0.0159) / 1000;
          expect(loss / byFactor).toBeCloseTo(1, 9);
        }
      }
    }
  });
});

describe('emitters', () => {
  test('a quarter of the pressure gives half the flow; porous hose a quarter; dry gives none', () => {
    expect(emitterLph({ spacingM: 0.3, flowLph: 1, atKpa: 100 }, 25)).toBeCloseTo(0.5, 12);
    expect(emitterLph({ spacingM: 0.3, flowLph: 1, atKpa: 100, exponent: 1 }, 25)).toBeCloseTo(0.25, 12);
    expect(emitterLph({ spacingM: 0.3, flowLph: 1, atKpa: 100 }, -3)).toBe(0);
  });
  test('compensating: rated from its least pressure up, square root below', () => {
    const e = { kind: 'compensating' as const, spacingM: 0.3, flowLph: 2, minKpa: 50 };
    expect(emitterLph(e, 50)).toBe(2);
    expect(emitterLph(e, 300)).toBe(2);
    expect(emitterLph(e, 12.5)).toBeCloseTo(1, 12);
  });
  test('a 1 mm hole at 50 kPa: 0.61·7.854e-7·√(100) = 4.791e-6 m³/s = 17.25 L/h', () => {
    expect(emitterLph(drilledHole(1, 0.3), 50)).toBeCloseTo(17.25, 2);
  });
});

describe('one run', () => {
  const tape: RunSpec = { lengthM: 100, diameterMm: 15.9, emitter: { spacingM: 0.3, flowLph: 1, atKpa: 55 } };

  test.each([
    [1, 1.0],
    [2, 0.639],
    [5, 0.457],
    [10, 0.402],
    [20, 0.376],
    [100, 0.356],
  ])('Christiansen’s F of %d equal outlets', (n, handbook) => {
    const spacingM = 3;
    const rated = 10;
    const run = prepareRun(
      {
        lengthM: n * spacingM,
        diameterMm: 20,
        emitter: { kind: 'compensating', spacingM, flowLph: rated, minKpa: 1e-6 },
      },
      HAZEN,
    );
    const m = march(run, 100, newMarch());
    const solid = frictionKpaPerM(friction(20, 150, HAZEN), n * rated) * n * spacingM;
    const f = (m.inletKpa - 100) / solid;
    let exact = 0;
    for (let i = 1; i <= n; i++) exact += i ** 1.852 / n ** 2.852;
    expect(Math.abs(f / exact - 1)).toBeLessThan(1e-3);
    expect(f).toBeCloseTo(handbook, 2);
  });

  test('counts its emitters', () => {
    expect(emitterCount(tape)).toBe(333);
    expect(emitterCount({ ...tape, lengthM: 0.9 })).toBe(3);
    expect(emitterCount({ ...tape, lengthM: 0.2 })).toBe(0);
    expect(emitterCount({ ...tape, firstEmitterM: 0.1, lengthM: 0.4 })).toBe(2);
  });

  test('the rise of a profile is straight between its points', () => {
    const hill = {
      ...tape,
      profile: profileOf([
        [0, 0],
        [60, 1.2],
        [120, -0.6],
      ]),
    };
    expect(riseAt(hill, 30)).toBeCloseTo(0.6, 12);
    expect(riseAt(hill, 90)).toBeCloseTo(0.3, 12);
    expect(riseAt(hill, 500)).toBeCloseTo(-0.6, 12);
  });

  test('inlet pressure and end pressure agree both ways, and more inlet gives more everywhere', () => {
    const run = prepareRun({ ...tape, slope: 0.01, inletK: 2 }, WATER);
    const m = newMarch();
    let before = -Infinity;
    for (const inlet of [0.5, 3, 9, 15, 30, 69, 140]) {
      const end = endPressure(run, inlet, m);
      expect(m.inletKpa).toBeCloseTo(inlet, 8);
      expect(end).toBeGreaterThan(before);
      before = end;
    }
  });

  test('a run that climbs past its pressure is dry at the top and wet at the foot', () => {
    const run = prepareRun({ ...tape, slope: 0.05 }, WATER);
    const m = newMarch();
    const end = endPressure(run, 20, m);
    expect(end).toBeLessThan(0);
    expect(m.flowLph).toBeGreaterThan(0);
    const pressures = new Float64Array(run.n);
    march(run, end, m, undefined, pressures);
    expect(pressures[0]).toBeGreaterThan(0);
    expect(pressures[run.n - 1]).toBe(end);
  });

  test('with no pressure there is no flow, and the end stands hydrostatic', () => {
    const m = newMarch();
    expect(endPressure(prepareRun({ ...tape, slope: 0.01 }, WATER), -2, m)).toBeCloseTo(
      -2 - 0.999 * KPA_PER_M,
      6,
    );
    expect(m.flowLph).toBe(0);
  });

  test('a thin level line that uses up its pressure: water reaches the first emitters only, and every litre is theirs', () => {
    const thin: RunSpec = {
      lengthM: 220,
      diameterMm: 4.3,
      emitter: { spacingM: 0.3, flowLph: 2, atKpa: 100 },
    };
    const run = prepareRun(thin, WATER);
    const m = newMarch();
    let before = 0;
    for (const inlet of [0.5, 5, 50, 150]) {
      endPressure(run, inlet, m);
      expect(m.inletKpa).toBeCloseTo(inlet, 6);
      expect(m.endKpa).toBeLessThan(1e-6);
      const pressures = new Float64Array(run.n);
      march(run, m.startKpa, newMarch(), m.tail, pressures);
      const sum = pressures.reduce((q, p) => q + runEmitterLph(run, p), 0);
      expect(sum).toBeCloseTo(m.flowLph, 6);
      // Pressure only falls on the way, and more of it reaches further.
      for (let i = 1; i < run.n; i++) expect(pressures[i]).toBeLessThanOrEqual(pressures[i - 1] + 1e-9);
      const wet = pressures.filter((p) => p > 0.01).length;
      expect(wet).toBeGreaterThan(before);
      before = wet;
    }
  });

  test('the state at a flow is the state whose flow it is', () => {
    for (const [lengthM, diameterMm] of [
      [100, 15.9],
      [220, 4.3],
    ]) {
      const run = prepareRun({ ...tape, lengthM, diameterMm }, WATER);
      const at = newMarch();
      const full = newMarch();
      const end = endPressure(run, 90, full);
      for (const share of [0.9, 0.5, 0.05]) {
        endPressureAtFlow(run, full.flowLph * share, at, Math.max(end, 1));
        expect(at.flowLph / (full.flowLph * share)).toBeCloseTo(1, 6);
        endPressure(run, at.inletKpa, full.flowLph > 0 ? newMarch() : full);
      }
    }
  });

  test('a hollow in the ground holds more pressure than both its ends', () => {
    const run = prepareRun(
      {
        ...tape,
        profile: profileOf([
          [0, 0],
          [50, -2],
          [100, 0],
        ]),
      },
      WATER,
    );
    const m = newMarch();
    endPressure(run, 60, m);
    expect(m.maxAt).toBeGreaterThan(100);
    expect(m.maxAt).toBeLessThan(200);
    expect(m.maxKpa).toBeGreaterThan(60);
  });

  test('groups stand for emitters within a few thousandths', () => {
    const m = newMarch();
    const exact = endPressure(prepareRun({ ...tape, lengthM: 240 }, WATER), 80, m);
    const flow = m.flowLph;
    const rough = endPressure(prepareRun({ ...tape, lengthM: 240 }, WATER, 48), 80, m);
    expect(Math.abs(rough - exact)).toBeLessThan(0.05);
    expect(Math.abs(m.flowLph / flow - 1)).toBeLessThan(1e-3);
  });
});

describe('sources and parts', () => {
  test('a tap: half the open flow leaves three quarters of the shut pressure', () => {
    const tap = supplyCurve({ kind: 'two-point', staticKpa: 320, flowingKpa: 0, flowLph: 2000 }, 0);
    expect(tap.kpa(1000)).toBeCloseTo(240, 10);
    expect(tap.slope(1000)).toBeCloseTo(-0.16, 10);
    expect(flowAtPressure(tap, 240)).toBeCloseTo(1000, 5);
    expect(flowAtPressure(tap, 400)).toBe(0);
  });
  test('a tank gives its height of water', () => {
    expect(supplyCurve({ kind: 'tank', waterLevelM: 2.5 }, 0.5).kpa(900)).toBeCloseTo(19.6133, 10);
    expect(flowAtPressure(supplyCurve({ kind: 'tank', waterLevelM: 2.5 }, 0.5), 10)).toBe(Infinity);
  });
  test('a pump curve passes its points, never rises, and goes straight on', () => {
    const points = [
      { flowLph: 0, pressureKpa: 400 },
      { flowLph: 2000, pressureKpa: 380 },
      { flowLph: 4000, pressureKpa: 300 },
      { flowLph: 6000, pressureKpa: 100 },
    ];
    const pump = supplyCurve({ kind: 'pump', points }, 0);
    for (const p of points) expect(pump.kpa(p.flowLph)).toBeCloseTo(p.pressureKpa, 9);
    for (let q = 50; q < 9000; q += 50) expect(pump.kpa(q)).toBeLessThanOrEqual(pump.kpa(q - 50));
    expect(pump.kpa(7000) - pump.kpa(6500)).toBeCloseTo(pump.kpa(6500) - pump.kpa(6000), 9);
    const numeric = (pump.kpa(3000.5) - pump.kpa(2999.5)) / 1;
    expect(pump.slope(3000)).toBeCloseTo(numeric, 6);
  });
  test('a pump curve by hand: harmonic-mean slopes inside, three-point slopes at its ends', () => {
    // Chords −0.01, −0.04, −0.1 over equal steps of 2000. Inside: 2/(1/d₀ + 1/d₁) = −0.016 and −0.4/7.
    // Shut: (3·−0.01 + 0.04)/2 = +0.005 would rise, so 0. Last: (3·−0.1 + 0.04)/2 = −0.13, straight on from there.
    const pump = supplyCurve(
      {
        kind: 'pump',
        points: [400, 380, 300, 100].map((pressureKpa, i) => ({ flowLph: 2000 * i, pressureKpa })),
      },
      0,
    );
    expect(pump.slope(0)).toBe(0);
    expect(pump.slope(2000)).toBeCloseTo(-0.016, 12);
    expect(pump.slope(4000)).toBeCloseTo(-0.4 / 7, 12);
    expect(pump.slope(7000)).toBeCloseTo(-0.13, 12);
    // Half way: (380 + 300)/2 + 2000/8·(−0.016 + 0.4/7).
    expect(pump.kpa(3000)).toBeCloseTo(340 + 250 * (0.4 / 7 - 0.016), 9);
    expect(pump.kpa(7000)).toBeCloseTo(100 - 130, 9);
  });
  test('a monotone cubic of two points is a straight line', () => {
    expect(monotoneCubic([0, 2], [10, 4]).value(1)).toBeCloseTo(7, 12);
  });
  test('a part loses with the square of the flow; a regulator holds, or starves', () => {
    const law = { fixedKpa: 20, lossKpa: 15, atLph: 3600 };
    expect(partLossKpa(law, 1800)).toBeCloseTo(23.75, 12);
    expect(regulatedKpa(69, { lossKpa: 35, atLph: 4500 }, 200, 4500)).toBe(69);
    expect(regulatedKpa(69, { lossKpa: 35, atLph: 4500 }, 80, 4500)).toBe(45);
  });
});
