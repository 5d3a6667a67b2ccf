import {
  blankPlan,
  contradictions,
  fillIn,
  migrate,
  readPlan,
  refusalOf,
  writePlan,
  MAX_PLAN_BYTES,
  type Plan,
} from './index';

const parse = (plan: unknown) => readPlan(JSON.stringify(plan));
const problems = (plan: unknown): string[] => {
  const reading = parse(plan);
  return reading.ok ? [] : reading.problems.map((p) => `${p.path}: ${p.what}`);
};

describe('a plan', () => {
  const blank = blankPlan('us');

  test('blank, it is valid, states nothing, and is filled in with defaults', () => {
    expect(problems(blank)).toEqual([]);
    const full = fillIn(blank);
    expect(blank.blocks[0].beds).toBeUndefined();
    expect(full.blocks[0].beds.count).toBe(6);
    expect(full.wishes.allowance).toBe(0.8);
    expect(contradictions(full)).toEqual([]);
  });

  test('what is stated stays; what hangs on it follows', () => {
    const full = fillIn({
      ...blank,
      blocks: [
        {
          id: 'b',
          tape: { wallMm: 0.381 },
          main: { pipe: 'hose-3/4' },
          header: { pipe: 'layflat-2', boreMm: 50 },
        },
      ],
    });
    expect(full.blocks[0].tape.maxKpa).toBe(125);
    expect(full.blocks[0].main.boreMm).toBe(19.1);
    expect(full.blocks[0].header.boreMm).toBe(50);
    expect(full.blocks[0].header.hazenWilliamsC).toBe(140);
  });

  test('written and read it is the same, default or stated', () => {
    const plan: Plan = {
      ...blank,
      name: 'Tallow Piece',
      blocks: [{ id: 'b', beds: { count: 4, single: { '2': { lengthM: 12.5 } } } }],
    };
    const again = readPlan(writePlan(plan));
    expect(again).toEqual({ ok: true, plan });
  });

  test.each<[string, unknown, RegExp]>([
    ['a foreign file', { hello: 1 }, /not an Idle Furrow plan/],
    ['a list', [], /not a plan/],
    ['a future version', { ...blank, version: 99 }, /newer Idle Furrow/],
    ['an odd version', { ...blank, version: 'one' }, /whole number/],
    ['an unknown field', { ...blank, colour: 'red' }, /colour: is not allowed/],
    [
      'a bed number that is not one',
      { ...blank, blocks: [{ id: 'b', beds: { count: 2.5 } }] },
      /blocks\[0\]\.beds\.count: must be an integer/,
    ],
    [
      'a length below nothing',
      { ...blank, blocks: [{ id: 'b', beds: { lengthM: -3 } }] },
      /beds\.lengthM: must be greater than 0/,
    ],
    [
      'two sources of one id',
      {
        ...blank,
        sources: [
          { id: 'a', kind: 'tap' },
          { id: 'a', kind: 'tank' },
        ],
      },
      /sources/,
    ],
    ['a source that is not there', { ...blank, sourceId: 'well' }, /sourceId: there is no source “well”/],
    [
      'low water under the outlet',
      { ...blank, sources: [{ id: 't', kind: 'tank', outletM: 2, lowM: 1 }] },
      /sources\[0\]\.lowM: .*below the outlet/,
    ],
    [
      'a gauge that rises with flow',
      { ...blank, sources: [{ id: 't', kind: 'tap', method: 'gauge', shutKpa: 100, flowingKpa: 150 }] },
      /flowingKpa: .*less than shut/,
    ],
    [
      'a window upside down',
      { ...blank, blocks: [{ id: 'b', tape: { minKpa: 90 } }] },
      /tape\.minKpa: .*below the highest/,
    ],
    [
      'an outline that crosses itself',
      {
        ...blank,
        blocks: [
          {
            id: 'b',
            outline: [
              [0, 0],
              [9, 9],
              [0, 9],
              [9, 0],
            ],
          },
        ],
      },
      /blocks\[0\]\.outline: its sides 1 and 3 cross/,
    ],
    [
      'an outline without ground',
      {
        ...blank,
        blocks: [
          {
            id: 'b',
            outline: [
              [0, 0],
              [9, 0],
              [4, 0.01],
            ],
          },
        ],
      },
      /outline: its corners enclose no ground/,
    ],
    [
      'a tape that is not there',
      { ...blank, blocks: [{ id: 'b', beds: { single: { '2': { tape: 'x' } } } }] },
      /single\.2\.tape: there is no tape “x”/,
    ],
    [
      'a bed’s key that names none',
      { ...blank, blocks: [{ id: 'b', beds: { single: { first: {} } } }] },
      /beds\.single\.first: is not allowed/,
    ],
    [
      'a lane of one place',
      { ...blank, obstacles: [{ id: 'l', kind: 'lane', points: [[0, 0]] }] },
      /obstacles\[0\]\.points: a lane needs 2 places/,
    ],
    [
      'a picture that is none',
      {
        ...blank,
        underlay: {
          picture: 'https://x',
          widthPx: 1,
          heightPx: 1,
          xM: 0,
          yM: 0,
          mPerPx: 1,
          turnDeg: 0,
          strength: 1,
        },
      },
      /underlay\.picture/,
    ],
  ])('%s is refused with its place', (_, plan, message) => {
    expect(problems(plan).join('\n').replace(/^: /, '')).toMatch(message);
  });

  test('what is not JSON, or far too large, is refused; a byte-order mark is not minded', () => {
    expect(readPlan('{"format": ')).toMatchObject({ ok: false });
    expect(readPlan(' '.repeat(MAX_PLAN_BYTES + 1))).toMatchObject({
      ok: false,
      problems: [{ what: expect.stringContaining('20 MB') }],
    });
    expect(readPlan('\uFEFF' + JSON.stringify(blank)).ok).toBe(true);
  });

  test('an older version is brought up step by step', () => {
    const steps = {
      1: (p: Record<string, unknown>) => ({ ...p, b: 2 }),
      2: (p: Record<string, unknown>) => ({ ...p, c: (p.b as number) + 1 }),
    };
    expect(migrate({ version: 1 }, 3, steps)).toEqual({ version: 3, b: 2, c: 3 });
    expect(migrate({ version: 1 }, 3, { 1: steps[1] })).toEqual({ version: 2, b: 2 });
  });
});

describe('ids', () => {
  const plan = (more: object): string =>
    JSON.stringify({
      ...blankPlan('metric'),
      blocks: [{ id: 'b' }],
      tees: [{ id: 't', main: { from: 'head' } }],
      ...more,
    });
  const why = (more: object): string => {
    const reading = readPlan(plan(more));
    return reading.ok ? '' : reading.problems.map((p) => `${p.path}: ${p.what}`).join('; ');
  };

  test.each([
    ['a tee called head', { tees: [{ id: 'head' }] }, /tees\[0\]\.id: “head” means something else/],
    ['a block called head', { blocks: [{ id: 'head' }] }, /blocks\[0\]\.id: “head” means something else/],
    ['a block called as a tee', { blocks: [{ id: 't' }] }, /blocks\[0\]\.id: a tee and a block are both “t”/],
    ['a set called all', { watering: { sets: [{ id: 'all', beds: [] }] } }, /watering\.sets\[0\]\.id: “all”/],
    [
      'pieces of the main in a ring',
      {
        tees: [
          { id: 't', main: { from: 'u' } },
          { id: 'u', main: { from: 't' } },
        ],
      },
      /does not lead back/,
    ],
  ])('%s is told with its place', (_, more, wanted) => {
    expect(why({})).toBe('');
    expect(why(more)).toMatch(wanted);
  });
});

describe('files that are too much', () => {
  const head = '{"format":"idle-furrow-plan","version":4,"sources":[{"id":"a","kind":"tap"}],';
  test.each([
    [
      'nesting',
      `${head}"blocks":${'['.repeat(3e5)}${']'.repeat(3e5)}}`,
      /more than \d+ levels within levels/,
    ],
    ['a long list', `${head}"blocks":[${'1,'.repeat(3e5)}1]}`, /300,001 entries/],
    [
      'many emitters',
      `${head}"blocks":[${Array.from({ length: 20 }, (_, i) => `{"id":"b${i}","beds":{"count":500,"lengthM":900},"tape":{"spacingM":0.02}}`).join()}]}`,
      /emitters; at most 6,000,000/,
    ],
    [
      'many corners in the way',
      `${head}"blocks":[{"id":"b"}],"obstacles":[${Array.from({ length: 30 }, (_, i) => `{"id":"o${i}","kind":"wet","points":[${Array.from({ length: 180 }, (_, j) => `[${j},${(j * j) % 97}]`).join()}]}`).join()}]}`,
      /corners of things in the way/,
    ],
  ])('%s is refused in words before anything is built', (_, text, wanted) => {
    const reading = readPlan(text);
    expect(reading.ok ? '' : reading.problems[0].what).toMatch(wanted);
  });

  test('whatever a file repeats in a message is cut, and only so many problems are told', () => {
    const long = 'x'.repeat(5000);
    const reading = readPlan(
      `${head}"${long}":1,"blocks":[${Array.from({ length: 60 }, (_, i) => `{"id":"b${i}","y":1,"z":"\u202e"}`).join()}]}`,
    );
    const problems = reading.ok ? [] : reading.problems;
    expect(problems).toHaveLength(50);
    for (const { path, what } of problems) expect(path.length + what.length).toBeLessThan(400);
  });
});

describe('edits that could not be read again', () => {
  test('too many blocks and doubled ids are refused though each block is good', () => {
    const blocks = (count: number): Plan => ({
      ...blankPlan('metric'),
      blocks: Array.from({ length: count }, (_, i) => ({ id: `b${i}` })),
    });
    expect(refusalOf(blocks(60))).toBeUndefined();
    expect(refusalOf(blocks(61))).toMatchObject({ rule: 'array.max', limit: 60 });
    const twice = blocks(2);
    expect(refusalOf(twice)).toBeUndefined();
    expect(
      refusalOf({ ...twice, blocks: [twice.blocks[0], twice.blocks[1], twice.blocks[0]] }),
    ).toMatchObject({ rule: 'array.unique' });
  });
});

test('a plan of version 8 lays its beds where it laid them: further in only within an outline', () => {
  const outline = [
    [0, 0],
    [0, 20],
    [9, 20],
    [9, 0],
  ];
  const reading = readPlan(
    JSON.stringify({
      ...blankPlan('metric'),
      version: 8,
      blocks: [
        { id: 'open', beds: { count: 2, offsetM: 1 } },
        { id: 'drawn', outline, beds: { offsetM: 1 } },
      ],
    }),
  );
  if (!reading.ok) throw new Error(reading.problems[0].what);
  expect(fillIn(reading.plan).blocks.map((b) => b.beds.offsetM)).toEqual([0, 1]);
  const now = readPlan(
    JSON.stringify({ ...blankPlan('metric'), blocks: [{ id: 'open', beds: { offsetM: 1 } }] }),
  );
  expect(now.ok && fillIn(now.plan).blocks[0].beds.offsetM).toBe(1);
});

test('version 9 said of a backup that it had valves and a preventer: they become parts of the branches', () => {
  const reading = readPlan(
    JSON.stringify({
      format: 'idle-furrow-plan',
      version: 9,
      sources: [
        { id: 'tank', kind: 'tank' },
        { id: 'tap', kind: 'tap' },
        { id: 'spare', kind: 'well' },
      ],
      sourceId: 'tank',
      backup: { sourceId: 'tap', valve: true, backflow: 'double-check', takesOver: true },
      blocks: [{ id: 'b' }],
    }),
  );
  if (!reading.ok) throw new Error('it was not read');
  const { plan } = reading;
  expect(plan.backup).toEqual({ sourceId: 'tap', takesOver: true });
  expect(plan.sources.map((s) => s.branch?.map((p) => p.kind))).toEqual([
    ['ball-1'],
    ['double-check', 'ball-1'],
    undefined,
  ]);
  // What stands in the head is called otherwise, whichever source is drawn on.
  expect(contradictions(fillIn(plan))).toEqual([]);
  expect(contradictions(fillIn({ ...plan, sourceId: 'tap', backup: { sourceId: 'tank' } }))).toEqual([]);
});

test('version 9 kept nothing free in a tunnel, whatever was stated: it still does', () => {
  const tunnel = { widthM: 6, lengthM: 20 };
  const blocks = [{ id: 't', tunnel, beds: { offsetM: 0.5 } }];
  const of = (version: number): number | undefined => {
    const reading = readPlan(JSON.stringify({ ...blankPlan('metric'), version, blocks }));
    return reading.ok ? fillIn(reading.plan).blocks[0].beds.offsetM : undefined;
  };
  expect([of(9), of(10)]).toEqual([0, 0.5]);
});

test('two parts of the head and its branches with one id are refused', () => {
  const branch = [{ id: 'filter', kind: 'screen-1' }];
  const plan = {
    ...blankPlan('metric'),
    sources: [{ id: 's', kind: 'tap' as const, branch }],
    head: [{ id: 'filter', kind: 'screen-1' }],
  };
  expect(contradictions(fillIn(plan)).map((c) => c.path)).toEqual(['sources[0].branch[0].id']);
});
