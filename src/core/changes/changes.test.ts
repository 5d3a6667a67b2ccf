import { blankPlan, fillIn, type Plan } from '../plan';
import { cautionOf, changed, sayChange, wayTo, type Change } from './index';

/** Quantities as a number and a kind: what units they are written in is told elsewhere. */
const show = (value: number, kind: string): string => `${value} ${kind}`;

const plan: Plan = {
  ...blankPlan('metric'),
  sources: [
    {
      id: 's',
      kind: 'tank',
      outletM: 1,
      lowM: 1.1,
      highM: 2,
      floatM: 1.8,
      suction: { pipe: 'pe-1', boreMm: 30 },
    },
    { id: 'tap', kind: 'tap' },
  ],
  backup: { sourceId: 'tap' },
  head: [
    { id: 'v', kind: 'ball-1' },
    { id: 'r', kind: 'regulator-1', setKpa: 100 },
    { id: 'f', kind: 'screen-1' },
  ],
  tees: [{ id: 't', xM: 0, yM: 0, heightM: 30, main: { pipe: 'pe-1' } }],
  blocks: [
    {
      id: 'a',
      name: 'Upper',
      main: { from: 't', pipe: 'pe-3/4', boreMm: 19 },
      header: {
        pipe: 'pe-1',
        boreMm: 25,
        hazenWilliamsC: 140,
        alongRight: 0.2,
        steps: [{ fromBed: 3, pipe: 'pe-3/4' }],
      },
      tape: { kind: 'tape', flowLph: 0.5, maxKpa: 90, lies: 'buried', seasons: 3 },
      beds: { count: 5, single: { '2': { tape: 'x' }, '3': { runs: 4 } } },
      places: {
        plants: [
          { id: '1', xM: 0, yM: 1, emitters: 1 },
          { id: '2', xM: 0, yM: 2, emitters: 5 },
        ],
      },
    },
    { id: 'b', main: { from: 't' }, inlet: [{ id: 'g', kind: 'gauge' }] },
  ],
  tapes: [{ id: 'x', tape: { kind: 'drilled', flowLph: 2, atKpa: 50, exponent: 0.5 } }],
} as unknown as Plan;
const full = fillIn(plan);

const a = (p: Plan) => p.blocks[0] as Record<string, never> & Plan['blocks'][number];
const source = (p: Plan) => p.sources[0] as unknown as Record<string, unknown>;

/** Each change, what it leaves in the plan, and how it is told. */
const CASES: [Change, (p: Plan) => unknown, unknown, string][] = [
  [
    { kind: 'height-of-ground', tee: 't' },
    (p) => 'heightM' in p.tees![0],
    false,
    'take the height of tee 1 from the ground that was measured',
  ],
  [
    { kind: 'header-size', block: 'a', pipe: 'pe-3/4' },
    (p) => a(p).header,
    // Bore and roughness are the pipe's own again, and a step down to the same is none.
    { pipe: 'pe-3/4', alongRight: 0.2 },
    'lay ¾ in poly pipe as the header of Upper',
  ],
  [
    { kind: 'header-size', block: 'a', pipe: 'pe-1/2' },
    (p) => a(p).header?.steps,
    // What was chosen wider from a bed on stays wider.
    [{ fromBed: 3, pipe: 'pe-3/4' }],
    'lay ½ in poly pipe as the header of Upper',
  ],
  [
    { kind: 'header-feed', block: 'a', feed: 'both' },
    (p) => a(p).header?.feed,
    'both',
    'feed the header of Upper at both ends',
  ],
  [
    { kind: 'header-feed', block: 'b', feed: 'middle' },
    (p) => p.blocks[1].header,
    { feed: 'middle' },
    'feed the header of Block 2 from its middle',
  ],
  [
    { kind: 'header-along', block: 'a', along: 0.5 },
    (p) => [a(p).header?.line, a(p).header?.along, a(p).header?.alongRight],
    ['straight', 0.5, undefined],
    'move the header of Upper to the middle of the beds',
  ],
  [
    { kind: 'header-along', block: 'a', along: 1 },
    (p) => a(p).header?.along,
    1,
    'move the header of Upper to the far ends of the beds',
  ],
  [
    { kind: 'second-header', block: 'a' },
    (p) => [a(p).header?.along, a(p).header?.other, a(p).header?.alongRight],
    [0, { along: 1 }, undefined],
    'feed the beds of Upper from two headers, one at each end',
  ],
  [
    { kind: 'main-size', to: 'a', pipe: 'pe-1-1/4' },
    (p) => [a(p).main, p.tees![0].main, p.blocks[1].main],
    // All of the way to it, and no other way.
    [{ from: 't', pipe: 'pe-1-1/4' }, { pipe: 'pe-1-1/4' }, { from: 't' }],
    'lay 1¼ in poly pipe as the main to Upper',
  ],
  [
    { kind: 'main-size', to: 'a', pipe: 'pe-1' },
    (p) => [a(p).main?.pipe, p.tees![0].main],
    // What is as wide already stays.
    ['pe-1', { pipe: 'pe-1' }],
    'lay 1 in poly pipe as the main to Upper',
  ],
  [
    { kind: 'piece-size', to: 't', pipe: 'pe-1-1/2' },
    (p) => [p.tees![0].main?.pipe, a(p).main?.pipe],
    ['pe-1-1/2', 'pe-3/4'],
    'lay 1½ in poly pipe as the stretch of the main that ends at the tee',
  ],
  [
    { kind: 'lay-flow', block: 'a', flowLph: 0.3 },
    (p) => a(p).tape?.flowLph,
    0.3,
    'lay emitters of 0.3 emitterFlow of Upper',
  ],
  [
    { kind: 'lay-bore', block: 'a', boreMm: 22.2 },
    (p) => [a(p).tape?.boreMm, a(p).tape?.maxKpa],
    [22.2, undefined],
    'lay the same with a bore of 22.2 bore of Upper',
  ],
  [
    { kind: 'lay-wall', block: 'a', wallMm: 0.38 },
    (p) => [a(p).tape?.wallMm, a(p).tape?.maxKpa],
    [0.38, undefined],
    'lay tape with a wall of 0.38 wall of Upper',
  ],
  [
    { kind: 'lay-spacing', block: 'a', spacingM: 0.2, flowLph: 0.4 },
    (p) => [a(p).tape?.spacingM, a(p).tape?.flowLph],
    [0.2, 0.4],
    'lay emitters 0.2 spacing apart of Upper',
  ],
  [
    { kind: 'lay-material', block: 'a', material: 'dripline' },
    (p) => a(p).tape,
    // Where it lies and for how long stays; the label is another's.
    { kind: 'dripline', lies: 'buried', seasons: 3 },
    'lay half-inch dripline of Upper',
  ],
  [
    { kind: 'lay-alike', block: 'a' },
    (p) => a(p).beds?.single,
    { '2': {}, '3': { runs: 4 } },
    'lay the same in all beds of Upper',
  ],
  [
    { kind: 'lay-hole', block: 'a', tape: 'x', holeMm: 1.2 },
    (p) => p.tapes![0].tape,
    { kind: 'drilled', holeMm: 1.2 },
    'drill holes of 1.2 bore of Upper',
  ],
  [
    { kind: 'lay-tube', block: 'a', tubeM: 0.6 },
    (p) => [a(p).tape?.tubeM, a(p).tape?.flowLph],
    [0.6, undefined],
    'use microtubes of 0.6 length of Upper',
  ],
  [
    { kind: 'lay-where', block: 'a', lies: 'surface' },
    (p) => [a(p).tape?.lies, p.tapes![0].tape?.lies],
    ['surface', 'surface'],
    'lay it on bare ground of Upper',
  ],
  [
    { kind: 'lay-seasons', block: 'a', seasons: 1 },
    (p) => a(p).tape?.seasons,
    1,
    'buy it again after one season of Upper',
  ],
  [
    { kind: 'runs', block: 'a', runs: 2, keys: [], straight: true },
    (p) => [a(p).beds?.runsPerBed, a(p).beds?.passes],
    [2, 1],
    'lay 2 straight runs in each bed of Upper',
  ],
  [
    { kind: 'runs', block: 'a', runs: 1, keys: ['2', '4'] },
    (p) => [a(p).beds?.runsPerBed, a(p).beds?.single],
    [undefined, { '2': { tape: 'x', runs: 1 }, '3': { runs: 4 }, '4': { runs: 1 } }],
    'lay one run in 2 beds of Upper',
  ],
  [
    { kind: 'plant-emitters', block: 'a', emitters: 2 },
    (p) => [a(p).places?.emitters, a(p).places?.plants?.map((x) => x.emitters)],
    // Who has more keeps it.
    [2, [undefined, 5]],
    'put 2 emitters at each plant of Upper',
  ],
  [
    { kind: 'set-pressure', place: 'head', id: 'r', setKpa: 70 },
    (p) => p.head!.map((x) => x.setKpa),
    [undefined, 70, undefined],
    'set the regulator in the head to 70 pressure',
  ],
  [
    { kind: 'add-part', place: 'head', part: 'relief', at: 99, name: 'relief valve', opensKpa: 500 },
    (p) => p.head!.map((x) => [x.kind, x.opensKpa]).at(-1),
    ['relief', 500],
    'add a relief valve that opens at 500 pressure in the head',
  ],
  [
    { kind: 'add-part', place: 'head', part: 'regulator-1', at: 0, name: '1 in regulator', setKpa: 140 },
    (p) => p.head![0],
    // Its id is none of those that are there.
    { id: 'regulator-1', kind: 'regulator-1', setKpa: 140 },
    'add a 1 in regulator set to 140 pressure in the head',
  ],
  [
    { kind: 'piece-size', to: 'a', pipe: 'pe-1-1/2' },
    (p) => a(p).main,
    { from: 't', pipe: 'pe-1-1/2' },
    'lay 1½ in poly pipe as the stretch of the main that ends at Upper',
  ],
  [
    { kind: 'swap-part', place: 'head', id: 'f', part: 'disc-1', from: 'screen', name: '1 in disc filter' },
    (p) => p.head![2],
    { id: 'f', kind: 'disc-1' },
    'use a 1 in disc filter instead of the screen',
  ],
  [
    { kind: 'add-part', place: 'head', part: 'air-vent', at: 1, name: 'air vent' },
    (p) => p.head!.map((x) => x.kind),
    ['ball-1', 'air-vent', 'regulator-1', 'screen-1'],
    'add an air vent in the head',
  ],
  [
    { kind: 'move-part', place: 'head', id: 'f', to: 0, name: 'filter', before: 'before the valve' },
    (p) => p.head!.map((x) => x.id),
    ['f', 'v', 'r'],
    'move the filter before the valve',
  ],
  [
    { kind: 'move-part', place: 'head', id: 'v', to: 9, name: 'valve', before: 'to the end' },
    (p) => p.head!.map((x) => x.id),
    ['r', 'f', 'v'],
    'move the valve to the end',
  ],
  [
    { kind: 'move-part', place: 'head', id: 'none', to: 0, name: 'valve', before: 'to the end' },
    (p) => p.head!.map((x) => x.id),
    ['v', 'r', 'f'],
    'move the valve to the end',
  ],
  [
    {
      kind: 'swap-part',
      place: 'head',
      id: 'r',
      part: 'regulator-3/4',
      from: 'regulator',
      name: '¾ in regulator',
    },
    (p) => p.head![1],
    { id: 'r', kind: 'regulator-3/4', setKpa: 100 },
    'use a ¾ in regulator instead of the regulator',
  ],
  [
    { kind: 'remove-part', place: 'head', id: 'v', name: 'valve' },
    (p) => p.head!.map((x) => x.id),
    ['r', 'f'],
    'take the valve out of the head',
  ],
  [
    { kind: 'remove-part', place: 'head', id: 'none', name: 'valve' },
    (p) => p.head!.length,
    3,
    'take the valve out of the head',
  ],
  [
    { kind: 'vent-tee', tee: 't' },
    (p) => p.tees![0].vent,
    true,
    'add an air vent at the high point of the main',
  ],
  [
    { kind: 'raise-tank', byM: 0.55 },
    (p) => ['outletM', 'lowM', 'highM', 'floatM'].map((f) => source(p)[f]),
    [1.55, 1.65, 2.55, 2.35],
    'raise the tank by 0.55 height',
  ],
  [
    { kind: 'suction-size', pipe: 'pe-1-1/2' },
    (p) => source(p).suction,
    { pipe: 'pe-1-1/2' },
    'use 1½ in poly pipe as the suction pipe',
  ],
  [
    { kind: 'booster', lph: 2000, headM: 30 },
    (p) => source(p).booster,
    { kind: 'fixed', curve: { method: 'label', labelLph: 2000, labelM: 30 }, maxLph: 3000 },
    'put in a booster pump of 30 height at 2000 flow',
  ],
  [
    { kind: 'foot-valve' },
    (p) => source(p).footValve,
    true,
    'put a foot valve with a strainer on the suction pipe',
  ],
  [{ kind: 'lower-pump', liftM: 3 }, (p) => source(p).liftM, 3, 'set the pump 3 height over the water'],
  [
    { kind: 'tank-size', volumeL: 300 },
    (p) => source(p).vessel,
    { volumeL: 300 },
    'use a pressure tank of 300 volume',
  ],
  [
    { kind: 'pressure-tank' },
    (p) => source(p).vessel,
    { part: 'tank' },
    'put in a pressure tank with a switch',
  ],
  [
    { kind: 'cut-out', cutOutKpa: 380 },
    (p) => source(p).vessel,
    { cutOutKpa: 380 },
    'let the switch stop the pump at 380 pressure',
  ],
  [
    { kind: 'allowance', share: 0.7 },
    (p) => p.wishes?.allowance,
    0.7,
    'plan on 0.7 share of the measured flow',
  ],
  [
    { kind: 'wish', uniformity: 0.85 },
    (p) => p.wishes?.uniformity,
    0.85,
    'set the target to 0.85 share evenness',
  ],
  [
    { kind: 'backup-apart', backflow: 'double-check', valve: 'ball-1' },
    (p) => [p.backup, p.sources.map((s) => s.branch)],
    [
      { sourceId: 'tap' },
      [
        [{ id: 's-ball-1', kind: 'ball-1' }],
        [
          { id: 'tap-ball-1', kind: 'ball-1' },
          { id: 'tap-double-check', kind: 'double-check' },
        ],
      ],
    ],
    'put a valve on the branch of each, and a backflow preventer where it lacks one',
  ],
  [
    { kind: 'sets', sets: [{ id: '1', name: 'One', beds: [{ block: 'a' }] }] },
    (p) => p.watering?.sets?.map((s) => s.id),
    ['1'],
    'water in one set',
  ],
  [{ kind: 'sets', sets: [] }, (p) => p.watering, undefined, 'water everything at once'],
];

test.each(CASES.map(([change, ...rest]) => [change.kind, change, ...rest] as const))(
  '%s changes what it says, and nothing of the plan that it is made from',
  (_, change, look, left, says) => {
    const before = JSON.stringify(plan);
    expect(look(changed(plan, [change]))).toEqual(left);
    expect(JSON.stringify(plan)).toBe(before);
    expect(sayChange(change, full, show)).toBe(says);
  },
);

test('changes are made one after the other: the second sees what the first left', () => {
  const both = changed(plan, [
    { kind: 'raise-tank', byM: 1 },
    { kind: 'raise-tank', byM: 0.5 },
  ]);
  expect(source(both).outletM).toBe(2.5);
});

test('a part put in at one of several alike inlets stands at them all', () => {
  const alike: Plan = { ...plan, inlets: 'alike' } as Plan;
  const after = changed(alike, [{ kind: 'add-part', place: 'b', part: 'ball-1', at: 0, name: 'ball valve' }]);
  const kinds = after.blocks.map((b) => b.inlet?.map((x) => x.kind));
  expect(kinds[1]).toEqual(['ball-1', 'gauge']);
});

test('an inlet that was only typical is stated as soon as it is touched, with all that stood there', () => {
  const typical = full.blocks[0].inlet.map((p) => p.kind);
  const after = changed(plan, [{ kind: 'add-part', place: 'a', part: 'gauge', at: 0, name: 'gauge' }]);
  expect(after.blocks[0].inlet!.map((p) => p.kind)).toEqual(['gauge', ...typical]);
  expect(new Set(after.blocks[0].inlet!.map((p) => p.id)).size).toBe(typical.length + 1);
});

test('the way to a block goes by its tees, from the far end; one that leads in a circle ends', () => {
  expect(wayTo(full, 'a')).toEqual(['a', 't']);
  expect(wayTo(full, 't')).toEqual(['t']);
  const circle = { ...full, tees: [{ ...full.tees[0], main: { ...full.tees[0].main, from: 't' } }] };
  expect(wayTo(circle as typeof full, 'a')).toEqual(['a', 't']);
});

test('what can hurt says so and defers to those who may; what cannot says nothing', () => {
  const cautioned = new Set(CASES.filter(([change]) => cautionOf(change) !== undefined).map(([c]) => c.kind));
  expect([...cautioned].sort()).toEqual(
    [
      'add-part',
      'backup-apart',
      'booster',
      'cut-out',
      'lower-pump',
      'main-size',
      'piece-size',
      'pressure-tank',
      'raise-tank',
      'tank-size',
    ].sort(),
  );
  expect(cautionOf({ kind: 'raise-tank', byM: 1 })).toMatch(/1 kg per litre/);
  const preventer = {
    kind: 'add-part',
    place: 'head',
    part: 'double-check-1',
    at: 0,
    name: 'preventer',
  } as const;
  expect(cautionOf(preventer)).toMatch(/licensed plumbers/);
  expect(cautionOf({ ...preventer, part: 'ball-1' })).toBeUndefined();
});

test('a valve that is planned for the sets is no part of the list: places count without it, and another takes its place', () => {
  const wired: Plan = {
    ...blankPlan('metric'),
    blocks: [
      { id: 'a', inlet: [{ id: 'r', kind: 'regulator-mid' }] },
      { id: 'b', inlet: [] },
    ],
    watering: {
      switching: { by: 'wired' },
      sets: ['a', 'b'].map((id) => ({ id, name: id, beds: [{ block: id }] })),
    },
  };
  const filled = fillIn(wired);
  expect(filled.blocks.map((b) => b.inlet.map((p) => p.id))).toEqual([['set-valve', 'r'], ['set-valve']]);
  const kinds = (change: Change): string[] => changed(wired, [change]).blocks[0].inlet!.map((p) => p.kind);
  const gauge = { kind: 'add-part', place: 'a', part: 'gauge', name: 'gauge' } as const;
  expect(kinds({ ...gauge, at: filled.blocks[0].inlet.length })).toEqual(['regulator-mid', 'gauge']);
  expect(kinds({ ...gauge, at: 1 })).toEqual(['gauge', 'regulator-mid']);
  expect(kinds({ ...gauge, at: 0 })).toEqual(['gauge', 'regulator-mid']);
  const swapped = changed(wired, [
    { kind: 'swap-part', place: 'a', id: 'set-valve', part: 'motor-1', from: 'x', name: 'y' },
  ]);
  expect(fillIn(swapped).blocks[0].inlet.map((p) => [p.kind, p.planned])).toEqual([
    ['motor-1', undefined],
    ['regulator-mid', undefined],
  ]);
});
