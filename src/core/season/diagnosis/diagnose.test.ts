import { createNetworkSolver } from '../../hydraulics/network';
import { randomLcg } from 'd3-random';
import { diagnose, placed, type Diagnosis } from './diagnose';
import { FAULT_KINDS, faultsOf, type FaultKind } from './faults';
import { drawTwo, hide } from '../practice/hidden';
import { shownOf, type Library } from './library';
import { likelihoodOf } from './look';
import { nextReadings } from './nextReading';
import { openFarm } from './openFarm';
import { buildLibrary } from './library';
import { demoPlan, libraryOf } from '../season.testing';
import { search } from '../practice/session';
import type { Reading } from './types';
import { runs } from '../../effort.testing';

const numbers = (seed: number) => {
  const random = randomLcg(seed / 1e4 + 0.317);
  for (let i = 0; i < 3; i++) random();
  return random;
};
/** What every gauge, meter, cup and level would show, and the likeliest of each look, without any error. */
function readAll(
  library: Library,
  kind: FaultKind,
  pick = 0,
  share = 0.6,
): { group: string; size: number; readings: Reading[] } {
  const own = library.signatures.filter((s) => s.fault.kind === kind);
  const { fault, sizes, shows } = own[Math.min(pick, own.length - 1)];
  const noticed = sizes.filter((_, i) => shows[i]);
  const size = noticed[Math.round(share * (noticed.length - 1))];
  const shown = shownOf(library.farm, fault, size, createNetworkSolver())!;
  const signature = library.signatures.find((s) => s.fault.id === fault.id)!;
  const readings = library.spots.flatMap((s, i): Reading[] => {
    const set = library.farm.set && { set: library.farm.set.id };
    if (s.kind !== 'look') return [{ spot: s.id, ...set, value: shown.values[i] }];
    const chances = signature.chances.get(i)![sizes.indexOf(size)];
    const seen = [...chances].reduce((a, b) => (b[1] > a[1] ? b : a))[0];
    return [{ spot: s.id, ...set, seen }];
  });
  return { group: fault.group, size, readings };
}
const total = (d: Diagnosis): number => d.atoms.reduce((sum, a) => sum + a.chance, 0);

describe('with everything read and nothing to err by', () => {
  const CASES: [string, FaultKind][] = [
    ['beck-side', 'filter-loaded'],
    ['beck-side', 'valve-part-shut'],
    ['beck-side', 'regulator-open'],
    ['beck-side', 'regulator-low'],
    ['beck-side', 'pipe-squeezed'],
    ['beck-side', 'header-squeezed'],
    ['beck-side', 'pump-worn'],
    ['beck-side', 'leak'],
    ['beck-side', 'open-end'],
    ['beck-side', 'clogged'],
    ['beck-side', 'wrong-tape'],
    ['beck-side', 'gauge-lies'],
    ['house-well', 'well-fallen'],
    ['larch-tunnels', 'tank-low'],
    ['wren-bottom', 'source-weak'],
  ];
  test.each(CASES)('on %s a %s is found at its place and of its size', (name, kind) => {
    const library = libraryOf(name);
    const { group, size, readings } = readAll(library, kind);
    const found = diagnose([library], readings);
    expect(found.suspects[0].group).toBe(group);
    expect(found.suspects[0].chance).toBeGreaterThan(0.8);
    expect(found.nothing).toBeLessThan(0.01);
    if (size !== 1) expect(found.suspects[0].size / size).toBeCloseTo(1, 0);
    expect(total(found)).toBeCloseTo(1, 6);
  });

  test('nothing is wrong where all is as it should be', () => {
    for (const name of ['beck-side', 'larch-tunnels']) {
      const library = libraryOf(name);
      const readings = library.spots.map((s, i): Reading =>
        s.kind === 'look'
          ? { spot: s.id, seen: 'fine' }
          : { spot: s.id, value: library.sound.shown.values[i] },
      );
      const found = diagnose([library], readings);
      expect(found.nothing).toBeGreaterThan(0.9);
    }
  });

  test('where nothing that is known fits, it is said', () => {
    const library = libraryOf('beck-side');
    // Pressures that no fault could bring about: high where water comes from, low between, high again.
    const readings = library.spots
      .filter((s) => s.kind === 'gauge' && !s.fixed)
      .slice(0, 12)
      .map((s, i): Reading => ({
        spot: s.id,
        value: library.sound.shown.values[library.spots.indexOf(s)] * (i % 2 ? 1.6 : 0.5),
      }));
    const found = diagnose([library], readings);
    expect(found.unknown).toBeGreaterThan(0.5);
  });
});

test('every kind of fault is there on some farm, changes something, and is told in words', () => {
  const kinds = new Set<string>();
  for (const name of [
    'beck-side',
    'hollin-bank',
    'larch-tunnels',
    'otter-strip',
    'wren-bottom',
    'house-well',
    'float-plots',
  ])
    for (const f of faultsOf(libraryOf(name).farm)) kinds.add(f.kind);
  const sets = openFarm(
    {
      ...demoPlan('beck-side'),
      watering: {
        ...demoPlan('beck-side').watering,
        sets: [
          { id: 'one', name: 'One', beds: [{ block: 'lower' }] },
          { id: 'two', name: 'Two', beds: [{ block: 'upper' }] },
        ],
      },
    },
    'one',
  );
  for (const f of faultsOf(sets)) kinds.add(f.kind);
  // Nobody of these has a summit without a vent, or a meter.
  const without = FAULT_KINDS.map((k) => k.kind).filter((k) => !kinds.has(k));
  expect(without.sort()).toEqual(['air-locked', 'meter-slips']);
  for (const { words, name, often } of FAULT_KINDS) {
    expect(words.title.length * words.looksLike.length * words.mend.length * name.length).toBeGreaterThan(0);
    expect(often).toBeGreaterThan(0);
  }
});

test('a block that is open beside its set is found by a look at it', () => {
  const plan = demoPlan('beck-side');
  const library = buildLibrary(
    openFarm(
      {
        ...plan,
        watering: {
          ...plan.watering,
          sets: [
            { id: 'one', name: 'One', beds: [{ block: 'lower' }] },
            { id: 'two', name: 'Two', beds: [{ block: 'upper' }] },
          ],
        },
      },
      'one',
    ),
  );
  const { group, readings } = readAll(library, 'extra-open');
  const found = diagnose(
    [library],
    readings.filter((r) => r.spot.startsWith('look/shut') || r.spot.startsWith('fixed')),
  );
  expect(group).toBe('extra-open/block/upper');
  expect(found.suspects[0].group).toBe(group);
});

test('a reading at a place that is not there is refused', () => {
  const library = libraryOf('larch-tunnels');
  expect(() => placed([{ spot: 'gauge/moon', value: 1 }], [library])).toThrow(RangeError);
  expect(() => placed([{ spot: library.spots[0].id, set: 'none', value: 1 }], [library])).toThrow(RangeError);
});

describe('what to read next', () => {
  test('tells the filter from a valve behind it by the gauge between them', () => {
    const library = libraryOf('beck-side');
    const at = (id: string): number => library.spots.findIndex((s) => s.id === id);
    const value = library.sound.shown.values[at('fixed/head/gauge-after')];
    // Behind both it is low, before the filter as it should be.
    const readings: Reading[] = [
      { spot: 'gauge/head/valve', value: value * 0.5 },
      {
        spot: 'fixed/head/gauge-before',
        value: library.sound.shown.values[at('fixed/head/gauge-before')] * 1.05,
      },
    ];
    const found = diagnose([library], readings);
    expect(
      found.suspects
        .slice(0, 2)
        .map((s) => s.fault.kind)
        .sort(),
    ).toEqual(['filter-loaded', 'valve-part-shut']);
    const [next] = nextReadings(library, [library], found.atoms, readings, [0, 0]);
    expect(['fixed/head/gauge-after', 'gauge/head/filter']).toContain(next.spot.id);
    // What was read is not asked for again.
    const all = nextReadings(library, [library], found.atoms, readings, [0, 0]);
    expect(all.some((n) => n.spot.id === 'gauge/head/valve')).toBe(false);
    expect(all.every((n) => n.bits > -1e-9)).toBe(true);
  });

  test('is nothing worth where it is known already what is so', () => {
    const library = libraryOf('larch-tunnels');
    const found = diagnose([library], readAll(library, 'tank-low').readings);
    const next = nextReadings(library, [library], [found.atoms[0]], [], [0, 0]);
    expect(Math.max(...next.map((n) => n.bits))).toBeLessThan(1e-6);
  });
});

test('hidden faults are found by a few readings, chosen one by one; the same seed hides and reads the same', () => {
  let right = 0;
  const CASES = runs(24);
  for (let i = 0; i < CASES; i++) {
    const library = libraryOf(['larch-tunnels', 'wren-bottom', 'house-well'][i % 3]);
    const random = numbers(i);
    const all = library.signatures;
    const signature = all[Math.floor(random() * all.length)];
    const sizes = signature.sizes.filter((_, k) => signature.shows[k]);
    const fault = { fault: signature.fault, size: sizes.at(-1)! };
    const run = () => search(hide(library, [fault], numbers(i + 1000)), 5);
    const first = run();
    if (first.diagnosis.suspects[0].group === signature.fault.group) right++;
    expect(run().steps.map((s) => s.reading)).toEqual(first.steps.map((s) => s.reading));
    expect(first.steps.length).toBeLessThanOrEqual(5);
  }
  expect(right / CASES).toBeGreaterThan(0.75);
});

test('two faults at once are told together where neither explains it alone', () => {
  let both = 0;
  const CASES = runs(8);
  for (let i = 0; i < CASES; i++) {
    const library = libraryOf(['larch-tunnels', 'wren-bottom'][i % 2]);
    const random = numbers(i + 77);
    const two = drawTwo(library, random)!;
    const { diagnosis } = search(hide(library, two, random), 8);
    const top = diagnosis.suspects.slice(0, 3).map((s) => s.group);
    if (two.every((t) => top.includes(t.fault.group))) both++;
  }
  expect(both).toBeGreaterThanOrEqual(CASES / 2);
});

test('a false alarm is as likely as it is said, whatever is seen', () => {
  const chances = new Map([['fine', 0.3] as const, ['water:main/a', 0.7] as const]);
  expect(likelihoodOf('water:main/a', chances)).toBeCloseTo(0.98 * 0.7 + 0.02 / 12, 9);
  expect(likelihoodOf('dry:farm', chances)).toBeCloseTo(0.02 / 12, 9);
});
