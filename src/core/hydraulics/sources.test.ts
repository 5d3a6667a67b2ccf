import fc from 'fast-check';
import { lossAcross, solveNetwork, type NetworkSpec } from './network';
import { drawdownL, pumpCycle, waterInL, type PressureTank } from './pressureTank';
import { bucketLph, bucketPoints, pumpEfficiency, pumpSupply } from './pump';
import { flowAtPressure, supplyCurve } from './source';
import { fullL, litresPerM, roofL, usableL, type Store } from './storage';
import { atmosphericKpa, suctionHeadM, vapourKpa } from './suction';
import { surgeKpa } from './surge';

describe('pressure tank', () => {
  // 100 L, air 190 kPa when empty, switch from 207 to 345 kPa; absolute 291.325, 308.325 and 446.325 kPa.
  const tank: PressureTank = { volumeL: 100, prechargeKpa: 190, cutInKpa: 207, cutOutKpa: 345 };

  test('drawdown by hand: 100·291.325·(1/308.325 − 1/446.325) = 29.21 L', () => {
    expect(drawdownL(tank)).toBeCloseTo(29.214, 3);
    // Water at cut-in: 100·(1 − 291.325/308.325) = 5.51 L.
    expect(waterInL(tank, 207)).toBeCloseTo(5.514, 3);
  });

  test('air above cut-in leaves the tank empty there: only what lies between air and cut-out comes out', () => {
    const stiff = { ...tank, prechargeKpa: 276 };
    // 100·(1 − 377.325/446.325) = 15.46 L.
    expect(drawdownL(stiff)).toBeCloseTo(15.46, 2);
  });

  test('starts by hand: 29.21 L, pump 2,000 L/h, 1,000 L/h drawn: 1.753 min up, 1.753 min down, 17.1 starts an hour', () => {
    const cycle = pumpCycle(tank, 1000, () => 2000);
    expect(cycle.runMin).toBeCloseTo((29.214 / 1000) * 60, 3);
    expect(cycle.restMin).toBeCloseTo((29.214 / 1000) * 60, 3);
    expect(cycle.startsPerHour).toBeCloseTo(60 / (2 * 1.75284), 2);
  });

  test('the most starts come when half of what the pump gives is drawn: Q/(4·ΔV)', () => {
    const starts = (draw: number): number => pumpCycle(tank, draw, () => 2000).startsPerHour;
    expect(starts(1000)).toBeCloseTo(2000 / (4 * 29.214), 2);
    fc.assert(fc.property(fc.integer({ min: 1, max: 1999 }), (draw) => starts(draw) <= starts(1000) + 1e-9));
  });

  test('drawn more than it gives at cut-out, the pump runs on; nothing drawn, it rests', () => {
    expect(pumpCycle(tank, 2000, () => 2000)).toMatchObject({ steady: true, startsPerHour: 0 });
    expect(pumpCycle(tank, 0, () => 2000)).toMatchObject({ steady: false, startsPerHour: 0 });
  });

  test('a falling pump takes longer: slices agree with the mean flow to a tenth', () => {
    const falling = pumpCycle(tank, 800, (kpa) => 2400 - 4 * (kpa - 207));
    const mean = pumpCycle(tank, 800, () => 2400 - 4 * 69);
    expect(Math.abs(falling.runMin / mean.runMin - 1)).toBeLessThan(0.1);
    expect(falling.runMin).toBeGreaterThan(pumpCycle(tank, 800, () => 2400).runMin);
  });
});

describe('suction', () => {
  test('air by ISO 2533: 101.325 kPa at the sea, 89.87 at 1,000 m, 84.56 at 1,500 m', () => {
    expect(atmosphericKpa(0)).toBeCloseTo(101.325, 6);
    expect(atmosphericKpa(1000)).toBeCloseTo(89.87, 1);
    expect(atmosphericKpa(1500)).toBeCloseTo(84.56, 1);
  });

  test('vapour by steam tables: 0.611 kPa at 0 °C, 2.339 at 20 °C, 7.384 at 40 °C, within half a per cent', () => {
    for (const [c, kpa] of [
      [0, 0.611],
      [20, 2.339],
      [40, 7.384],
    ])
      expect(Math.abs(vapourKpa(c) / kpa - 1)).toBeLessThan(0.005);
  });

  test('suction head by hand at 500 m and 20 °C, 3 m of lift, 6 kPa of friction', () => {
    // (95.46 − 2.34 − 6)/9.80665 − 3 = 5.88 m.
    expect(suctionHeadM(500, 20, 3, 6)).toBeCloseTo((95.46 - 2.333 - 6) / 9.80665 - 3, 2);
  });

  test('higher, warmer, further up: always less is left', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3000 }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: -2, max: 7 }),
        (altitude, warm, lift) => {
          const have = suctionHeadM(altitude, warm, lift, 5);
          expect(suctionHeadM(altitude + 100, warm, lift, 5)).toBeLessThan(have);
          expect(suctionHeadM(altitude, warm + 1, lift, 5)).toBeLessThan(have);
          expect(suctionHeadM(altitude, warm, lift + 1, 5)).toBeCloseTo(have - 1, 9);
        },
      ),
    );
  });
});

test('surge by hand (Joukowsky): 1.2 m/s stopped in PVC at 400 m/s adds 480 kPa, in polyethylene at 250 m/s 300', () => {
  expect(surgeKpa(1.2, 400)).toBeCloseTo(480, 9);
  expect(surgeKpa(1.2, 250)).toBeCloseTo(300, 9);
});

describe('pumps', () => {
  test('by its label: a third more when shut, half the way down at the label’s flow, nothing at twice the flow', () => {
    const curve = supplyCurve(
      pumpSupply({
        method: 'label',
        points: [],
        powerKw: 1,
        labelLph: 3000,
        labelM: 30,
        bucketL: 20,
        triesS: [36],
        bucketKpa: 200,
      }),
      0,
    );
    expect(curve.kpa(0)).toBeCloseTo(40 * 9.80665, 6);
    expect(curve.kpa(3000)).toBeCloseTo(30 * 9.80665, 6);
    expect(curve.kpa(6000)).toBeCloseTo(0, 6);
  });

  test('efficiency by hand: 3,600 L/h (1 L/s) up 50 m is 490 W of 0.75 kW, 65 %', () => {
    expect(pumpEfficiency(3600, 50, 0.75)).toBeCloseTo(0.4903 / 0.75, 3);
  });

  test('others draw first: what is left of a tap is its curve further along', () => {
    const tap = { kind: 'two-point', staticKpa: 300, flowingKpa: 0, flowLph: 2000 } as const;
    const shared = supplyCurve({ kind: 'shared', of: tap, othersLph: 500 }, 0);
    // 300·(1 − (1500/2000)²) = 131.25 kPa at 1,000 L/h.
    expect(shared.kpa(1000)).toBeCloseTo(131.25, 9);
    expect(flowAtPressure(shared, 131.25)).toBeCloseTo(1000, 3);
  });

  test('a pump in line adds its head to a weak tap’s, at the flow that passes both', () => {
    const network: NetworkSpec = {
      supply: { node: 's', kind: 'two-point', staticKpa: 120, flowingKpa: 60, flowLph: 2000 },
      nodes: [
        { id: 's', elevationM: 0 },
        { id: 'b', elevationM: 0 },
      ],
      links: [
        {
          kind: 'boost',
          from: 's',
          to: 'b',
          pump: {
            kind: 'pump',
            points: [
              { flowLph: 0, pressureKpa: 200 },
              { flowLph: 2000, pressureKpa: 100 },
            ],
          },
        },
      ],
      laterals: [
        {
          id: 'r',
          node: 'b',
          lengthM: 0.1,
          diameterMm: 100,
          emitter: { kind: 'compensating', spacingM: 0.1, flowLph: 1000, minKpa: 1e-6 },
        },
      ],
    };
    const got = solveNetwork(network);
    // 120 − 60·(1/2)² = 105 before it, and 150 on top.
    expect(got.nodes.s).toBeCloseTo(105, 6);
    expect(got.nodes.b).toBeCloseTo(255, 6);
    expect(lossAcross(network.links[0], 1000, { waterC: 20, friction: 'darcy-weisbach' })).toBeCloseTo(
      -150,
      9,
    );
  });
});

describe('a starved regulator', () => {
  const fed = (kpa: number, lph: number) =>
    solveNetwork({
      supply: { node: 's', kind: 'constant', pressureKpa: kpa },
      nodes: [
        { id: 's', elevationM: 0 },
        { id: 'a', elevationM: 0 },
      ],
      links: [{ kind: 'regulator', from: 's', to: 'a', setKpa: 69, lossKpa: 35, atLph: 4500 }],
      laterals: [
        {
          id: 'r',
          node: 'a',
          lengthM: 0.1,
          diameterMm: 100,
          emitter: { kind: 'compensating', spacingM: 0.1, flowLph: lph, minKpa: 1e-6 },
        },
      ],
    }).nodes.a;

  test('by hand: 80 kPa before it at 3,000 L/h leaves 80 − 35·(3000/4500)² = 64.4 kPa', () => {
    expect(fed(80, 3000)).toBeCloseTo(80 - 35 * (2 / 3) ** 2, 6);
  });
  test('with enough before it, it holds its set pressure', () => {
    expect(fed(104, 3000)).toBeCloseTo(69, 9);
  });
});

test('bucket by hand: 20 L in 32 s is 2,250 L/h open; of a tap shut at 310 kPa, √(1 − 150/310) of it is there at 150 kPa', () => {
  const tap = supplyCurve({ kind: 'two-point', staticKpa: 310, flowingKpa: 0, flowLph: (20 / 32) * 3600 }, 0);
  expect(flowAtPressure(tap, 150)).toBeCloseTo(2250 * Math.sqrt(1 - 150 / 310), 3);
});

describe('stores', () => {
  const store: Store = {
    shape: 'round',
    diameterM: 1,
    lengthM: 2,
    widthM: 1.5,
    volumeL: 900,
    outletM: 1,
    highM: 2.5,
    lowM: 1.3,
    count: 2,
  };
  test('by hand: a round metre holds 785.4 L a metre, two of them twice that; 1.2 m between the levels', () => {
    expect(litresPerM(store)).toBeCloseTo(2 * 785.398, 2);
    expect(usableL(store)).toBeCloseTo(1.2 * 2 * 785.398, 2);
    expect(fullL(store)).toBeCloseTo(1.5 * 2 * 785.398, 2);
  });
  test('a box holds its floor, and a stated volume stands between outlet and high water', () => {
    expect(litresPerM({ ...store, shape: 'box', count: 1 })).toBeCloseTo(3000, 9);
    expect(fullL({ ...store, shape: 'stated', count: 1 })).toBeCloseTo(900, 9);
  });
  test('a roof: 40 m² in 10 mm of rain at 0.85 brings 340 L', () => {
    expect(roofL(40, 10, 0.85)).toBeCloseTo(340, 9);
  });
});

describe('a pump known only by a bucket', () => {
  const curve = { bucketL: 20, triesS: [29, 31], bucketKpa: 196.133 };

  test('20 L in 30 s is 2400 L/h; 196.133 kPa is 20 m, with 12 m of lift and 1 m lost a head of 33 m', () => {
    expect(bucketLph(curve)).toBeCloseTo(2400, 9);
    const points = bucketPoints(curve, 12, 1, undefined);
    expect(points[1].flowLph).toBeCloseTo(2400, 9);
    expect(points[1].headM).toBeCloseTo(33, 3);
    // As a label's point: a third more head shut, twice the flow at no head.
    expect(points[0].headM).toBeCloseTo(44, 3);
    expect(points[2]).toEqual({ flowLph: 4800, headM: 0 });
  });

  test('its switch stops it, so that shut it comes to more than the cut-out: 343.23 kPa is 35 m, over 12 m of lift', () => {
    const [shut] = bucketPoints(curve, 12, 1, 343.233);
    expect(shut.headM).toBeCloseTo(1.05 * 47, 2);
  });
});
