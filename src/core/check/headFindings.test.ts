import type { StatedPart } from '../plan';
import { blankPlan, fillIn, type Plan } from '../plan';
import { METRIC } from '../units';
import { describe as describeFinding, judge, mismatches, orderSays, type FindingCode } from './index';

type Source = Plan['sources'][number];
const parts = (...kinds: (string | StatedPart)[]): StatedPart[] =>
  kinds.map((k, i) => (typeof k === 'string' ? { id: `${k}-${i}`, kind: k } : k));

/** Between what a small surface pump works at and what it reaches against shut valves. */
const RELIEF: StatedPart = { id: 'relief', kind: 'relief', opensKpa: 350 };

/** A sound plan of one small block; each test plants one fault in its water or its head. */
const plan = (change: Partial<Plan> = {}, source: Partial<Source> = {}): Plan => ({
  ...blankPlan('metric'),
  sources: [
    { id: 's', kind: 'tap', bucketL: 20, triesS: [10], shutKpa: 350, xM: -5, yM: -3, ...source } as Source,
  ],
  head: parts('vacuum-breaker', 'gauge', 'screen-3/4', 'gauge'),
  blocks: [
    {
      id: 'b',
      beds: { count: 8, lengthM: 30, runsPerBed: 1 },
      header: { pipe: 'pe-1-1/4' },
      main: { pipe: 'pe-1-1/4' },
    },
  ],
  ...change,
});
const well = (more: object = {}): Partial<Source> => ({
  kind: 'well',
  curve: {
    points: [
      { flowLph: 0, headM: 60 },
      { flowLph: 3000, headM: 50 },
      { flowLph: 6000, headM: 20 },
    ],
  },
  pumpingLevelM: 10,
  yieldLph: 5000,
  vessel: { volumeL: 400 },
  ...more,
});
const pump = (more: object = {}): Partial<Source> => ({ kind: 'pump', ...more });
const tank = (more: object = {}): Partial<Source> => ({
  kind: 'tank',
  outletM: 8,
  lowM: 9,
  highM: 10,
  volumeL: 50000,
  ...more,
});
const wellHead = parts('check-1', 'ball-1', 'gauge', 'disc-1', 'gauge');

/** Notes that most small plans have; tests of their own tell of them. */
const COMMON: readonly FindingCode[] = ['tank-weight', 'regulator-headroom', 'breaker-stands'];
const found = (p: Plan) => judge(p).each.filter((f) => !COMMON.includes(f.code));
const codes = (p: Plan): FindingCode[] => found(p).map((f) => f.code);

describe('sound heads', () => {
  test.each<[string, Plan]>([
    ['on a tap', plan()],
    ['on a well', plan({ head: wellHead }, well())],
    ['on a pump', plan({ head: parts('check-1', RELIEF, 'gauge', 'disc-1', 'gauge') }, pump())],
    ['under a tank', plan({ head: parts('ball-1', 'gauge', 'screen-1', 'gauge') }, tank())],
    [
      'feeding behind a reduced-pressure device',
      plan({
        head: parts('reduced-pressure', 'venturi-1', 'gauge', 'disc-1', 'gauge'),
        wishes: { feeding: true },
      }),
    ],
  ])('%s nothing is found', (_, p) => {
    expect(codes(p)).toEqual([]);
  });
});

describe('one planted fault is found, and no other', () => {
  test.each<[FindingCode[], string, Plan]>([
    [['no-backflow'], 'mains without a preventer', plan({ head: parts('gauge', 'screen-3/4', 'gauge') })],
    [
      ['no-backflow', 'feed-nowhere'],
      'a well that is fed into',
      plan({ head: wellHead, wishes: { feeding: true } }, well()),
    ],
    [['backflow-weak', 'feed-nowhere'], 'feed behind a vacuum breaker', plan({ wishes: { feeding: true } })],
    [
      ['injector-below-filter'],
      'feed after the filter',
      plan({ head: parts('reduced-pressure', 'gauge', 'disc-1', 'gauge', 'venturi-1') }),
    ],
    [
      ['injector-above-backflow'],
      'feed before the preventer',
      plan({ head: parts('venturi-1', 'reduced-pressure', 'gauge', 'disc-1', 'gauge') }),
    ],
    [
      ['filter-above-separator', 'water-avoid'],
      'a filter before the separator',
      plan(
        { head: parts('check-1', 'gauge', 'disc-1', 'gauge', { id: 'x', kind: 'separator-1', minLph: 100 }) },
        well({ water: ['sandy'] }),
      ),
    ],
    [['no-gauges'], 'one gauge only', plan({ head: parts('vacuum-breaker', 'gauge', 'screen-3/4') })],
    [['no-filter'], 'no filter', plan({ head: parts('vacuum-breaker') })],
    [['filter-unfit', 'water-avoid'], 'a screen on algae', plan({}, { water: ['algae'] })],
    [
      ['filter-unfit', 'water-avoid'],
      'sand with no separator',
      plan({ head: wellHead }, well({ water: ['sandy'] })),
    ],
    [['tested-wet'], 'measured in the wet season', plan({}, { testedIn: 'wet' })],
    [
      ['ends-unlike'],
      'threads of two standards',
      plan({
        head: parts(
          'vacuum-breaker',
          'gauge',
          { id: 'x', kind: 'screen-1', inEnd: 'taper-1', outEnd: 'taper-1' },
          'gauge',
        ),
      }),
    ],
    [
      ['flow-over-rating'],
      'more than the filter takes',
      plan({ head: parts('vacuum-breaker', 'gauge', { id: 'f', kind: 'screen-3/4', maxLph: 300 }, 'gauge') }),
    ],
    [
      ['flow-under-rating'],
      'less than the meter counts',
      plan({
        head: parts('vacuum-breaker', 'gauge', 'screen-3/4', 'gauge', {
          id: 'm',
          kind: 'meter-3/4',
          inEnd: 'hose-3/4',
          minLph: 3000,
        }),
      }),
    ],
    [
      ['needs-pressure'],
      'a solenoid under a tank',
      plan(
        {
          head: parts('ball-1', 'gauge', 'screen-1', 'gauge', 'solenoid-1'),
          blocks: [{ ...plan().blocks[0], inlet: [] }],
        },
        tank({ outletM: 3, lowM: 6, highM: 6.5 }),
      ),
    ],
    [
      ['over-rated'],
      'a vacuum breaker on 750 kPa',
      plan({ blocks: [{ ...plan().blocks[0], main: { pipe: 'pvc-1-1/4' } }] }, { shutKpa: 750 }),
    ],
    [
      ['regulator-range'],
      'a low-flow regulator on a large block',
      plan({
        blocks: [
          { ...plan().blocks[0], inlet: parts({ id: 'r', kind: 'regulator-low', maxLph: 300, atLph: 1800 }) },
        ],
      }),
    ],
    [
      ['no-relief'],
      'a well pump with nothing to stop it',
      plan({ head: wellHead }, well({ vessel: { part: 'none' } })),
    ],
    [
      ['no-relief'],
      'a surface pump that can deadhead',
      plan({ head: parts('check-1', 'gauge', 'disc-1', 'gauge') }, pump()),
    ],
    [
      ['never-stops'],
      'a switch set over the pump',
      plan({ head: wellHead }, well({ vessel: { cutInKpa: 300, cutOutKpa: 520 } })),
    ],
    [['short-cycling'], 'a tank far too small', plan({ head: wellHead }, well({ vessel: { volumeL: 12 } }))],
    [
      ['over-yield'],
      'a poor well',
      plan({ head: wellHead }, well({ yieldLph: 500, vessel: { volumeL: 900 } })),
    ],
    [
      ['suction-high'],
      'a pump seven metres up',
      plan(
        { head: parts('check-1', { ...RELIEF, opensKpa: 300 }, 'gauge', 'disc-1', 'gauge') },
        pump({ liftM: 7 }),
      ),
    ],
    [
      ['no-foot-valve'],
      'no foot valve',
      plan({ head: parts('check-1', RELIEF, 'gauge', 'disc-1', 'gauge') }, pump({ footValve: false })),
    ],
    [
      ['booster-starved', 'flow-short'],
      'a booster on a trickle',
      plan({}, { shutKpa: 150, triesS: [24], booster: { kind: 'fixed', lowCutKpa: 140 } }),
    ],
    [
      ['booster-limits'],
      'a booster against shut valves',
      plan({}, { booster: { kind: 'fixed', highCutKpa: 400 } }),
    ],
    [
      ['no-vent'],
      'a hump in the main',
      plan({
        tees: [{ id: 't', xM: -2, yM: -2, heightM: 3, main: { pipe: 'pe-1-1/4' } }],
        blocks: [{ ...plan().blocks[0], main: { pipe: 'pe-1-1/4', from: 't' } }],
      }),
    ],
  ])('%s: %s', (planted, _, p) => {
    expect(codes(p).sort()).toEqual([...planted].sort());
  });
});

test('no backflow preventer: stop on mains or with feed, watch on a pump without a check valve, nothing under a tank', () => {
  const grade = (p: Plan): string | undefined => found(p).find((f) => f.code === 'no-backflow')?.grade;
  const bare = parts('gauge', 'disc-1', 'gauge');
  expect(grade(plan({ head: bare }))).toBe('stop');
  expect(grade(plan({ head: bare }, well()))).toBe('watch');
  expect(grade(plan({ head: bare, wishes: { feeding: true } }, well()))).toBe('stop');
  expect(grade(plan({ head: wellHead }, well()))).toBeUndefined();
  expect(grade(plan({ head: bare }, tank()))).toBeUndefined();
});

test('a canister that the mains keep full wants its air gap made sure of; one filled otherwise, or from above, wants nothing', () => {
  const bare = parts('gauge', 'disc-1', 'gauge');
  const of = (more: object, wishes: object = {}) =>
    found(plan({ head: bare, wishes }, tank(more))).find((f) => f.code === 'no-backflow');
  const canister = of({ level: 'held', fedBy: 'mains' });
  expect(canister).toMatchObject({ grade: 'mend', says: { feeding: false, mains: true, gap: true } });
  const p = fillIn(plan({ head: bare }, tank({ level: 'held', fedBy: 'mains' })));
  expect(describeFinding(canister!, p, METRIC)).toMatchObject({
    title: 'Canister fed from the mains: check its air gap',
    howMuch:
      'The float valve fills from the mains: its inlet must end above the highest water, with air between.',
  });
  expect(of({ level: 'held', fedBy: 'store' })).toBeUndefined();
  expect(of({ fedBy: 'mains' })).toBeUndefined();
  // With feed nothing is left to a gap, and it is no longer called one.
  const fed = of({ level: 'held', fedBy: 'mains' }, { feeding: true });
  expect(fed).toMatchObject({ grade: 'stop', says: { feeding: true, gap: true } });
  expect(describeFinding(fed!, p, METRIC)).toMatchObject({
    title: 'No backflow preventer',
    howMuch: expect.stringContaining('fills from the mains, and feed is given'),
  });
});

test('a filter at one block’s inlet leaves the others to be named', () => {
  const bed = plan().blocks[0];
  const two = (first: StatedPart[], second: StatedPart[]): Plan =>
    plan({
      head: parts('vacuum-breaker', 'gauge'),
      blocks: [
        { ...bed, id: 'near', name: 'Near', inlet: first },
        { ...bed, id: 'far', name: 'Far', xM: 30, inlet: second },
      ],
    });
  const of = (p: Plan) => found(p).find((f) => f.code === 'no-filter');
  expect(of(two(parts('screen-3/4'), []))).toMatchObject({ grade: 'mend', says: { blocks: 'Far' } });
  expect(of(two([], []))).toMatchObject({ says: { blocks: '' } });
  expect(of(two(parts('screen-3/4'), parts('screen-3/4')))).toBeUndefined();
});

test('no filter is to mend where the water is clear or only hard, and a stop once anything else is in it', () => {
  const of = (...water: string[]) =>
    found(plan({ head: parts('vacuum-breaker', 'gauge') }, { water } as Partial<Source>)).find(
      (f) => f.code === 'no-filter',
    )?.grade;
  expect([of('clear'), of('hard'), of('clear', 'hard')]).toEqual(['mend', 'mend', 'mend']);
  expect([of('sandy'), of('iron'), of('clear', 'silty'), of('hard', 'algae')]).toEqual(Array(4).fill('stop'));
});

test('starts are called estimated where the pump is known by a bucket alone', () => {
  const cycles = (p: Plan) => found(p).find((f) => f.code === 'short-cycling');
  const small = { vessel: { volumeL: 12 } };
  const byBucket = { curve: { method: 'bucket', bucketL: 20, triesS: [24], bucketKpa: 250 } };
  const wells = [well(small), well({ ...small, ...byBucket })].map((s) => plan({ head: wellHead }, s));
  expect(wells.map((p) => cycles(p)?.says)).toMatchObject([{ estimated: false }, { estimated: true }]);
  const pumps = plan({ head: wellHead }, pump({ vessel: { part: 'tank', volumeL: 12 }, ...byBucket }));
  expect(cycles(pumps)?.says).toMatchObject({ estimated: true });
});

test('a pump that may start often is told by how briefly it runs, and not at all where it may', () => {
  const of = (limits: object) =>
    found(plan({ head: wellHead, wishes: { limits } }, well({ vessel: { volumeL: 12 } }))).find(
      (f) => f.code === 'short-cycling',
    );
  expect(of({})).toMatchObject({ kind: 'factor', says: { often: true } });
  const brief = of({ startsPerHour: 5000 });
  expect(brief).toMatchObject({ kind: 'time', says: { often: false } });
  expect(brief!.measured).toBeLessThan(brief!.limit!);
  expect(of({ startsPerHour: 5000, leastRunS: 1 })).toBeUndefined();
});

test('a backup tap on a tank’s pipes: stop without a preventer on the mains, mend without a valve, nothing with both', () => {
  const joined = (ofTap: string[], ofTank: string[] = []): Plan => {
    const base = plan({ head: parts('ball-1', 'gauge', 'screen-1', 'gauge') }, tank());
    return {
      ...base,
      sources: [
        ...base.sources.map((s) => ({
          ...s,
          branch: parts(...ofTank).map((p) => ({ ...p, id: `tank-${p.id}` })),
        })),
        {
          id: 'tap',
          kind: 'tap' as const,
          name: 'yard tap',
          triesS: [10],
          branch: parts(...ofTap).map((p) => ({ ...p, id: `tap-${p.id}` })),
        },
      ],
      backup: { sourceId: 'tap' },
    };
  };
  const joins = (of: Plan) => found(of).filter((f) => f.code === 'backup-joins');
  expect(joins(joined([]))).toMatchObject([{ code: 'backup-joins', grade: 'stop' }]);
  // On the tank's branch a preventer keeps the tank clean, not the mains.
  expect(joins(joined(['ball-1'], ['double-check']))).toMatchObject([
    { code: 'backup-joins', grade: 'stop' },
  ]);
  expect(joins(joined(['double-check']))).toMatchObject([{ code: 'backup-joins', grade: 'mend' }]);
  expect(joins(joined(['double-check'], ['ball-1']))).toEqual([]);
});

test('a relief valve stands in for tank and switch, and bounds what stands behind it', () => {
  const p = plan(
    { head: parts('relief', ...['ball-1', 'gauge', 'disc-1', 'gauge']) },
    well({ vessel: { part: 'none' } }),
  );
  expect(codes(p)).not.toContain('no-relief');
  const low = plan(
    {
      head: parts(
        { id: 'relief', kind: 'relief', opensKpa: 300 },
        'ball-1',
        'gauge',
        { id: 'f', kind: 'disc-1', ratingKpa: 320 },
        'gauge',
      ),
    },
    well({ vessel: { part: 'none' } }),
  );
  expect(codes(low)).not.toContain('over-rated');
});

test('a regulator far uphill of its block is told; one at the block is not', () => {
  const below = (inlet: StatedPart[], head: StatedPart[]): Plan =>
    plan({ head, blocks: [{ ...plan().blocks[0], heightM: -4, tape: { wallMm: 0.381 }, inlet }] });
  const head = parts('vacuum-breaker', 'gauge', 'screen-3/4', 'gauge');
  const regulator: StatedPart = { id: 'r', kind: 'regulator-mid', inEnd: 'hose-3/4' };
  expect(codes(below([], [...head, regulator]))).toContain('regulator-uphill');
  expect(codes(below([{ id: 'r', kind: 'regulator-mid' }], head))).not.toContain('regulator-uphill');
});

describe('order and ends', () => {
  const of = (...kinds: string[]) => fillIn(plan({ head: parts(...kinds) })).head;

  test('both schools of order are told what they mean, neither as a fault', () => {
    expect(orderSays(of('timer-3/4', 'screen-3/4'))[0]).toMatch(/keeps standing pressure off the filter/);
    expect(orderSays(of('screen-3/4', 'timer-3/4'))[0]).toMatch(/clean water/);
    expect(orderSays(of('regulator-low', 'screen-3/4'))[0]).toMatch(/before the filter/);
    expect(orderSays(of('screen-3/4', 'regulator-low'))[0]).toMatch(/after the filter/);
    expect(orderSays(of('screen-3/4'))).toEqual([]);
  });

  test('ends meet across a gauge, and an adaptor joins what does not', () => {
    expect(mismatches(of('vacuum-breaker', 'gauge', 'screen-3/4'))).toEqual([]);
    const [m] = mismatches(of('vacuum-breaker', 'gauge', 'disc-1'));
    expect(m).toMatchObject({ at: 2, before: { outEnd: 'hose-3/4' }, after: { inEnd: 'thread-1' } });
    const joined = fillIn(
      plan({
        head: parts(
          'vacuum-breaker',
          { id: 'a', kind: 'adaptor', inEnd: m.before.outEnd, outEnd: m.after.inEnd },
          'disc-1',
        ),
      }),
    ).head;
    expect(mismatches(joined)).toEqual([]);
  });
});
