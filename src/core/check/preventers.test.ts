import { dripShare, mostAtAnyPressureM, type FarmResults } from '../network';
import type { Plan } from '../plan';
import { BATTERY, SOUND } from './battery.testing';
import { judge, type Finding } from './index';

const planned = (name: string): Plan => BATTERY.find((b) => b.name === name)!.plan;
const found = (plan: Plan, code: string): Finding | undefined =>
  judge(plan).each.find((f) => f.code === code);

/*
 * The tap stands at 350 kPa, 250 at 3,000 L/h of which 2,400 count; the beds draw 2,250.5 L/h:
 * 350 − 100·(2250.5 / 2400)² = 262.07 kPa reach the preventer. It takes 20 for its springs and 300 at 3,600 L/h:
 * 20 + 300·(2250.5 / 3600)² = 137.24 kPa, 52.4 %.
 */
test('a preventer takes the share of the pressure that hand arithmetic gives', () => {
  const plan = planned('a preventer that takes half the pressure');
  const finding = found(plan, 'preventer-small')!;
  expect(finding.measured).toBeCloseTo(137.24 / 262.07, 4);
  expect(finding.says.lossKpa).toBeCloseTo(137.24, 1);
  // A loss of 210 kPa at its label is 102 kPa here, 39 %: borne.
  const [small, ...rest] = plan.head!;
  expect(found({ ...plan, head: [{ ...small, lossKpa: 210 }, ...rest] }, 'preventer-small')).toBeUndefined();
  expect(found({ ...plan, head: [{ ...small, lossKpa: 222 }, ...rest] }, 'preventer-small')).toBeDefined();
});

describe('a vacuum breaker on a riser of a metre stands 15 cm over the highest emitter', () => {
  const plan = planned('a vacuum breaker at the foot of the field');
  const at = (heightM: number, slopeAlong = 0, more: Partial<Plan> = {}) =>
    found(
      { ...plan, ...more, blocks: [{ ...plan.blocks[0], heightM, ground: { slopeAlong } }] },
      'breaker-low',
    );
  it('up to beds 0.85 m over the ground at the head', () => {
    expect(at(0.84)).toBeUndefined();
    expect(at(0.86)).toBeDefined();
    expect(at(1.5)!.measured).toBeCloseTo(1.5, 6);
  });
  it('the far end counts where the beds climb', () => {
    const climbing = at(0.5, 0.03)!;
    expect(climbing.measured).toBeGreaterThan(0.85);
    expect(at(0.5, -0.03)).toBeUndefined();
  });
  it('none where another preventer keeps the water', () => {
    expect(at(1.5, 0, { head: [{ id: 'd', kind: 'double-check' }, ...plan.head!] })).toBeUndefined();
  });
});

test('what drips is told as a share of the labels where it is another by a twentieth', () => {
  const drips = (bedsLph: number): number | undefined =>
    dripShare({ runs: [{ run: { tape: { flowLph: 2 } }, emitters: 10 }], bedsLph } as unknown as FarmResults);
  expect(drips(19.1)).toBeUndefined();
  expect(drips(18.9)).toBeCloseTo(0.945, 12);
  expect(drips(20.9)).toBeUndefined();
  expect(drips(6)).toBeCloseTo(0.3, 12);
});

test('a run that what is laid carries is not looked at further; of a longer one the most is less than it is, and more of a lower flow', () => {
  const of = (lengthM: number) => {
    const { plan, results } = judge({
      ...SOUND,
      blocks: [{ ...SOUND.blocks[0], beds: { count: 2, lengthM, runsPerBed: 1 } }],
    }).worst;
    return (flowLph?: number) => mostAtAnyPressureM(plan, results, 0, flowLph);
  };
  expect(of(30)()).toBeUndefined();
  const long = of(400);
  const most = long()!;
  expect(most).toBeLessThan(400);
  expect(most).toBeGreaterThan(100);
  expect(long(0.53)!).toBeGreaterThan(most * 1.1);
});
