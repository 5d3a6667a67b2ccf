import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { HEAD_PARTS } from '../catalog/headParts';
import { createPlanSolver } from '../network';
import {
  blankPlan,
  fillIn,
  PLAN_VERSION,
  readParts,
  readPlan,
  refusalOf,
  writeParts,
  writePlan,
  type Plan,
} from './index';

const problems = (plan: unknown): string => {
  const reading = readPlan(JSON.stringify(plan));
  return reading.ok ? '' : reading.problems.map((p) => `${p.path}: ${p.what}`).join('\n');
};
const blank = blankPlan('metric');
const source = (fields: object): unknown => ({ ...blank, sources: [{ id: 's', ...fields }] });

describe('bad numbers of sources and mains are told at their field', () => {
  const points = (...heads: number[]) => heads.map((headM, i) => ({ flowLph: i * 1000, headM }));
  test.each<[string, unknown, RegExp]>([
    [
      'a pump curve that rises',
      source({ kind: 'well', curve: { points: points(40, 30, 35) } }),
      /sources\[0\]\.curve\.points\[2\]\.headM: a pump’s head does not rise/,
    ],
    [
      'points whose flow does not rise',
      source({
        kind: 'pump',
        curve: {
          points: [
            { flowLph: 900, headM: 30 },
            { flowLph: 900, headM: 20 },
          ],
        },
      }),
      /curve\.points\[1\]\.flowLph: .*above/,
    ],
    [
      'a label that gives more than its power',
      source({ kind: 'well', curve: { method: 'label', powerKw: 0.2, labelLph: 6000, labelM: 60 } }),
      /curve\.powerKw: a pump of this power/,
    ],
    [
      'cut-in above cut-out',
      source({ kind: 'well', vessel: { cutInKpa: 400, cutOutKpa: 300 } }),
      /vessel\.cutInKpa: .*below where it stops/,
    ],
    [
      'air above cut-out',
      source({ kind: 'well', vessel: { prechargeKpa: 400 } }),
      /vessel\.prechargeKpa: .*below the pressure/,
    ],
    [
      'no volume',
      source({ kind: 'well', vessel: { volumeL: 0 } }),
      /vessel\.volumeL: must be greater than 0/,
    ],
    [
      'a drop pipe that hangs dry',
      source({ kind: 'well', pumpingLevelM: 20, drop: { lengthM: 15 } }),
      /drop\.lengthM: .*reach down/,
    ],
    [
      'a suction pipe shorter than its lift',
      source({ kind: 'pump', liftM: 4, suction: { lengthM: 2 } }),
      /suction\.lengthM: .*shorter than the lift/,
    ],
    [
      'a level below the outlet',
      source({ kind: 'tank', outletM: 2, lowM: 1, highM: 3 }),
      /lowM: .*below the outlet/,
    ],
    [
      'a float below the outlet',
      source({ kind: 'tank', outletM: 2, lowM: 2, highM: 3, level: 'held', floatM: 1 }),
      /floatM: .*below the outlet/,
    ],
    [
      'a booster set below what is there without it',
      source({ kind: 'tap', shutKpa: 300, booster: { kind: 'variable', holdKpa: 250 } }),
      /booster\.holdKpa: .*by itself/,
    ],
    ['a tank of no volume', source({ kind: 'tank', volumeL: 0 }), /volumeL: must be greater than 0/],
    [
      'a tee on itself',
      {
        ...blank,
        tees: [
          { id: 'a', main: { from: 'b' } },
          { id: 'b', main: { from: 'a' } },
        ],
      },
      /tees\[0\]\.main\.from: .*does not lead back to the head/,
    ],
    [
      'a block on no tee',
      { ...blank, blocks: [{ id: 'b', main: { from: 'gone' } }] },
      /blocks\[0\]\.main\.from: there is no tee “gone”/,
    ],
    [
      'an unknown part',
      { ...blank, head: [{ id: 'a', kind: 'sieve' }] },
      /head\[0\]\.kind: there is no part “sieve”/,
    ],
    [
      'a part’s flows upside down',
      { ...blank, head: [{ id: 'a', kind: 'meter-3/4', minLph: 9000 }] },
      /head\[0\]\.minLph: .*below its maximum/,
    ],
    [
      'header sizes out of order',
      { ...blank, blocks: [{ id: 'b', header: { steps: [{ fromBed: 5 }, { fromBed: 3 }] } }] },
      /steps\[1\]\.fromBed: .*later bed/,
    ],
    [
      'a backup that is in use',
      { ...blank, backup: { sourceId: 'source-1' } },
      /backup\.sourceId: .*another source/,
    ],
  ])('%s', (_, plan, message) => {
    expect(problems(plan)).toMatch(message);
  });

  test('an edit is refused for the same reasons, block by block', () => {
    expect(refusalOf(blank)).toBeUndefined();
    const bad = { ...blank, blocks: [...blank.blocks, { id: 'b', beds: { count: 0 } }] };
    expect(refusalOf(bad)).toMatchObject({ rule: 'number.min', limit: 1 });
    expect(refusalOf(source({ kind: 'well', vessel: { cutInKpa: 999 } }) as Plan)).toMatchObject({
      rule: 'contradiction',
      path: 'sources[0].vessel.cutInKpa',
      other: 'sources[0].vessel.cutOutKpa',
    });
    expect(refusalOf(source({ kind: 'tank', lowM: 0.2 }) as Plan)).toMatchObject({
      path: 'sources[0].lowM',
      other: 'sources[0].outletM',
    });
  });
});

describe('a plan of the first version', () => {
  const old = (file: string): string => readFileSync(join(__dirname, 'version1', file), 'utf8');

  test('comes up with its parts in order, and every number it stated', () => {
    const reading = readPlan(
      JSON.stringify({
        format: 'idle-furrow-plan',
        version: 1,
        sources: [{ id: 's', kind: 'tank' }],
        head: { backflow: { part: 'none' }, filter: { part: 'disc-1', lossKpa: 9 } },
        blocks: [{ id: 'b', regulator: { part: 'low', setKpa: 55, at: 'source' } }],
      }),
    );
    if (!reading.ok) throw new Error(reading.problems[0].what);
    expect(reading.plan.version).toBe(PLAN_VERSION);
    expect(reading.plan.head).toEqual([
      { id: 'filter', kind: 'disc-1', lossKpa: 9 },
      { id: 'regulator', kind: 'regulator-low', setKpa: 55 },
    ]);
    expect(reading.plan.blocks[0].inlet).toEqual([]);
    expect(readPlan(writePlan(reading.plan))).toEqual(reading);
  });

  test.each([
    ['wren-bottom.json', 2442.997, 65.131],
    ['otter-strip.json', 2224.398, 43.519],
  ])('%s computes as it did', (file, flowLph, weakestKpa) => {
    const reading = readPlan(old(file));
    if (!reading.ok) throw new Error(reading.problems[0].what);
    const r = createPlanSolver().solve(fillIn(reading.plan));
    expect(r.flowLph).toBeCloseTo(flowLph, 2);
    expect(r.runs[r.weakest].minKpa).toBeCloseTo(weakestKpa, 3);
  });
});

describe('a plan of the second version', () => {
  const old = (file: string): string => readFileSync(join(__dirname, 'version2', file), 'utf8');

  test('keeps the lengths of single beds', () => {
    const reading = readPlan(
      JSON.stringify({
        format: 'idle-furrow-plan',
        version: 2,
        sources: [{ id: 's', kind: 'tap' }],
        blocks: [{ id: 'b', beds: { count: 3, lengthsM: { '2': 7.5 } } }, { id: 'c' }],
      }),
    );
    if (!reading.ok) throw new Error(reading.problems[0].what);
    expect(reading.plan.blocks).toEqual([
      { id: 'b', beds: { count: 3, single: { '2': { lengthM: 7.5 } } } },
      { id: 'c' },
    ]);
  });

  test.each([
    ['wren-bottom.json', 2442.997, 65.131],
    ['hollin-bank.json', 5870.497, 74.949],
  ])('%s computes as it did', (file, flowLph, weakestKpa) => {
    const reading = readPlan(old(file));
    if (!reading.ok) throw new Error(reading.problems[0].what);
    const r = createPlanSolver().solve(fillIn(reading.plan));
    expect(r.flowLph).toBeCloseTo(flowLph, 2);
    expect(r.runs[r.weakest].minKpa).toBeCloseTo(weakestKpa, 3);
  });
});

describe('parts of one’s own', () => {
  const own = { ...HEAD_PARTS.find((p) => p.id === 'disc-1')!, id: 'own-1', name: 'barn filter', lossKpa: 8 };

  test('written and read they are the same, and stand in a head under their own name', () => {
    expect(readParts(writeParts([own]))).toEqual({ ok: true, parts: [own] });
    const plan: Plan = { ...blank, parts: [own], head: [{ id: 'a', kind: 'own-1' }] };
    expect(problems(plan)).toBe('');
    expect(fillIn(plan).head[0]).toMatchObject({ name: 'barn filter', lossKpa: 8, role: 'disc' });
  });

  test.each<[string, string, RegExp]>([
    ['not JSON', '{', /not JSON/],
    ['another file', '{"format":"x"}', /not a list of parts/],
    [
      'a part without a loss',
      JSON.stringify({ format: 'idle-furrow-parts', version: 1, parts: [{ ...own, lossKpa: undefined }] }),
      /parts\.0\.lossKpa: is required/,
    ],
  ])('%s is refused', (_, text, why) => {
    const reading = readParts(text);
    expect(!reading.ok && reading.why).toMatch(why);
  });
});

test('what is not changed is filled in as the same object, so that only what is touched is done again', () => {
  const plan: Plan = { ...blank, blocks: [{ id: 'a' }, { id: 'b', xM: 50 }] };
  const first = fillIn(plan);
  const next = fillIn({ ...plan, blocks: [plan.blocks[0], { ...plan.blocks[1], name: 'Top' }] });
  expect(next.blocks[0]).toBe(first.blocks[0]);
  expect(next.blocks[1]).not.toBe(first.blocks[1]);
  expect(next.sources[0]).toBe(first.sources[0]);
});
