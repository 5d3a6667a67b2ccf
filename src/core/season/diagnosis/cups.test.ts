import { openFarm } from './openFarm';
import { causesOf, cupAdvice, cupLph, cupPlaces, cupsAlong, cupsWanted, evennessOfCups } from './cups';
import { predictedCups, pressuresIn } from './cupsPredicted';
import { expectedReadings } from './expected';
import { flushingOf, FLUSH_MPS } from './flushing';
import { demoPlan, sketchPlan } from '../season.testing';

test('a cup of 40 mL in 3 minutes is 0.8 L/h', () => {
  expect(cupLph(40, 180)).toBeCloseTo(0.8, 12);
});

test('cups go to four beds and four places in each; of two beds to both', () => {
  const beds = Array.from({ length: 10 }, (_, i) => String(i + 1));
  const places = cupPlaces(beds);
  expect(places).toHaveLength(16);
  expect([...new Set(places.map((p) => p.bed))]).toEqual(['1', '4', '7', '10']);
  expect([...new Set(places.map((p) => p.along))]).toEqual([0, 1 / 3, 2 / 3, 1]);
  expect(cupPlaces(['a', 'b'])).toHaveLength(8);
  expect(cupsAlong('3').map((p) => p.along)).toEqual(expect.arrayContaining([0, 1]));
});

describe('evenness', () => {
  // Mean 1, of eight the lowest quarter is 0.7 and 0.8; mean deviation 0.15; deviation √(0.26/7).
  const flows = [0.7, 0.8, 0.9, 1, 1, 1.1, 1.2, 1.3];
  const e = evennessOfCups(flows);
  it('by hand', () => {
    expect(e.meanLph).toBeCloseTo(1, 12);
    expect(e.lowQuarter).toBeCloseTo(0.75, 12);
    expect(e.christiansen).toBeCloseTo(1 - 1.2 / 8, 12);
    expect(e.statistical).toBeCloseTo(1 - Math.sqrt(0.28 / 7), 12);
  });
  it('of the whole block lies between, by the table of chi-square: 1.690 and 16.013 for seven', () => {
    const s = Math.sqrt(0.28 / 7);
    expect(e.statisticalLow).toBeCloseTo(1 - s * Math.sqrt(7 / 1.69), 1);
    expect(e.statisticalHigh).toBeCloseTo(1 - s * Math.sqrt(7 / 16.013), 2);
  });
  it('counts a quarter of six cups as one and a half', () => {
    expect(evennessOfCups([1, 2, 3, 4, 5, 6]).lowQuarter).toBeCloseTo((1 + 0.5 * 2) / 1.5 / 3.5, 12);
    expect(() => evennessOfCups([1])).toThrow(RangeError);
  });
  it('is parted into pressure and emitters as the sides of a right angle', () => {
    const predicted = [0.94, 0.96, 0.98, 1, 1, 1.02, 1.04, 1.06];
    const c = causesOf(flows, predicted);
    expect(c.pressure ** 2 + c.emitters ** 2).toBeCloseTo(c.all ** 2, 12);
    expect(c.pressure).toBeCloseTo(1 - evennessOfCups(predicted).statistical, 12);
    // Where pressure alone would make it worse than it is, nothing is left for the emitters.
    expect(causesOf(predicted, flows).emitters).toBe(0);
  });
});

test('what is advised follows from what the cups say', () => {
  const all = (lph: number, cv: number): ReturnType<typeof evennessOfCups> =>
    evennessOfCups(Array.from({ length: 16 }, (_, i) => lph * (1 + cv * (i % 2 ? 1 : -1))));
  const good = all(1, 0.03);
  const of = (measured: typeof good, emitters: number, pressure: number) =>
    cupAdvice(measured, good, { all: Math.hypot(emitters, pressure), emitters, pressure });
  expect(of(good, 0, 0.03)).toEqual([]);
  expect(of(all(1, 0.3), 0.3, 0.03)[0]).toMatch(/renew/);
  expect(of(all(1, 0.15), 0.14, 0.03)[0]).toMatch(/flush/i);
  expect(of(all(1, 0.15), 0.03, 0.15)[0]).toMatch(/pressure/);
  expect(of(all(0.6, 0.03), 0, 0.03)[0]).toMatch(/much less/);
  expect(of(all(1.4, 0.03), 0, 0.03)[0]).toMatch(/much more/);
  expect(cupAdvice(evennessOfCups([1, 1.05]), good, { all: 0.03, emitters: 0, pressure: 0.03 })[0]).toMatch(
    /at least 16/,
  );
});

test('cups that are wanted grow with the square of what varies: (1.96 · 0.3 / 0.1)² is 35', () => {
  expect(cupsWanted(0.3, 0.1)).toBe(35);
  expect(cupsWanted(0.05, 0.1)).toBe(16);
});

test('cups are predicted by the pressure at each emitter', () => {
  const farm = openFarm(demoPlan('wren-bottom'), undefined);
  const block = farm.results.blocks[0];
  const id = block.built.layout.block.id;
  const { bed } = farm.results.runs[block.firstRun].run;
  const [first, last, none] = predictedCups(farm, id, [
    { bed, along: 0 },
    { bed, along: 1 },
    { bed: 'none', along: 0 },
  ]);
  const r = farm.results.runs[block.firstRun];
  expect(Math.max(first!, last!)).toBeCloseTo(r.maxLph, 3);
  expect(Math.min(first!, last!)).toBeGreaterThanOrEqual(r.minLph - 1e-6);
  expect(none).toBeUndefined();
});

test('flushing: the more ends are open, the slower each runs; as many at once as run fast enough', () => {
  const farm = openFarm(sketchPlan('house-well'), undefined);
  const [f] = flushingOf(farm);
  expect(f.atOnce).toBeGreaterThan(0);
  expect(f.mps).toBeGreaterThanOrEqual(FLUSH_MPS);
  // A tank a metre high cannot flush as many.
  const [low] = flushingOf(openFarm(sketchPlan('barrel'), undefined));
  expect(low.mps).toBeLessThan(f.mps);
});

describe('cups by pressures that were read', () => {
  const plan = sketchPlan('tap-beds');
  const farm = openFarm(plan, plan.watering.sets[0]?.id);
  const { built, runCount, firstRun } = farm.results.blocks[0];
  const { block, beds } = built.layout;
  const places = [
    { bed: beds[0].key, along: 0 },
    { bed: beds[0].key, along: 1 },
  ];
  const expected = expectedReadings(farm).filter((e) => e.spot.kind === 'gauge' && e.spot.block === 0);
  const end = expected.find((e) => e.spot.run !== undefined)!;
  const header = expected.find((e) => e.spot.run === undefined)!;
  const set = farm.set && { set: farm.set.id };
  const read = (of: typeof end, share: number) => ({ spot: of.spot.id, value: of.value * share, ...set });

  it('are the planned flows where gauges read what is expected', () => {
    expect(runCount).toBeGreaterThan(0);
    expect(firstRun).toBe(0);
    const as = pressuresIn(farm, block.id, [read(header, 1), read(end, 1)]);
    expect(as).toEqual({ count: 2, header: 1, ends: 1 });
    const planned = predictedCups(farm, block.id, places);
    predictedCups(farm, block.id, places, as).forEach((v, i) => expect(v).toBeCloseTo(planned[i]!, 9));
  });
  it('fall towards the far end by the root of its pressure, and not at the header', () => {
    const planned = predictedCups(farm, block.id, places);
    const [near, far] = predictedCups(
      farm,
      block.id,
      places,
      pressuresIn(farm, block.id, [read(header, 1), read(end, 0.64)]),
    );
    const { exponent } = block.tape;
    expect(near).toBeCloseTo(planned[0]!, 9);
    expect(far! / planned[1]!).toBeCloseTo(0.64 ** exponent, 9);
  });
  it('take no reading of another set, of elsewhere, or of nothing', () => {
    expect(
      pressuresIn(farm, block.id, [
        { ...read(end, 1), set: 'other' },
        { ...read(end, 0) },
        { spot: 'gauge/none', value: 5, ...set },
      ]),
    ).toEqual({ count: 0 });
  });
});
