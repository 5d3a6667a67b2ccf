import { refusalOf } from '../plan';
import { BATTERY } from './battery.testing';
import { KINDS } from './findings';
import { judge, roots } from './index';
import { SOUND_PLANS } from './soundPlans.testing';

describe('a battery of small plans: what was planted is found, and nothing else', () => {
  test('there are more than a hundred, and each is a plan', () => {
    expect(BATTERY.length).toBeGreaterThanOrEqual(100);
    for (const { name, plan } of BATTERY) expect([name, refusalOf(plan)]).toEqual([name, undefined]);
  });

  test.each(BATTERY.map((b) => [b.name, b] as const))('%s', (_, { plan, finds }) => {
    const { told, each } = judge(plan);
    expect(
      roots(told)
        .map((f) => f.code)
        .sort(),
    ).toEqual([...finds].sort());
    for (const f of each) expect(f.margin).toBeGreaterThanOrEqual(0);
  });
});

test('every kind of finding is found in one of them', () => {
  const found = new Set(BATTERY.flatMap(({ plan }) => judge(plan).each.map((f) => f.code)));
  expect(KINDS.map((k) => k.code).filter((code) => !found.has(code))).toEqual([]);
});

describe('sound plans of every source and material', () => {
  test('are many, and each is a plan', () => {
    expect(SOUND_PLANS.length).toBeGreaterThanOrEqual(80);
    for (const { name, plan } of SOUND_PLANS) expect([name, refusalOf(plan)]).toEqual([name, undefined]);
  });

  test.each(SOUND_PLANS.map((s) => [s.name, s.plan] as const))(
    '%s has nothing to stop or mend',
    (_, plan) => {
      const grave = judge(plan).each.filter((f) => f.grade === 'stop' || f.grade === 'mend');
      expect(grave.map((f) => `${f.code}: ${f.measured} of ${f.limit}`)).toEqual([]);
    },
  );
});
