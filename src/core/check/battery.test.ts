import { refusalOf } from '../plan';
import { BATTERY } from './battery.testing';
import { judge, roots } from './index';

describe('a battery of small plans: what was planted is found, and nothing else', () => {
  test('there are at least forty, and each is a plan', () => {
    expect(BATTERY.length).toBeGreaterThanOrEqual(40);
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
