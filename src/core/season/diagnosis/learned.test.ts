import { randomLcg, randomNormal } from 'd3-random';
import { chanceInWindow, doubted, DOUBTS, LEARNED_WHY, rangeOf } from '../../choose';
import { createNetworkSolver, type NetworkSpec } from '../../hydraulics/network';
import { calibrate, learnedOf } from './calibrate';
import { expectedReadings, judgeReading } from './expected';
import { cholesky, logSum, solveLower } from './gauss';
import { allDoubts, gaugeScaleKpa, instrumentDeviation } from './noise';
import { asToday, knownBy, openFarm, withLearned } from './openFarm';
import { shownBy } from './predict';
import { demoPlan, sketchPlan } from '../season.testing';
import { spotsOf } from './spots';
import type { OpenFarm, Reading } from './types';

/** Readings of a farm on which each doubt is out by a number of its deviations, at gauges and cups all over, noise of instruments on them. */
function goodDay(farm: OpenFarm, out: ReadonlyMap<string, number>, seed: number): Reading[] {
  const normal = randomNormal.source(randomLcg(seed))(0, 1);
  let { network } = farm.results.built;
  for (const d of allDoubts(farm)) network = d.at(network, out.get(d.id) ?? 0);
  const { values } = shownBy(farm, { network }, createNetworkSolver().solve(network));
  return spotsOf(farm).flatMap((s, i): Reading[] =>
    s.kind === 'look'
      ? []
      : [{ spot: s.id, value: values[i] + normal() * instrumentDeviation(s, values[i], farm) }],
  );
}

describe('what should be read', () => {
  const farm = openFarm(demoPlan('larch-tunnels'), undefined);
  const list = expectedReadings(farm);

  it('under a tank is the height of its water, within what nobody knows', () => {
    const foot = list.find((e) => e.spot.id === 'gauge/source')!;
    const level = list.find((e) => e.spot.id === 'level')!;
    // Half way between low and high water, 9.80665 kPa a metre, with hardly any flow.
    expect(foot.value).toBeCloseTo(level.value * 9.80665, 0);
    expect(foot.low).toBeLessThan(foot.value);
    expect(foot.high - foot.value).toBeCloseTo(foot.value - foot.low, 9);
  });
  it('is of the day, not of the dry end: water half way, the flow as it was measured', () => {
    const tank = demoPlan('larch-tunnels').sources.find((s) => s.kind === 'tank')!;
    expect(list.find((e) => e.spot.id === 'level')!.value).toBeCloseTo((tank.lowM + tank.highM) / 2, 9);
    const today = asToday(demoPlan('beck-side'));
    const before = demoPlan('beck-side');
    expect(today.wishes.allowance).toBe(1);
    const [now, was] = [today.sources[0], before.sources[0]];
    if (now.kind === 'pump' && was.kind === 'pump')
      expect(now.vessel.cutInKpa).toBeCloseTo((was.vessel.cutInKpa + was.vessel.cutOutKpa) / 2, 9);
  });
  it('counts a meter’s error as a share, of 1,000 L/h 40 nineteen times of twenty', () => {
    expect(
      instrumentDeviation({ id: 'm', kind: 'meter', name: '', point: [0, 0], minutes: 1 }, 1000, farm),
    ).toBeCloseTo(20, 9);
    expect(
      instrumentDeviation({ id: 'l', kind: 'level', name: '', point: [0, 0], minutes: 1 }, 2, farm),
    ).toBeCloseTo(0.05, 9);
  });
  it('has a band of two deviations: beyond it is drifting, beyond four to stop at', () => {
    expect(judgeReading(100, { value: 100, deviation: 5 })).toBe('as-expected');
    expect(judgeReading(110, { value: 100, deviation: 5 })).toBe('as-expected');
    expect(judgeReading(111, { value: 100, deviation: 5 })).toBe('drifting');
    expect(judgeReading(79, { value: 100, deviation: 5 })).toBe('stop');
  });
  it('counts the gauge’s own class: of 340 kPa on a scale of 600, 15 kPa nineteen times of twenty', () => {
    expect(gaugeScaleKpa(340)).toBe(600);
    expect(
      instrumentDeviation({ id: 'g', kind: 'gauge', name: '', point: [0, 0], minutes: 1 }, 340, farm),
    ).toBeCloseTo(7.5, 9);
  });
});

describe('what good days teach', () => {
  const farm = openFarm(demoPlan('wren-bottom'), undefined);
  const ids = allDoubts(farm)
    .map((d) => d.id)
    .filter((id) => !id.startsWith('dirt/'));

  it('is what was planted, within what it says of itself', () => {
    let within = 0;
    const FARMS = 20;
    for (let seed = 1; seed <= FARMS; seed++) {
      const normal = randomNormal.source(randomLcg(seed / 100))(0, 1);
      const truth = new Map(ids.map((id) => [id, normal()]));
      const { taught, offAfter } = calibrate([{ farm, readings: goodDay(farm, truth, seed / 50) }]);
      if (taught.every((t) => Math.abs(t.out - truth.get(t.id)!) < 3 * t.within)) within++;
      expect(offAfter).toBeLessThan(1.6);
    }
    expect(within).toBeGreaterThanOrEqual(0.9 * FARMS);
  });

  it('narrows what is expected, and lies where the readings lay; the plan stays as it was', () => {
    const truth = new Map([
      ['source', 2],
      ['label', -1.5],
    ]);
    const readings = goodDay(farm, truth, 0.42);
    const learned = learnedOf(calibrate([{ farm, readings }]));
    expect(learned.source.out).toBeGreaterThan(1);
    const before = expectedReadings(farm);
    const after = expectedReadings(withLearned(farm, learned));
    const at = (list: typeof before, id: string) => list.find((e) => e.spot.id === id)!;
    const id = 'gauge/source';
    const read = readings.find((r) => r.spot === id)!.value!;
    expect(Math.abs(at(after, id).value - read)).toBeLessThan(Math.abs(at(before, id).value - read));
    expect(at(after, id).deviation).toBeLessThan(at(before, id).deviation);
    expect(withLearned(farm, undefined)).toBe(farm);
    expect(openFarm(demoPlan('wren-bottom'), undefined).results.flowLph).toBeCloseTo(farm.results.flowLph, 9);
  });

  it('says where two things cannot be told apart: at the beds alone a higher tank is a lower bed', () => {
    const tank = openFarm(sketchPlan('barrel'), undefined);
    const all = goodDay(tank, new Map(), 0.3);
    const { alike } = calibrate([{ farm: tank, readings: all.filter((r) => r.spot.startsWith('end/')) }]);
    expect(alike.flat()).toContain('how high the water stands');
    expect(alike.flat().some((name) => name.startsWith('the height of'))).toBe(true);
    // A stick in the tank tells them apart.
    expect(
      calibrate([
        { farm: tank, readings: all.filter((r) => r.spot.startsWith('end/') || r.spot === 'level') },
      ]).alike,
    ).toEqual([]);
  });

  it('says that one reading says little', () => {
    const one = calibrate([{ farm, readings: [{ spot: 'gauge/source', value: 250 }] }]);
    expect(one.taught.filter((t) => t.within > 0.9).length).toBeGreaterThan(1);
    expect(() => calibrate([{ farm, readings: [] }])).toThrow(RangeError);
    expect(() => calibrate([{ farm, readings: [{ spot: 'gauge/moon', value: 1 }] }])).toThrow(RangeError);
  });
});

test('a factor of a matrix gives it back, and solves', () => {
  const s = Float64Array.from([4, 2, 0.6, 2, 5, 1, 0.6, 1, 3]);
  const l = cholesky(s, 3);
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 3; j++) {
      let sum = 0;
      for (let k = 0; k < 3; k++) sum += l[i * 3 + k] * l[j * 3 + k];
      expect(sum).toBeCloseTo(s[i * 3 + j], 12);
    }
  const x = solveLower(l, 3, [1, 2, 3]);
  expect(l[0] * x[0]).toBeCloseTo(1, 12);
  expect(l[6] * x[0] + l[7] * x[1] + l[8] * x[2]).toBeCloseTo(3, 12);
  expect(logSum([Math.log(2), Math.log(3)])).toBeCloseTo(Math.log(5), 12);
  expect(logSum([-Infinity, -Infinity])).toBe(-Infinity);
});

describe('what was learned, in how sure the plan is', () => {
  const none = { supply: 0, label: 0, slope: 0, school: 0, scatter: 0, dirt: 0 };
  it.each([
    ['beck-side', 'source'],
    ['tap-beds', 'source'],
    ['tap-beds', 'label'],
  ])('%s: %s out by two of its deviations is the same in the plan as in the network', (name, id) => {
    const plan = name === 'beck-side' ? demoPlan(name) : sketchPlan(name);
    const farm = openFarm(plan, undefined);
    const doubt = allDoubts(farm).find((d) => d.id === id)!;
    const known = knownBy(farm, { [id]: { out: 2, within: 0.5 } });
    const found = id === 'source' ? known.supply! : known.label!;
    expect(found.middle).toBeCloseTo(2 * doubt.one.value, 12);
    expect(found.deviation).toBeCloseTo(0.5 * doubt.one.value, 12);
    const d = { ...none, [id === 'source' ? 'supply' : 'label']: found.middle };
    const supplyOf = (network: NetworkSpec) => createNetworkSolver().solve(network).supply;
    const inPlan = supplyOf(openFarm(doubted(plan, d, known), undefined).results.built.network);
    const inNetwork = supplyOf(doubt.at(farm.results.built.network, 2));
    const before = supplyOf(farm.results.built.network);
    expect(inPlan.flowLph / inNetwork.flowLph).toBeCloseTo(1, 2);
    expect(inPlan.pressureKpa / inNetwork.pressureKpa).toBeCloseTo(1, 2);
    expect(Math.abs(inPlan.pressureKpa / before.pressureKpa - 1)).toBeGreaterThan(0.001);
  });
  it('narrows the chance: the spread of margins shrinks with what is known', () => {
    const plan = sketchPlan('tap-beds');
    const spread = (known: object): number => {
      const { marginsKpa } = chanceInWindow(plan, 60, 3, undefined, undefined, known);
      return marginsKpa.at(-1)! - marginsKpa[0];
    };
    const learned = { source: { out: 0, within: 0.05 }, label: { out: 0, within: 0.05 } };
    expect(spread(knownBy(openFarm(plan, undefined), learned))).toBeLessThan(spread({}));
    expect(rangeOf('label', { label: { middle: 0.02, deviation: 0.01 } })).toEqual({
      low: expect.closeTo(0, 12) as number,
      high: expect.closeTo(0.04, 12) as number,
      why: LEARNED_WHY,
    });
    expect(rangeOf('label', {})).toBe(DOUBTS.label);
  });
});
