import { REGULATOR_SETS_KPA } from '../catalog/headParts';
import { MATERIALS, type MaterialId } from '../catalog/materials';
import { plantRow } from './batteryBase.testing';
import { blankPlan, type Plan, type StatedBlock, type StatedPart } from '../plan';

type Source = Plan['sources'][number];
const parts = (...kinds: string[]): StatedPart[] => kinds.map((kind, i) => ({ id: `${kind}-${i}`, kind }));
const at = { xM: -3, yM: -2 };
const POINTS = [
  { flowLph: 0, headM: 70 },
  { flowLph: 2000, headM: 65 },
  { flowLph: 4000, headM: 52 },
  { flowLph: 6000, headM: 30 },
];

interface Way {
  name: string;
  source: Source;
  head: StatedPart[];
  /** A tank gives what its height gives: nothing is regulated, and only what drips at little pressure is laid. */
  gravity?: true;
}

/** Each kind of source as a careful grower sets it up. */
const WAYS: readonly Way[] = [
  {
    name: 'a tap',
    source: { id: 's', kind: 'tap', method: 'gauge', shutKpa: 350, flowingKpa: 250, flowingLph: 3000, ...at },
    head: parts('double-check', 'gauge', 'screen-1', 'gauge'),
  },
  {
    name: 'a well with a pressure tank',
    source: {
      id: 's',
      kind: 'well',
      pumpingLevelM: 20,
      yieldLph: 6000,
      curve: { method: 'points', points: POINTS },
      drop: { pipe: 'pe-1-1/4', lengthM: 25 },
      vessel: { part: 'tank', volumeL: 500, prechargeKpa: 186, cutInKpa: 200, cutOutKpa: 340 },
      ...at,
    },
    head: parts('check-1', 'ball-1', 'gauge', 'disc-1', 'gauge'),
  },
  {
    name: 'a pump by a pond',
    source: {
      id: 's',
      kind: 'pump',
      liftM: 1.5,
      npshM: 3,
      footValve: true,
      suction: { pipe: 'pe-1-1/2', lengthM: 6 },
      curve: { method: 'points', points: POINTS.map((p) => ({ ...p, headM: p.headM / 2 })) },
      vessel: { part: 'none' },
      ...at,
    },
    head: [
      ...parts('check-1'),
      { id: 'relief', kind: 'relief', opensKpa: 327 },
      ...parts('gauge', 'disc-1', 'gauge'),
    ],
  },
  {
    name: 'a tank on a stand',
    source: { id: 's', kind: 'tank', outletM: 1.5, highM: 2.5, lowM: 1.7, volumeL: 2000, ...at } as Source,
    head: parts('ball-1', 'screen-1'),
    gravity: true,
  },
];

/** What drips at the pressure of a tank. */
const UNDER_A_TANK: readonly MaterialId[] = ['tape', 'dripline', 'dripper-line', 'drilled', 'microtubes'];

const LAYOUTS: readonly { name: string; block: StatedBlock }[] = [
  { name: 'four short beds', block: { id: 'b', beds: { count: 4, lengthM: 6, runsPerBed: 2, widthM: 0.8 } } },
  { name: 'one bed', block: { id: 'b', beds: { count: 1, lengthM: 8, runsPerBed: 2, widthM: 0.8 } } },
  {
    name: 'a small tunnel',
    block: {
      id: 'b',
      tunnel: { widthM: 4, lengthM: 8, sideBedM: 0.8 },
      beds: { widthM: 0.8, runsPerBed: 2 },
    },
  },
];

/** Plans of every source with every material that it suits, in three small layouts, none with anything to stop or mend. */
const IN_ROWS: readonly { name: string; plan: Plan }[] = WAYS.flatMap((way) =>
  MATERIALS.filter((m) => !way.gravity || UNDER_A_TANK.includes(m.id)).flatMap((m) =>
    LAYOUTS.map(({ name, block }) => {
      const { minKpa, maxKpa } = m.label;
      const set = REGULATOR_SETS_KPA.filter((k) => k > minKpa * 1.1 && k <= maxKpa).sort(
        (a, b) => Math.abs(a - m.label.atKpa) - Math.abs(b - m.label.atKpa),
      )[0];
      // Drilled hose draws much; hose that seeps is never as even as tape, and a grower who lays it wishes for less.
      const regulator = {
        id: 'regulator',
        kind: m.id === 'drilled' || m.id === 'adjustable' ? 'regulator-mid' : 'regulator-low',
        setKpa: set,
      };
      return {
        name: `${way.name}, ${m.name}, ${name}`,
        plan: {
          ...blankPlan('metric'),
          sources: [way.source],
          head: way.head,
          ...(m.id === 'porous' && { wishes: { uniformity: 0.8 } }),
          blocks: [
            {
              ...block,
              tape: { kind: m.id },
              header: { pipe: 'pe-1' },
              main: { pipe: 'pe-1' },
              inlet: way.gravity || set === undefined ? [] : [regulator],
            },
          ],
        } as Plan,
      };
    }),
  ),
);

/** Plants at places of their own: pots in a row, bushes on the shortest way, rings about young trees, on a pipe that was drawn. */
const AT_PLACES: readonly { name: string; more: Partial<StatedBlock> }[] = [
  { name: 'pots in a row', more: { places: { potL: 20, spreadM: 0.4, plants: plantRow(12, 1) } } },
  {
    name: 'bushes on the shortest way',
    more: { places: { route: 'shortest', spreadM: 0.6, emitters: 2, plants: plantRow(9, 1.5) } },
  },
  {
    name: 'rings about young trees',
    more: {
      places: { around: 'ring', ringM: 0.8, spreadM: 1.2, plants: plantRow(5, 3) },
      tape: { kind: 'compensating' },
      inlet: [{ id: 'regulator', kind: 'regulator-low', setKpa: 103 }],
    },
  },
  {
    name: 'pots on a drawn pipe with a ring in it',
    more: {
      places: {
        route: 'drawn',
        spreadM: 0.4,
        joints: [
          { id: 'a', xM: 6, yM: 0, from: 'feed' },
          { id: 'b', xM: 6, yM: 4, from: 'a' },
          { id: 'c', xM: 0, yM: 4, from: 'feed' },
        ],
        loops: [{ id: 'l', a: 'b', b: 'c' }],
        emitters: 2,
        plants: plantRow(5, 1.1),
      },
    },
  },
];
const tapWay = WAYS[0];

/** All of them: in rows, and at places. */
export const SOUND_PLANS: readonly { name: string; plan: Plan }[] = [
  ...IN_ROWS,
  ...AT_PLACES.map(({ name, more }) => ({
    name,
    plan: {
      ...blankPlan('metric'),
      sources: [tapWay.source],
      head: tapWay.head,
      blocks: [
        {
          id: 'b',
          header: { pipe: 'pe-20' },
          inlet: [{ id: 'regulator', kind: 'regulator-low', setKpa: 69 }],
          ...more,
        },
      ],
    } as Plan,
  })),
];
