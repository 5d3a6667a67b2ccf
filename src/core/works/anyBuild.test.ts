import fc from 'fast-check';
import { anyPlan } from '../check/anyPlan.testing';
import { BATTERY } from '../check/battery.testing';
import { layOut, type FarmLayout } from '../layout';
import { fillIn, type FullPlan, type Plan } from '../plan';
import { format, METRIC } from '../units';
import { amountOf, farmOf, isThere, trenchesOf, type Farm, type Show, type Thing } from '../farm';
import { headerRules, runCuts, shopFor, stepsFor, type Shop, type Step } from './index';
import { PLANS } from '../effort.testing';

const show: Show = (v, k) => format(v, k, METRIC);

/** Every thing is bought or there, in one step, cut to what is laid and allowed for; every end is joined to the source. */
function accountedFor(plan: FullPlan, layout: FarmLayout, farm: Farm, shop: Shop, steps: Step[]): void {
  const { things, meetings } = farm;
  // Ids are unique on the farm.
  expect(new Set(things.map((t) => t.id)).size).toBe(things.length);
  expect(new Set(meetings.map((m) => m.id)).size).toBe(meetings.length);
  // What is on the farm is on the list, amount by amount, and what is on the list is on the farm, lies ready or joins rolls.
  const on = new Map<string, number>();
  for (const t of things) on.set(t.item.id, (on.get(t.item.id) ?? 0) + amountOf(t));
  for (const [id, amount] of on) {
    const line = shop.lines.find((l) => l.item.id === id);
    expect([id, line !== undefined]).toEqual([id, true]);
    const ready = line!.things
      .filter((t) => /^(join|mend|ready)[/]/.test(t.id))
      .reduce((n, t) => n + amountOf(t), 0);
    expect([id, line!.used]).toEqual([id, expect.closeTo(amount + ready, 4)]);
  }
  for (const l of shop.lines)
    if (!on.has(l.item.id))
      expect([l.item.id, l.things.every((t) => /^(join|mend|ready)[/]/.test(t.id))]).toEqual([
        l.item.id,
        true,
      ]);
  // Every thing that is put is in one step.
  const put = steps.flatMap((s) => s.things);
  expect(new Set(put).size).toBe(put.length);
  const inSteps = new Set(put);
  const missing = things.filter(
    (t) => t.item.group !== 'tool' && !isThere(plan, t.item) && !inSteps.has(t.id),
  );
  expect(missing.map((t) => t.id)).toEqual([]);
  // Cut lengths are what is laid and what is allowed for.
  for (const t of things)
    if (t.pieceM !== undefined && t.allowed) {
      const more = Object.values(t.allowed).reduce((a, b) => a + b, 0);
      expect([t.id, t.pieceM]).toEqual([t.id, expect.closeTo(t.laidM! + more, 6)]);
      expect(t.allowed.round ?? 0).toBeGreaterThanOrEqual(-1e-9);
    }
  joinedToSource(farm);
  expect(layout.blocks.length).toBe(plan.blocks.length);
}

/** What holds, marks and seals, and what lies beside the pipe, carries no water. */
const DRY =
  /^(clamp|thread-tape|cement|primer|staple|header-stake|stake|sleeve|wire|wire-joint|valve-box|controller|pump-relay|grommet|tool|stand|tank-|float-valve|end:fold|run-end:(sleeve|tie|eight))/;

/** Everything that carries water hangs on something that does, and so on to the source. */
function joinedToSource({ things }: Farm): void {
  const byId = new Map(things.map((t) => [t.id, t]));
  const reaches = (t: Thing | undefined, left: number): boolean =>
    t !== undefined &&
    left > 0 &&
    (t.item.id.startsWith('source:') || (t.on !== undefined && reaches(byId.get(t.on), left - 1)));
  const loose = things.filter((t) => !DRY.test(t.item.id) && !reaches(t, things.length));
  expect(loose.map((t) => t.id)).toEqual([]);
}

/** What is bought covers what is used, each place has its share, and rules and steps belong to what is laid. */
function holds(stated: Plan): void {
  const plan = fillIn(stated);
  const layout = layOut(plan);
  const shop = shopFor(plan, layout);
  for (const l of shop.lines) {
    const there = l.bought.reduce((sum, b) => sum + b.count * b.holds, 0) + l.had;
    expect([l.item.id, there >= l.used + l.spares - 1e-6]).toEqual([l.item.id, true]);
    expect(l.left).toBeGreaterThanOrEqual(-1e-6);
    expect(Number.isInteger(l.packs)).toBe(true);
    if (!l.cuts) expect(there - l.used - l.spares).toBeCloseTo(l.left, 6);
    else {
      const cut = l.cuts.rolls.flatMap((r) => r.cuts).reduce((s, c) => s + c.lengthM, 0);
      expect(cut).toBeCloseTo(
        l.things.reduce((s, u) => s + amountOf(u), 0),
        2,
      );
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
  accountedFor(plan, layout, farmOf(plan, layout), shop, stepsFor(plan, show, layout));
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

test('of any plan on two waters, with parts on the branch of each and a pipe between them', () => {
  const joined = (plan: Plan): Plan => ({
    ...plan,
    sources: [
      { ...plan.sources[0], branch: [{ id: 'own-valve', kind: 'ball-1' }] },
      {
        id: 'second',
        kind: 'tank',
        name: 'second tank',
        xM: 40,
        yM: -12,
        joins: { extraM: 1.5 },
        branch: [
          { id: 'its-check', kind: 'check-1' },
          { id: 'its-regulator', kind: 'regulator-mid' },
        ],
      },
    ],
    sourceId: plan.sources[0].id,
    backup: { sourceId: 'second' },
  });
  fc.assert(
    fc.property(anyPlan, (plan) => holds(joined(plan))),
    { numRuns: Math.ceil(PLANS / 2) },
  );
});
