import { refusalOf, type Plan } from '../plan';
import { METRIC, US, type UnitChoice } from '../units';
import { BATTERY } from './battery.testing';
import { KINDS } from './findings';
import { describe as inWords, judge, opensOf, roots, verdict, type Judgement } from './index';
import { SOUND_PLANS } from './soundPlans.testing';

/** Each plan is judged once, whoever looks at it. */
const judgements = new Map<Plan, Judgement>();
function judgedOf(plan: Plan): Judgement {
  let judged = judgements.get(plan);
  if (!judged) judgements.set(plan, (judged = judge(plan)));
  return judged;
}

/** All that is said of a plan, line by line. */
function saidOf(stated: Plan, choice: UnitChoice): string {
  const judged = judgedOf(stated);
  const { headline, detail, tone } = verdict(opensOf(judged), judged.told, choice);
  const lines = judged.told.map((f) => {
    const w = inWords(f, judged.plan, choice, stated);
    const parts = [w.title, w.howMuch, w.why, w.tries.join(' / '), w.where, w.whenOpen, w.restsOn];
    return `${f.grade}${f.because ? ` (from ${f.because})` : ''}: ${parts.join(' | ')}`;
  });
  return [`${tone}: ${headline}. ${detail}`, ...lines].join('\n');
}

describe('a battery of small plans: what was planted is found, and nothing else', () => {
  test('there are more than a hundred, and each is a plan', () => {
    expect(BATTERY.length).toBeGreaterThanOrEqual(100);
    for (const { name, plan } of BATTERY) expect([name, refusalOf(plan)]).toEqual([name, undefined]);
  });

  test.each(BATTERY.map((b) => [b.name, b] as const))('%s', (_, { plan, finds }) => {
    const { told, each } = judgedOf(plan);
    expect(
      roots(told)
        .map((f) => f.code)
        .sort(),
    ).toEqual([...finds].sort());
    for (const f of each) expect(f.margin).toBeGreaterThanOrEqual(0);
  });

  // Words as they were read over: a change of theirs is looked at in the file beside this one.
  test.each(BATTERY.map((b) => [b.name, b.plan] as const))('what is said of %s', (name, plan) => {
    // Some of them in US units: the same ones, whatever is added to the list.
    const choice = name.length % 4 === 3 ? US : METRIC;
    expect(saidOf(plan, choice)).toMatchSnapshot();
    // With another block beside it, out of use, places are told by their blocks.
    const [first] = plan.blocks;
    const other = { ...first, id: 'other', name: 'Other field', xM: 400, inUse: false };
    if (plan.blocks.length === 1)
      expect(saidOf({ ...plan, blocks: [...plan.blocks, other] }, choice)).toMatchSnapshot();
  });
});

test('every kind of finding is found in one of them', () => {
  const found = new Set(BATTERY.flatMap(({ plan }) => judgedOf(plan).each.map((f) => f.code)));
  expect(KINDS.map((k) => k.code).filter((code) => !found.has(code))).toEqual([]);
});

describe('sound plans of every source and material', () => {
  test('are many, and each is a plan', () => {
    expect(SOUND_PLANS.length).toBeGreaterThanOrEqual(80);
    for (const { name, plan } of SOUND_PLANS) expect([name, refusalOf(plan)]).toEqual([name, undefined]);
  });

  test.each(SOUND_PLANS.map((s) => [s.name, s.plan] as const))(
    '%s has nothing to stop or mend',
    (_, plan) => {
      const grave = judge(plan).each.filter((f) => f.grade === 'stop' || f.grade === 'mend');
      expect(grave.map((f) => `${f.code}: ${f.measured} of ${f.limit}`)).toEqual([]);
    },
  );
});
