import { fillIn, blankPlan, type Plan, type StatedBlock } from '../plan';
import { layOut } from '../layout';
import { chainBetween, chainThrough, farmOf, fittingOf, meetingsOf } from '../farm';
import { perSeason, rowsM, shopFor, type Shop } from './index';

const planOf = (block: Partial<StatedBlock>, more: Partial<Plan> = {}) =>
  fillIn({
    ...blankPlan('metric'),
    ...more,
    blocks: [{ id: 'b', xM: 0, yM: 0, beds: { count: 2, lengthM: 10 }, ...block }],
  });
const used = (shop: Shop, starts: string): number =>
  shop.lines.filter((l) => l.item.id.startsWith(starts)).reduce((n, l) => n + l.used, 0);

test('goof plugs lie ready only where holes are punched, and none where no spares are wanted', () => {
  expect(used(shopFor(planOf({ header: { pipe: 'pe-32' } })), 'goof-plug')).toBe(2);
  expect(used(shopFor(planOf({ header: { pipe: 'hose-3/4' } })), 'goof-plug')).toBe(0);
  expect(used(shopFor(planOf({ header: { pipe: 'pe-32' } }, { build: { spares: 0 } })), 'goof-plug')).toBe(0);
  // Thirty holes and a fifth of them.
  const many = planOf(
    { header: { pipe: 'pe-32' }, beds: { count: 10, lengthM: 10, runsPerBed: 3 } },
    { build: { spares: 0.2 } },
  );
  expect(used(shopFor(many), 'goof-plug')).toBe(6);
});

test('repairs go with what is laid: one coupling for 250 m at the usual spares, two at least', () => {
  const couplings = (lengthM: number, spares?: number): number =>
    used(
      shopFor(
        planOf(
          { beds: { count: 4, lengthM, runsPerBed: 2 } },
          { build: { joins: 0, ...(spares !== undefined && { spares }) } },
        ),
      ),
      'fit:tape_16mm_male~tape_16mm_male',
    );
  expect(couplings(10)).toBe(2);
  // Eight runs of 150 m, cut to some 151.5 m and a fold: 1,214 m.
  expect(couplings(150)).toBe(5);
  expect(couplings(150, 0.2)).toBe(10);
});

test('a block that has to be opened by itself gets a valve where its inlet has none', () => {
  const two = (inlet: StatedBlock['inlet'], valves: StatedBlock['valves'] = 'block') =>
    used(
      shopFor(
        fillIn({
          ...blankPlan('metric'),
          blocks: ['a', 'c'].map((id) => ({
            id,
            inlet,
            valves,
            header: { pipe: 'pe-32' },
            main: { pipe: 'pe-32' },
          })),
        }),
      ),
      'valve:',
    );
  expect(two([])).toBe(2);
  expect(
    two([
      { id: 'f', kind: 'screen-1' },
      { id: 'v', kind: 'ball-1' },
    ]),
  ).toBe(0);
  expect(two([{ id: 'f', kind: 'screen-1' }])).toBe(2);
  expect(two([], 'beds')).toBe(0);
  expect(used(shopFor(planOf({ valves: 'block', inlet: [] })), 'valve:')).toBe(0);
  const sets = {
    watering: { sets: [1, 2].map((n) => ({ id: `${n}`, beds: [{ block: 'b', keys: [`${n}`] }] })) },
  };
  expect(used(shopFor(planOf({ valves: 'block', inlet: [] }, sets)), 'valve:')).toBe(1);
});

test('what is laid costs each season its share, by the seasons it lasts', () => {
  const plan = planOf({ tape: { kind: 'dripline', seasons: 8 } });
  const shop = shopFor(plan);
  const laid = shop.lines.find((l) => l.item.group === 'laid')!;
  expect(perSeason(plan, shop).typical).toBeCloseTo(laid.typical / 8, 9);
  expect(perSeason(plan, shop).price).toBeUndefined();
  const priced = planOf(
    { tape: { kind: 'dripline', seasons: 8 } },
    { build: { prices: [{ item: laid.item.id, price: 40, per: 'pack' }] } },
  );
  expect(perSeason(priced, shopFor(priced)).price).toBeCloseTo((laid.packs * 40) / 8, 9);
  expect(rowsM(layOut(plan), 'b')).toBeCloseTo(2 * 10 * plan.blocks[0].beds.runsPerBed, 6);
});

test('plain pipe, porous hose and lines with drippers are bought as what they are', () => {
  const laid = (
    kind: 'emitters' | 'microtubes' | 'drilled' | 'porous' | 'compensating' | 'dripper-line',
  ): string => shopFor(planOf({ tape: { kind } })).lines.find((l) => l.item.group === 'laid')!.item.id;
  expect(laid('emitters')).toBe('laid:plain:15.2');
  expect(laid('microtubes')).toBe('laid:plain:15.2');
  expect(laid('drilled')).toBe('laid:plain:15.2');
  expect(laid('porous')).toMatch(/^laid:porous:11/);
  expect(laid('compensating')).toMatch(/^laid:compensating:13\.6:0\.3:2/);
  expect(laid('dripper-line')).toMatch(/^laid:dripper-line:4\.3/);
});

test('emitters stand one at each place, tubes with a stake each', () => {
  // 10 m at half a metre: twenty on each of two runs.
  const emitters = shopFor(
    planOf({ beds: { count: 2, lengthM: 10, runsPerBed: 1 }, tape: { kind: 'emitters', spacingM: 0.5 } }),
  );
  expect(used(emitters, 'emitter:')).toBe(40);
  const tubes = shopFor(
    planOf({
      beds: { count: 2, lengthM: 10, runsPerBed: 1 },
      tape: { kind: 'microtubes', spacingM: 0.5, tubeM: 0.6 },
    }),
  );
  expect(used(tubes, 'microtube:')).toBeCloseTo(40 * 0.6, 9);
  expect(used(tubes, 'stake')).toBe(40);
});

test('joints are looked at without what is laid', () => {
  const plan = planOf({});
  const layout = layOut(plan);
  const names = meetingsOf(plan, layout).map((m) => m.id);
  const all = farmOf(plan, layout).meetings.map((m) => m.id);
  expect(all.slice(0, names.length)).toEqual(names);
  expect(all.length).toBeGreaterThan(names.length);
});

describe('small pipe to plants', () => {
  const joints = (list: [id: string, x: number, y: number, from: string, pipe?: string][]) =>
    list.map(([id, xM, yM, from, pipe]) => ({ id, xM, yM, from, ...(pipe && { pipe }) }));
  const laid = (list: Parameters<typeof joints>[0], header = 'pe-32') =>
    shopFor(
      planOf(
        {
          beds: undefined,
          header: { pipe: header },
          tape: { kind: 'emitters' },
          inlet: [],
          places: {
            route: 'drawn',
            joints: joints(list),
            plants: list.map((_, i) => ({ id: `${i + 1}`, xM: list[i][1], yM: list[i][2] })),
          },
        },
        { build: { spares: 0 } },
      ),
    );
  test('straight on nothing is fitted; at a turn an elbow, at a branch a tee, at each end one that opens', () => {
    const straight = laid([
      ['a', 2, 0, 'feed'],
      ['c', 4, 0, 'a'],
    ]);
    expect([used(straight, 'elbow:'), used(straight, 'tee:'), used(straight, 'end:')]).toEqual([0, 0, 1]);
    const turned = laid(
      [
        ['a', 2, 0, 'feed'],
        ['c', 2, 3, 'a'],
      ],
      'pe-50',
    );
    expect([used(turned, 'elbow:'), used(turned, 'tee:'), used(turned, 'end:')]).toEqual([1, 0, 1]);
    const branched = laid([
      ['a', 2, 0, 'feed'],
      ['c', 4, 0, 'a'],
      ['d', 2, 3, 'a'],
    ]);
    expect([used(branched, 'elbow:'), used(branched, 'tee:'), used(branched, 'end:')]).toEqual([0, 1, 2]);
    // Poly pipe of 32 mm bends by itself where its legs leave room, soft tubing anywhere.
    expect(
      used(
        laid([
          ['a', 2, 0, 'feed'],
          ['c', 2, 3, 'a'],
        ]),
        'elbow:',
      ),
    ).toBe(0);
    expect(
      used(
        laid(
          [
            ['a', 2, 0, 'feed'],
            ['c', 2, 3, 'a'],
          ],
          'pe-16',
        ),
        'elbow:',
      ),
    ).toBe(0);
  });
  test('where the size changes a reducer joins; a tee is as wide as the widest', () => {
    const reduced = laid([
      ['a', 2, 0, 'feed'],
      ['c', 4, 0, 'a', 'pe-25'],
    ]);
    expect(used(reduced, 'fit:comp_32mm_female~comp_25mm_female')).toBe(1);
    const tee = laid([
      ['a', 2, 0, 'feed'],
      ['c', 4, 0, 'a', 'pe-25'],
      ['d', 2, 3, 'a', 'pe-25'],
    ]);
    expect(used(tee, 'tee:comp_32mm_female')).toBe(1);
  });
});

test('a tee at the head narrows nothing', () => {
  const plan = fillIn({
    ...blankPlan('metric'),
    head: [{ id: 'b', kind: 'ball-2' }],
    blocks: ['a', 'c'].map((id, i) => ({ id, xM: 20 * i, yM: 5, main: { pipe: 'pe-25' } })),
  });
  expect(used(shopFor(plan), 'tee:parallel_2_female')).toBe(1);
  expect(
    chainBetween(
      { kind: 'parallel', size: '2', half: 'female' },
      { kind: 'parallel', size: '2', half: 'female' },
      'metric',
    ),
  ).toHaveLength(1);
});

test('an air vent stands on a tee of its own, at the tee of the main that has one', () => {
  const farm = (vent: boolean) =>
    shopFor(
      fillIn({
        ...blankPlan('metric'),
        head: [],
        tees: [
          { id: 't1', xM: 0, yM: 5, main: { pipe: 'pe-32', from: 'head' } },
          { id: 't2', xM: 0, yM: 10, vent, main: { pipe: 'pe-32', from: 't1' } },
        ],
        blocks: [{ id: 'b', xM: 0, yM: 15, main: { pipe: 'pe-32', from: 't2' } }],
      }),
    );
  const [bare, vented] = [farm(false), farm(true)];
  expect(used(bare, 'part:air-vent')).toBe(0);
  expect(used(vented, 'part:air-vent')).toBe(1);
  expect(used(vented, 'tee:comp_32mm') - used(bare, 'tee:comp_32mm')).toBe(1);
  // From the compression tee to the vent's ¾ in thread.
  const adaptor = 'fit:comp_32mm_female~parallel_3/4_female';
  expect(used(vented, adaptor) - used(bare, adaptor)).toBe(1);
});

test('through a fitting that is there the shorter of both ways round is taken', () => {
  const at = (kind: 'taper' | 'barb', size: string, half: 'male' | 'female') => ({ kind, size, half });
  const has = fittingOf('fit:barb_1_male~taper_1_male')!;
  // One way it fits as it is; the other way round it would want three more.
  expect(chainThrough(at('taper', '1', 'female'), has, at('barb', '1', 'female'), 'inch')).toEqual([has]);
  expect(chainThrough(at('barb', '1', 'female'), has, at('taper', '1', 'female'), 'inch')).toEqual([has]);
});

test('wire runs along the mains, with a core for each station beyond and one that they share', () => {
  const valve = [{ id: 'v', kind: 'solenoid-1' }];
  const shop = shopFor(
    fillIn({
      ...blankPlan('metric'),
      sources: [{ id: 's', kind: 'tap', xM: 0, yM: 0 }],
      tees: [{ id: 't', xM: 0, yM: 10, main: { from: 'head' } }],
      blocks: [
        { id: 'a', xM: 0, yM: 20, inlet: valve, main: { from: 't' } },
        { id: 'c', xM: 0, yM: 30, inlet: valve, main: { from: 't' } },
        { id: 'd', xM: 0, yM: 40, inlet: [], main: { from: 't' } },
      ],
      watering: { sets: ['a', 'c', 'd'].map((b) => ({ id: b, name: b, beds: [{ block: b }] })) },
    }),
  );
  // To the tee three stations and a shared core are four, sold as five: 10 m and a tail; to each valve two cores, 10, 20 and 30 m and
  // their tails. The block that has no valve gets one.
  expect(used(shop, 'wire:5:0.75')).toBeCloseTo(11, 9);
  expect(used(shop, 'wire:2:0.75')).toBeCloseTo(11 + 21 + 31, 9);
  expect(used(shop, 'wire-joint')).toBe(6);
  expect(used(shop, 'part:solenoid-1')).toBe(3);
  expect(used(shop, 'controller:wired:4')).toBe(1);
});
