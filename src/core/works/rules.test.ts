import { layOut } from '../layout';
import { blankPlan, fillIn, type Block, type Plan, type Stated, type StatedBlock } from '../plan';
import { format, METRIC } from '../units';
import { stapleEveryM, teeStopM, trenchesOf } from '../farm';
import { cutGroups, cutLengthM, headerRules, holeRules, hoursLeft, runCuts, stepsFor } from './index';

const show = (v: number, k: Parameters<typeof format>[1]): string => format(v, k, METRIC);
const planOf = (block: Partial<StatedBlock>, more: Partial<Plan> = {}): ReturnType<typeof fillIn> =>
  fillIn({ ...blankPlan('metric'), ...more, blocks: [{ id: 'b', xM: 0, yM: 0, ...block }] });
const BEDS = { count: 4, lengthM: 20, widthM: 1, pathM: 0.5, runsPerBed: 1 };
const rulesOf = (block: Partial<StatedBlock>, more: Partial<Plan> = {}) => {
  const plan = planOf(block, more);
  return headerRules(plan, layOut(plan).blocks[0]);
};
const places = (rule: ReturnType<typeof rulesOf>[number]): number[] =>
  rule.marks.filter((m) => m.kind === 'take-off').map((m) => Math.round(m.atM * 1000) / 1000);

test('a header fed at its left is measured from there, at its right from there', () => {
  // Runs in the middle of beds of 1 m with paths of 0.5 m: 0.5, 2, 3.5, 5.
  const [left] = rulesOf({ beds: BEDS, header: { pipe: 'pe-32', feed: 'left' } });
  expect(left.way).toBe('right');
  expect(places(left)).toEqual([0.5, 2, 3.5, 5]);
  // A hand's breadth past the last.
  expect(left.lengthM).toBeCloseTo(5.2, 9);
  const [right] = rulesOf({ beds: BEDS, header: { pipe: 'pe-32', feed: 'right' } });
  expect(right.way).toBe('left');
  // The beds end at 5.5 m.
  expect(places(right)).toEqual([0.5, 2, 3.5, 5]);
});

test('a header fed in its middle has a rule each way, and a take-off at the feed on one of them', () => {
  const [left, right] = rulesOf({ beds: { ...BEDS, count: 5 }, header: { pipe: 'pe-32', feed: 'middle' } });
  // Runs at 0.5, 2, 3.5, 5, 6.5; fed at 3.5.
  expect(places(left)).toEqual([1.5, 3]);
  // The one at the feed is punched clear of the tee: 10 cm past the 18 mm that the pipe reaches into it.
  expect(places(right)).toEqual([0.118, 1.5, 3]);
});

test('a header within the beds feeds both ways: its sides are told, and staggered ones stand apart', () => {
  const [rule] = rulesOf({
    beds: { ...BEDS, count: 2 },
    header: { pipe: 'layflat-2', along: 0.5, staggerM: 0.15 },
  });
  expect(
    rule.marks.filter((m) => m.kind === 'take-off').map((m) => [Math.round(m.atM * 100) / 100, m.side]),
  ).toEqual([
    [0.5, 'far'],
    [0.65, 'near'],
    [2, 'far'],
    [2.15, 'near'],
  ]);
  expect(rule.marks[0]).toMatchObject({ style: 'screwed', holeMm: 12, pilotMm: 0 });
});

test('holes go with how a take-off sits, and by the packet where that was said', () => {
  const hole = (pipe: string, more: object = {}, build: Plan['build'] = {}): [number, number] => {
    const [m] = rulesOf({ beds: BEDS, header: { pipe }, ...more }, { build })[0].marks;
    return [m.pilotMm!, m.holeMm!];
  };
  expect(hole('pe-32')).toEqual([0, 8]);
  expect(hole('pvc-1')).toEqual([4, 16]);
  expect(hole('pe-20', { tape: { kind: 'dripper-line' } })).toEqual([0, 3]);
  expect(hole('pe-32', {}, { holeMm: 14 })).toEqual([0, 14]);
  expect(hole('hose-5/8')).toEqual([0, 0]);
});

test('a size change is marked where it begins', () => {
  const [rule] = rulesOf({ beds: BEDS, header: { pipe: 'pe-40', steps: [{ fromBed: 3, pipe: 'pe-32' }] } });
  const size = rule.marks.find((m) => m.kind === 'size')!;
  // The third bed begins at 3 m.
  expect(size.atM).toBeCloseTo(3, 9);
  expect(size.label).toBe('32 mm poly pipe');
});

test('of cut hose with tees each piece is cut shorter by what goes into the fittings', () => {
  const [rule] = rulesOf({ beds: BEDS, header: { pipe: 'hose-3/4' } });
  const stop = teeStopM(19.1);
  // From the feed to the first tee one end, between tees two.
  expect(rule.pieces.map((p) => Math.round((p.toM - p.fromM - p.cutM) * 1e6) / 1e6)).toEqual([
    stop,
    2 * stop,
    2 * stop,
    2 * stop,
    // From the last tee to the end that opens.
    stop,
  ]);
  expect(rule.pieces[0]).toMatchObject({ fromM: 0, toM: 0.5 });
  expect(rulesOf({ beds: BEDS, header: { pipe: 'pe-32' } })[0].pieces).toEqual([]);
});

test('a run is cut with slack and fold, just past an emitter, whatever it is', () => {
  const run = (kind: Block['tape']['kind'], lengthM: number, leadM = 0) =>
    ({ lengthM, leadM, tape: { ...planOf({}).blocks[0].tape, kind, spacingM: 0.3 } }) as Parameters<
      typeof cutLengthM
    >[0];
  for (const [lengthM, end] of [
    [20, 'fold'],
    [33.3, 'fold'],
    [50, 'cap'],
    [7.77, 'knot'],
  ] as const) {
    const cut = cutLengthM(run('tape', lengthM), { runEnd: end, family: 'metric' });
    const asked = lengthM * 1.005 + (end === 'cap' ? 0 : 0.3);
    expect(cut).toBeGreaterThanOrEqual(asked - 1e-9);
    expect(cut).toBeLessThan(asked + 0.3);
    // Half a spacing past an emitter.
    expect((cut / 0.3) % 1).toBeCloseTo(0.5, 6);
  }
  // A lead is no tape; porous hose has no emitters to mind.
  expect(cutLengthM(run('tape', 22, 2), { runEnd: 'cap', family: 'metric' })).toBeCloseTo(
    cutLengthM(run('tape', 20), { runEnd: 'cap', family: 'metric' }),
    9,
  );
  expect(cutLengthM(run('porous', 10), { runEnd: 'cap', family: 'metric' })).toBeCloseTo(10.05, 9);
});

test('alike runs are told together', () => {
  const plan = planOf({
    beds: { ...BEDS, single: { 2: { lengthM: 10 } } } as Stated<Block['beds']> as never,
  });
  const cuts = runCuts(plan, layOut(plan).blocks[0]);
  expect(cuts.map((c) => [c.count, c.beds])).toEqual([
    [3, ['1', '3', '4']],
    [1, ['2']],
  ]);
});

test('holes are cut where something lies over the soil, at the emitters', () => {
  const of = (lies: 'mulch' | 'cover' | 'surface' | 'buried') =>
    holeRules(layOut(planOf({ beds: BEDS, tape: { lies, spacingM: 0.4 } })).blocks[0]);
  // 20 m at 0.4 m: fifty in each of four runs.
  expect(of('mulch')).toEqual([{ block: 'b', cover: 'mulch', spacingM: 0.4, holes: 200 }]);
  expect(of('cover')[0].cover).toBe('cover');
  expect(of('surface')).toEqual([]);
  expect(of('buried')).toEqual([]);
});

test('staples stand closer on sand than on clay, and not at all over buried tape', () => {
  const every = (soil: 'sand' | 'loam' | 'clay', lies: 'surface' | 'buried' | 'mulch' = 'surface') =>
    stapleEveryM(planOf({ ground: { soil }, tape: { lies } }).blocks[0]);
  expect([every('sand'), every('loam'), every('clay')]).toEqual([1, 1.5, 2]);
  expect(every('loam', 'buried')).toBe(Infinity);
  expect(every('loam', 'mulch')).toBe(Infinity);
});

describe('trenches', () => {
  const SOURCE = [{ id: 's', kind: 'tap' as const, xM: -10, yM: 0 }];
  const of = (build: Plan['build'], pipe = 'pvc-1', obstacles: Plan['obstacles'] = []) => {
    const plan = planOf({ main: { pipe }, beds: BEDS }, { sources: SOURCE, build, obstacles });
    return trenchesOf(plan, layOut(plan));
  };
  test('PVC lies in one, poly pipe on the ground, until it is said otherwise', () => {
    expect(of({})).toHaveLength(1);
    expect(of({}, 'pe-32')).toEqual([]);
    expect(of({ mains: 'buried' }, 'pe-32')).toHaveLength(1);
    expect(of({ mains: 'surface' })).toEqual([]);
  });
  test('the deepest of cover, frost and lane decides, over the pipe itself', () => {
    const [t] = of({ coverM: 0.25 });
    expect(t).toMatchObject({ because: 'cover', lengthM: 10 });
    expect(t.depthM).toBeCloseTo(0.25 + 0.0266, 6);
    // Dug soil: 10 m × 0.2766 m × a spade of 0.2 m, and a quarter more.
    expect(t.spoilM3).toBeCloseTo(10 * 0.2766 * 0.2 * 1.25, 4);
    expect(of({ frostM: 0.8 })[0]).toMatchObject({ because: 'frost' });
    expect(of({ frostM: 0.8 })[0].depthM).toBeCloseTo(0.9 + 0.0266, 6);
    const lane = [
      {
        id: 'l',
        kind: 'lane' as const,
        points: [
          [-5, -5],
          [-5, 5],
        ] as [number, number][],
        widthM: 3,
      },
    ];
    expect(of({}, 'pvc-1', lane)[0]).toMatchObject({ because: 'lane' });
    expect(of({ coverM: 0.9 }, 'pvc-1', lane)[0]).toMatchObject({ because: 'cover' });
  });
});

describe('steps', () => {
  const ids = (plan: ReturnType<typeof fillIn>): string[] => stepsFor(plan, show).map((s) => s.id);
  test('are only of what is in the plan, in the order of work', () => {
    const tap = planOf(
      { beds: BEDS, main: { pipe: 'pvc-1' }, tape: { lies: 'surface' } },
      { sources: [{ id: 's', kind: 'tap', xM: -10, yM: 0 }] },
    );
    expect(ids(tap)).toEqual([
      'locate',
      'trench/b',
      'main/b',
      'test',
      'backfill',
      'head',
      'header/b',
      'runs/b',
      'staples/b',
      'flush/b',
      'retighten',
    ]);
    const tank = planOf(
      { beds: BEDS, main: { pipe: 'pe-32' }, tape: { lies: 'mulch' } },
      { head: [], sources: [{ id: 's', kind: 'tank', xM: -10, yM: 0, outletM: 1, lowM: 1.1, highM: 2 }] },
    );
    expect(ids(tank)).toEqual(
      [
        'stand',
        'outlet',
        'main/b',
        'header/b',
        'runs/b',
        'staples/b',
        'flush/b',
        'holes/b',
        'retighten',
      ].flatMap((id) => (id === 'main/b' && ids(tank).includes('head') ? [id, 'head'] : [id])),
    );
  });
  test('bear the cautions of what can hurt', () => {
    const of = (plan: ReturnType<typeof fillIn>, id: string): string =>
      stepsFor(plan, show)
        .find((s) => s.id === id)!
        .cautions.join(' ');
    const pvc = planOf(
      { beds: BEDS, main: { pipe: 'pvc-1' } },
      { sources: [{ id: 's', kind: 'tap', xM: -10, yM: 0 }] },
    );
    expect(of(pvc, 'locate')).toMatch(/buried services/);
    expect(of(pvc, 'head')).toMatch(/licensed plumbers/);
    expect(of(pvc, 'main/b')).toMatch(/air and gloves/);
    const well = planOf({ beds: BEDS }, { sources: [{ id: 's', kind: 'well', xM: -10, yM: 0 }] });
    expect(of(well, 'head')).toMatch(/electrician/);
    const tank = planOf(
      { beds: BEDS },
      { head: [], sources: [{ id: 's', kind: 'tank', xM: -10, yM: 0, outletM: 1, lowM: 1.1, highM: 2 }] },
    );
    expect(of(tank, 'stand')).toMatch(/kilogram for each litre/);
  });
  test('a clamp is minded only where there is one, thread tape only at pipe threads', () => {
    const of = (pipe: string): string =>
      stepsFor(
        planOf(
          { beds: BEDS, main: { pipe } },
          { units: 'us', sources: [{ id: 's', kind: 'tap', xM: -10, yM: 0 }], head: [] },
        ),
        show,
      )
        .filter((s) => s.id === 'head' || s.id === 'main/b')
        .flatMap((s) => s.mistakes)
        .join(' ');
    expect(of('layflat-1')).toMatch(/Clamps go onto the pipe/);
    expect(of('hose-3/4')).not.toMatch(/Clamps/);
    expect(of('hose-3/4')).not.toMatch(/Thread tape/);
    expect(of('pvc-1')).toMatch(/dry first/);
  });
  test('hours are for one or two, and learn from those that were told', () => {
    const plan = planOf({ beds: BEDS });
    const steps = stepsFor(plan, show);
    const all = steps.reduce((s, x) => s + x.hours, 0);
    expect(hoursLeft(steps, plan.build)).toEqual({ left: expect.closeTo(all, 9), spent: 0, pace: 1 });
    const [first] = steps;
    const done = { ...plan.build, done: [{ step: first.id, hours: first.hours * 2 }] };
    const slow = hoursLeft(steps, done);
    expect(slow.pace).toBeCloseTo(2, 9);
    expect(slow.left).toBeCloseTo((all - first.hours) * 2, 9);
    expect(hoursLeft(steps, { ...plan.build, people: 2 }).left).toBeCloseTo(all * 0.6, 9);
    // Ticked without hours a step is done and teaches nothing.
    expect(hoursLeft(steps, { ...plan.build, done: [{ step: first.id }] })).toMatchObject({
      pace: 1,
      left: expect.closeTo(all - first.hours, 9),
    });
  });
});

test('what is cut from a roll is told by its lengths and where each goes', () => {
  const plan = planOf({ name: 'Low' });
  const cut = (lengthM: number, label: string) => ({ lengthM, label });
  const roll = {
    lengthM: 100,
    had: false,
    leftM: 1,
    cuts: [cut(20, 'b 1'), cut(20, 'b 2'), cut(20, 'b 3'), cut(8, 'b'), cut(5, 'main'), cut(5, 'tee-1')],
  };
  expect(cutGroups(roll, plan)).toEqual([
    { lengthM: 20, count: 3, goesTo: 'Low 1–3' },
    { lengthM: 8, count: 1, goesTo: 'Low' },
    { lengthM: 5, count: 2, goesTo: 'main' },
  ]);
});

test('a header is cut with tees where its tees narrow it, or where it is too thin to punch', () => {
  const style = (header: Stated<Block['header']>) =>
    rulesOf({ beds: BEDS, header } as never)[0].marks[0].style;
  expect(style({ pipe: 'pe-32', throughK: 0.5 })).toBe('tee');
  expect(style({ pipe: 'pe-16' })).toBe('tee');
  expect(style({ pipe: 'pe-20', boreMm: 14 })).toBe('punched');
  expect(style({ pipe: 'pe-32' })).toBe('punched');
});
