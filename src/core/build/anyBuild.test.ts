import fc from 'fast-check';
import { anyPlan } from '../check/anyPlan.testing';
import { BATTERY } from '../check/battery.testing';
import { layOut } from '../layout';
import { fillIn, type Plan } from '../plan';
import { format, METRIC } from '../units';
import { amountOf, headerRules, runCuts, shopFor, stepsFor, trenchesOf, type Show } from './index';
import { PLANS } from '../effort.testing';

const show: Show = (v, k) => format(v, k, METRIC);

/** What is bought covers what is used, each place has its share, and rules and steps belong to what is laid. */
function holds(stated: Plan): void {
  const plan = fillIn(stated);
  const layout = layOut(plan);
  const shop = shopFor(plan, layout);
  for (const l of shop.lines) {
    const there = l.packs * l.holds + l.had;
    expect([l.item.id, there >= l.used + l.spares - 1e-6]).toEqual([l.item.id, true]);
    expect(l.left).toBeGreaterThanOrEqual(-1e-6);
    expect(Number.isInteger(l.packs)).toBe(true);
    if (!l.cuts) expect(there - l.used - l.spares).toBeCloseTo(l.left, 6);
    else {
      const cut = l.cuts.rolls.flatMap((r) => r.cuts).reduce((s, c) => s + c.lengthM, 0);
      const asked = l.uses.reduce((s, u) => s + amountOf(u), 0);
      const pieces = l.cuts.rolls.reduce((n, r) => n + r.cuts.length, 0);
      // Cut to the whole centimetre over what is asked.
      expect(cut).toBeGreaterThanOrEqual(asked - 1e-6);
      expect(cut).toBeLessThanOrEqual(asked + 0.01 * pieces + 1e-6);
      for (const r of l.cuts.rolls) expect(r.leftM).toBeGreaterThanOrEqual(-1e-9);
    }
  }
  const runs = layout.blocks.flatMap((b) => b.runs.filter((r) => !b.beds[r.bedIndex].plant));
  const count = (starts: string): number =>
    shop.lines.filter((l) => l.item.id.startsWith(starts)).reduce((n, l) => n + l.used, 0);
  const begins = layout.blocks.filter((b) => b.small?.begins !== undefined).length;
  const rings = layout.blocks
    .flatMap((b) => b.beds)
    .filter((b) => b.plant && b.plant.ringM > 0 && !b.resting).length;
  expect(count('takeoff:')).toBe(runs.length + begins + rings);
  expect(count('run-end:')).toBe(runs.length);
  expect(layout.blocks.flatMap((b) => runCuts(plan, b)).reduce((n, c) => n + c.count, 0)).toBe(runs.length);
  for (const b of layout.blocks) {
    const rules = headerRules(plan, b);
    const own = b.runs.filter((r) => !b.beds[r.bedIndex].plant);
    if (rules.length > 0)
      expect(rules.flatMap((r) => r.marks).filter((m) => m.kind === 'take-off')).toHaveLength(own.length);
    for (const rule of rules) {
      let before = 0;
      for (const m of rule.marks) {
        expect(m.atM).toBeGreaterThanOrEqual(before - 1e-9);
        expect(m.atM).toBeLessThanOrEqual(rule.lengthM + 1e-9);
        before = m.atM;
      }
      expect(rule.marks.some((m) => m.kind === 'end')).toBe(true);
    }
  }
  expect(shop.places.reduce((s, p) => s + p.typical, 0)).toBeCloseTo(shop.typical, 3);
  const steps = stepsFor(plan, show, layout);
  expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
  for (const s of steps) {
    expect(s.hours).toBeGreaterThan(0);
    expect(s.hoursTwo).toBeLessThan(s.hours);
    expect([s.id, s.does.length > 0 && s.check.length > 0]).toEqual([s.id, true]);
  }
  expect(steps.filter((s) => s.id.startsWith('trench/'))).toHaveLength(trenchesOf(plan, layout).length);
}

test('of any plan', () => {
  fc.assert(fc.property(anyPlan, holds), { numRuns: PLANS });
});

test.each(BATTERY.map((b) => [b.name, b.plan] as const))('of %s', (_, plan) => holds(plan));
