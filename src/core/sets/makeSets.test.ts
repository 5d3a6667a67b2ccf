import fc from 'fast-check';
import { createPlanSolver } from '../network';
import { withOpen, type FullPlan, type Plan, type StatedBlock, type WaterSet } from '../plan';
import { makeSets } from './makeSets';
import { loadOf } from './parts';
import { gardenPlan } from './sets.testing';

/** Every bed that the sets name, and how often. */
function named(plan: FullPlan, sets: readonly WaterSet[]): Map<string, number> {
  const count = new Map<string, number>();
  for (const set of sets)
    for (const { block, keys } of set.beds) {
      const b = plan.blocks.find((x) => x.id === block)!;
      const all = keys ?? Array.from({ length: b.beds.count }, (_, i) => String(i + 1));
      for (const key of all) count.set(`${block}/${key}`, (count.get(`${block}/${key}`) ?? 0) + 1);
    }
  return count;
}
const loads = (plan: FullPlan, sets: readonly WaterSet[]): number[] => {
  const solver = createPlanSolver();
  return sets.map((set) => loadOf(solver.solve(withOpen(plan, set)), plan.wishes.uniformity).load);
};
const blocksOf = (n: number, beds: number, more: object = {}): Plan['blocks'] =>
  Array.from({ length: n }, (_, i) => ({ id: `b${i}`, beds: { count: beds, lengthM: 25 }, ...more }));

describe('sets made automatically', () => {
  it('are one where the source gives enough for all', () => {
    const plan = gardenPlan({ tapLph: 20000, blocks: blocksOf(2, 6) });
    const { sets, tooMuch } = makeSets(plan);
    expect(sets).toHaveLength(1);
    expect(tooMuch).toEqual([]);
    expect(named(plan, sets).size).toBe(12);
  });

  it('are the fewest, of even flow, every bed in just one, and never over supply', () => {
    const plan = gardenPlan({ tapLph: 1800, blocks: blocksOf(3, 10) });
    const { sets } = makeSets(plan);
    const counts = named(plan, sets);
    expect(counts.size).toBe(30);
    expect([...counts.values()].every((n) => n === 1)).toBe(true);
    const load = loads(plan, sets);
    expect(Math.max(...load)).toBeLessThanOrEqual(1 + 1e-6);
    // With one set fewer the same beds would ask for more than there is.
    expect(load.reduce((a, b) => a + b, 0)).toBeGreaterThan(sets.length - 1);
    expect(Math.min(...load) / Math.max(...load)).toBeGreaterThan(0.75);
  });

  describe('under a tank', () => {
    const TANK: Plan['sources'][number] = { id: 's', kind: 'tank', outletM: 0.6, lowM: 0.8, highM: 1.6 };
    const under = (more: object = {}, blocks: Plan['blocks'] = blocksOf(1, 6)) =>
      makeSets(
        gardenPlan({
          blocks,
          sources: [{ ...TANK, ...more }],
        } as never),
      );

    it('are one where all beds drip evenly, whatever the label says', () => {
      const { sets, tooMuch } = under();
      expect(sets).toHaveLength(1);
      expect(tooMuch).toEqual([]);
    });

    it('are as many as evenness asks where a thin header makes it uneven', () => {
      const thin = { header: { pipe: 'pe-16' }, beds: { count: 12, lengthM: 25, runsPerBed: 2 } };
      const { sets, tooMuch } = under({}, [{ id: 'b0', ...thin }]);
      expect(sets.length).toBeGreaterThan(1);
      expect(sets.length).toBeLessThan(12);
      expect(tooMuch).toEqual([]);
      // Each of them is as even as wished.
      const plan = gardenPlan({ blocks: [{ id: 'b0', ...thin }], sources: [TANK] });
      const solver = createPlanSolver();
      for (const set of sets)
        expect(solver.solve(withOpen(plan, set)).uniformity).toBeGreaterThanOrEqual(0.9 - 1e-6);
    });

    it('are two as soon as one would be less even than wished', () => {
      const thin = (count: number): Plan['blocks'] => [
        { id: 'b0', header: { pipe: 'pe-16' }, beds: { count, lengthM: 25, runsPerBed: 2 } },
      ];
      // Nine of these beds at once come to 0.894, eight to 0.912.
      expect(under({}, thin(8)).sets).toHaveLength(1);
      expect(under({}, thin(9)).sets).toHaveLength(2);
    });

    it('a set is out of reach where nothing drips, or emitters shut under their own least pressure', () => {
      const loadWith = (more: object): number => {
        const plan = gardenPlan({ blocks: blocksOf(1, 6, more), sources: [TANK] });
        return loadOf(createPlanSolver().solve(plan), 0.9).load;
      };
      expect(loadWith({})).toBeLessThan(1);
      expect(loadWith({ heightM: 3 })).toBe(Infinity);
      expect(loadWith({ tape: { kind: 'compensating' } })).toBe(Infinity);
    });

    it('are not parted where beds get nothing even alone', () => {
      expect(under({}, blocksOf(1, 6, { heightM: 3 })).sets).toHaveLength(1);
      const shut = under({}, blocksOf(1, 6, { tape: { kind: 'compensating' } }));
      expect(shut.sets).toHaveLength(1);
      expect(shut.tooMuch).toEqual([]);
    });

    it('are not parted for a slope, which fewer beds at once do not mend', () => {
      expect(under({}, blocksOf(1, 6, { ground: { slopeAlong: 0.03 } })).sets).toHaveLength(1);
    });
  });

  it('that are added to others take names and ids that are free', () => {
    const plan = gardenPlan({ tapLph: 20000, blocks: blocksOf(1, 6) });
    const sets = [
      { id: 'set-2', name: 'Set 1', beds: [{ block: 'b0', keys: ['1', '2'] }] },
      { id: 'x', name: 'Set 3', beds: [{ block: 'b0', keys: ['3'] }] },
    ];
    const tight = gardenPlan({ tapLph: 700, blocks: blocksOf(1, 6), watering: { sets } as never });
    const { sets: made } = makeSets({ ...plan, ...tight });
    expect(made.slice(0, 2).map((s) => s.name)).toEqual(['Set 1', 'Set 3']);
    expect(made.length).toBeGreaterThan(2);
    expect(new Set(made.map((s) => s.name)).size).toBe(made.length);
    expect(new Set(made.map((s) => s.id)).size).toBe(made.length);
    expect(made[2].name).toBe('Set 2');
    expect(made[2].id).toBe('set-3');
  });

  it('keep neighbours together: beds of a set follow each other', () => {
    const plan = gardenPlan({ tapLph: 1500, blocks: blocksOf(1, 24) });
    for (const set of makeSets(plan).sets)
      for (const { keys } of set.beds) {
        const numbers = keys!.map(Number);
        expect(Math.max(...numbers) - Math.min(...numbers)).toBe(numbers.length - 1);
      }
  });

  it('open a block behind one valve as a whole, and leave blocks out of use and resting beds alone', () => {
    const plan = gardenPlan({
      tapLph: 2500,
      blocks: [
        ...blocksOf(3, 8, { valves: 'block' }),
        { id: 'fallow', inUse: false },
        { id: 'rests', beds: { count: 4, single: { 2: { resting: true } } } },
      ],
    });
    const { sets } = makeSets(plan);
    const groups = sets.flatMap((s) => s.beds);
    expect(groups.filter((g) => /^b\d/.test(g.block)).every((g) => g.keys === undefined)).toBe(true);
    expect(groups.some((g) => g.block === 'fallow')).toBe(false);
    expect(groups.filter((g) => g.block === 'rests').flatMap((g) => g.keys)).toEqual(['1', '3', '4']);
  });

  it('keep unlike materials and needs apart where wished, and mix them where not', () => {
    const blocks: Plan['blocks'] = [
      { id: 'a', beds: { count: 3, crop: 'tomatoes' } },
      { id: 'b', beds: { count: 3, crop: 'tomatoes' }, tape: { kind: 'dripline' } },
    ];
    const apart = makeSets(gardenPlan({ tapLph: 9000, blocks })).sets;
    expect(apart).toHaveLength(2);
    expect(apart.every((s) => s.beds.length === 1)).toBe(true);
    expect(makeSets(gardenPlan({ tapLph: 9000, blocks, watering: { apart: false } })).sets).toHaveLength(1);
  });

  it('that are kept hold what they can, and the rest makes sets of its own: apart by what is laid, or mixed', () => {
    const of = (id: string, count: number, tape?: StatedBlock['tape']) => ({
      id,
      beds: { count, lengthM: 20, crop: 'tomatoes' },
      ...(tape && { tape }),
    });
    const blocks: Plan['blocks'] = [of('a', 6), of('b', 2), of('c', 2, { kind: 'dripline', spacingM: 1 })];
    const sets = [{ id: 'first', beds: [{ block: 'a' }] }];
    const made = (apart: boolean, list = blocks, tapLph = 1200): string[] =>
      makeSets(gardenPlan({ tapLph, blocks: list, watering: { apart, sets } })).sets.map((s) =>
        s.beds.map((g) => g.block).join('+'),
      );
    // The tap carries five beds at once: the sixth goes with the new block of its kind, the dripline by itself.
    expect(made(true)).toEqual(['a', 'a+b', 'c']);
    expect(made(false)).toHaveLength(2);
    expect(made(false)[1].split('+').sort()).toEqual(['a', 'b', 'c']);
    // Where all fits in the set that is there, no further one is made.
    expect(made(false, blocks.slice(0, 1), 2600)).toEqual(['a']);
  });

  it('say which bed asks too much even alone', () => {
    const plan = gardenPlan({ tapLph: 60, blocks: blocksOf(1, 3) });
    const { sets, tooMuch } = makeSets(plan);
    expect(sets).toHaveLength(3);
    expect(tooMuch).toHaveLength(3);
    expect(tooMuch[0].asksLph).toBeGreaterThan(tooMuch[0].givesLph);
  });

  it('make nothing of a plan without beds', () => {
    expect(makeSets(gardenPlan({ blocks: [{ id: 'b', inUse: false }] })).sets).toEqual([]);
  });

  it('never ask for more than there is, whatever the farm', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 600, max: 6000 }),
        fc.constantFrom('block', 'beds'),
        (n, beds, tapLph, valves) => {
          const plan = gardenPlan({ tapLph, blocks: blocksOf(n, beds, { valves }) });
          const { sets, tooMuch } = makeSets(plan);
          expect(named(plan, sets).size).toBe(n * beds);
          if (tooMuch.length === 0) expect(Math.max(...loads(plan, sets))).toBeLessThanOrEqual(1 + 1e-6);
        },
      ),
      { numRuns: 15, endOnFailure: true },
    );
  });
});

describe('sets made again after an edit', () => {
  const before = gardenPlan({ tapLph: 1800, blocks: blocksOf(2, 12) });
  const sets = makeSets(before).sets;

  it('are the same objects where nothing changed', () => {
    const plan = { ...before, watering: { ...before.watering, sets } };
    const again = makeSets(plan).sets;
    expect(again).toHaveLength(sets.length);
    again.forEach((s, i) => expect(s).toBe(sets[i]));
  });

  it('take in a new bed and touch no set but the one it goes to', () => {
    const grown = gardenPlan({
      tapLph: 1800,
      blocks: [blocksOf(1, 13)[0], { ...blocksOf(1, 12)[0], id: 'b1' }],
    });
    const again = makeSets({ ...grown, watering: { ...grown.watering, sets } }).sets;
    expect(named(grown, again).size).toBe(25);
    const changed = again.filter((s) => !sets.includes(s));
    expect(changed).toHaveLength(1);
    expect(Math.max(...loads(grown, again))).toBeLessThanOrEqual(1 + 1e-6);
  });

  it('put a new bed into the nearest set that has room for it, not only into the first', () => {
    const far = { id: 'far', xM: 200, beds: { count: 4, lengthM: 25 } };
    const plan = gardenPlan({ tapLph: 3000, blocks: [{ id: 'near', beds: { count: 4, lengthM: 25 } }, far] });
    const two = [
      { id: 'n', name: 'N', beds: [{ block: 'near' }] },
      { id: 'f', name: 'F', beds: [{ block: 'far', keys: ['1', '2', '3'] }] },
    ];
    const again = makeSets({ ...plan, watering: { ...plan.watering, sets: two } }).sets;
    expect(again[0]).toBe(two[0]);
    expect(again[1].beds).toEqual([{ block: 'far', keys: ['1', '2', '3', '4'] }]);
    expect(again).toHaveLength(2);
  });

  it('drop beds that are gone, and give up what is too much when the source falls', () => {
    const less = gardenPlan({ tapLph: 1800, blocks: [blocksOf(1, 5)[0]] });
    const dropped = makeSets({ ...less, watering: { ...less.watering, sets } }).sets;
    expect(named(less, dropped).size).toBe(5);
    const weak = gardenPlan({ tapLph: 1200, blocks: blocksOf(2, 12) });
    const again = makeSets({ ...weak, watering: { ...weak.watering, sets } }).sets;
    expect(again.length).toBeGreaterThan(sets.length);
    expect(again.slice(0, sets.length).map((s) => s.id)).toEqual(sets.map((s) => s.id));
    expect(named(weak, again).size).toBe(24);
    expect(Math.max(...loads(weak, again))).toBeLessThanOrEqual(1 + 1e-6);
  });
});
