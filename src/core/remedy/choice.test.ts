import { HEAD_PARTS } from '../catalog/headParts';
import { judge, regulatorsFor } from '../check';
import { SOUND } from '../check/battery.testing';
import type { Context } from '../check/offers';
import { biggerFilter, widerPart } from '../check/offers/parts';
import { fillIn, type Plan } from '../plan';
import { choose, fit } from './fit';
import { alikeBy } from './fitVariants';
import type { Variant } from './fitTypes';
import { holdsAsPlanned } from './tryOut';

const LIMITS = { keepTape: false, keepHeaders: false, budget: undefined, mostSets: 12 };

const variant = (cost: number, uniformity: number, askedLph: number, changes = 1): Variant =>
  ({ cost, uniformity, askedLph, does: true, changes: Array.from({ length: changes }, () => ({})) }) as never;

describe('of ways that all do', () => {
  it('the cheapest, then the one that changes least, then the more even', () => {
    const list = [
      variant(20, 0.9, 100),
      variant(10, 0.9, 100, 3),
      variant(10, 0.91, 100, 2),
      variant(10, 0.95, 100, 2),
    ];
    expect(choose('cheapest', list)).toBe(list[3]);
    expect(choose('cheapest', list.slice(0, 3))).toBe(list[2]);
    expect(choose('cheapest', list.slice(0, 2))).toBe(list[1]);
    // Alike in all, the first stays.
    expect(choose('cheapest', [list[0], { ...list[0] }])).toBe(list[0]);
  });
  it('the most even by half a hundredth, then the one that changes least, then the cheaper', () => {
    const list = [variant(10, 0.951, 100, 2), variant(30, 0.9495, 100, 1), variant(20, 0.9505, 100, 1)];
    expect(choose('most-even', list)).toBe(list[2]);
    expect(choose('most-even', [...list, variant(99, 0.97, 100, 9)]).cost).toBe(99);
  });
  it('for fewest sets the one that asks for least water, then the cheaper', () => {
    const list = [variant(10, 0.9, 300), variant(30, 0.9, 200), variant(20, 0.9, 200)];
    expect(choose('fewest-sets', list)).toBe(list[2]);
  });
});

test('a finding holds as planned in a set at low water, with clean filters, on the source in use', () => {
  const holds = (...list: object[]) => holdsAsPlanned({ holds: list as never });
  expect(holds({})).toBe(true);
  expect(holds({ set: ['a'] })).toBe(true);
  for (const aside of ['high', 'dirty', 'backup']) {
    expect(holds({ [aside]: true })).toBe(false);
    expect(holds({ [aside]: true }, {})).toBe(true);
  }
  expect(holds({ high: true, dirty: true, backup: true })).toBe(false);
  expect(holds()).toBe(false);
});

describe('blocks alike', () => {
  const two = (more: Partial<Plan>, other: object = {}) =>
    fillIn({
      ...SOUND,
      blocks: [SOUND.blocks[0], { ...SOUND.blocks[0], id: 'other', name: 'Other', xM: 90, ...other }],
      ...more,
    } as Plan);
  const alike = (full: ReturnType<typeof two>) =>
    alikeBy(full, full.blocks[0]) === alikeBy(full, full.blocks[1]);
  it('are so wherever they lie on level ground, not on ground that was measured', () => {
    expect(alike(two({}))).toBe(true);
    expect(alike(two({}, { tunnel: {} }))).toBe(false);
    expect(alike(two({ ground: { heights: [{ xM: 0, yM: 0, zM: 1 }] } }))).toBe(false);
  });
  it('are tried once for all', () => {
    const solves = (other: object): number =>
      fit(
        { ...SOUND, blocks: [SOUND.blocks[0], { ...SOUND.blocks[0], id: 'other', xM: 90, ...other }] },
        LIMITS,
      ).solves;
    expect(solves({})).toBeLessThan(solves({ beds: { ...SOUND.blocks[0].beds, count: 7 } }));
  });
});

describe('parts that are offered', () => {
  const judged = judge(SOUND);
  const { plan, results } = judged.worst;
  const of = (id: string, as = id) => ({ ...HEAD_PARTS.find((p) => p.id === id)!, id: as, kind: id });
  const context = (head: object[], finding: object, flowLph = 1200, water?: string[]): Context =>
    ({
      plan: { ...plan, head },
      whole: plan,
      finding: { also: [], place: { kind: 'block', block: 99 }, ...finding },
      results: {
        ...results,
        flowLph,
        layout: {
          ...results.layout,
          source: { ...results.layout.source, water: water ?? results.layout.source.water },
        },
      },
    }) as never;
  const swapped = (c: Context): string[] =>
    widerPart(c).flatMap((offer) => offer.flatMap((way) => way.map((x) => (x as { id: string }).id)));
  // At 1,200 L/h a hose vacuum breaker and a small screen both eat more than 2 kPa.
  const losers = HEAD_PARTS.filter((p) => p.role === 'screen' || p.role === 'disc').sort(
    (a, b) => a.maxLph - b.maxLph,
  );
  const [small] = losers;

  it('instead of the one that eats most, or of the one named where it is named for eating', () => {
    const flow = small.maxLph;
    const head = [of(small.id, 'mild'), { ...of(small.id, 'greedy'), lossKpa: small.lossKpa * 3 }];
    const named = { code: 'part-eats', place: { kind: 'part', place: 'head', id: 'mild' } };
    expect(new Set(swapped(context(head, {}, flow)))).toEqual(new Set(['greedy']));
    expect(new Set(swapped(context(head, named, flow)))).toEqual(new Set(['mild']));
    // Named for something else, the greediest is meant.
    expect(new Set(swapped(context(head, { ...named, code: 'other' }, flow)))).toEqual(new Set(['greedy']));
    // A regulator eats by its work.
    expect(swapped(context([{ ...of('regulator-low', 'r'), lossKpa: 500 }], {}, flow))).toEqual([]);
  });

  it('a filter that is bigger holds more dirt before it eats as much', () => {
    const found = biggerFilter(context([of(small.id, 'f')], {})).flatMap((o) =>
      o.flatMap((w) => w.map((x) => (x as { part: string }).part)),
    );
    const holds = (p: { atLph: number; dirtyKpa: number }) => p.atLph / Math.sqrt(p.dirtyKpa);
    expect(found.length).toBeGreaterThan(0);
    expect(found).not.toContain(small.id);
    for (const id of found) expect(holds(of(id))).toBeGreaterThan(holds(of(small.id)) * 1.05);
  });

  it('regulators once each, those with room about the flow first', () => {
    for (const lph of [200, 600, 1500, 4000]) {
      const list = regulatorsFor(lph);
      expect(new Set(list.map((p) => p.id)).size).toBe(list.length);
      const roomy = list.map((p) => p.minLph <= lph * 0.6 && lph * 1.5 <= p.maxLph);
      expect(roomy).toEqual([...roomy].sort((a, b) => Number(b) - Number(a)));
    }
  });
});
