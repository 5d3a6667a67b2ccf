import { HEAD_PARTS, REGULATOR_SETS_KPA, type Role } from '../catalog/headParts';
import { waterKind } from '../catalog/water';
import { judge, regulatorsFor } from '../check';
import { SOUND } from '../check/battery.testing';
import { filtersFor, preventer } from '../check/offers/parts';
import { fewerAtOnce, ownRegulator } from '../check/offers/laying';
import { gardenPlan } from '../sets/sets.testing';
import type { Context } from '../check/offers';
import type { Fit } from './fitTypes';
import { named } from './fit';

const judged = judge(SOUND);
const { plan, results } = judged.worst;
const finding = { place: { kind: 'block', block: 0 }, also: [] } as never;
const context = (more: Partial<Context> & { flowLph?: number; water?: string[] } = {}): Context => ({
  finding,
  plan,
  whole: plan,
  ...more,
  results: {
    ...results,
    flowLph: more.flowLph ?? results.flowLph,
    layout: {
      ...results.layout,
      source: { ...results.layout.source, water: more.water ?? results.layout.source.water } as never,
    },
  },
});
const partOf = (id: string) => HEAD_PARTS.find((p) => p.id === id)!;
const parts = (offers: ReturnType<typeof preventer>): string[] =>
  offers.map((o) => (o[0][0] as { part: string }).part);

test('backflow preventers are offered in the size for the flow, to twice its label, and only the surest where feed is given', () => {
  const at = (flowLph: number): string[] => parts(preventer(context({ flowLph })));
  expect(at(10)).toEqual(['double-check', 'vacuum-breaker', 'reduced-pressure']);
  // Labels: the hose breaker 1,500 L/h, the others 3,600 in 1 in, 8,000 in 1½ in, 14,000 in 2 in.
  expect(at(3000)).toEqual(['double-check', 'vacuum-breaker', 'reduced-pressure']);
  expect(at(3001)).toEqual(['double-check', 'reduced-pressure']);
  expect(at(3601)).toEqual(['double-check-1-1/2', 'reduced-pressure-1-1/2']);
  expect(at(28_000)).toEqual(['double-check-2', 'reduced-pressure-2']);
  expect(at(28_001)).toEqual([]);
  // In the least size for the flow first, then in those that lose less.
  const [sizes] = preventer(context({ flowLph: 3601 }));
  expect(sizes.map(([c]) => (c as { part: string }).part)).toEqual(['double-check-1-1/2', 'double-check-2']);
  const feeding = { ...plan, wishes: { ...plan.wishes, feeding: true } };
  expect(parts(preventer(context({ plan: feeding, flowLph: 10 })))).toEqual(['reduced-pressure']);
});

test('a preventer goes behind the valves that shut the water off, before all else', () => {
  const head = (...roles: string[]) => ({
    ...plan,
    head: roles.map((role, i) => ({ id: `h${i}`, role })) as never,
  });
  const at = (...roles: string[]): number =>
    (preventer(context({ plan: head(...roles), flowLph: 10 }))[0][0][0] as { at: number }).at;
  expect(at('screen', 'ball-valve')).toBe(0);
  expect(at('ball-valve', 'screen')).toBe(1);
  expect(at('gate-valve', 'ball-valve', 'gauge', 'gate-valve')).toBe(2);
  expect(at('gate-valve')).toBe(1);
  expect(at()).toBe(0);
});

test('fewer at once is offered up to sixteen sets: more nobody turns by hand', () => {
  // A tap for one bed at a time: as many sets as beds.
  const beds = (count: number) => {
    const block = { id: 'b', beds: { count, lengthM: 50, runsPerBed: 1 } };
    const one = gardenPlan({ tapLph: 9000, blocks: [{ ...block, beds: { ...block.beds, count: 1 } }] });
    const lph = judge(one).worst.results.flowLph;
    return gardenPlan({ tapLph: 1.5 * lph, blocks: [block] });
  };
  const most = (count: number): number => {
    const whole = beds(count);
    const ways = fewerAtOnce({ ...context(), whole, plan: whole })[0];
    return Math.max(0, ...ways.map(([c]) => (c as { sets: unknown[] }).sets.length));
  };
  expect(most(16)).toBe(16);
  expect(most(17)).toBe(0);
});

test('filters suit all that is in the water, are as fine as the finest asks, and pass the flow', () => {
  const water = ['sandy', 'silty'];
  const kinds = water.map((w) => waterKind(w as never));
  const found = filtersFor(context({ water, flowLph: 1000 })).map((f) => partOf(f.id));
  expect(found.length).toBeGreaterThan(0);
  for (const p of found) {
    expect(kinds.every((k) => k.filters.includes(p.role as Role))).toBe(true);
    expect(p.mesh).toBeGreaterThanOrEqual(Math.max(...kinds.map((k) => k.mesh)));
    expect(p.maxLph).toBeGreaterThanOrEqual(1000);
  }
  // Silt blinds a screen, though it would do for sand alone.
  expect(found.some((p) => p.role === 'screen')).toBe(false);
  expect(
    filtersFor(context({ water: ['sandy'], flowLph: 1000 })).some((f) => partOf(f.id).role === 'screen'),
  ).toBe(true);
});

test('a block’s own regulator is set as high as its tape lets it first, above the least that it needs', () => {
  const [low, , , high] = [...REGULATOR_SETS_KPA].sort((a, b) => a - b);
  const bare = {
    ...plan,
    blocks: plan.blocks.map((b) => ({ ...b, inlet: [], tape: { ...b.tape, minKpa: low, maxKpa: high } })),
  };
  const [offer] = ownRegulator(context({ plan: bare }));
  const sets = offer.map((way) => (way[0] as { setKpa: number }).setKpa);
  expect(sets).toEqual(REGULATOR_SETS_KPA.filter((s) => s > low && s <= high).sort((a, b) => b - a));
  expect(sets[0]).toBe(high);
  // Where one is there already, none is added.
  const regulated = {
    ...bare,
    blocks: bare.blocks.map((b) => ({
      ...b,
      inlet: plan.blocks[0].inlet.filter((p) => p.role === 'regulator'),
    })),
  };
  expect(regulated.blocks[0].inlet.length).toBeGreaterThan(0);
  expect(ownRegulator(context({ plan: regulated }))).toEqual([]);
});

test('regulators work from their least flow to their greatest, both counted', () => {
  for (const p of HEAD_PARTS.filter((x) => x.role === 'regulator')) {
    const ids = (lph: number): string[] => regulatorsFor(lph).map((r) => r.id);
    expect(ids(p.minLph)).toContain(p.id);
    expect(ids(p.maxLph)).toContain(p.id);
    expect(ids(p.maxLph + 1)).not.toContain(p.id);
    if (p.minLph > 0) expect(ids(p.minLph - 1)).not.toContain(p.id);
  }
});

test('fitted plans are named by what each is best at; what is best at nothing is left out', () => {
  const of = (cost: number, uniformity: number, sets: number): Fit =>
    ({
      kinds: [],
      changes: [],
      sets: Array.from({ length: sets }, () => []),
      after: { cost, uniformity },
    }) as never;
  const cheap = of(100, 0.9, 4);
  const even = of(200, 0.96, 4);
  const few = of(300, 0.9, 1);
  const dull = of(310, 0.95, 2);
  const told = named([cheap, even, few, dull]);
  expect(told).toEqual([
    { ...cheap, kinds: ['cheapest'] },
    { ...even, kinds: ['most-even'] },
    { ...few, kinds: ['fewest-sets'] },
  ]);
  // A tenth of a thousandth more even is no difference: the cheaper is named.
  expect(named([of(100, 0.95, 2), of(200, 0.95004, 2)])).toHaveLength(1);
  expect(named([])).toEqual([]);
});
