import { fillIn, type Plan } from '../plan';
import { beds, block, regulated, SOUND, TAP, type Source } from './batteryBase.testing';
import type { Found } from './finding';
import { kindOfCode } from './kindOf';
import { figuresOf } from './figures';
import { assemblies } from './facts/parts';
import { judge, offersFor, type FindingCode } from './index';
import type { FindingKind } from './kind';

const of = (plan: Plan, code: FindingCode) => judge(plan).each.find((f) => f.code === code);

test('beds that climb are counted run by run; compensating drippers do not mind', () => {
  // Eight beds of two runs, each rising by 2.5 in a hundred where 2 hardly matter.
  const climbing = { ground: { slopeAlong: 0.025 }, inlet: regulated(83) };
  expect(of(block(climbing), 'runs-uphill')).toMatchObject({
    measured: expect.closeTo(0.025, 6),
    says: { runs: 16, ofRuns: 16 },
  });
  expect(of(block({ ...climbing, tape: { kind: 'compensating' } }), 'runs-uphill')).toBeUndefined();
});

test('of too many runs as many are wished as their strips overlap by, and a run back and forth counts twice', () => {
  // Strips of 0.3 m on loam may cover a bed of 0.75 m 1.75 times: 4.4 of them, or 2.2 there and back.
  const wished = (runsPerBed: number, passes: number) =>
    of(beds({ count: 3, runsPerBed, passes }), 'runs-many');
  expect(wished(5, 1)).toMatchObject({ measured: 2, says: { wantRuns: 4 } });
  expect(wished(3, 2)).toMatchObject({ measured: expect.closeTo(2.4, 6), says: { runs: 6, wantRuns: 2 } });
  expect(wished(4, 1)).toBeUndefined();
});

test('beds of a set that are gone are named with their block, or that it is gone too', () => {
  const names = (id: string) =>
    of(
      { ...SOUND, watering: { sets: [{ id: 'set-1', beds: [{ block: id, keys: ['99'] }] }] } },
      'set-beds-gone',
    )?.says;
  expect(names('b')).toMatchObject({ block: 'Block 1', beds: '99' });
  expect(names('other')).toMatchObject({ block: 'a block that is gone' });
});

test('a finding rests on a typical label until something of it is read', () => {
  const label = (tape?: object) => {
    const stated = block(tape ? { tape } : {});
    return figuresOf(
      { restsOn: ['label'] } as unknown as FindingKind,
      { kind: 'block', block: 0 },
      stated,
      fillIn(stated),
    );
  };
  expect(label()).toEqual(['the label of a typical tape']);
  expect(label({ kind: 'porous', lies: 'surface' })).toEqual(['the label of a typical material']);
  expect(label({ kind: 'porous', cv: 0.1 })).toEqual([]);
});

test('on a slope a puddle may reach half as far as on level ground', () => {
  const limit = (slopeAlong: number, slopeAcross: number) =>
    of(
      block({
        ground: { slopeAlong, slopeAcross, soil: 'clay' },
        inlet: regulated(110),
        tape: { kind: 'compensating', flowLph: 3.5 },
      }),
      'puddles',
    )?.limit;
  const level = limit(0, 0)!;
  expect(limit(0.08, 0)).toBeCloseTo(level / 2, 9);
  expect(limit(0, -0.08)).toBeCloseTo(level / 2, 9);
  expect(limit(0.001, 0)).toBe(level);
});

test('what is uneven as made may be taken as it is: its best with 5 % of room, in whole percents', () => {
  const uneven = block({ tape: { kind: 'porous', cv: 0.1 } });
  const judged = judge(uneven);
  const finding = judged.each.find((f) => f.code === 'material-uneven')!;
  // 1 − 1.27 · 0.1
  expect(finding.measured).toBeCloseTo(0.873, 6);
  const { plan, results } = judged.worst;
  const wishes = offersFor({ finding, plan, results, whole: judged.plan })
    .flat(2)
    .flatMap((c) => (c.kind === 'wish' ? [c.uniformity] : []));
  expect(wishes).toEqual([0.82]);
});

test('pressure before the head is the first part’s, or where there is none what the source gives', () => {
  const { worst } = judge(SOUND);
  const [head] = assemblies(worst.results);
  expect(head).toMatchObject({ place: 'head', startKpa: worst.results.head[0].beforeKpa });
  const bare = judge({ ...SOUND, head: [] }).worst.results;
  expect(assemblies(bare)[0].startKpa).toBe(bare.solution.supply.pressureKpa);
});

test('a header that lies under its feed stands at what it falls by more', () => {
  // Twelve metres of beds, falling by 3 in 10 across: the far end lies about 3.5 m under the feed.
  const plan: Plan = {
    ...block({ ground: { slopeAcross: -0.3 }, header: { pipe: 'layflat-2' }, inlet: [] }),
    sources: [{ ...TAP, shutKpa: 900, flowingKpa: 700 } as Source],
  };
  const found = judge(plan).each.find((f) => f.code === 'over-rated' && f.place.kind === 'header')!;
  const { blocks } = judge(plan).worst.results;
  const fallM = -Math.min(...blocks[0].built.takeOffRiseM);
  expect(fallM).toBeGreaterThan(2);
  expect(found.measured).toBeCloseTo(blocks[0].rest.feedKpa + fallM * 9.789, 1);
});

test('what a part takes beyond the bearable brings about only what misses by no more, and only behind it', () => {
  const { brings } = kindOfCode('part-eats');
  const state = judge(SOUND).worst;
  const cause = (place: string): Found => ({
    grade: 'mend',
    place: { kind: 'part', place, id: 'p' },
    measured: 50,
    limit: 20,
    kind: 'pressure',
    says: {},
  });
  const weak = (measured: number): Found => ({
    ...cause('head'),
    place: { kind: 'run', runIndex: 0, block: 0, bed: '1' },
    measured,
    limit: 41,
  });
  const told = (of: Found, by: Found): boolean => brings!['emitter-under']!(of, by, state);
  // It takes 30 too much: 29 short would not be without it, 31 short would.
  expect([told(weak(12), cause('head')), told(weak(10), cause('head'))]).toEqual([true, false]);
  expect([told(weak(12), cause('b')), told(weak(12), cause('c'))]).toEqual([true, false]);
});
