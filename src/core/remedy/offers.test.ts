import { pipeKind } from '../catalog/pipes';
import {
  type Finding,
  flowsUnder,
  judge,
  judgeOpen,
  offersFor,
  regulatorsFor,
  roots,
  widerThan,
} from '../check';
import { BATTERY, SOUND } from '../check/battery.testing';
import { sayChange } from '../changes';
import { fillIn } from '../plan';
import { format, METRIC, type KindName } from '../units';
import { compare, remedyWorking, tellFit, tellRefusal, tellSet, type Fit, type Remedy } from './index';
import { leftOut, thinned } from '../effort.testing';

const show = (value: number, kind: KindName): string => format(value, kind, METRIC);
const title = ({ code }: Finding): string => `it is ${code}`;

// All that a grower would try for each planted fault, before any of it is worked out: as it was read over.
const hasFindings = (b: (typeof BATTERY)[number]): boolean => b.finds.length > 0;
const untried = leftOut(BATTERY).filter(hasFindings);
if (untried.length > 0)
  test.skip.each(untried.map((b) => [b.name]))('what would be tried for %s', () => undefined);
test.each(
  thinned(BATTERY)
    .filter(hasFindings)
    .map((b) => [b.name, b.plan] as const),
)('what would be tried for %s', (_, plan) => {
  const before = judge(plan);
  const lines = roots(before.told).flatMap((finding) => {
    const { plan: full, results } = before.foundIn.get(finding.id) ?? before.worst;
    const offers = offersFor({ finding, plan: full, results, whole: before.plan });
    return offers.map((offer) => {
      const ways = offer.map((way) => way.map((c) => sayChange(c, before.plan, show)).join(', and '));
      return `${finding.code}: ${ways.join(' | or ')}`;
    });
  });
  expect(lines).toMatchSnapshot();
});

describe('two versions of a plan', () => {
  const before = judge(SOUND);
  const [finding] = judge({ ...SOUND, blocks: [{ ...SOUND.blocks[0], header: { pipe: 'pe-20' } }] }).each;
  const version = (...each: (typeof finding)[]) => ({ ...before, each, told: each });
  const had = { ...finding, grade: 'mend' as const, measured: 20, limit: 10, margin: 10 };

  test('what is gone, what is new and what is graver', () => {
    expect(compare([], version(had), version()).gone).toEqual([had]);
    expect(compare([], version(), version(had)).worse).toEqual([had]);
    const graver = { ...had, grade: 'stop' as const };
    expect(compare([], version(had), version(graver)).worse).toEqual([graver]);
    expect(compare([], version(graver), version(had)).worse).toEqual([]);
    expect(compare([], version(had), version(had)).left).toBe(1);
  });

  test('what is there before and after is worse only when clearly further beyond its limit, whatever that now is', () => {
    const by = (margin: number, more: object = {}) => ({ ...had, measured: 10 + margin, margin, ...more });
    const worse = (after: typeof had): number => compare([], version(had), version(after)).worse.length;
    expect(worse(by(10.9))).toBe(0);
    expect(worse(by(11.1))).toBe(1);
    expect(worse(by(5))).toBe(0);
    // 30 is twice as much as 10 and 2.5 times 12: against the other limit it is 1.5 limits beyond instead of 1.
    expect(worse(by(20, { limit: 12 }))).toBe(1);
    // Against a limit of 15 the same 20 over it is a third beyond: less.
    expect(worse(by(10, { limit: 15 }))).toBe(0);
  });

  test('a note is neither gone nor worse, and what comes of something told is not told again', () => {
    const note = { ...had, grade: 'note' as const };
    expect(compare([], version(), version(note)).worse).toEqual([]);
    expect(compare([], version(note), version()).gone).toEqual([]);
    expect(compare([], version(), version(note)).left).toBe(0);
    const effect = { ...had, id: 'effect', because: had.id };
    expect(compare([], version(), version(had, effect)).worse).toEqual([had]);
    expect(compare([], version(had), version(had, effect)).worse).toEqual([effect]);
    expect(compare([], version(had, effect), version()).gone).toEqual([had]);
  });

  test('the figures are of the weakest, the least even and the greatest draw of all that opens', () => {
    const halves = judgeOpen({
      ...SOUND,
      watering: {
        sets: [
          { id: 'a', name: 'A', beds: [{ block: 'b', keys: ['1', '2', '3', '4', '5'] }] },
          { id: 'c', name: 'C', beds: [{ block: 'b', keys: ['6', '7', '8'] }] },
        ],
      },
    });
    const { after } = compare([], before, halves);
    const each = halves.states.map((s) => s.results);
    expect(each).toHaveLength(2);
    expect(after.askedLph).toBe(Math.max(...each.map((r) => r.demand.askedLph)));
    expect(after.uniformity).toBe(Math.min(...each.map((r) => r.uniformity)));
    expect(after.weakestKpa).toBe(Math.min(...each.map((r) => r.runs[r.weakest].minKpa)));
    // Two sets in one block: a valve at each of its sixteen runs, 1.2 each.
    expect(after.cost).toBeCloseTo(compare([], before, before).after.cost + 16 * 1.2, 6);
  });

  test('a remedy’s working tells all that it changes, and what lies before and after', () => {
    const outcome = compare(
      [{ kind: 'header-size', block: 'b', pipe: 'pe-1-1/2' }],
      before,
      judge({ ...SOUND, blocks: [{ ...SOUND.blocks[0], header: { pipe: 'pe-1-1/2' } }] }),
    );
    const clears = remedyWorking({ ...outcome, clears: true }, had, before.plan, METRIC);
    expect(clears.title).toMatch(/^What it does: .*1½ in/);
    expect(clears.says).toMatch(/is gone, and nothing is worse\./);
    const numbers = clears.terms.map((t) => t.value);
    expect(numbers.slice(0, 3)).toEqual([outcome.before.cost, outcome.after.cost, 10]);
    expect(numbers.slice(3)).toEqual([
      outcome.before.weakestKpa,
      outcome.after.weakestKpa,
      outcome.before.uniformity,
      outcome.after.uniformity,
      outcome.before.askedLph,
      outcome.after.askedLph,
      outcome.before.availableLph,
      outcome.after.availableLph,
    ]);
    expect(clears.result!.value).toBeCloseTo(outcome.after.cost - outcome.before.cost, 9);
    expect(clears.gives!(numbers)).toBeCloseTo(clears.result!.value, 9);
    const helps: Remedy = { ...outcome, clears: false, less: { ...had, margin: 4 }, worse: [had] };
    const told = remedyWorking(helps, had, before.plan, METRIC);
    expect(told.says).toMatch(/is still there, less, and one thing is worse/);
    expect(told.terms.map((t) => t.value).slice(2, 4)).toEqual([10, 4]);
    expect(remedyWorking({ ...helps, worse: [had, had] }, had, before.plan, METRIC).says).toMatch(
      /2 things are worse/,
    );
  });
});

describe('what a search for whole plans says', () => {
  test('why nothing was found: the nearest limit, with its figures', () => {
    expect(
      tellRefusal({ why: 'bed-too-much', block: 'Low', givesLph: 200, needsLph: 350 }, show, title),
    ).toBe(
      'Nothing within these limits: the source gives 200\u00a0L/h, one bed of Low alone needs 350\u00a0L/h.',
    );
    const sets = { why: 'too-many-sets', sets: 7, givesLph: 500, needsLph: 3200 } as const;
    expect(tellRefusal({ ...sets, most: 4 }, show, title)).toMatch(/which takes 7 sets; 4 are allowed\.$/);
    expect(tellRefusal({ ...sets, most: 1 }, show, title)).toMatch(/; one is allowed\.$/);
    expect(tellRefusal({ why: 'too-dear', cost: 1234.4, budget: 999.6 }, show, title)).toMatch(
      /costs about 1,234 at typical prices; the budget is 1,000\.$/,
    );
    const uneven = { why: 'block-uneven', block: 'Low', best: 0.84, wished: 0.9 } as const;
    expect(tellRefusal({ ...uneven, keepTape: true }, show, title)).toMatch(
      /Low comes to 84\u00a0% evenness at best; 90\u00a0% is the target\. Another tape may do\.$/,
    );
    expect(tellRefusal({ ...uneven, keepTape: false }, show, title)).toMatch(/Set a lower target/);
    expect(
      tellRefusal({ why: 'no-pressure', block: 'Low', needsKpa: 90, givesKpa: 40 }, show, title),
    ).toMatch(/Low takes 90\u00a0kPa at the source, which stands at 40\u00a0kPa when shut\.$/);
    expect(tellRefusal({ why: 'other', left: { code: 'no-vent' } as Finding }, show, title)).toMatch(
      /^Nothing within these limits\. What is left whatever was tried: it is no-vent\.$/,
    );
    expect(tellRefusal({ why: 'other' }, show, title)).toBe('Nothing within these limits.');
    expect(
      tellRefusal(
        { why: 'material', block: 'Low', laid: 'quarter-inch dripper line', lengthM: 55, mostM: 9 },
        show,
        title,
      ),
    ).toMatch(/quarter-inch dripper line cannot carry water evenly over 55.m at any pressure/);
    expect(tellRefusal({ why: 'no-beds' }, show, title)).toMatch(/no beds with emitters/);
  });

  test('what waters together: whole blocks, beds of one, beds of several', () => {
    const one = fillIn({ ...SOUND, blocks: [{ ...SOUND.blocks[0], name: 'Low' }] });
    const two = fillIn({
      ...SOUND,
      blocks: [
        { ...SOUND.blocks[0], name: 'Low' },
        { ...SOUND.blocks[0], id: 'c', name: 'High' },
      ],
    });
    const unit = (block: string, ...keys: string[]) => ({ block, ...(keys.length > 0 && { keys }) });
    expect(tellSet([unit('b')], one)).toBe('Low');
    expect(tellSet([unit('b', '3')], one)).toBe('bed 3');
    expect(tellSet([unit('b', '3', '4', '5')], one)).toBe('beds 3 to 5');
    expect(tellSet([unit('b', '3'), unit('c')], two)).toBe('bed 3 of Low and High');
    expect(tellSet([unit('b', '1'), unit('c', '2', '3'), unit('c')], two)).toBe(
      'bed 1 of Low, beds 2 to 3 of High and High',
    );
  });

  test('why one is worth looking at', () => {
    const after = { uniformity: 0.914, weakestKpa: 61, cost: 1499.6 };
    const fit = (n: number) => ({ after, sets: Array.from({ length: n }, () => ({})) }) as unknown as Fit;
    expect(tellFit(fit(1), show)).toBe(
      'Everything waters at once, 91\u00a0% even, the weakest emitter at 61\u00a0kPa; about 1,500 for all of it at typical prices.',
    );
    expect(tellFit(fit(3), show)).toMatch(/^3 sets water one after the other, /);
  });
});

describe('what is sold next', () => {
  const wider = (pipe: string, most?: number): string[] =>
    widerThan({ pipe, boreMm: pipeKind(pipe).boreMm, hazenWilliamsC: 150 }, most).map((p) => p.id);

  test('wider pipe of the same kind and family of sizes, next first', () => {
    expect(wider('pe-1')).toEqual(['pe-1-1/4', 'pe-1-1/2', 'pe-2']);
    expect(wider('pe-25', 3)).toEqual(['pe-32', 'pe-40', 'pe-50']);
    expect(wider('pvc-1', 2)).toEqual(['pvc-1-1/4', 'pvc-1-1/2']);
    expect(wider('layflat-1', 9)).toEqual([
      'layflat-1-1/4',
      'layflat-1-1/2',
      'layflat-2',
      'layflat-3',
      'layflat-4',
    ]);
    expect(wider('pe-90')).toEqual([]);
  });

  test('beyond the widest hose inch poly pipe; never metric, and nothing only a hair wider', () => {
    expect(wider('hose-5/8', 9)).toEqual(['hose-3/4', 'hose-1', 'pe-1', 'pe-1-1/4', 'pe-1-1/2', 'pe-2']);
    expect(widerThan({ pipe: 'pe-1', boreMm: 34, hazenWilliamsC: 150 }).map((p) => p.id)).toEqual([
      'pe-1-1/2',
      'pe-2',
    ]);
  });

  test('flows under what is laid, at the label’s pressure, next lower first', () => {
    const { tape } = fillIn(SOUND).blocks[0];
    expect(flowsUnder(tape)).toEqual([0.83, 0.68, 0.53]);
    expect(flowsUnder({ ...tape, flowLph: 0.53 })).toEqual([]);
  });

  test('regulators that work at a flow, each within its own range', () => {
    for (const lph of [30, 600, 3000, 7000])
      for (const r of regulatorsFor(lph)) {
        expect(r.role).toBe('regulator');
        expect(r.minLph).toBeLessThanOrEqual(lph);
        expect(r.maxLph).toBeGreaterThanOrEqual(lph);
      }
    expect(regulatorsFor(600)[0].id).toBe('regulator-low');
    expect(regulatorsFor(3000)[0].id).toBe('regulator-mid');
  });

  test('of a main with a tee, the one stretch that eats most before all of it', () => {
    const judged = judge({
      ...SOUND,
      tees: [{ id: 't', xM: -3, yM: 0, main: { pipe: 'hose-1/2', extraM: 40 } }],
      blocks: [{ ...SOUND.blocks[0], main: { from: 't', pipe: 'pe-1-1/4' } }],
    });
    const eats = judged.told.find((f) => f.code === 'main-eats')!;
    const { plan, results } = judged.foundIn.get(eats.id)!;
    const offers = offersFor({ finding: eats, plan, results, whole: judged.plan });
    const kinds = offers.flatMap((o) => o[0].map((c) => c.kind));
    expect(eats.place).toEqual({ kind: 'main', to: 't' });
    expect(kinds).toContain('main-size');
    const onBlock = { ...eats, place: { kind: 'main' as const, to: 'b' } };
    const both = offersFor({ finding: onBlock, plan, results, whole: judged.plan });
    const of = both.flatMap((o) => o[0]).filter((c) => c.kind === 'piece-size' || c.kind === 'main-size');
    expect(of.map((c) => c.kind)).toEqual(['piece-size', 'main-size']);
    expect(of.every((c) => 'to' in c && c.to === 'b')).toBe(true);
  });
});
