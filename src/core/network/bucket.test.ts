import { blankPlan, fillIn, leastLphOf, type Plan } from '../plan';
import { pumpFlowLph, pumpShutKpa, switchFacts } from './sourceFacts';

const known = (source: object, allowance = 1) => {
  const plan = fillIn({
    ...blankPlan('metric'),
    wishes: { allowance },
    sources: [
      { id: 's', curve: { method: 'bucket', bucketL: 20, triesS: [29, 31], bucketKpa: 196.133 }, ...source },
    ] as unknown as Plan['sources'],
  });
  const [s] = plan.sources;
  if (s.kind !== 'well' && s.kind !== 'pump') throw new Error('no pump');
  return { plan, source: s };
};
const WELL = {
  kind: 'well',
  pumpingLevelM: 12,
  drop: { pipe: 'pe-1', lengthM: 18 },
  vessel: { part: 'tank', volumeL: 100, prechargeKpa: 180, cutInKpa: 196.133, cutOutKpa: 343.233 },
};

test('a well known by a bucket gives at the gauge what the bucket measured, whatever its pipe loses', () => {
  const { plan, source } = known(WELL);
  // 20 L in a mean of 30 s.
  expect(Math.abs(pumpFlowLph(source, plan, 196.133) - 2400)).toBeLessThan(5);
  expect(switchFacts(source, plan)!.neverStops).toBe(false);
});

test('a surface pump known by a bucket likewise, suction fittings and all', () => {
  const { plan, source } = known({
    kind: 'pump',
    liftM: 2.5,
    suction: { pipe: 'pe-1', lengthM: 6, minorK: 4 },
  });
  expect(Math.abs(pumpFlowLph(source, plan, 196.133) - 2400)).toBeLessThan(5);
});

test('its starts are estimated from that: the switch’s two pressures with what flows at each', () => {
  const { plan, source } = known(WELL);
  const facts = switchFacts(source, plan)!;
  const [low, high] = [facts.cutOutLph, facts.cutInLph];
  const cycle = facts.cycle(600);
  // The pump fills what the tank gives between its pressures at between those flows, less the draw; the draw empties it.
  const rest = facts.drawdownL / 600;
  const starts = (lph: number): number => 1 / (rest + facts.drawdownL / (lph - 600));
  expect(cycle.startsPerHour).toBeGreaterThan(starts(low));
  expect(cycle.startsPerHour).toBeLessThan(starts(high));
});

test('of what a bucket measured the allowance is planned on; its tank is filled by all of it', () => {
  const { plan, source } = known(WELL, 0.8);
  // Eight tenths of 2400 L/h, and a little more because the pipe then loses less.
  const lph = pumpFlowLph(source, plan, 196.133);
  expect(lph).toBeGreaterThan(0.8 * 2400);
  expect(lph).toBeLessThan(0.8 * 2400 * 1.03);
  const whole = known(WELL);
  const fresh = switchFacts(whole.source, whole.plan)!.cutInLph;
  expect(switchFacts(source, plan)!.cutInLph).toBeCloseTo(fresh, 6);
});

test('wear takes its share of the pressure that is planned on, and none of the most that can burst something', () => {
  const label = { method: 'label', labelLph: 3000, labelM: 30, powerKw: 1 };
  const at = (wornShare: number) => {
    const { plan, source } = known({
      kind: 'pump',
      liftM: 0,
      vessel: { part: 'none' },
      curve: label,
      wornShare,
    });
    return { kpa: pumpFlowLph(source, plan, 0), shut: pumpShutKpa(source, plan), source };
  };
  const [fresh, worn] = [at(0), at(0.19)];
  // Four thirds of 30 m of water with the outlet shut, worn or not.
  expect(fresh.shut).toBeCloseTo(40 * 9.80665, 1);
  expect(worn.shut).toBe(fresh.shut);
  // Through an opening the flow goes with the root of the pressure: its curve is a parabola, and ends at twice its label's flow.
  expect(worn.kpa).toBeLessThan(fresh.kpa);
  // A tenth of the flow at which it works best, where nobody said.
  expect(leastLphOf(fresh.source)).toBe(300);
  expect(leastLphOf({ ...fresh.source, leastLph: 450 })).toBe(450);
});
