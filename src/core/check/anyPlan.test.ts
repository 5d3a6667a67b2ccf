import fc from 'fast-check';
import { createPlanSolver } from '../network';
import { layOut } from '../layout';
import { withOpen, type BedGroup } from '../plan';
import { METRIC } from '../units';
import { anyPlan } from './anyPlan.testing';
import { BATTERY } from './battery.testing';
import { judge, opensOf, roots, stageOf, verdict, type Judgement } from './index';
import { SOUND_PLANS } from './soundPlans.testing';
import { PLANS, thinned } from '../effort.testing';

/** Pressures agree to this, kPa. */
const SAME_KPA = 1e-3;

/** The verdict, the list and the stages' own counts say one thing. */
function agree(j: Judgement): void {
  const said = verdict(opensOf(j), j.told, METRIC);
  const own = roots(j.told);
  const stops = own.filter((f) => f.grade === 'stop');
  const mends = own.filter((f) => f.grade === 'mend');
  if (stops.length > 0) expect(said.tone).toBe('stop');
  if (said.tone === 'fine') expect([...stops, ...mends].map((f) => f.code)).toEqual([]);
  if (said.tone === 'mend') expect(mends.length).toBeGreaterThan(0);
  if (/^Runs/.test(said.headline)) expect(stops.map((f) => f.code)).toEqual([]);
  // Each finding once at its place, in a stage, with a cause that is there.
  expect(new Set(j.each.map((f) => f.id)).size).toBe(j.each.length);
  const ids = new Set(j.each.map((f) => f.id));
  for (const f of j.each) {
    expect(stageOf(f)).toBeTruthy();
    expect(Number.isFinite(f.measured) || f.measured === Infinity).toBe(true);
    if (f.because !== undefined) expect(ids.has(f.because)).toBe(true);
  }
  const told = j.told.flatMap((f) => [f.id, ...f.also.map((o) => o.id)]);
  expect(told.sort()).toEqual([...ids].sort());
}

/** Some beds of a plan, by lot: what any hand may leave open. */
const someOpen = (plan: Judgement['plan'], lot: readonly boolean[]): BedGroup[] =>
  layOut(plan).blocks.flatMap(({ block, beds }, b) => {
    const keys = beds.filter((bed, i) => !bed.resting && lot[(b * 7 + i) % lot.length]).map((bed) => bed.key);
    return keys.length > 0
      ? [{ block: block.id, keys: block.valves === 'block' ? beds.map((x) => x.key) : keys }]
      : [];
  });

describe('any plan', () => {
  test('is judged alike by verdict, list and stages; so is every plan of the battery', () => {
    for (const { plan } of thinned([...BATTERY, ...SOUND_PLANS])) agree(judge(plan));
    fc.assert(
      fc.property(anyPlan, (plan) => agree(judge(plan))),
      { numRuns: PLANS },
    );
  });

  test('whatever valves are open, no emitter has more than the highest pressure that is told', () => {
    const solver = createPlanSolver();
    fc.assert(
      fc.property(anyPlan, fc.array(fc.boolean(), { minLength: 3, maxLength: 12 }), (plan, lot) => {
        const j = judge(plan, { solver });
        const open = someOpen(j.plan, lot);
        if (open.length === 0) return;
        // Of all states the shut one is the highest: that is what burst-at-rest is judged by.
        const highest = new Map<string, number>();
        for (const { plan: own, results } of j.states)
          for (const b of results.blocks) {
            const { id } = own.blocks[b.index];
            highest.set(id, Math.max(highest.get(id) ?? -Infinity, b.rest.lowestTapeKpa));
          }
        const results = solver.solve(withOpen(j.plan, { beds: open }));
        for (const r of results.runs) {
          const most = highest.get(j.plan.blocks[r.run.block].id);
          if (most !== undefined && r.emitters > 0) expect(r.maxKpa).toBeLessThanOrEqual(most + SAME_KPA);
        }
      }),
      { numRuns: PLANS },
    );
  });
});
