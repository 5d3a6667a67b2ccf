import { changed } from '../changes';
import { judge, roots } from '../check';
import { BATTERY } from '../check/battery.testing';
import { createPlanSolver } from '../network';
import { remediesFor } from './tryOut';

const FAULTY = BATTERY.filter((b) => b.finds.length > 0);

/** Taken for real and judged by a solver that remembers nothing of the trial. */
test.each(FAULTY.map((b) => [b.name, b.plan] as const))(
  'what is promised of %s holds once it is taken',
  (_, plan) => {
    const solver = createPlanSolver();
    const before = judge(plan, { solver });
    const had = new Map(before.each.map((f) => [f.id, f.grade]));
    for (const finding of roots(before.told).filter((f) => f.grade === 'stop' || f.grade === 'mend'))
      for (const remedy of remediesFor(finding, before, solver)) {
        const after = judge(changed(plan, remedy.changes));
        const named = new Set(remedy.worse.map((f) => f.id));
        const fresh = after.each.filter((f) => f.grade === 'stop' && had.get(f.id) !== 'stop');
        expect(fresh.filter((f) => f.because === undefined && !named.has(f.id)).map((f) => f.code)).toEqual(
          [],
        );
        if (remedy.clears) expect(after.each.map((f) => f.id)).not.toContain(finding.id);
      }
  },
);
