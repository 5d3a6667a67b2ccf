import { judge, roots } from '../core/check';
import { SOUND } from '../core/check/battery.testing';
import { layOut } from '../core/layout';
import { createPlanSolver } from '../core/network';
import { fillIn, writePlan, type Plan } from '../core/plan';
import { METRIC } from '../core/units';
import { BEATS, numberOf, PLACES, WANTED, type Ended, type Listening } from './jobs';
import type { AdviserApi } from './adviser';
import type { BuilderApi } from './builder';
import type { PlannerApi } from './planner';
import type { ReaderApi } from './reader';
import type { PlanLetter, SolverApi } from './solver';

/** What each worker lets a page call: the transport is caught in place of a message channel. */
const mockExposed: unknown[] = [];
jest.mock('comlink', () => ({
  expose: (api: unknown) => void mockExposed.push(api),
  transfer: (value: unknown) => value,
}));
jest.mock('highs/runtime?url', () => require.resolve('highs/runtime'), { virtual: true });
async function loaded<Api>(load: () => Promise<unknown>): Promise<Api & Listening> {
  await load();
  return mockExposed.at(-1) as Api & Listening;
}

let solver: SolverApi;
let planner: PlannerApi & Listening;
let reader: ReaderApi;
let builder: BuilderApi;
let adviser: AdviserApi;
beforeAll(async () => {
  solver = await loaded<SolverApi>(() => import('./solver'));
  planner = await loaded<PlannerApi>(() => import('./planner'));
  reader = await loaded<ReaderApi>(() => import('./reader'));
  builder = await loaded<BuilderApi>(() => import('./builder'));
  adviser = await loaded<AdviserApi>(() => import('./adviser'));
});

const LANE = 1;
let count = 0;
const next = (): number => numberOf(++count, LANE);
function valueOf<T>(ended: Ended<T>): T {
  if (!('value' in ended)) throw new Error('called off');
  return ended.value;
}

const full = fillIn(SOUND);
const letterOf = (plan: typeof full, more: Partial<PlanLetter> = {}): PlanLetter => {
  const { blocks, ground, obstacles, ...rest } = plan;
  return {
    plan: rest,
    land: { ground, obstacles },
    order: blocks.map((b) => b.id),
    changed: blocks,
    asked: true,
    ...more,
  };
};

describe('the solver', () => {
  test('asks for the whole plan where a block or the ground never arrived', () => {
    expect(solver.solve(letterOf(full, { land: undefined, changed: [] }), next())).toEqual({
      value: 'send all',
    });
    expect(solver.solve(letterOf(full, { order: ['b', 'unheard of'] }), next())).toEqual({
      value: 'send all',
    });
  });

  test('answers with the pressures of the plan, and again where only names are sent', () => {
    const right = createPlanSolver().solve(full);
    for (const letter of [letterOf(full), letterOf(full, { land: undefined, changed: [] })]) {
      const answer = valueOf(solver.solve(letter, next()));
      if (answer === 'send all') throw new Error('all was sent');
      expect(answer.solution.supply.flowLph).toBeCloseTo(right.flowLph, 6);
      expect(answer.asked).toBe(true);
      // Along each of 16 runs, from inlet to far end.
      expect(answer.shading).toHaveLength(16 * answer.points);
      // Past the take-off, which takes a little.
      expect(right.runs[0].inletKpa - answer.shading[0]).toBeGreaterThan(0);
      expect(right.runs[0].inletKpa - answer.shading[0]).toBeLessThan(0.2);
      expect(answer.shading[answer.points - 1]).toBeLessThan(answer.shading[0]);
    }
  });

  test('a changed block is the one that is solved from then on', () => {
    const longer = fillIn({
      ...SOUND,
      blocks: [{ ...SOUND.blocks[0], beds: { ...SOUND.blocks[0].beds, lengthM: 55 } }],
    } as Plan);
    const before = valueOf(solver.solve(letterOf(full), next()));
    const after = valueOf(solver.solve(letterOf(longer, { land: undefined }), next()));
    if (before === 'send all' || after === 'send all') throw new Error('all was sent');
    expect(after.solution.supply.flowLph).toBeGreaterThan(before.solution.supply.flowLph);
  });

  test('tells of runs only where they are', () => {
    expect(solver.longest(0)).toBeGreaterThan(40);
    expect([solver.longest(-1), solver.longest(999)]).toEqual([0, 0]);
    expect(solver.emitters([0, 999])).toHaveLength(1);
  });
});

describe('the planner', () => {
  const quiet = (): void => undefined;
  test('judges as the core does, and tells how far it is', () => {
    const shares: number[] = [];
    const judged = valueOf(planner.judge(next(), SOUND, (share) => void shares.push(share)));
    const right = judge(SOUND);
    expect(judged.told.map((f) => f.id)).toEqual(right.told.map((f) => f.id));
    expect(judged.each.map((f) => f.margin)).toEqual(right.each.map((f) => f.margin));
    expect(shares.length).toBeGreaterThan(0);
    expect(Math.max(...shares)).toBeLessThanOrEqual(1);
  });

  test('sets that it makes hold every bed once', () => {
    const made = valueOf(planner.sets(next(), SOUND, true));
    const beds = made.sets.flatMap((s) =>
      s.beds.flatMap((b) => b.keys ?? layOut(full).blocks[0].beds.map((x) => x.key)),
    );
    expect([...new Set(beds)]).toHaveLength(8);
    expect(beds).toHaveLength(8);
  });

  test('work that is overtaken in its own lane ends; another lane’s newer work does not end it', () => {
    const shared = new SharedArrayBuffer(4 * PLACES);
    const places = new Int32Array(shared);
    planner.listen(shared);
    const mine = next();
    places[WANTED + LANE + 1] = numberOf(count + 50, LANE + 1);
    expect('value' in planner.judge(mine, SOUND, quiet)).toBe(true);
    expect(places[BEATS]).toBeGreaterThan(0);
    places[WANTED + LANE] = mine + 1;
    expect(planner.judge(mine, SOUND, quiet)).toEqual({ calledOffAt: expect.any(Number) });
  });
});

describe('the reader', () => {
  const file = (text: string): Blob => new Blob([text]);
  test('a plan comes back as it was written; of one that is cut, what could be saved comes with it', async () => {
    const text = writePlan(SOUND);
    const whole = valueOf(await reader.readPlan(next(), file(text)));
    expect(whole.reading).toMatchObject({ ok: true, plan: { blocks: SOUND.blocks } });
    expect(whole.recovered).toBeUndefined();
    const cut = valueOf(await reader.readPlan(next(), file(text.slice(0, -20))));
    expect(cut.reading.ok).toBe(false);
    expect(cut.recovered).toBeDefined();
  });

  test('a file that is gone is told in words', async () => {
    const gone = { arrayBuffer: () => Promise.reject(new DOMException('gone')) } as unknown as Blob;
    await expect(reader.readParts(next(), gone)).rejects.toThrow(
      'It was moved or changed meanwhile. Choose it again.',
    );
  });

  test('prices are read against the plan’s own list', async () => {
    const { prices } = valueOf(
      await reader.readPrices(
        next(),
        file('item;name;per;price €\ngoof-plug;;pack;3,00\n;no such thing;each;1,00\n'),
        SOUND,
        METRIC,
      ),
    ) as { prices: { item: string; price: number }[] };
    expect(prices).toMatchObject([{ item: 'goof-plug', price: 3 }]);
  });
});

describe('the planner, asked by a press', () => {
  test('a season has a day for each of its days, and what is used is not more than is wanted', () => {
    const judged = valueOf(planner.judge(next(), SOUND, () => undefined));
    const season = valueOf(planner.season(next(), SOUND, judged.outlook!.gifts));
    expect(season.sky).toHaveLength(season.days);
    expect(season.totals.usedL).toBeLessThanOrEqual(season.totals.wantedL + 1e-6);
    expect(season.tookMs).toBeGreaterThan(0);
  });

  test('valves that are turned make beds more alike, and a set that is not there is the whole plan', () => {
    const even = valueOf(planner.even(next(), SOUND, 'no such set'));
    const spread = ({ least, most }: { least: number; most: number }): number => most - least;
    expect(spread(even.after)).toBeLessThanOrEqual(spread(even.before) + 1e-9);
    expect(even.before.beds).toHaveLength(8);
  });

  test('emitters that cannot be adjusted are not opened', () => {
    expect(valueOf(planner.openings(next(), SOUND, 0))).toBeUndefined();
  });
});

describe('the builder', () => {
  test('a first list does not wait for the solver that cuts to least waste; asked for exactly, it does', async () => {
    const rough = valueOf(await builder.build(next(), SOUND, METRIC, false));
    expect(rough.rough).toBe(true);
    const exact = valueOf(await builder.build(next(), SOUND, METRIC, true));
    expect(exact.rough).toBe(false);
    expect(exact.shop.lines.map((l) => [l.item.id, l.used])).toEqual(
      rough.shop.lines.map((l) => [l.item.id, l.used]),
    );
    for (const [i, line] of exact.shop.lines.entries())
      if (line.cuts) expect(line.packs).toBeLessThanOrEqual(rough.shop.lines[i].packs);
    expect(exact.steps.length).toBeGreaterThan(3);
    // Loaded once, it is there for who does not wait.
    expect(valueOf(await builder.build(next(), SOUND, METRIC, false)).rough).toBe(false);
  });

  test('changes are priced beside the plan itself', async () => {
    const { shop } = valueOf(await builder.build(next(), SOUND, METRIC, true));
    const takeOffs = shop.lines.filter((l) => l.item.group === 'takeoff');
    const most = takeOffs.reduce((a, b) => (b.packs > a.packs ? b : a));
    const prices = [{ item: most.item.id, price: 2, per: 'each' }];
    const priced = { ...SOUND, build: { prices } } as Plan;
    const [now, fewer] = valueOf(
      await builder.price(next(), priced, [[{ kind: 'runs', block: 'b', runs: 1, keys: [] }]]),
    );
    expect(now.total).toBeGreaterThan(0);
    expect(fewer.total).toBeLessThan(now.total);
    expect(now.gaps).toBeGreaterThan(0);
  });

  test('tables: parts with their titles, prices to fill in, what there is, and the same as one object', async () => {
    const { shop } = valueOf(await builder.build(next(), SOUND, METRIC, true));
    const lines = (text: string): string[] => text.trim().split(/\r?\n/);
    const parts = lines(valueOf(await builder.table(next(), SOUND, 'parts', METRIC)));
    expect(parts.length).toBeGreaterThan(shop.lines.length);
    const told = JSON.parse(valueOf(await builder.table(next(), SOUND, 'json', METRIC))) as {
      lines: unknown[];
      withoutPrice: number;
    };
    expect(told.lines.length).toBeGreaterThanOrEqual(shop.lines.length);
    expect(told.withoutPrice).toBe(shop.gaps);
    const prices = valueOf(await builder.table(next(), SOUND, 'prices', METRIC));
    const have = valueOf(await builder.table(next(), SOUND, 'have', METRIC));
    // What is there is not bought, and asks for no price.
    for (const { item, there } of shop.lines)
      for (const text of there ? [have] : [prices, have]) expect(text).toContain(item.id);
    expect(prices).not.toBe(have);
  });

  test('a workbook is a file that is not empty; places where ends meet are those of the list', async () => {
    const book = valueOf(await builder.workbook(next(), SOUND, METRIC));
    const bytes = new Uint8Array(await book.arrayBuffer());
    // A zip begins with these letters.
    expect(String.fromCharCode(...bytes.slice(0, 2))).toBe('PK');
    const { shop } = valueOf(await builder.build(next(), SOUND, METRIC, true));
    const known = new Set(shop.meetings.map((m) => m.id));
    const places = valueOf(builder.meetings(next(), SOUND));
    expect(places.length).toBeGreaterThan(0);
    for (const { id } of places) expect(known).toContain(id);
  });
});

describe('the adviser', () => {
  const WEAK = {
    ...SOUND,
    blocks: [{ ...SOUND.blocks[0], beds: { ...SOUND.blocks[0].beds, lengthM: 400 } }],
  } as Plan;

  test('remedies come finding by finding as they are found', async () => {
    const told = new Map<string, number>();
    const ended = await adviser.remedies(next(), WEAK, (key, list) => void told.set(key, list.length));
    expect('value' in ended).toBe(true);
    const wanting = roots(judge(WEAK).told);
    expect([...told.keys()]).toEqual(wanting.map((f) => f.id));
    expect(Math.max(...told.values())).toBeGreaterThan(0);
  });

  test('changes together come to what the changed plan is judged to be', () => {
    const outcome = valueOf(
      adviser.together(next(), WEAK, [{ kind: 'runs', block: SOUND.blocks[0].id, runs: 1, keys: [] }]),
    );
    expect(outcome).toBeDefined();
  });
});
