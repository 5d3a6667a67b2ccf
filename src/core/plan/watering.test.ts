import { layOut } from '../layout';
import {
  PLAN_VERSION,
  blankPlan,
  contradictions,
  cropIn,
  fillIn,
  needIn,
  openings,
  readPlan,
  withOpen,
  type Plan,
} from '.';

const plan = (more: Partial<Plan>): Plan => ({
  ...blankPlan('metric'),
  blocks: [
    { id: 'a', beds: { count: 4 } },
    { id: 'b', beds: { count: 3 } },
    { id: 'c', inUse: false },
  ],
  ...more,
});
const problems = (p: object): string => {
  const read = readPlan(JSON.stringify(p));
  return read.ok ? '' : read.problems.map((x) => `${x.path}: ${x.what}`).join('\n');
};

describe('a plan with one of its sets open', () => {
  const full = fillIn(plan({}));
  const open = withOpen(full, { beds: [{ block: 'a', keys: ['2', '3'] }, { block: 'c' }] });

  test('runs only what the set names; a block out of use stays so', () => {
    expect(open.blocks.map((b) => b.inUse)).toEqual([true, false, false]);
    const { blocks } = layOut(open);
    expect([...new Set(blocks[0].runs.map((r) => r.bed))]).toEqual(['2', '3']);
    // The beds themselves lie as they did, the header as long.
    expect(blocks[0].beds.map((b) => b.key)).toEqual(layOut(full).blocks[0].beds.map((b) => b.key));
    expect(blocks[0].headers[0].toXM).toBeCloseTo(layOut(full).blocks[0].headers[0].toXM, 9);
  });

  test('is of the same objects when opened again, so that nothing is laid out twice', () => {
    const again = withOpen(full, { beds: [{ block: 'a', keys: ['2', '3'] }] });
    expect(again.blocks[0]).toBe(open.blocks[0]);
    expect(again.blocks[1]).toBe(open.blocks[1]);
    expect(withOpen(full, { beds: [{ block: 'a' }] }).blocks[0]).toBe(full.blocks[0]);
    // Another set of it opened from one that is open already.
    expect(withOpen(open, { beds: [{ block: 'a' }] }).blocks[0].open).toBeUndefined();
  });

  test('opens one set after the other, or all at once without any', () => {
    expect(openings(full)).toEqual([{ set: undefined, plan: full }]);
    const sets = [
      { id: 's', beds: [{ block: 'a' }] },
      { id: 't', beds: [{ block: 'b' }] },
    ];
    const each = openings(fillIn(plan({ watering: { sets } })));
    expect(each.map((o) => o.set?.name)).toEqual(['Set 1', 'Set 2']);
    expect(each.map((o) => o.plan.blocks.map((b) => b.inUse))).toEqual([
      [true, false, false],
      [false, true, false],
    ]);
  });
});

describe('files', () => {
  test('of version 3 read as they are', () => {
    const old = { ...plan({}), version: 3 };
    const read = readPlan(JSON.stringify(old));
    expect(read).toEqual({ ok: true, plan: { ...old, version: PLAN_VERSION } });
  });

  test('of version 4 keep what was said of film under its new name', () => {
    const old = {
      ...plan({ watering: { need: { mulchShare: 0.7, tunnelShare: 0.8 } } as never }),
      version: 4,
    };
    const read = readPlan(JSON.stringify(old));
    expect(read.ok && read.plan.watering).toEqual({ need: { filmShare: 0.7, tunnelShare: 0.8 } });
  });

  test('with a crop of one’s own are read, and one that nobody knows is refused at its place', () => {
    const own = { ownCrops: [{ id: 'crop-1', name: 'okra', like: 'peppers' }] } as never;
    const painted = plan({ watering: own });
    const blocks = painted.blocks.map((b) => ({ ...b, beds: { ...b.beds, crop: 'crop-1' } }));
    const full = fillIn({ ...painted, blocks });
    expect(contradictions(full)).toEqual([]);
    expect(cropIn(full, 'crop-1')).toMatchObject({ name: 'okra', wets: 'rows', plantM: 0.45 });
    expect(needIn(full, 'crop-1').kcbMiddle).toBe(1);
    expect(contradictions(fillIn({ ...plan({}), blocks })).map((c) => c.path)).toContain(
      'blocks[0].beds.crop',
    );
  });

  test.each<[string, object, RegExp]>([
    [
      'a set of a block that is not there',
      { sets: [{ id: 's', beds: [{ block: 'x' }] }] },
      /sets\[0\]\.beds\[0\]\.block: there is no block “x”/,
    ],
    [
      'a bed in two sets',
      {
        sets: [
          { id: 's', beds: [{ block: 'a', keys: ['1'] }] },
          { id: 't', beds: [{ block: 'a', keys: ['1', '2'] }] },
        ],
      },
      /bed 1 is in “Set 1” already/,
    ],
    [
      'a bed of a block that is in a set whole',
      {
        sets: [
          { id: 's', beds: [{ block: 'a' }] },
          { id: 't', beds: [{ block: 'a', keys: ['2'] }] },
        ],
      },
      /bed 2 is in “Set 1” already/,
    ],
    [
      'two sets of one id',
      {
        sets: [
          { id: 's', beds: [] },
          { id: 's', beds: [] },
        ],
      },
      /sets\[1\]/,
    ],
    ['a date there is not', { season: { from: '2027-02-30' } }, /season\.from: there is no such day/],
    ['a date in words', { season: { from: 'in May' } }, /a date is written like 2027-05-01/],
    [
      'a day that is impossible',
      { weather: { days: [{ date: '2027-05-01', minC: 30, maxC: 20 }] } },
      /minC: the minimum temperature/,
    ],
    [
      'humidity upside down',
      { weather: { days: [{ date: '2027-05-01', minC: 3, maxC: 20, humidityMin: 0.9, humidityMax: 0.2 }] } },
      /humidityMin/,
    ],
    ['a season of no days', { season: { days: 0 } }, /season\.days/],
    ['a need below nothing', { need: { depthMm: -1 } }, /need\.depthMm/],
    [
      'a note of a block that is gone',
      { notes: [{ id: 'n', date: '2027-05-01', block: 'x', feel: 'dry' }] },
      /notes\[0\]\.block/,
    ],
    ['a crop nobody grows', { planted: { moss: '2027-05-01' } }, /planted\.moss/],
    ['an unknown field', { sprinklers: true }, /watering\.sprinklers/],
  ])('with %s are refused with the place', (_, watering, why) => {
    expect(problems(plan({ watering }))).toMatch(why);
  });
});
