import { judge, roots } from '../check';
import { BLOCK, SOUND, TAP } from '../check/batteryBase.testing';
import { fillIn, openings, refusalOf, type Plan } from '../plan';
import type { Day } from './day';
import { wellOf } from './lasting';
import { tankThrough, type TankTable } from './tankOverTime';

const TANK = {
  id: 'tank',
  kind: 'tank',
  outletM: 9,
  lowM: 9.1,
  highM: 10.2,
  shape: 'stated',
  volumeL: 4000,
  xM: -3,
  yM: -2,
} as Plan['sources'][number];
const WELL = { id: 'well', kind: 'well', yieldLph: 600, xM: 5, yM: 5 } as Plan['sources'][number];
/** The tap with a preventer of its own. */
const GUARDED: Plan['sources'][number] = { ...TAP, branch: [{ id: 'own', kind: 'double-check' }] };
/** Two blocks alike: by day from the tank, then from the tap. */
const turns = (more: object = {}): Plan => ({
  ...SOUND,
  sources: [GUARDED, { ...TANK, branch: [{ id: 'its', kind: 'ball-1' }] }],
  backup: { sourceId: 'tank' },
  blocks: [
    { ...BLOCK, id: 'a', name: 'A', xM: 0, yM: 0, beds: { count: 3, lengthM: 20, runsPerBed: 2 } },
    { ...BLOCK, id: 'b', name: 'B', xM: 20, yM: 0, beds: { count: 3, lengthM: 20, runsPerBed: 2 } },
  ],
  watering: {
    sets: [
      { id: 'one', name: 'By tank', beds: [{ block: 'a' }], source: 'tank' },
      { id: 'two', name: 'By tap', beds: [{ block: 'b' }] },
    ],
  },
  ...more,
});

test('each set is solved on the source that it draws on', () => {
  const open = openings(fillIn(turns()));
  expect(open.map((o) => o.plan.sourceId)).toEqual(['tank', 's']);
  const { states } = judge(turns());
  const of = (set: string) => states.find((s) => s.set?.id === set && s.how === 'open' && !s.backup)!.results;
  expect(of('one').layout.source.kind).toBe('tank');
  expect(of('two').layout.source.kind).toBe('tap');
});

test('only what draws on the tank empties it', () => {
  const both = judge(turns()).outlook!;
  const [one, two] = both.sets;
  expect(both.tank!.sets.map((s) => s.id)).toEqual(['one']);
  expect(two.beds).toBe(one.beds);
  const all = judge(
    turns({ watering: { sets: turns().watering!.sets!.map((s) => ({ ...s, source: 'tank' })) } }),
  ).outlook!;
  expect(all.tank!.lastsDays).toBeLessThan(both.tank!.lastsDays);
});

test('what is amiss on one source is told of that one', () => {
  const weak = turns({ sources: [TAP, { ...TANK, outletM: 0.1, lowM: 0.12, highM: 0.2 }] });
  const dry = judge(weak).each.find((f) => f.code === 'emitter-under' || f.code === 'emitters-dry')!;
  expect(dry.holds.every((h) => h.set === 'one' || h.backup)).toBe(true);
});

test('sources that sets share pipes with need valves and backflow protection between them, backup or not', () => {
  const codes = (plan: Plan) => roots(judge(plan).told).map((f) => f.code);
  expect(codes(turns())).not.toContain('backup-joins');
  expect(codes(turns({ backup: undefined }))).not.toContain('backup-joins');
  // A tap that only a set draws on joins the pipes too.
  expect(codes(turns({ backup: undefined, sources: [TAP, TANK] }))).toContain('backup-joins');
});

test('a set on a source that is not there is refused', () => {
  const sets = [{ id: 'one', beds: [{ block: 'a' }], source: 'lake' }];
  expect(JSON.stringify(refusalOf(turns({ watering: { sets } })))).toMatch(/there is no source “lake”/);
});

describe('a source that takes over where the tank is dry', () => {
  // A table of one flow at all levels: 60 L/h from a tank of 100 L over its outlet.
  const level = (levelM: number) => ({ levelM, flowLph: 60, weakestKpa: 10, marginKpa: 5, evenness: 0.95 });
  const table: TankTable = {
    levels: [level(0), level(0.25), level(1)],
    outletM: 0,
    highM: 1,
    litresPerM: 100,
    held: false,
  };
  const through = (takesOver?: ReadonlyMap<string, number>) =>
    tankThrough(
      new Map([['one', table]]),
      [{ set: 'one', fromMin: 360, minutes: 180 }],
      2,
      1,
      0,
      () => 0,
      1,
      takesOver,
    );

  test('100 L at 60 L/h last 100 min; the 80 min left of that day and the next day’s 180 are the other’s, at 90 L/h', () => {
    const days = through(new Map([['one', 90]]));
    expect(days.givenL).toBeCloseTo(100, 6);
    expect(days.takenOverL).toBeCloseTo(((80 + 180) / 60) * 90, 6);
    expect(days.missingL).toBeCloseTo(0, 9);
    expect(days.dry).toMatchObject({ day: 0, minute: 460 });
    expect(through().takenOverL).toBe(0);
    expect(through().missingL).toBeCloseTo(80 + 180, 6);
  });

  const dry = (takesOver: boolean): Plan => ({
    ...SOUND,
    sources: [
      GUARDED,
      { ...TANK, volumeL: 300, branch: [{ id: 'its', kind: 'check-1' }] } as Plan['sources'][number],
    ],
    sourceId: 'tank',
    backup: { sourceId: 's', takesOver },
    watering: { day: { dryDays: 5 } },
  });
  test('the plan is then not told that its tank runs out, and what the other gives is told', () => {
    const codes = (plan: Plan) => judge(plan).each.map((f) => f.code);
    expect(codes(dry(false))).toContain('tank-dry');
    expect(codes(dry(true))).not.toContain('tank-dry');
    const tank = judge(dry(true)).outlook!.tank!;
    expect(tank.takenOver!.source).toBe('s');
    expect(tank.takenOver!.litres).toBeGreaterThan(0);
    expect(judge(dry(false)).outlook!.tank!.takenOver).toBeUndefined();
  });
});

test('a well that only some sets draw on is reckoned by its own yield, whatever stands first', () => {
  const day = { volumeL: 1000 } as Day;
  const plan = fillIn({ ...turns(), sources: [TAP, { ...TANK, id: 'other' } as never, WELL] } as Plan);
  const drawn = {
    ...plan,
    watering: {
      ...plan.watering,
      sets: plan.watering.sets.map((s, i) => (i === 0 ? { ...s, source: 'well' } : s)),
    },
  };
  expect(wellOf(drawn, day, 7000)).toEqual({
    dayL: 1000,
    weekL: 7000,
    givesDayL: 600 * drawn.wishes.allowance * 24,
    givesWeekL: 600 * drawn.wishes.allowance * 168,
  });
  expect(wellOf({ ...plan, watering: { ...plan.watering, sets: [] } }, day, 7000)).toBeUndefined();
});
