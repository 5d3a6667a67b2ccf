import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { BATTERY } from '../check/battery.testing';
import { fillIn, readPlan, type Family, type Plan } from '../plan';
import {
  chainBetween,
  chainThrough,
  FITTINGS,
  fittingOf,
  jointKey,
  jointOf,
  jointWords,
  madeJoints,
  mateOf,
  meets,
  farmOf,
  type Joint,
} from './index';

const at = (key: string): Joint => jointOf(key)!;

/** From an end to an end, and the stock fittings that a shop's drawer gives for it; `none` where there are none. */
const PAIRS: [Family, string, string, string[] | 'none'][] = [
  ['inch', 'hose 3/4 male', 'hose 3/4 female', []],
  ['inch', 'hose 3/4 male', 'hose 3/4 male', ['hose coupling']],
  ['inch', 'hose 3/4 male', 'taper 3/4 female', ['hose to pipe thread']],
  ['inch', 'hose 3/4 male', 'taper 3/4 male', ['hose to pipe thread']],
  ['inch', 'hose 3/4 male', 'taper 1 male', ['hose to pipe thread', 'reducing socket, 1 in to ¾ in']],
  ['inch', 'hose 3/4 male', 'barb 3/4 female', ['insert to hose thread, ¾ in']],
  ['inch', 'hose 3/4 male', 'barb 1/2 female', ['insert to hose thread, ½ in']],
  ['inch', 'hose 3/4 male', 'barb 1 female', ['insert to hose thread, 1 in']],
  ['inch', 'hose 3/4 male', 'barb 16mm female', ['tubing to hose thread, 16 mm']],
  ['inch', 'hose 3/4 male', 'tape 16mm female', ['tape to hose thread, 16 mm']],
  ['inch', 'hose 3/4 male', 'flat 1 female', ['hose to layflat, 1 in']],
  ['inch', 'hose 3/4 male', 'hosebarb 5/8 female', ['hose end, ⅝ in']],
  ['inch', 'hose 3/4 male', 'slip 3/4 male', ['hose to pipe thread', 'slip adaptor, ¾ in']],
  ['inch', 'taper 1 female', 'taper 1 female', ['1 in nipple']],
  ['inch', 'taper 1 male', 'taper 1 male', ['1 in socket']],
  ['inch', 'taper 1 male', 'taper 1 female', []],
  ['inch', 'taper 1 female', 'taper 3/4 male', ['reducing bush, 1 in to ¾ in']],
  ['inch', 'taper 1 male', 'taper 3/4 male', ['reducing socket, 1 in to ¾ in']],
  ['inch', 'taper 1 female', 'taper 3/4 female', ['reducing bush, 1 in to ¾ in', '¾ in nipple']],
  // No bush goes over more than three sizes.
  [
    'inch',
    'taper 2 female',
    'taper 1/2 male',
    ['reducing bush, 2 in to 1 in', 'reducing bush, 1 in to ½ in'],
  ],
  ['inch', 'taper 3/4 female', 'barb 3/4 female', ['insert adaptor, ¾ in']],
  ['inch', 'taper 3/4 male', 'barb 3/4 female', ['insert adaptor, ¾ in']],
  // Adaptors are sold to the next sizes of thread too.
  ['inch', 'taper 1 female', 'barb 1-1/4 female', ['insert adaptor, 1¼ in insert barb to 1 in male']],
  // Threads before pipe: a stub would bring four clamps.
  [
    'metric',
    'parallel 3/4 female',
    'barb 1-1/2 female',
    ['¾ in nipple', 'reducing socket, 1¼ in to ¾ in', 'insert adaptor, 1½ in insert barb to 1¼ in'],
  ],
  ['inch', 'taper 1 male', 'slip 1 male', ['slip adaptor, 1 in']],
  ['inch', 'taper 1 female', 'slip 1 male', ['slip adaptor, 1 in']],
  ['inch', 'taper 2 female', 'flat 2 female', ['layflat adaptor, 2 in']],
  ['inch', 'taper 2 male', 'flat 2 female', ['layflat adaptor, 2 in']],
  ['inch', 'barb 1 female', 'barb 1 female', ['insert coupling, 1 in']],
  ['inch', 'barb 1 female', 'barb 3/4 female', ['insert reducer, 1 in to ¾ in']],
  ['inch', 'barb 1 male', 'barb 1 male', ['short piece of pipe, 1 in']],
  ['inch', 'barb 1 male', 'barb 3/4 female', ['short piece of pipe, 1 in', 'insert reducer, 1 in to ¾ in']],
  ['inch', 'slip 1 male', 'slip 1 male', ['slip coupling, 1 in']],
  ['inch', 'slip 1 female', 'slip 1 female', ['short piece of pipe, 1 in']],
  [
    'inch',
    'slip 1-1/2 male',
    'slip 3/4 male',
    ['slip reducer, 1½ in to 1 in', 'slip reducing bush, 1 in to ¾ in'],
  ],
  ['inch', 'flat 2 female', 'flat 1-1/2 female', ['layflat reducer, 2 in to 1½ in']],
  ['inch', 'barb 16mm female', 'tape 16mm female', ['tape to tubing, 16 mm']],
  ['inch', 'barb 1/2 female', 'barb 17mm female', ['tubing coupling, ½ in']],
  ['inch', 'barb 1/4 female', 'barb 1/2 female', ['thin line to tubing, ¼ in']],
  ['inch', 'taper 1 female', 'parallel 1 male', 'none'],
  ['inch', 'taper 1 female', 'parallel 3/4 female', 'none'],
  ['metric', 'parallel 3/4 male', 'comp 25mm male', ['compression adaptor, 25 mm']],
  ['metric', 'parallel 1 female', 'comp 32mm male', ['compression adaptor, 32 mm']],
  ['metric', 'parallel 1 female', 'comp 25mm male', ['compression adaptor, 25 mm']],
  [
    'metric',
    'parallel 1 female',
    'comp 63mm male',
    ['1 in nipple', 'reducing socket, 1½ in to 1 in', 'compression adaptor, 63 mm'],
  ],
  ['metric', 'comp 25mm male', 'comp 25mm male', ['compression coupling, 25 mm']],
  ['metric', 'comp 32mm male', 'comp 25mm male', ['compression reducer, 32 mm to 25 mm']],
  [
    'metric',
    'comp 63mm female',
    'comp 50mm male',
    ['short piece of pipe, 63 mm', 'compression reducer, 63 mm to 50 mm'],
  ],
  [
    'metric',
    'parallel 1 female',
    'barb 16mm female',
    ['reducing bush, 1 in to ½ in', 'tubing adaptor, 16 mm'],
  ],
  ['metric', 'parallel 3/4 male', 'hosebarb 5/8 female', ['hose adaptor, ⅝ in']],
  ['metric', 'barb 20mm female', 'barb 16mm female', ['tubing reducer, 20 mm to 16 mm']],
  ['metric', 'tape 16mm female', 'tape 16mm female', ['tape coupling, 16 mm']],
  ['metric', 'parallel 2 female', 'flat 2 female', ['layflat adaptor, 2 in']],
  ['metric', 'parallel 3/4 female', 'flat 25mm female', ['oval hose adaptor, 25 mm']],
  ['metric', 'comp 40mm male', 'flat 1-1/2 female', ['compression adaptor, 40 mm', 'layflat adaptor, 1½ in']],
  ['metric', 'parallel 1 male', 'taper 1 female', 'none'],
  ['metric', 'hose 3/4 male', 'parallel 3/4 male', 'none'],
];

test.each(PAIRS)('%s: %s to %s', (family, from, to, wanted) => {
  const chain = chainBetween(at(from), at(to), family);
  if (wanted === 'none') return expect(chain).toBeUndefined();
  expect(chain!.map((f) => f.name.slice(0, 60))).toEqual(wanted.map((w) => expect.stringContaining(w)));
  // Each end of the chain meets the next, and as many joints are made as there are fittings and one.
  const made = madeJoints({
    from: at(from),
    chain,
  });
  expect(made).toHaveLength(wanted.length + 1);
  expect(meets(made[made.length - 1], at(to))).toBe(true);
  // The other way round it is as short.
  expect(chainBetween(at(to), at(from), family)).toHaveLength(wanted.length);
});

test('there are forty pairs and more, and a fitting stands once in the drawer', () => {
  expect(PAIRS.length).toBeGreaterThanOrEqual(40);
  expect(new Set(FITTINGS.map((f) => f.id)).size).toBe(FITTINGS.length);
  for (const f of FITTINGS) {
    expect(f.price).toBeGreaterThan(0);
    expect(fittingOf(f.id)).toBe(f);
  }
});

test('a joint is written and read, told in words, and met by its other half alone', () => {
  const j = at('taper 1-1/4 male');
  expect(jointKey(j)).toBe('taper 1-1/4 male');
  expect(jointWords(j)).toBe('1¼ in tapered pipe thread, male');
  expect(jointWords(at('comp 25mm female'))).toBe('25 mm compression, nut');
  expect(meets(j, mateOf(j))).toBe(true);
  expect(meets(j, j)).toBe(false);
  for (const bad of ['taper 1', 'glue 1 male', 'taper 1 both', 'taper 1 male x', ''])
    expect(jointOf(bad)).toBeUndefined();
});

test('what the grower has is used where it can be, and refused where it leads nowhere', () => {
  const socket = fittingOf('fit:taper_1_female~taper_1_female')!;
  const [from, to] = [at('taper 1 male'), at('taper 3/4 female')];
  expect(chainBetween(from, to, 'inch')).toHaveLength(2);
  const through = chainThrough(from, socket, to, 'inch')!;
  expect(through).toContain(socket);
  expect(through.length).toBeLessThanOrEqual(3);
  const foreign = FITTINGS.find((f) => f.a.kind === 'parallel' && f.b.kind === 'parallel')!;
  expect(chainThrough(from, foreign, to, 'inch')).toBeUndefined();
});

const demos = join(__dirname, '../../../demo');
const DEMOS = readdirSync(demos)
  .filter((f) => f.endsWith('.json'))
  .map((f): [string, Plan] => {
    const reading = readPlan(readFileSync(join(demos, f), 'utf8'));
    if (!reading.ok) throw new Error(f);
    return [f, reading.plan];
  });
const PLANS: [string, Plan][] = [...DEMOS, ...BATTERY.map((b): [string, Plan] => [b.name, b.plan])];

test.each(PLANS)('every joint of %s meets, or is told', (name, plan) => {
  const unmet = farmOf(fillIn(plan)).meetings.filter((m) => !m.chain);
  const planted = BATTERY.find((b) => b.name === name)?.finds.includes('ends-unlike');
  expect(unmet.length > 0).toBe(planted ?? false);
});

test('the inch and the metric family keep to their own threads, whichever pipe is laid', () => {
  const [, plan] = DEMOS.find(([f]) => f.includes('hollin'))!;
  for (const [family, other] of [
    ['inch', 'parallel'],
    ['metric', 'taper'],
  ] as const) {
    const { meetings } = farmOf(fillIn({ ...plan, build: { family } }));
    const kinds = new Set(meetings.flatMap(madeJoints).map((j) => j.kind));
    expect(kinds.has(other)).toBe(false);
    expect(meetings.every((m) => m.chain)).toBe(true);
  }
});
