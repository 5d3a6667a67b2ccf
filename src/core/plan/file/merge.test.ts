import fc from 'fast-check';
import { blankPlan, clashPlace, fillIn, mergePlans, withValue, type Plan } from '..';

const start: Plan = {
  ...blankPlan('metric'),
  name: 'Farm',
  blocks: [
    { id: 'a', name: 'Low field', beds: { count: 4, lengthM: 20 } },
    { id: 'b', name: 'High field', beds: { count: 6, lengthM: 30 } },
  ],
};
const change = (fields: Partial<Plan>): Plan => ({ ...start, ...fields });
const [a, b] = start.blocks;

describe('two plans that were changed apart', () => {
  it('take what only one side changed, from either', () => {
    const mine = change({ name: 'Our farm', blocks: [{ ...a, beds: { ...a.beds, count: 5 } }, b] });
    const theirs = change({ place: 'Hill', blocks: [{ ...a, beds: { ...a.beds, lengthM: 25 } }, b] });
    const { plan, taken, clashes } = mergePlans(start, mine, theirs);
    expect(clashes).toEqual([]);
    expect(taken).toBe(2);
    expect(plan).toEqual({
      ...start,
      name: 'Our farm',
      place: 'Hill',
      blocks: [{ ...a, beds: { count: 5, lengthM: 25 } }, b],
    });
  });

  it('ask where both changed the same value, and not alike', () => {
    const mine = change({ blocks: [a, { ...b, beds: { count: 6, lengthM: 31 } }] });
    const theirs = change({ blocks: [a, { ...b, name: 'Top', beds: { count: 6, lengthM: 32 } }] });
    const { plan, clashes } = mergePlans(start, mine, theirs);
    expect(clashes).toEqual([{ path: ['blocks', '#b', 'beds', 'lengthM'], mine: 31, theirs: 32 }]);
    expect(clashPlace(clashes[0].path, fillIn(start))).toBe('High field, beds, length');
    expect(plan.blocks[1]).toMatchObject({ name: 'Top', beds: { lengthM: 31 } });
    expect(withValue(plan, clashes[0].path, 32).blocks[1].beds?.lengthM).toBe(32);
    // The same change on both sides is none.
    expect(mergePlans(start, theirs, theirs)).toEqual({ plan: theirs, taken: 0, clashes: [] });
  });

  it('add, drop and move entries of lists by their id', () => {
    const c = { id: 'c', name: 'New', beds: { count: 1 } };
    const d = { id: 'd', name: 'Newer', beds: { count: 2 } };
    const ids = (p: Plan) => p.blocks.map((x) => x.id);
    expect(ids(mergePlans(start, change({ blocks: [a, c, b] }), change({ blocks: [a, b, d] })).plan)).toEqual(
      ['a', 'c', 'b', 'd'],
    );
    expect(ids(mergePlans(start, change({ blocks: [b] }), start).plan)).toEqual(['b']);
    expect(ids(mergePlans(start, start, change({ blocks: [b] })).plan)).toEqual(['b']);
    expect(ids(mergePlans(start, start, change({ blocks: [b, a] })).plan)).toEqual(['b', 'a']);
    expect(ids(mergePlans(start, change({ blocks: [b, a] }), start).plan)).toEqual(['b', 'a']);
    // One side threw away what the other changed: that is asked.
    const { clashes } = mergePlans(
      start,
      change({ blocks: [a] }),
      change({ blocks: [a, { ...b, name: 'Top' }] }),
    );
    expect(clashes).toEqual([{ path: ['blocks', '#b'], mine: undefined, theirs: { ...b, name: 'Top' } }]);
    expect(ids(withValue(change({ blocks: [a] }), ['blocks', '#b'], b))).toEqual(['a', 'b']);
    expect(ids(withValue(start, ['blocks', '#b'], undefined))).toEqual(['a']);
  });

  it('without knowing what they began from keep what only one has, and ask for the rest', () => {
    const mine = change({ name: 'One' });
    const theirs = change({ name: 'Two', place: 'Hill' });
    const { plan, taken, clashes } = mergePlans(undefined, mine, theirs);
    expect(plan).toMatchObject({ name: 'One', place: 'Hill' });
    expect(taken).toBe(1);
    expect(clashes).toEqual([{ path: ['name'], mine: 'One', theirs: 'Two' }]);
  });

  it('take a source of another kind as a whole, and never ask in which units a plan is read', () => {
    const tap = { id: 's', kind: 'tap', shutKpa: 300 } as const;
    const tank = { id: 's', kind: 'tank', highM: 2 } as const;
    const base = change({ sources: [tap] });
    const { clashes } = mergePlans(
      base,
      { ...base, units: 'us', sources: [{ ...tap, shutKpa: 350 }] },
      { ...base, units: 'metric', sources: [tank] },
    );
    expect(clashes).toEqual([{ path: ['sources', '#s'], mine: { ...tap, shutKpa: 350 }, theirs: tank }]);
  });

  it('come to the same whichever way round, where nothing is asked', () => {
    const block = (side: string) =>
      fc.record({
        id: fc.constantFrom('a', 'b', `${side}1`, `${side}2`),
        count: fc.integer({ min: 1, max: 9 }),
      });
    const sideOf = (side: string) =>
      fc.uniqueArray(block(side), { selector: (x) => x.id, maxLength: 4 }).map((list): Plan => ({
        ...start,
        blocks: list.map(({ id, count }) => ({ id, name: id, beds: { count } })),
      }));
    fc.assert(
      fc.property(sideOf('m'), sideOf('t'), (mine, theirs) => {
        const sorted = (p: Plan) => [...p.blocks].sort((x, y) => (x.id < y.id ? -1 : 1));
        const one = mergePlans(start, mine, theirs);
        const two = mergePlans(start, theirs, mine);
        expect(one.clashes.length).toBe(two.clashes.length);
        if (one.clashes.length === 0) expect(sorted(one.plan)).toEqual(sorted(two.plan));
        // Taken in a second time nothing new comes.
        expect(mergePlans(theirs, one.plan, theirs)).toEqual({ plan: one.plan, taken: 0, clashes: [] });
      }),
    );
  });
});
