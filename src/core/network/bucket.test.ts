import { blankPlan, fillIn, type Plan } from '../plan';
import { pumpFlowLph, switchFacts } from './sourceFacts';

const known = (source: object) => {
  const plan = fillIn({
    ...blankPlan('metric'),
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
