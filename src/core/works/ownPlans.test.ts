import { itemName } from '../farm';
import { fillIn, PLAN_FORMAT, PLAN_VERSION, refusalOf, type Plan } from '../plan';
import { format, METRIC, M_PER_FT, US, type UnitChoice } from '../units';
import { shopFor, type Line } from './index';

/** Lines of a plan's list by their names: what is used, and what is bought of which size. */
function listOf(plan: Plan, choice: UnitChoice): Map<string, [used: number, bought: string]> {
  expect(refusalOf(plan)).toBeUndefined();
  const round = (v: number): number => Math.round(v * 1000) / 1000;
  const bought = (l: Line): string =>
    l.there ? 'there' : l.bought.map((b) => `${b.count} of ${round(b.holds)}`).join(' + ');
  return new Map(
    shopFor(fillIn(plan)).lines.map((l) => [
      itemName(l.item, (v, k) => format(v, k, choice)).replace(/\u00a0/g, ' '),
      [round(l.used), bought(l)],
    ]),
  );
}
/** Every line that was counted is there as counted, and no other. */
function counted(
  plan: Plan,
  choice: UnitChoice,
  wanted: Record<string, [used: number, bought: string]>,
): void {
  const list = listOf(plan, choice);
  const longest = (name: string): string | undefined =>
    Object.keys(wanted)
      .filter((w) => name.startsWith(w))
      .sort((a, b) => b.length - a.length)[0];
  const found = Object.fromEntries([...list].map(([name, line]) => [longest(name) ?? name, line]));
  const near = Object.fromEntries(
    Object.entries(wanted).map(([name, [used, bought]]) => [name, [expect.closeTo(used, 3), bought]]),
  );
  expect(found).toEqual(near);
}

const FT = M_PER_FT;
const IN2 = FT / 6;
const each = (n: number): [number, string] => [n, `${n} of 1`];
const m = (steps: number): number => Math.round(steps * IN2 * 1000) / 1000;

test('a garden tap: 60 ft of hose, a header of ¾ in with eight take-offs with valves', () => {
  const plan: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    units: 'us',
    sources: [{ id: 's', kind: 'tap', xM: 0, yM: -60 * FT }],
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
        beds: { count: 4, lengthM: 20 * FT, widthM: 2.5 * FT, pathM: 1.5 * FT, runsPerBed: 2 },
        ground: { soil: 'loam' },
        tape: { kind: 'dripline', spacingM: FT, lies: 'surface' },
        header: { pipe: 'pe-3/4', feed: 'left', along: 0 },
        inlet: [],
        main: { pipe: 'hose-3/4' },
        valves: 'beds',
      },
    ],
    build: { spares: 0 },
  };
  counted(plan, US, {
    // 50 and 25 ft screwed together reach 60 ft and cost less than 100 ft.
    '¾ in garden hose': [Math.round(60 * FT * 1000) / 1000, `1 of 15.24 + 1 of 7.62`],
    // Runs at a quarter and three quarters of each bed: the last at 12 + 1.875 ft; 0.3 m on, folded: 178.3 in, up to 180.
    '¾ in poly pipe': [m(90), '1 of 30.48'],
    // 20 ft and half a hundredth, 0.15 m for the figure of eight: 20.59 ft; past an emitter 21.5 ft. Four of them from each of two
    // rolls of 100 ft, which cost less than one of 250.
    'half-inch dripline': [m(8 * 129), '2 of 30.48'],
    'tap or hydrant': [1, 'there'],
    'hose vacuum breaker': each(1),
    '¾ in screen filter': each(1),
    'low-flow regulator, lets out 10.0 psi': each(1),
    // Hose threads meet from the tap to the hose's end; one fitting leads into the header.
    'insert to hose thread, ¾ in': each(1),
    'clamp for ¾ in': [2, '2 of 1'],
    'take-off pushed into a punched hole of poly pipe, to 17 mm barb, with valve': each(8),
    'figure-of-eight end, 17 mm': each(8),
    'sleeve for a folded pipe end, ¾ in': each(1),
    'stake for a header’s end': each(2),
    // On loam one in 1.5 m: 6.1 m are 5, and one at the end.
    'staple or peg': [48, '1 of 50'],
    'hole punch, 0.315 in': each(1),
    'cutter for poly pipe and hose': each(1),
  });
});

/** Twenty beds whose header of 2 in layflat is fed in its middle; its feed stands at x, 12 m up. */
const layflatBlock = (id: string, feedX: number, from: string): Plan['blocks'][number] => ({
  id,
  xM: feedX - 14.75,
  yM: 12,
  beds: { count: 20, lengthM: 100, widthM: 1, pathM: 0.5, runsPerBed: 1 },
  ground: { soil: 'loam' },
  tape: { kind: 'tape', spacingM: 0.3, lies: 'buried' },
  header: { pipe: 'layflat-2', feed: 'middle', along: 0 },
  inlet: [{ id: `r${id}`, kind: 'regulator-adjustable-2', setKpa: 69 }],
  main: { pipe: 'pe-63', from },
  valves: 'block',
});

test('a borehole, a buried main and three blocks of twenty beds on layflat fed in the middle', () => {
  const plan: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    units: 'metric',
    sources: [
      { id: 's', kind: 'well', xM: 0, yM: 0, pumpingLevelM: 12, drop: { pipe: 'pe-40', lengthM: 30 } },
    ],
    head: [{ id: 'd', kind: 'disc-2' }],
    tees: [
      { id: 't1', xM: 0, yM: 10, main: { pipe: 'pe-63', from: 'head' } },
      { id: 't2', xM: 40, yM: 10, main: { pipe: 'pe-63', from: 't1' } },
    ],
    blocks: [layflatBlock('a', 0, 't1'), layflatBlock('b', 40, 't2'), layflatBlock('c', 80, 't2')],
    build: { mains: 'buried', spares: 0, joins: 0 },
  };
  counted(plan, METRIC, {
    // 10 + 40 + 2 + 2 m, and √(40² + 2²) = 40.05; a riser at the head and at each block: 0.2 m of soil, the bore and 0.4 m over the
    // ground are 0.655 m, up to 0.7; a short piece of 0.15 m at the top of each into the adaptor there.
    '63 mm poly pipe': [10 + 40 + 2 + 2 + 40.05 + 4 * 0.7 + 4 * 0.15, '1 of 100'],
    // The last runs lie 14.25 m from the tee; 0.2 m on, less 3 cm inside the tee: 14.42, up to 14.45. Two a block, and a short piece
    // from the regulator's adaptor into the tee.
    '2 in layflat': [6 * 14.45 + 3 * 0.15, '1 of 100'],
    // 100 m and half a hundredth and 0.3 m: 100.8; past an emitter 100.95. Nineteen from 2,000 m, or nine from 1,000.
    'tape, 15.9 mm bore': [60 * 100.95, '3 of 2000 + 1 of 500'],
    'drop pipe, 40 mm poly pipe': [30, 'there'],
    'submersible pump': [1, 'there'],
    'pressure tank of ': [1, 'there'],
    '50 mm disc filter': each(1),
    // From the pressure tank's tee of 1¼ in to the filter's 2 in.
    '1¼ in nipple': each(1),
    'reducing socket, 2 in to 1¼ in': each(1),
    'compression adaptor, 63 mm compression to 2 in female thread': each(1),
    '63 mm compression elbow': each(8),
    '63 mm compression tee': each(2),
    'compression adaptor, 63 mm compression to 2 in male thread': each(3),
    '50 mm ball valve (2 in thread)': each(3),
    '2 in nipple': each(3),
    '50 mm adjustable regulator (2 in thread), lets out 69 kPa': each(3),
    '2 in layflat tee': each(3),
    // One behind each regulator, one at each end.
    'layflat adaptor, 2 in layflat barb to 2 in male thread': each(9),
    '2 in threaded cap': each(6),
    'stake for a header’s end': each(6),
    'take-off screwed into a punched hole of layflat, to 16 mm tape lock': each(60),
    'sleeve for a folded end, 16 mm': each(60),
    // Two at each barb: adaptor and tee of the short piece, both sides of the tee, both caps' adaptors: six barbs a block.
    'clamp for 2 in': [36, '4 of 10'],
    // Tank to filter three threads, filter to adaptor one; a block six.
    'thread tape': [Math.round(22 * 0.6 * 1000) / 1000, '2 of 12'],
    'hole punch, 12 mm': each(1),
    spade: each(1),
    'cutter for poly pipe and hose': each(1),
  });
});

test('a tote, a splitter, drilled hose, and fifteen pots on small pipe with tees', () => {
  const branch = (x: number, from: string, id: string) =>
    [1, 2, 3, 4, 5].map((y) => ({ id: `${id}${y}`, xM: x, yM: y, from: y === 1 ? from : `${id}${y - 1}` }));
  const pots = [branch(2, 't1', 'a'), branch(4, 't2', 'c'), branch(6, 't3', 'd')].flat();
  const plan: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    units: 'metric',
    sources: [
      {
        id: 's',
        kind: 'tank',
        xM: 0,
        yM: 0,
        outletM: 0.6,
        highM: 1.6,
        lowM: 0.7,
        shape: 'stated',
        volumeL: 1000,
      },
    ],
    head: [
      { id: '1', kind: 'ball-1' },
      { id: '2', kind: 'screen-1' },
      { id: '3', kind: 'splitter-2' },
    ],
    blocks: [
      {
        id: 'beds',
        xM: 0,
        yM: 3,
        beds: { count: 2, lengthM: 4, widthM: 1, pathM: 0.5, runsPerBed: 1 },
        ground: { soil: 'loam' },
        tape: { kind: 'drilled', spacingM: 0.5, holeMm: 1, lies: 'surface' },
        header: { pipe: 'pe-20', feed: 'left', along: 0 },
        inlet: [],
        main: { pipe: 'pe-20' },
        valves: 'block',
      },
      {
        id: 'pots',
        xM: 4,
        yM: 0,
        tape: { kind: 'emitters', flowLph: 4 },
        header: { pipe: 'pe-20' },
        inlet: [],
        main: { pipe: 'pe-20' },
        places: {
          route: 'drawn',
          joints: [
            { id: 't1', xM: 2, yM: 0, from: 'feed' },
            { id: 't2', xM: 4, yM: 0, from: 't1' },
            { id: 't3', xM: 6, yM: 0, from: 't2' },
            ...pots,
          ],
          plants: pots.map(({ xM, yM }, i) => ({ id: `${i + 1}`, xM, yM })),
        },
      },
    ],
    build: { spares: 0 },
  };
  counted(plan, METRIC, {
    // 3 and 4 m of hose to the plots; a header of 2 m and 0.3 m to fold. To the pots: two stretches of 2 m between tees, two branches
    // of 5 m, and 2 + 5 m round the last corner in one piece, each end with 0.3 m to fold.
    '20 mm poly pipe': [3 + 4 + 2.3 + 2 + 2 + 2 * 5.3 + 7.3, '1 of 50'],
    // 4 m and half a hundredth; past a hole 4.25 m. Plugged, not folded.
    'plain pipe to lay along beds': [8.5, '1 of 25'],
    'tote of 1,000 L': [1, 'there'],
    'adaptor from a tote’s coarse outlet thread to 2 in pipe thread': each(1),
    'screen for a tank’s inlet': each(1),
    'overflow pipe with screen': each(1),
    'stand strong enough': each(1),
    '25 mm ball valve': each(1),
    '25 mm screen filter': each(1),
    'two-way splitter with valves': each(1),
    'reducing bush, 2 in to 1 in': each(1),
    '1 in nipple': each(1),
    'reducing socket, 1 in to ¾ in': each(1),
    '¾ in nipple': each(1),
    // One on each outlet. The splitter's own valves shut the plots: no others are bought.
    'tubing adaptor, 20 mm insert barb to ¾ in female thread': each(2),
    // Hose to header, hose to small pipe.
    'tubing coupling, 20 mm': each(2),
    '20 mm insert tee': each(2),
    'sleeve for a folded pipe end, 20 mm': each(4),
    'take-off pushed into a punched hole of poly pipe, to ½ in barb': each(2),
    'end plug, ½ in': each(2),
    'emitter of 4.00 L/h': [15, '2 of 10'],
    'stake for a header’s end': each(2),
    'staple or peg': [8, '1 of 50'],
    'thread tape': [5.4, '1 of 12'],
    'drill bit, 1 mm': each(1),
    'hole punch, 8 mm': each(1),
    'emitter punch, 3 mm': each(1),
    'cutter for poly pipe and hose': each(1),
  });
});
