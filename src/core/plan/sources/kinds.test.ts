import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { judge } from '../../check';
import { farmOf } from '../../farm';
import { createPlanSolver } from '../../network';
import { standingOf } from '../../season/book/entries';
import { upkeepOf, type Task } from '../../season/book/upkeep';
import type { Entry } from '../../season/book/types';
import { flushingOf } from '../../season/diagnosis/flushing';
import { openFarm } from '../../season/diagnosis/openFarm';
import { spotsOf } from '../../season/diagnosis/spots';
import { tankThrough, type TankTable } from '../../sets';
import { format, METRIC, type KindName } from '../../units';
import { stepsFor } from '../../works';
import { blankPlan, contradictions, fillIn, kindOf, readPlan, SOURCE_KINDS, writePlan, type Plan } from '..';

const show = (v: number, k: KindName): string => format(v, k, METRIC);
const withSource = (source: object): Plan => ({
  ...blankPlan('metric'),
  sources: [{ id: 's', xM: -4, yM: 0, ...source } as Plan['sources'][number]],
});

describe.each(SOURCE_KINDS.map((k) => [k.kind]))('a %s', (kind) => {
  const plan = withSource({ kind });
  const full = fillIn(plan);
  const [source] = full.sources;
  const spec = kindOf(source);

  test('is kept as it was stated, and contradicts itself in nothing', () => {
    const [number] = ['shutKpa', 'yieldLph', 'npshM', 'outletM'].filter((f) => f in spec.fields);
    const stated = withSource({ kind, [number]: 0.5 });
    const reading = readPlan(writePlan(stated));
    expect(reading.ok && reading.plan.sources[0]).toEqual(stated.sources[0]);
    expect(contradictions(full)).toEqual([]);
    expect(readPlan(writePlan(withSource({ kind, nothing: 1 }))).ok).toBe(false);
  });

  test('waters the beds, is judged, and every thing that belongs to it is put in place by a step', () => {
    expect(createPlanSolver().solve(full).flowLph).toBeGreaterThan(0);
    expect(judge(plan).told.every((f) => Number.isFinite(f.measured ?? 0))).toBe(true);
    const farm = farmOf(full);
    const own = farm.things.filter((t) => t.item.group === 'source' || t.item.group === 'tank');
    expect(own.length).toBeGreaterThan(0);
    const bought = Object.fromEntries(own.map((t) => [t.item.id, false]));
    const steps = stepsFor({ ...full, build: { ...full.build, there: bought } }, show);
    const placed = new Set(steps.flatMap((s) => s.things));
    expect(own.filter((t) => !placed.has(t.id)).map((t) => t.id)).toEqual([]);
  });

  test('asks only for what may be stated of it, and shows what stands there', () => {
    const pieces = spec.asks(source).flatMap((p) => ('asks' in p ? p.asks : []));
    for (const p of pieces) {
      if (typeof p === 'string') expect(p).not.toBe('');
      else if ('field' in p) {
        expect(Object.keys(spec.fields)).toContain(p.part ?? p.field);
        expect(Number.isFinite(p.value)).toBe(true);
      } else if ('choice' in p) {
        expect(Object.keys(spec.fields)).toContain(p.choice);
        expect(p.options.map((o) => o.id)).toContain(p.value);
      }
    }
    const ids = pieces.flatMap((p) => (typeof p !== 'string' && 'field' in p ? p.id : []));
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('an answer to each of its questions lands where it is read again', () => {
    for (const q of Object.values(spec.questions))
      for (const f of q.fields) {
        const stated: Record<string, unknown> = { id: 's', kind };
        const value = f.kind === 'count' ? 2 : (f.bounds[0] + Math.min(f.bounds[1], f.bounds[0] + 8)) / 2;
        f.put(stated, value, source);
        expect(f.get(fillIn(withSource(stated)).sources[0])).toBeCloseTo(value, 2);
      }
  });
});

test('nothing else in the house asks which kind a source is', () => {
  const kinds = SOURCE_KINDS.map((k) => k.kind).join('|');
  const asks = new RegExp(`ource\\??\\.kind\\)? ?[!=]==|case '(${kinds})':|\\bs\\.kind [!=]== '(${kinds})'`);
  const own = /test|plan.(sources|file)|hydraulics|diagnosis.faults.sources|networkCase/;
  const files = (readdirSync('src', { recursive: true }) as string[])
    .filter((f) => /\.(ts|vue)$/.test(f) && !own.test(f))
    .map((f) => join('src', f));
  expect(files.length).toBeGreaterThan(500);
  expect(files.filter((f) => asks.test(readFileSync(f, 'utf8')))).toEqual([]);
});

describe('a bowser', () => {
  // 500 L over its outlet, of which a watering day takes an hour of 120 L.
  const level = (levelM: number) => ({ levelM, flowLph: 120, weakestKpa: 8, marginKpa: 3, evenness: 0.9 });
  const table: TankTable = {
    levels: [level(0), level(0.5), level(1)],
    outletM: 0,
    highM: 1,
    litresPerM: 500,
    held: false,
  };
  const through = (every: number | undefined) =>
    tankThrough(
      new Map([['a', table]]),
      [{ set: 'a', fromMin: 360, minutes: 60 }],
      12,
      1,
      0,
      () => 0,
      1,
      undefined,
      every,
    );

  test('lasts four days on 500 L at 120 L a day, fails on the fifth, and never where it is filled every fourth', () => {
    expect(through(undefined).dry).toMatchObject({ day: 4, empty: true });
    expect(through(5).dry).toMatchObject({ day: 4 });
    expect(through(4).dry).toBeUndefined();
    expect(through(4).givenL).toBeCloseTo(12 * 120, 6);
    // The last filling is on day 8: by the end of day 11 four waterings are gone.
    expect(through(4).points.at(-1)!.levelM).toBeCloseTo((500 - 480) / 500, 9);
  });

  const plan = withSource({ kind: 'bowser', everyDays: 4 });

  test('is due to be filled so many days after it was filled last', () => {
    const DAY = 86_400_000;
    const started = Date.UTC(2027, 4, 1);
    const flushing = flushingOf(openFarm(fillIn(plan), undefined));
    const due = (entries: Entry[]): Task =>
      upkeepOf({
        plan: fillIn(plan),
        standing: standingOf(entries),
        now: started + DAY,
        started,
        flushing,
        show,
      }).find((t) => t.id === 'fill-bowser')!;
    expect(due([])).toMatchObject({ due: started + 4 * DAY, everyDays: 4 });
    const filled: Entry = {
      id: 'e',
      what: 'note',
      at: started + 3 * DAY,
      written: started + 3 * DAY,
      text: 'done: fill-bowser',
    };
    expect(due([filled]).due).toBe(started + 7 * DAY);
  });

  test('its water is read with a stick, as a tank’s', () => {
    expect(spotsOf(openFarm(fillIn(plan), undefined)).find((s) => s.kind === 'level')?.name).toMatch(
      /^how high the water/,
    );
  });
});
