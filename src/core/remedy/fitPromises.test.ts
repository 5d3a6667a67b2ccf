import fc from 'fast-check';
import { changed } from '../changes';
import { judge, roots, type Finding, type Judgement } from '../check';
import { anyPlan } from '../check/anyPlan.testing';
import { BATTERY } from '../check/battery.testing';
import { refusalOf, type Plan } from '../plan';
import { fit, figuresOf, remediesFor, tellRefusal, type Change, type Fit, type FitLimits } from './index';
import { sourceCost } from '../works';
import { format, METRIC } from '../units';
import { PLANS, thinned } from '../effort.testing';

const FREE: FitLimits = { keepTape: false, keepHeaders: false, budget: undefined, mostSets: 60 };

const toMend = (judged: Judgement): Finding[] =>
  roots(judged.told).filter((f) => f.grade === 'stop' || f.grade === 'mend');
const count = (left: readonly Finding[], grade: Finding['grade']): number =>
  left.filter((f) => f.grade === grade).reduce((sum, f) => sum + 1 + f.also.length, 0);

/** Stops, mends, cost, evenness and sets of a plan with changes made. */
function comesTo(plan: Plan, before: Judgement, changes: Change[]) {
  const after = judge(changed(plan, changes));
  const left = toMend(after);
  const { cost, uniformity } = figuresOf(after);
  return {
    after,
    left,
    stops: count(left, 'stop'),
    mends: count(left, 'mend'),
    cost: cost + sourceCost(before.plan, after.plan),
    uniformity,
    sets: Math.max(1, after.plan.watering.sets.length),
  };
}

/** Every single remedy of a plan that moves no goal. */
const singles = (before: Judgement): Change[][] =>
  roots(before.told)
    .filter((f) => f.grade !== 'note')
    .flatMap((f) => remediesFor(f, before).map((r) => r.changes))
    .filter((changes) => changes.every((c) => c.kind !== 'wish' && c.kind !== 'allowance'));

const promises = (plan: Plan): void => {
  const before = judge(plan);
  const { fits, refusal } = fit(plan, FREE);
  if (fits.length === 0)
    expect(
      tellRefusal(
        refusal!,
        (value, kind) => format(value, kind, METRIC),
        (f) => f.code,
      ).length,
    ).toBeGreaterThan(20);
  const offered = fits.map((f) => {
    const own = comesTo(plan, before, f.changes);
    // All that is left is named, in the same words.
    expect(f.left.map((x) => `${x.grade} ${x.id}`)).toEqual(own.left.map((x) => `${x.grade} ${x.id}`));
    expect(f.after.cost).toBeCloseTo(own.cost, 6);
    return { ...own, kinds: f.kinds };
  });
  const asItIs = comesTo(plan, before, []);
  const by = (kind: Fit['kinds'][number]) => offered.find((o) => o.kinds.includes(kind)) ?? asItIs;
  const [dear, even, few] = [by('cheapest'), by('most-even'), by('fewest-sets')];
  const tries = singles(before);
  const pairs = tries.slice(0, 3).flatMap((a, i) => tries.slice(i + 1, 4).map((b) => [...a, ...b]));
  for (const changes of [...tries, ...pairs]) {
    if (refusalOf(changed(plan, changes))) continue;
    const own = comesTo(plan, before, changes);
    const graver = own.stops - dear.stops || own.mends - dear.mends;
    if (graver > 0) continue;
    expect([graver, changes]).toEqual([0, changes]);
    // Where nothing works the nearest is offered, whatever it costs.
    if (own.stops > 0) continue;
    expect(dear.cost).toBeLessThanOrEqual(own.cost + 1e-6);
    expect(even.uniformity).toBeGreaterThanOrEqual(own.uniformity - 0.006);
    expect(few.sets).toBeLessThanOrEqual(own.sets);
  }
};

/** A plan that is offered names all that is left, and is no worse than a remedy or two of them, whatever is asked. */
test.each(thinned(BATTERY).map((b) => [b.name, b.plan] as const))(
  'what fits %s holds once it is taken, and no remedy does more',
  (_, plan) => promises(plan),
);

/** A random plan has many faults at once and takes half a minute: none of them in a short run. */
const RANDOM = Math.floor(PLANS / 25);
(RANDOM > 0 ? test : test.skip)('the same of any plan', () => {
  fc.assert(fc.property(anyPlan, promises), { numRuns: RANDOM, endOnFailure: true });
});
