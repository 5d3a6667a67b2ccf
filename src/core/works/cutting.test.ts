import { randomLcg } from 'd3-random';
import loadHighs from 'highs';
import { linearSolver } from '../../worker/linear';
import { cutStock, joinedCuts, type LinearSolver, type Wanted } from './index';

let solve: LinearSolver;
beforeAll(async () => {
  solve = linearSolver(await loadHighs());
});
const w = (lengthM: number, count = 1, label = String(lengthM)): Wanted => ({ lengthM, count, label });
const cutOf = (plan: ReturnType<typeof cutStock>): number[] =>
  plan.rolls.flatMap((r) => r.cuts.map((c) => c.lengthM)).sort((a, b) => b - a);

test('a handbook case: longest first wastes a stick that the best cuts save', () => {
  // Of 6 m: 2.4, 2.0 and 1.6 fill one, and 3 × 2 another; longest first takes 2.4 + 2.4 and so on.
  const wanted = [w(2.4, 4), w(2, 4), w(1.6, 4)];
  const best = cutStock(wanted, 6, [], solve);
  expect(best.bought).toBe(4);
  expect(best.atLeast).toBe(4);
  expect(best.rolls.every((r) => Math.abs(r.leftM) < 0.005)).toBe(true);
  expect(cutStock(wanted, 6).bought).toBeGreaterThan(4);
});

test('pieces that are there are used first, the shortest that serve, and what is left of them is told', () => {
  const plan = cutStock([w(2, 3), w(5)], 6, [4.1, 7, 1], solve);
  const [first, second] = plan.rolls.filter((r) => r.had);
  expect(first).toMatchObject({ lengthM: 4.1, cuts: [{ lengthM: 2 }, { lengthM: 2 }] });
  expect(first.leftM).toBeCloseTo(0.1, 9);
  expect(second.lengthM).toBe(7);
  expect(second.cuts.map((c) => c.lengthM).sort()).toEqual([2, 5]);
  expect(plan.bought).toBe(0);
});

test('a length beyond a roll is joined of several, where each roll ends', () => {
  const plan = cutStock([w(130, 1, 'main')], 50, [], solve);
  expect(plan.bought).toBe(3);
  expect(plan.joins).toEqual([
    { label: 'main', atM: 50 },
    { label: 'main', atM: 100 },
  ]);
});

test('what is longer than a roll, and than what was filled otherwise, is joined too', () => {
  // The piece of 60 m is filled by 30 and 30; the 55 m then are a roll and 5 m more.
  const plan = cutStock([w(30, 2), w(55, 1, 'long')], 50, [60], solve);
  const lengths = plan.rolls.flatMap((r) => r.cuts.map((c) => c.lengthM));
  expect(lengths.reduce((a, b) => a + b, 0)).toBeCloseTo(115, 6);
  for (const r of plan.rolls) expect(r.leftM).toBeGreaterThanOrEqual(-1e-9);
  expect(
    plan.joins.length + plan.rolls.filter((r) => r.had && r.cuts.some((c) => c.lengthM === 55)).length,
  ).toBe(1);
});

test('with joins, rolls are laid to their ends, and a join lies in the far half of its run', () => {
  // Six runs of 70 m from rolls of 100 m: one each without joins; 420 m are five rolls with.
  const plain = cutStock([w(70, 6)], 100, [], solve);
  expect(plain.bought).toBe(6);
  const joined = joinedCuts([w(70, 6, 'run')], 100, 1)!;
  expect(joined.bought).toBe(5);
  expect(joined.joins.length).toBeLessThanOrEqual(4);
  for (const j of joined.joins) expect(j.atM).toBeGreaterThanOrEqual(35);
  expect(joined.rolls.reduce((s, r) => s + r.leftM, 0)).toBeCloseTo(500 - 420, 6);
  // A run of 250 m would have two joins.
  expect(joinedCuts([w(250)], 100, 1)).toBeUndefined();
  expect(joinedCuts([w(250)], 100, 2)!.joins.map((j) => j.atM)).toEqual([100, 200]);
});

test('nothing wanted, nothing bought; without the solver the longest are cut first', () => {
  expect(cutStock([], 6, [3], solve)).toMatchObject({ rolls: [], bought: 0, atLeast: 0 });
  expect(cutStock([w(3, 4)], 6)).toMatchObject({ bought: 2, atLeast: 2 });
});

test('a solver that fails leaves what was cut without it', () => {
  const wanted = [w(2.4, 4), w(2, 4), w(1.6, 4)];
  const failing: LinearSolver = () => ({ solved: false, objective: 0, values: {}, duals: [] });
  expect(cutStock(wanted, 6, [], failing)).toEqual(cutStock(wanted, 6));
});

const LISTS = Number(process.env.PLANS ?? 40);
test(`over ${LISTS} random lists no stick is overrun, all is cut once, and at most one stick is beyond the bound`, () => {
  for (let seed = 1; seed <= LISTS; seed++) {
    const random = randomLcg(seed / 1e4);
    const stockM = [3, 6, 6.096, 25, 50][Math.floor(random() * 5)];
    const wanted = Array.from({ length: 1 + Math.floor(random() * 18) }, (_, i) =>
      w(
        Math.max(0.1, Math.round(random() * stockM * 100 * (0.1 + 0.9 * random())) / 100),
        1 + Math.floor(random() * 9),
        `${i}`,
      ),
    );
    const have = random() < 0.3 ? [stockM / 2, stockM / 3] : [];
    const plan = cutStock(wanted, stockM, have, solve);
    for (const r of plan.rolls) {
      expect(r.leftM).toBeGreaterThanOrEqual(-1e-9);
      expect(r.cuts.reduce((s, c) => s + c.lengthM, 0) + r.leftM).toBeCloseTo(r.lengthM, 2);
    }
    const asked = wanted
      .flatMap((x) => Array.from({ length: x.count }, () => x.lengthM))
      .sort((a, b) => b - a);
    const cut = cutOf(plan);
    expect(cut).toHaveLength(asked.length);
    cut.forEach((c, i) => expect(c).toBeCloseTo(asked[i], 6));
    expect([seed, plan.bought - plan.atLeast <= 1]).toEqual([seed, true]);
    expect(plan.bought).toBeGreaterThanOrEqual(plan.atLeast);
  }
}, 60_000);

/**
 * Fewest new sticks by trying every way that is not plainly worse: longest first, each into an own piece, an opened stick or a
 * new one (bin completion, independent of the flow and of the columns).
 */
function fewest(lengthsCm: readonly number[], stockCm: number, ownCm: readonly number[]): number {
  const pieces = [...lengthsCm].sort((a, b) => b - a);
  let best = pieces.length;
  const own = [...ownCm];
  const opened: number[] = [];
  const go = (i: number): void => {
    if (opened.length >= best) return;
    if (i === pieces.length) return void (best = opened.length);
    const left = pieces.slice(i).reduce((a, b) => a + b, 0);
    const room = [...own, ...opened].reduce((a, b) => a + b, 0);
    if (opened.length + Math.ceil(Math.max(0, left - room) / stockCm) >= best) return;
    const tried = new Set<string>();
    for (const [kind, bins] of [
      ['own', own],
      ['new', opened],
    ] as const)
      for (let k = 0; k < bins.length; k++) {
        const key = `${kind} ${bins[k]}`;
        if (bins[k] < pieces[i] || tried.has(key)) continue;
        tried.add(key);
        bins[k] -= pieces[i];
        go(i + 1);
        bins[k] += pieces[i];
      }
    opened.push(stockCm - pieces[i]);
    go(i + 1);
    opened.pop();
  };
  go(0);
  return best;
}

const CASES = Number(process.env.CUTS ?? 400);
test(`over ${CASES} random lists, half of them with own pieces, no fewer sticks would do, and at least says so`, () => {
  const random = randomLcg(0.4711);
  const between = (a: number, b: number): number => a + Math.floor(random() * (b - a + 1));
  for (let n = 0; n < CASES; n++) {
    const stockCm = [300, 500, 600, 1000][between(0, 3)];
    const lengths = Array.from({ length: between(4, 13) }, () => 5 * between(4, Math.floor(stockCm / 7)));
    const own = n % 2 === 0 ? [] : Array.from({ length: between(1, 4) }, () => between(40, stockCm));
    const plan = cutStock(
      lengths.map((cm) => w(cm / 100)),
      stockCm / 100,
      own.map((cm) => cm / 100),
      solve,
    );
    const exact = fewest(lengths, stockCm, own);
    expect([n, plan.bought, plan.atLeast]).toEqual([n, exact, exact]);
  }
}, 120_000);

test('of several lengths the cheapest sum is bought', () => {
  const stocks = [
    { lengthM: 25, cost: 25 },
    { lengthM: 50, cost: 45 },
    { lengthM: 100, cost: 80 },
  ];
  const bought = (wanted: Wanted[]): number[] =>
    cutStock(wanted, stocks, [], solve)
      .rolls.map((r) => r.lengthM)
      .sort((a, b) => a - b);
  // 60 m in pieces of 10: 50 and 25 cost 70, 100 costs 80.
  expect(bought([w(10, 6)])).toEqual([25, 50]);
  expect(bought([w(10, 10)])).toEqual([100]);
  expect(bought([w(24)])).toEqual([25]);
  // 30 m do not fit on 25: 50 for one, 100 for three.
  expect(bought([w(30)])).toEqual([50]);
  expect(bought([w(30, 3)])).toEqual([100]);
});
