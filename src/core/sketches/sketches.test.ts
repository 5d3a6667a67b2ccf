import { judge, opensOf, roots, verdict } from '../check';
import { METRIC } from '../units';
import { blankPlan, fillIn, refusalOf, type Plan } from '../plan';
import { answered, planOf, questionsOf, SKETCHES, sketchOf } from './index';

describe('sketches', () => {
  test('are twelve, each named by what it is, with questions and what to bring', () => {
    expect(SKETCHES).toHaveLength(12);
    expect(new Set(SKETCHES.map((s) => s.id)).size).toBe(12);
    for (const s of SKETCHES) {
      expect(questionsOf(s).length).toBeGreaterThanOrEqual(3);
      expect(s.bring.length).toBeGreaterThan(0);
    }
    expect(sketchOf('nothing')).toBeUndefined();
  });

  test.each(SKETCHES.map((s) => [s.name, s] as const))('%s works as it stands', (_, sketch) => {
    const plan = planOf(sketch, 'metric');
    expect(refusalOf(plan)).toBeUndefined();
    const grave = roots(judge(plan).told).filter((f) => f.grade === 'stop' || f.grade === 'mend');
    expect(grave.map((f) => `${f.grade} ${f.code}: ${f.measured} of ${f.limit}`)).toEqual([]);
    // What was taken is the grower's own: the sketch is not changed with it.
    expect(plan.blocks).not.toBe(sketch.plan.blocks);
  });

  test.each(SKETCHES.map((s) => [s.name, s] as const))(
    'every answer of %s lands where it is read',
    (_, sketch) => {
      let plan: Plan = planOf(sketch, 'metric');
      for (const question of questionsOf(sketch))
        for (const asked of question.fields) {
          const full = fillIn(plan);
          const was = asked.get(full);
          expect(was).toBeGreaterThanOrEqual(asked.least);
          expect(was).toBeLessThanOrEqual(asked.most);
          const value = asked.kind === 'count' ? was + 1 : Number((was + 0.1).toFixed(2));
          plan = answered(plan, asked, value, full);
          expect(refusalOf(plan)).toBeUndefined();
          expect([asked.label, asked.get(fillIn(plan))]).toEqual([asked.label, expect.closeTo(value, 2)]);
        }
    },
  );

  test('figures of a sketch are examples until one of them is measured', () => {
    const said = (plan: Plan) => {
      const judged = judge(plan);
      return verdict(opensOf(judged), judged.told, METRIC).detail;
    };
    for (const sketch of SKETCHES) {
      let plan = planOf(sketch, 'metric');
      expect(said(plan)).toMatch(/^Nothing measured yet/);
      const [asked] = questionsOf(sketch)[0].fields;
      // Even one that turns out to be as the example had it.
      plan = answered(plan, asked, asked.get(fillIn(plan)), fillIn(plan));
      expect([sketch.id, said(plan)]).toEqual([sketch.id, expect.not.stringMatching(/Nothing measured/)]);
    }
  });

  test('heights of a tank go on top of each other, as they are asked', () => {
    const sketch = sketchOf('barrel')!;
    const [outlet, water] = questionsOf(sketch)[0].fields;
    let plan = planOf(sketch, 'metric');
    plan = answered(plan, outlet, 1.2, fillIn(plan));
    plan = answered(plan, water, 0.9, fillIn(plan));
    expect(plan.sources[0]).toMatchObject({ outletM: 1.2, lowM: 1.25, highM: 2.1 });
  });

  test('beds higher than the source stand so much higher, all of them', () => {
    const sketch = sketchOf('borehole-fields')!;
    const up = questionsOf(sketch).find((q) => q.id === 'rise')!.fields[0];
    let plan = planOf(sketch, 'us');
    plan = { ...plan, sources: [{ ...plan.sources[0], heightM: 2 }] as Plan['sources'] };
    plan = answered(plan, up, 5, fillIn(plan));
    expect(plan.blocks.map((b) => b.heightM)).toEqual([7, 7]);
    expect(plan.units).toBe('us');
    expect(blankPlan('us').units).toBe('us');
  });
});
