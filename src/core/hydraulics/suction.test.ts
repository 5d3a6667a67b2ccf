import { drawdownL } from './pressureTank';
import { bestLph } from './pump';
import { atmosphericKpa, suctionNeedM } from './suction';

describe('what a pump needs before it', () => {
  it('grows with the square of the flow beyond its best', () => {
    expect(suctionNeedM(3, 6000, 4000)).toBeCloseTo(6.75, 9);
    expect(suctionNeedM(3, 4000, 4000)).toBe(3);
    // No less than stated however little it gives.
    expect(suctionNeedM(3, 100, 4000)).toBe(3);
  });

  it('is stated at its best flow: its label’s, or where its points put most power into the water', () => {
    const curve = {
      method: 'points' as const,
      points: [
        { flowLph: 0, headM: 40 },
        { flowLph: 3000, headM: 34 },
        { flowLph: 5000, headM: 25 },
        { flowLph: 7000, headM: 10 },
      ],
      powerKw: 1,
      labelLph: 2500,
      labelM: 30,
      bucketL: 20,
      triesS: [36],
      bucketKpa: 200,
    };
    // 102, 125 and 70 thousand.
    expect(bestLph(curve)).toBe(5000);
    expect(bestLph({ ...curve, method: 'label' })).toBe(2500);
  });
});

test('a pressure tank high up gives more between the same gauges, for the air about it is thinner', () => {
  const tank = { volumeL: 100, prechargeKpa: 190, cutInKpa: 207, cutOutKpa: 345 };
  // By hand at 2,000 m, 79.5 kPa: 100·(269.5/286.5 − 269.5/424.5).
  const airKpa = atmosphericKpa(2000);
  expect(airKpa).toBeCloseTo(79.5, 1);
  expect(drawdownL(tank, airKpa)).toBeCloseTo(
    100 * ((190 + airKpa) / (207 + airKpa) - (190 + airKpa) / (345 + airKpa)),
    9,
  );
  expect(drawdownL(tank, airKpa)).toBeGreaterThan(drawdownL(tank));
});
