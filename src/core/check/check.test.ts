import { blankPlan, type Plan } from '../plan';
import { METRIC, US } from '../units';
import { BATTERY } from './battery.testing';
import { describe as inWords, findingWorking, judge, opensOf, verdict } from './index';
import { thinned } from '../effort.testing';

const regulated = (setKpa: number) => [{ id: 'regulator', kind: 'regulator-mid', setKpa }];

/** A sound small plan; each test plants one fault in it. */
const sound: Plan = {
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tap', bucketL: 20, triesS: [10], shutKpa: 350, xM: -5, yM: -3 }],
  blocks: [
    {
      id: 'b',
      beds: { count: 8, lengthM: 40, runsPerBed: 2 },
      header: { pipe: 'pe-1-1/4' },
      main: { pipe: 'pe-1-1/4' },
      inlet: regulated(69),
    },
  ],
};
const block = (more: Partial<Plan['blocks'][number]>): Plan => ({
  ...sound,
  blocks: [{ ...sound.blocks[0], ...more }],
});
const GRADES = ['stop', 'mend', 'watch', 'note'];
const find = (plan: Plan) => {
  const judged = judge(plan);
  const { plan: full, worst, told: findings } = judged;
  return { full, results: worst.results, findings, said: verdict(opensOf(judged), findings, METRIC) };
};
const codes = (plan: Plan): string[] =>
  find(plan)
    .findings.filter((f) => f.grade !== 'note')
    .map((f) => f.code);

describe('findings', () => {
  test('a sound plan has none, and runs with something to spare', () => {
    expect(codes(sound)).toEqual([]);
    expect(find(sound).said.headline).toMatch(/^Runs, with (\d+ % to spare|more than double what it needs)$/);
  });

  test.each<[string, Plan, string[]]>([
    [
      'a slow tap',
      { ...sound, sources: [{ ...sound.sources[0], triesS: [40] } as Plan['sources'][number]] },
      ['flow-short'],
    ],
    ['no regulator', block({ inlet: [] }), ['burst-at-rest', 'emitter-over']],
    ['a set pressure over the wall', block({ inlet: regulated(103) }), ['burst-at-rest', 'emitter-over']],
    ['runs far too long', block({ beds: { count: 2, lengthM: 230, runsPerBed: 1 } }), ['run-too-long']],
    ['a thin header', block({ header: { pipe: 'pe-20' } }), ['header-small']],
    ['a thin hose for a main', block({ main: { pipe: 'hose-1/2' } }), ['main-eats']],
    ['steep ground across', block({ ground: { slopeAcross: 0.3 } }), ['block-uneven']],
  ])('%s', (_, plan, planted) => {
    const found = codes(plan);
    for (const code of planted) expect(found).toContain(code);
  });

  test('the planted fault alone is found where it has no further effect', () => {
    expect(
      codes(block({ beds: { count: 2, lengthM: 150, runsPerBed: 1 }, tape: { spacingM: 0.2 } })),
    ).toEqual(expect.arrayContaining(['run-too-long']));
    expect(codes(block({ inlet: regulated(83) }))).toEqual([]);
  });

  test('a starved regulator is told with what reaches it', () => {
    const plan = block({ main: { pipe: 'hose-1/2', extraM: 30 } });
    const starved = find(plan).findings.find((f) => f.code === 'regulator-starved');
    expect(starved?.measured).toBeLessThan(69);
    expect(starved?.limit).toBe(69);
  });

  test('uphill past the pressure the beds run dry, and the verdict says how many', () => {
    const { said, findings } = find(block({ ground: { slopeAlong: 0.25 } }));
    expect(findings.map((f) => f.code)).toContain('emitters-dry');
    expect(said).toMatchObject({ tone: 'stop', headline: '8 beds run dry' });
  });

  test('with every block shut the verdict says so, and nothing else is found of it', () => {
    const { said, findings } = find(block({ inUse: false }));
    expect(said.headline).toBe('Every block is shut');
    expect(findings.every((f) => f.grade === 'note')).toBe(true);
  });

  test('gravest first', () => {
    const grades = find(
      block({
        main: { pipe: 'hose-1/2', extraM: 60 },
        inlet: [],
        header: { pipe: 'pe-16' },
      }),
    ).findings.map((f) => f.grade);
    expect([...grades].sort((a, b) => GRADES.indexOf(a) - GRADES.indexOf(b))).toEqual(grades);
  });

  test('words carry what, where, how much and why in the units chosen', () => {
    const { full, findings } = find({
      ...sound,
      sources: [{ ...sound.sources[0], name: 'yard tap', triesS: [40] } as Plan['sources'][number]],
    });
    const short = findings.find((f) => f.code === 'flow-short')!;
    const us = inWords(short, full, US);
    expect(us.title).toMatch(/^The source is [\d.]+\sgpm short$/);
    expect(us.where).toBe('yard tap');
    expect(us.howMuch).toMatch(/psi/);
    expect(inWords(short, full, METRIC).howMuch).toMatch(/kPa/);
    expect(us.tries.length).toBeGreaterThan(1);
  });
});

describe('workings of findings', () => {
  test('tell what must hold, and by how much it is missed', () => {
    const { full: now, findings } = find({
      ...sound,
      sources: [{ ...sound.sources[0], triesS: [40] } as Plan['sources'][number]],
    });
    const short = findings.find((x) => x.code === 'flow-short')!;
    const w = findingWorking(short, now, METRIC);
    expect(w.formula).toBe('Q_asked ≤ Q(p_needed)');
    expect(w.result?.value).toBeCloseTo(short.measured - short.limit, 9);
    for (const { plan, finds } of thinned(BATTERY)) {
      const judged = find(plan);
      for (const x of judged.findings.filter((y) => finds.includes(y.code))) {
        const shown = findingWorking(x, judged.full, METRIC);
        expect(`${shown.title} ${shown.says} ${shown.source}`).not.toMatch(/undefined|NaN/);
      }
    }
  });
});
