import { judge } from '../core/check';
import { SOUND } from '../core/check/battery.testing';
import { layOut } from '../core/layout';
import { createPlanSolver } from '../core/network';
import { fillIn, writePlan, type Plan } from '../core/plan';
import { METRIC } from '../core/units';
import { BEATS, numberOf, PLACES, WANTED, type Ended, type Listening } from './jobs';
import type { PlannerApi } from './planner';
import type { ReaderApi } from './reader';
import type { PlanLetter, SolverApi } from './solver';

/** What each worker lets a page call: the transport is caught in place of a message channel. */
const mockExposed: unknown[] = [];
jest.mock('comlink', () => ({
  expose: (api: unknown) => void mockExposed.push(api),
  transfer: (value: unknown) => value,
}));
async function loaded<Api>(load: () => Promise<unknown>): Promise<Api & Listening> {
  await load();
  return mockExposed.at(-1) as Api & Listening;
}

let solver: SolverApi;
let planner: PlannerApi & Listening;
let reader: ReaderApi;
beforeAll(async () => {
  solver = await loaded<SolverApi>(() => import('./solver'));
  planner = await loaded<PlannerApi>(() => import('./planner'));
  reader = await loaded<ReaderApi>(() => import('./reader'));
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
