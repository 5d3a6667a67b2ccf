import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { verdict } from '../check';
import { BATTERY } from '../check/battery.testing';
import { createPlanSolver } from '../network';
import { fillIn, readPlan, refusalOf } from '../plan';
import { format, METRIC } from '../units';
import { cautionsOf, changed, figuresOf, judge, remediesFor, sameBy, sayChange } from './index';

const faulty = BATTERY.filter((b) => b.finds.some((code) => code !== 'water-avoid'));
/** What no change of a plan can mend, or only the grower can know. */
const WORDS_ONLY = ['set-beds-gone', 'water-avoid', 'tested-wet', 'lane-crossed', 'ends-unlike'];

/** Opening the demo, and going to Check. */
const PRESSES_TO_CHECK = 2;

describe('remedies', () => {
  test('the faulty demo is sound after at most five presses, its first remedy taken each time', () => {
    const read = readPlan(readFileSync(join(__dirname, '../../../demo/otter-strip.json'), 'utf8'));
    if (!read.ok) throw new Error('the demo is no plan');
    let now = judge(read.plan);
    let presses = PRESSES_TO_CHECK;
    const wrong = () => now.findings.find((f) => !f.follows && (f.grade === 'stop' || f.grade === 'mend'));
    expect(wrong()).toBeDefined();
    for (let f = wrong(); f; f = wrong(), presses++) {
      expect(presses).toBeLessThan(5);
      now = judge(changed(now.plan, remediesFor(f, now)[0].changes));
    }
    expect(verdict(now.results, now.findings, METRIC).tone).toBe('fine');
  });

  test.each(faulty.map((b) => [b.name, b] as const))(
    '%s: every remedy shown does what it says',
    (_, { plan }) => {
      const solver = createPlanSolver();
      const before = judge(plan, solver);
      for (const finding of before.findings.filter((f) => !f.follows && !WORDS_ONLY.includes(f.code))) {
        const remedies = remediesFor(finding, before, solver);
        expect([finding.code, remedies.length > 0]).toEqual([finding.code, true]);
        for (const remedy of remedies) {
          const mended = changed(plan, remedy.changes);
          expect(refusalOf(mended)).toBeUndefined();
          // Afresh, with a solver that remembers nothing.
          const after = judge(mended);
          const left = after.findings.filter((f) => sameBy(f) === sameBy(finding));
          if (remedy.clears) expect(left).toEqual([]);
          else expect(Math.max(...left.map((f) => f.margin))).toBeLessThan(finding.margin);
          const figures = figuresOf(after);
          expect(figures.uniformity).toBeCloseTo(remedy.after.uniformity, 6);
          expect(figures.askedLph).toBeCloseTo(remedy.after.askedLph, 2);
          for (const change of remedy.changes)
            expect(sayChange(change, fillIn(plan), (v, k) => format(v, k, METRIC))).toMatch(
              /^[a-z][^.!]*$|^[a-z].*\d/,
            );
          // The plan it was worked out on is as it was.
          expect(judge(plan).findings.map(sameBy)).toEqual(before.findings.map(sameBy));
        }
      }
    },
  );

  test('caution is said once where a change can hurt someone, and not where it cannot', () => {
    const raise = { kind: 'raise-tank', byM: 1 } as const;
    expect(cautionsOf([raise, { ...raise, byM: 2 }])).toHaveLength(1);
    expect(cautionsOf([raise])[0]).toMatch(/somebody competent designs the stand/);
    expect(cautionsOf([{ kind: 'cut-out', cutOutKpa: 300 }])[0]).toMatch(/licensed electrician/);
    expect(cautionsOf([{ kind: 'lay-flow', block: 'b', flowLph: 0.5 }])).toEqual([]);
  });
});
