import { fillIn, PLAN_FORMAT, PLAN_VERSION, refusalOf, type Plan } from '../plan';
import { itemName } from '../farm';
import { shopFor, type Line, type Shop } from './index';
import { METRIC, US, format, type UnitChoice } from '../units';

const named = (shop: Shop, choice: UnitChoice): Map<string, Line> =>
  new Map(
    shop.lines.map((l) => [itemName(l.item, (v, k) => format(v, k, choice)).replace(/\u00a0/g, ' '), l]),
  );
/** What is used and spare, and what is bought: packs of so much. */
const of = (
  shop: Shop,
  choice: UnitChoice,
  name: string,
): [used: number, spares: number, packs: number, holds: number] | undefined => {
  const line = [...named(shop, choice)].find(([n]) => n.startsWith(name))?.[1];
  return (
    line && [
      Math.round(line.used * 100) / 100,
      Math.round(line.spares * 100) / 100,
      line.packs,
      Math.round(line.holds * 100) / 100,
    ]
  );
};
const shopOf = (plan: Plan): Shop => {
  expect(refusalOf(plan)).toBeUndefined();
  return shopFor(fillIn(plan));
};

/** A barrel on blocks, three metres of pipe, two beds with two runs of tape each. */
const BARREL: Plan = {
  format: PLAN_FORMAT,
  version: PLAN_VERSION,
  units: 'metric',
  sources: [
    {
      id: 's',
      kind: 'tank',
      xM: -3,
      yM: 0,
      outletM: 0.6,
      highM: 1.4,
      lowM: 0.7,
      shape: 'stated',
      volumeL: 200,
    },
  ],
  head: [],
  blocks: [
    {
      id: 'b',
      xM: 0,
      yM: 0,
      beds: { count: 2, lengthM: 4, widthM: 1, pathM: 0.5, runsPerBed: 2 },
      ground: { soil: 'loam' },
      tape: { kind: 'tape', spacingM: 0.2, lies: 'surface' },
      header: { pipe: 'pe-20', feed: 'left', along: 0 },
      inlet: [],
      main: { pipe: 'pe-20' },
      valves: 'block',
    },
  ],
};

test('a barrel garden, counted by hand', () => {
  const shop = shopOf(BARREL);
  const is = (name: string) => of(shop, METRIC, name);
  // Main 3 m. Runs at 0.25, 0.75, 1.75 and 2.25 m: the header goes on 0.3 m past the last and is folded. 5.55 m of a roll of 25.
  expect(is('20 mm poly pipe')).toEqual([5.55, 0, 1, 25]);
  // 4 m and half a hundredth, 0.3 m for the fold: 4.32 m. Past an emitter, at 22.5 spacings of 0.2 m: 4.5 m; four of them.
  expect(is('tape, 15.9 mm bore')).toEqual([18, 0, 1, 100]);
  // The outlet of a 200 L barrel is ¾ in; one adaptor leads to the pipe, one coupling from the main to the header.
  expect(is('tubing adaptor, 20 mm insert barb to ¾ in male thread')).toEqual([1, 0, 1, 1]);
  expect(is('tubing coupling, 20 mm')).toEqual([1, 0, 1, 1]);
  expect(is('take-off pushed into a punched hole of poly pipe, to 16 mm tape lock')).toEqual([4, 1, 5, 1]);
  expect(is('sleeve for a folded end, 16 mm')).toEqual([4, 1, 5, 1]);
  expect(is('sleeve for a folded pipe end, 20 mm')).toEqual([1, 0, 1, 1]);
  // On loam one in 1.5 m: 3, and one at the end; four runs. A tenth more is 1.6, so 2.
  expect(is('staple or peg')).toEqual([16, 2, 1, 50]);
  // One pipe thread: 0.6 m about it.
  expect(is('thread tape')).toEqual([0.6, 0.06, 1, 12]);
  expect(is('goof plug')).toEqual([2, 0, 1, 10]);
  expect(is('tape coupling, 16 mm')).toEqual([2, 0, 2, 1]);
  for (const name of [
    'tank outlet with washers, ¾ in',
    'screen for a tank',
    'overflow pipe',
    'stand strong enough',
  ])
    expect(is(name)).toEqual([1, 0, 1, 1]);
  // Take-offs in poly pipe want a hole of 8 mm; the punch is bought or borrowed once, and no spare of it.
  expect(is('hole punch, 8 mm')).toEqual([1, 0, 1, 1]);
  // Small tubing's barbs hold without clamps, and nothing else is bought.
  expect(is('clamp')).toBeUndefined();
  // A stake at either end of the header.
  expect(is('stake for a header')).toEqual([2, 0, 2, 1]);
  // The barrel itself is there; poly pipe wants a cutter.
  expect(is('tank of 200 L')).toEqual([1, 0, 0, 1]);
  expect(is('cutter for poly pipe and hose')).toEqual([1, 0, 1, 1]);
  expect(shop.lines).toHaveLength(19);
});

/** A tunnel in feet and inches: a tap, 40 ft of 1 in layflat as header, six beds of one run, a valve at each. */
const FT = 0.3048;
const TUNNEL: Plan = {
  format: PLAN_FORMAT,
  version: PLAN_VERSION,
  units: 'us',
  sources: [
    {
      id: 's',
      kind: 'tap',
      xM: 0,
      yM: -20 * FT,
      shutKpa: 400,
      flowingKpa: 300,
      flowingLph: 2000,
      method: 'gauge',
    },
  ],
  head: [
    { id: '1', kind: 'vacuum-breaker' },
    { id: '2', kind: 'screen-3/4' },
    { id: '3', kind: 'regulator-low', setKpa: 69 },
  ],
  blocks: [
    {
      id: 'b',
      xM: 0,
      yM: 0,
      beds: { count: 6, lengthM: 48 * FT, widthM: 4 * FT, pathM: 2 * FT, runsPerBed: 1 },
      ground: { soil: 'clay' },
      tape: { kind: 'dripline', spacingM: 1 * FT, lies: 'surface' },
      header: { pipe: 'layflat-1', feed: 'left', along: 0 },
      inlet: [],
      main: { pipe: 'hose-3/4' },
      valves: 'beds',
    },
  ],
  build: { runEnd: 'cap', spares: 0 },
};

test('a tunnel in feet and inches, counted by hand', () => {
  const shop = shopOf(TUNNEL);
  const is = (name: string) => of(shop, US, name);
  // 20 ft of hose with its own ends: on the regulator as it is, and by one fitting into the layflat.
  expect(is('¾ in garden hose')![0]).toBeCloseTo(20 * FT, 2);
  expect(is('¾ in garden hose')!.slice(2)).toEqual([1, 7.62]);
  expect(is('hose to layflat, 1 in layflat barb to ¾ in hose thread swivel')).toEqual([1, 0, 1, 1]);
  // Runs in the middles of the beds: 2 ft, 8 ft and so on to 32 ft; 0.2 m past the last, up to the next 2 in: 8 in.
  expect(is('1 in layflat')![0]).toBeCloseTo((32 + 8 / 12) * FT, 2);
  // 48 ft and half a hundredth is 48.24 ft, closed by a cap: at 48.5 spacings of a foot it goes on. Six of them: 291 ft, of a roll of 500.
  expect(is('half-inch dripline')![0]).toBeCloseTo(6 * 48.5 * FT, 2);
  expect(is('take-off screwed into a punched hole of layflat, to 17 mm barb, with valve')).toEqual([
    6, 0, 6, 1,
  ]);
  expect(is('end cap, 17 mm')).toEqual([6, 0, 6, 1]);
  // A threaded cap on an adaptor: its thread is the only pipe thread. Two clamps at each of two layflat barbs.
  expect(is('1 in threaded cap')).toEqual([1, 0, 1, 1]);
  expect(is('layflat adaptor, 1 in layflat barb to 1 in male thread')).toEqual([1, 0, 1, 1]);
  expect(is('clamp for 1 in')![0]).toBe(4);
  expect(is('thread tape')![0]).toBe(0.6);
  // On clay one in 2 m: 14.63 m is 8, and one at the end; six runs.
  expect(is('staple or peg')![0]).toBe(54);
  expect(is('goof plug')).toBeUndefined();
  // Screwed into layflat: 12 mm, in inches.
  expect(is('hole punch, 0.472 in')).toEqual([1, 0, 1, 1]);
  // The tap is there.
  expect(is('tap or hydrant')).toEqual([1, 0, 0, 1]);
  expect(is('cutter for poly pipe and hose')).toEqual([1, 0, 1, 1]);
  expect(shop.lines).toHaveLength(18);
});

/** Four blocks on a PVC main with a tee each: 30, 30 and 30 m along the main, then a piece of 5 m to each block. */
const block = (i: number): Plan['blocks'][number] => ({
  id: `b${i}`,
  name: `Field ${i}`,
  xM: 30 * i,
  yM: 5,
  beds: { count: 3, lengthM: 50, widthM: 1, pathM: 0.5, runsPerBed: 1 },
  ground: { soil: 'loam' },
  tape: { kind: 'tape', spacingM: 0.3, lies: 'buried' },
  header: { pipe: 'pvc-1', feed: 'left', along: 0 },
  inlet: [{ id: `r${i}`, kind: 'regulator-mid', setKpa: 69 }],
  main: { pipe: 'pvc-1', from: i < 4 ? `t${i}` : 't3' },
  valves: 'block',
});
const FARM: Plan = {
  format: PLAN_FORMAT,
  version: PLAN_VERSION,
  units: 'us',
  sources: [{ id: 's', kind: 'pump', xM: 0, yM: 0, liftM: 2 }],
  head: [{ id: 'd', kind: 'disc-1' }],
  tees: [1, 2, 3].map((i) => ({
    id: `t${i}`,
    xM: 30 * i,
    yM: 0,
    main: { pipe: 'pvc-1-1/2', from: i === 1 ? 'head' : `t${i - 1}` },
  })),
  blocks: [1, 2, 3, 4].map(block),
  build: { spares: 0, joins: 0 },
};

test('a farm of four blocks, counted by hand', () => {
  const shop = shopOf(FARM);
  const is = (name: string) => of(shop, US, name);
  const STICK = 20 * FT;
  // To the next 2 in: three pieces of 30 m of 1½ in are 591 steps each, the riser at the head (0.2 m of soil, the bore, 0.4 m over
  // the ground: 0.641 m) 13 steps. Each piece is 4 sticks of 20 ft and 5.64 m; these three take a stick each, and the riser one of
  // 10 ft. 12 joints within pieces.
  const IN2 = FT / 6;
  expect(is('1½ in PVC')![0]).toBeCloseTo((3 * 591 + 13) * IN2, 2);
  expect(shop.lines.find((l) => l.item.id === 'pipe:pvc-1-1/2')!.bought).toEqual([
    { holds: STICK, count: 15 },
    { holds: STICK / 2, count: 1 },
  ]);
  expect(is('slip coupling, 1½ in')).toEqual([12, 0, 12, 1]);
  // 1 in: 5 m (99 steps) to each of three blocks, √(30² + 5²) = 30.414 m (599) to the fourth; a riser at each (0.627 m: 13); headers
  // fed at 0, with their last run at 3.5 m and 0.2 m on: 3.7 m (73) each. Short pieces of 0.15 m (3) go from the filter’s adaptor
  // into the elbow’s bush, and from each block’s elbow into its valve’s adaptor.
  expect(is('1 in PVC')![0]).toBeCloseTo((3 * 99 + 599 + 4 * 13 + 4 * 73 + 5 * 3) * IN2, 2);
  // An elbow at the foot and at the top of each riser.
  expect(is('1 in slip elbow')).toEqual([8, 0, 8, 1]);
  expect(is('1½ in slip elbow')).toEqual([2, 0, 2, 1]);
  // A valve and a regulator at each block; a tee where 1 in leaves the main: at t1, t2 and t3.
  expect(is('1 in ball valve')).toEqual([4, 0, 4, 1]);
  expect(is('mid-flow regulator, lets out 10.0 psi')).toEqual([4, 0, 4, 1]);
  expect(is('1½ in slip tee')).toEqual([3, 0, 3, 1]);
  // 1 in leaves the tee through a bush each; at the last tee both ways are 1 in.
  expect(is('take-off in a rubber grommet of PVC, to 16 mm tape lock')).toEqual([12, 0, 12, 1]);
  expect(is('rubber grommet')).toEqual([12, 0, 12, 1]);
  expect(is('hole saw, 0.63 in')).toEqual([1, 0, 1, 1]);
  expect(is('1 in threaded cap')).toEqual([4, 0, 4, 1]);
  // 50 m, half a hundredth and a fold are 50.55 m: at 168.5 spacings of 0.3 m; to the next 2 in 996 steps, 50.6 m. Twelve of them, whole.
  expect(is('tape, 0.626 in bore')![0]).toBeCloseTo(12 * 996 * IN2, 2);
  // Buried tape needs no staples.
  expect(is('staple')).toBeUndefined();
  // Glued joints take cement and primer alike.
  expect(is('solvent cement')![0]).toBe(is('primer')![0]);
});

test('what is there is taken off, and other rolls and packs are said by the grower', () => {
  const before = shopOf(BARREL);
  const tape = before.lines.find((l) => l.item.group === 'laid')!.item.id;
  const shop = shopOf({
    ...BARREL,
    build: {
      have: [
        { item: tape, piecesM: [9, 9.2] },
        { item: 'staple', count: 30 },
      ],
      packs: { 'thread-tape': 5 },
    },
  });
  const line = (id: string): Line => shop.lines.find((l) => l.item.id === id)!;
  // 9 m give two runs of 4.5 m, 9.2 m two more: nothing is bought, 0.2 m are left of the longer.
  expect(line(tape)).toMatchObject({ packs: 0, price: 0 });
  expect(line(tape).had).toBeCloseTo(18, 6);
  expect(line('staple')).toMatchObject({ packs: 0, had: 18 });
  expect(line('thread-tape')).toMatchObject({ packs: 1, holds: 5 });
});

test('a missing price is a gap in the sum; by unit and by pack, and each place has its share', () => {
  const tape = shopOf(BARREL).lines.find((l) => l.item.group === 'laid')!.item.id;
  const shop = shopOf({
    ...BARREL,
    build: {
      currency: '€',
      prices: [
        { item: 'pipe:pe-20', price: 0.8, per: 'unit' },
        { item: tape, price: 19, per: 'pack', asked: '2027-02-01' },
      ],
    },
  });
  // 25 m at 0.80 and a roll at 19.
  expect(shop.total).toBeCloseTo(25 * 0.8 + 19, 9);
  // Of the others the barrel is there.
  expect(shop.gaps).toBe(shop.lines.length - 3);
  const place = (id: string) => shop.places.find((p) => p.id === id)!;
  // Of 5.55 m of pipe 3 m are the main's.
  expect(place('main').total).toBeCloseTo((20 * 3) / 5.55, 6);
  expect(place('b').total).toBeCloseTo((20 * 2.55) / 5.55 + 19, 6);
  expect(shop.places.reduce((s, p) => s + p.typical, 0)).toBeCloseTo(shop.typical, 6);
  expect(shop.lines.find((l) => l.item.id === tape)!.asked).toBe('2027-02-01');
});
