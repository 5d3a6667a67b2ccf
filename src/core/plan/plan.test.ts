import {
  blankPlan,
  contradictions,
  fillIn,
  migrate,
  readPlan,
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
      /obstacles\[0\]\.points: a lane takes 2 places/,
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
