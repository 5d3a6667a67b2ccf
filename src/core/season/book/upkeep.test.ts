import { writeUpkeepCalendar } from '../../formats/upkeepCalendar';
import { format, METRIC, US, type KindName } from '../../units';
import { standingOf } from './entries';
import type { Entry } from './types';
import { chanceWord, diagnosisSays, seenChoices, seenName, tellSuspect } from '../diagnosis/told';
import { expectedReadings } from '../diagnosis/expected';
import { FAULT_KINDS } from '../diagnosis/faults';
import { flushingOf } from '../diagnosis/flushing';
import { openFarm } from '../diagnosis/openFarm';
import { hideByLot, hideLesson, LESSONS, LEVELS, expertWay, minutesOf } from '../practice/practice';
import { demoPlan, libraryOf } from '../season.testing';
import { spotsOf } from '../diagnosis/spots';
import { lowPoints, upkeepOf, type Task } from './upkeep';
import { firstWalk } from '../diagnosis/walk';

const DAY = 86_400_000;
const NOW = Date.UTC(2027, 5, 1);
const show = (v: number, k: KindName): string => format(v, k, METRIC);
const plan = demoPlan('beck-side');
const farm = openFarm(plan, undefined);
const flushing = flushingOf(farm);
const tasks = (entries: Entry[] = [], of = plan): Task[] =>
  upkeepOf({ plan: of, standing: standingOf(entries), now: NOW, started: NOW - 3 * DAY, flushing, show });
const task = (list: Task[], id: string): Task => list.find((t) => t.id.startsWith(id))!;
let n = 0;
const entry = (fields: Partial<Entry>): Entry => ({
  id: `u${++n}`,
  what: 'note',
  at: NOW,
  written: NOW + n,
  ...fields,
});

describe('upkeep', () => {
  it('has the filter due by the trend of its own gauges, and by the calendar until there is one', () => {
    expect(task(tasks(), 'filter/head')).toMatchObject({ everyDays: expect.any(Number) as number });
    const read = (day: number, kpa: number): Entry[] => [
      entry({ what: 'reading', spot: 'fixed/head/gauge-before', value: 360, at: NOW - day * DAY }),
      entry({ what: 'reading', spot: 'fixed/head/gauge-after', value: 360 - kpa, at: NOW - day * DAY }),
    ];
    const filter = plan.head.find((p) => p.id === 'filter')!;
    const limit = filter.lossKpa + filter.dirtyKpa;
    // From 4 to 9 kPa in ten days: half a kPa a day.
    const due = task(tasks([...read(12, 4), ...read(2, 9)]), 'filter/head');
    expect(due.byLog).toBe(true);
    expect((due.due - (NOW - 2 * DAY)) / DAY).toBeCloseTo((limit - 9) / 0.5, 3);
    // Cleaned yesterday: what was read before does not count.
    expect(
      task(
        tasks([...read(12, 4), ...read(2, 9), entry({ what: 'cleaned', part: 'filter', at: NOW - DAY })]),
        'filter/head',
      ).byLog,
    ).toBeUndefined();
  });

  it('takes a filter that was cleaned for that one, and no other for it', () => {
    const two: typeof plan = {
      ...plan,
      blocks: plan.blocks.map((b) => ({
        ...b,
        inlet: [...plan.head.filter((p) => p.id === 'filter'), ...b.inlet],
      })),
    };
    const at = `filter/${plan.blocks[0].id}/filter`;
    const done = (fields: Partial<Entry>): (number | undefined)[] => {
      const all = tasks([entry({ what: 'cleaned', at: NOW - DAY, ...fields })], two);
      return [all.find((t) => t.id === 'filter/head/filter')!.doneAt, all.find((t) => t.id === at)!.doneAt];
    };
    expect(done({ part: 'filter', block: plan.blocks[0].id })).toEqual([undefined, NOW - DAY]);
    expect(done({ part: 'filter' })).toEqual([NOW - DAY, undefined]);
    expect(done({})).toEqual([NOW - DAY, undefined]);
    expect(done({ block: plan.blocks[0].id })).toEqual([undefined, NOW - DAY]);
  });

  it('flushes again so many days after it was done, mains first, and says how many ends at once', () => {
    const flush = task(tasks([entry({ what: 'flush', at: NOW - 2 * DAY })]), 'flush');
    expect(flush.due).toBe(NOW - 2 * DAY + flush.everyDays! * DAY);
    expect(flush.how[0]).toMatch(/mains/);
    expect(flush.how[1]).toMatch(/headers/);
    expect(flush.how.slice(2)).toHaveLength(farm.results.blocks.length);
  });

  it('asks for clamps and tension once', () => {
    expect(task(tasks(), 'clamps').due).toBe(NOW - DAY);
    expect(task(tasks([entry({ text: 'done: clamps' })]), 'clamps')).toBeUndefined();
  });

  it('line in the soil is not pulled straight but looked over every two weeks, and again after it was done', () => {
    expect(task(tasks(), 'buried')).toBeUndefined();
    expect(task(tasks(), 'tension')).toBeDefined();
    const buried = {
      ...plan,
      blocks: plan.blocks.map((b) => ({ ...b, tape: { ...b.tape, lies: 'buried' as const } })),
    };
    expect(task(tasks([], buried), 'tension')).toBeUndefined();
    expect(task(tasks([], buried), 'buried').everyDays).toBe(14);
    const seen = entry({ what: 'note', text: 'done: buried', at: NOW - DAY });
    expect(task(tasks([seen], buried), 'buried').due).toBe(NOW + 13 * DAY);
  });

  it('comes half a year later on the southern half of the earth', () => {
    const month = (t: Task): number => new Date(t.due).getUTCMonth();
    const south = {
      ...plan,
      watering: { ...plan.watering, climate: { ...plan.watering.climate, latDeg: -35 } },
    };
    expect(month(task(tasks(), 'frost'))).toBe(9);
    expect(month(task(tasks([], south), 'frost'))).toBe(3);
    expect(task(tasks(), 'frost').due).toBeGreaterThan(NOW);
  });

  it('finds the low points from the heights, and names each in what is done before frost', () => {
    const low = lowPoints(plan);
    expect(low.length).toBeGreaterThan(1);
    expect([...low].sort((a, b) => a.zM - b.zM)).toEqual(low);
    const frost = task(tasks(), 'frost');
    for (const p of low) expect(frost.how.some((h) => h.includes(p.name))).toBe(true);
    // A slope that rises from the header keeps its water at the header; one that falls keeps it at the far ends.
    const level = {
      ...plan,
      ground: { ...plan.ground, heights: [] },
      blocks: plan.blocks.map((b) => ({
        ...b,
        ground: { ...b.ground, by: 'falls' as const, slopeAlong: 0.03, slopeAcross: 0 },
      })),
    };
    const falls = {
      ...level,
      blocks: level.blocks.map((b) => ({ ...b, ground: { ...b.ground, slopeAlong: -0.03 } })),
    };
    expect(lowPoints(level).filter((p) => /the header at/.test(p.name))).toHaveLength(plan.blocks.length);
    expect(lowPoints(falls).filter((p) => /the far end at/.test(p.name))).toHaveLength(plan.blocks.length);
  });

  it('finds a dip of the main, and none where it falls all the way', () => {
    const tees = (...heights: number[]) => ({
      ...plan,
      tees: plan.tees.map((t, i) => ({ ...t, heightM: heights[i] ?? t.heightM })),
    });
    const dips = lowPoints(tees(-3)).map((p) => p.name);
    expect(dips).toContain('tee 1 of the main');
    expect(lowPoints(tees(3)).map((p) => p.name)).not.toContain('tee 1 of the main');
  });

  it('shows the cautions where something can hurt', () => {
    expect(task(tasks(), 'frost').caution).toMatch(/air/i);
    const iron = { ...plan, sources: plan.sources.map((s) => ({ ...s, water: ['iron'] as never })) };
    expect(task(tasks([], iron), 'treat').caution).toMatch(/label/);
  });

  it('is a calendar that says each task once, on its day', () => {
    const text = writeUpkeepCalendar(tasks(), 'Beck, Side', 'plan-1', NOW);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(tasks().length);
    expect(text).toMatch(/RRULE:FREQ=DAILY;INTERVAL=\d+/);
    expect(text.split('\r\n').every((l) => new TextEncoder().encode(l).length <= 75)).toBe(true);
    expect(() => writeUpkeepCalendar([], 'x', 'y', NOW)).toThrow(/empty/);
  });
});

test('the first walk flushes from the source outwards, then looks and reads, each place once', () => {
  const stops = firstWalk(farm, expectedReadings(farm));
  const ids = stops.map((s) => s.id);
  expect(new Set(ids).size).toBe(ids.length);
  const first = (start: string): number => ids.findIndex((i) => i.startsWith(start));
  const order = ['open', 'main/', 'header/', 'runs/', 'run', 'fixed/', 'look/'].map((s) =>
    s === 'run' ? ids.indexOf('run') : first(s),
  );
  expect([...order].sort((a, b) => a - b)).toEqual(order);
  expect(ids.filter((i) => i.startsWith('look/')).length).toBe(
    farm.results.mains.length + farm.results.blocks.length,
  );
  expect(stops.filter((s) => s.expected).length).toBeGreaterThan(3);
  expect(stops.slice(1).every((s) => s.walkMin >= 0)).toBe(true);
  // Each look is the nearest of those that are left.
  const looks = stops.filter((s) => s.look);
  const away = (a: (typeof stops)[number], b: (typeof stops)[number]): number =>
    Math.hypot(a.point[0] - b.point[0], a.point[1] - b.point[1]);
  looks.slice(0, -1).forEach((s, i) => {
    for (const later of looks.slice(i + 1))
      expect(away(s, looks[i + 1])).toBeLessThanOrEqual(away(s, later) + 1e-9);
  });
});

describe('practice', () => {
  test('every lesson can be hidden on its farm, with the fault that it teaches', () => {
    for (const lesson of LESSONS) {
      const hidden = hideLesson(libraryOf(lesson.sketch), lesson, 3)!;
      expect(hidden.faults.map((f) => f.fault.kind)).toEqual(lesson.faults.map((f) => f.kind));
    }
    expect(LESSONS).toHaveLength(12);
  });
  test('the same seed hides and reads the same; readings cost their minutes', () => {
    const library = libraryOf('tap-beds');
    for (const level of LEVELS) {
      const [a, b] = [hideByLot(library, level, 5)!, hideByLot(library, level, 5)!];
      expect(a.faults.map((f) => [f.fault.id, f.size])).toEqual(b.faults.map((f) => [f.fault.id, f.size]));
      expect(a.faults).toHaveLength(level === 'nasty' ? 2 : 1);
      expect(expertWay(a).map((s) => s.reading)).toEqual(expertWay(b).map((s) => s.reading));
    }
    // Easy ones are as large as they come, fair ones of any size.
    const share = (level: 'easy' | 'fair', seed: number): number => {
      const { fault, size } = hideByLot(library, level, seed)!.faults[0];
      const signature = library.signatures.find((s) => s.fault.id === fault.id)!;
      return size / signature.sizes[signature.shows.lastIndexOf(true)];
    };
    const seeds = Array.from({ length: 8 }, (_, i) => i + 20);
    expect(seeds.every((s) => share('easy', s) === 1)).toBe(true);
    expect(seeds.some((s) => share('fair', s) < 0.9)).toBe(true);
    const spots = library.spots.map((s) => s.id);
    expect(minutesOf(library, spots.slice(0, 1))).toBeGreaterThan(0);
    expect(minutesOf(library, spots)).toBeGreaterThan(minutesOf(library, spots.slice(0, 3)));
    expect(() => hideByLot(library, 'easy', 5)!.read('gauge/moon')).toThrow(RangeError);
  });
});

describe('words', () => {
  const library = libraryOf('beck-side');
  test('a fault is told with its place and size in the reader’s units, without a metre in US words', () => {
    const us = (v: number, k: KindName): string => format(v, k, US);
    for (const { fault, sizes } of library.signatures) {
      const told = tellSuspect({ group: fault.group, fault, size: sizes[0], chance: 0.6 }, plan, us);
      expect(`${told.title} ${told.place} ${told.size} ${told.mend}`).not.toMatch(/undefined|NaN|kPa|\d m\b/);
      expect(told.word).toBe('likely');
    }
  });
  test('chances in words go with the figures', () => {
    expect([0.99, 0.8, 0.6, 0.3, 0.1, 0.01].map(chanceWord)).toEqual([
      'almost certainly',
      'very likely',
      'likely',
      'possibly',
      'less likely',
      'hardly',
    ]);
  });
  test('what may be seen at a place has a name of its own', () => {
    for (const spot of spotsOf(library.farm).filter((s) => s.kind === 'look')) {
      const names = seenChoices(spot, library.farm).map((s) => seenName(s, plan, library.farm));
      expect(new Set(names).size).toBe(names.length);
      expect(names[0]).toBe('all fine');
      expect(names.join()).not.toMatch(/undefined/);
    }
  });
  test('a diagnosis in one sentence: nothing, one, two, or what is not known', () => {
    const [a, b] = library.signatures;
    const suspect = (s: typeof a, chance: number) => ({
      group: s.fault.group,
      fault: s.fault,
      size: s.sizes[0],
      chance,
    });
    const of = (more: object) =>
      diagnosisSays({ nothing: 0, unknown: 0, suspects: [], pairs: [], atoms: [], ...more }, plan);
    expect(of({ nothing: 0.95 })).toMatch(/Nothing is wrong/);
    expect(of({ nothing: 0.5, suspects: [suspect(a, 0.2)] })).toMatch(/not certain/);
    expect(of({ unknown: 0.6 })).toMatch(/fits/);
    expect(of({ nothing: 0.05, suspects: [suspect(a, 0.1)] })).toMatch(/not clear yet/);
    expect(of({ suspects: [suspect(a, 0.8)] })).toContain(
      FAULT_KINDS.find((k) => k.kind === a.fault.kind)!.words.title,
    );
    expect(
      of({
        suspects: [suspect(a, 0.9)],
        pairs: [{ suspects: [suspect(a, 0.9), suspect(b, 0.9)], chance: 0.9 }],
      }),
    ).toMatch(/Two things at once/);
  });
});
