import { judge } from '../check';
import { blankPlan, branchPlace, fillIn, type Plan } from '../plan';
import { changed, remediesFor, sayChange } from './index';

/** Plots under a low tank, and the mains tap as its backup: 310 kPa with the valves shut, on tape that stands 85. */
const PLAN: Plan = {
  ...blankPlan('metric'),
  sources: [
    { id: 'tank', kind: 'tank', xM: 0, yM: 0, outletM: 6, lowM: 6.4, highM: 8, volumeL: 4000 },
    { id: 'tap', kind: 'tap', name: 'yard tap', xM: -10, yM: 0, branch: [{ id: 'd', kind: 'double-check' }] },
  ],
  sourceId: 'tank',
  backup: { sourceId: 'tap' },
  inlets: 'alike',
  blocks: [
    { id: 'a', xM: 5, yM: 0, beds: { count: 4, lengthM: 12, runsPerBed: 2 }, inlet: [] },
    { id: 'b', xM: 15, yM: 0, beds: { count: 4, lengthM: 12, runsPerBed: 2 }, inlet: [] },
  ],
};

test('too much pressure on one source alone: one regulator on its branch puts it right, and the other keeps its pressure', () => {
  const before = judge(PLAN);
  const burst = before.told.find((f) => f.code === 'burst-at-rest')!;
  expect(burst.holds.every((h) => h.backup)).toBe(true);
  const [first] = remediesFor(burst, before);
  expect(first.clears).toBe(true);
  expect(first.changes).toMatchObject([{ kind: 'add-part', place: branchPlace('tap'), at: 1 }]);
  expect(sayChange(first.changes[0], before.plan, (v) => `${Math.round(v)}`)).toMatch(
    /regulator set to \d+ on the branch of yard tap$/,
  );
  const now = fillIn(changed(PLAN, first.changes));
  expect(now.sources[1].branch.map((p) => p.role)).toEqual(['backflow', 'regulator']);
  expect(now.head.some((p) => p.role === 'regulator')).toBe(false);
  // One is dearer than none, and two would be dearer still.
  const paid = first.after.cost - first.before.cost;
  expect(paid).toBeGreaterThan(15);
  expect(paid).toBeLessThan(36);
});
