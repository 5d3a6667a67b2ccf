import {
  BLOCK,
  block,
  head,
  HEAD,
  parts,
  pump,
  PUMP_HEAD,
  regulated,
  source,
  SOUND,
  TANK_HEAD,
  TAP,
  tank,
  well,
  WELL_HEAD,
  type Planted,
  type Source,
} from './batteryBase.testing';

/** A regulator that fits the inch thread of the head. */
const fitted = (setKpa: number) => regulated(setKpa).map((r) => ({ ...r, inEnd: 'thread-1' as const }));
const TEE = { id: 't', xM: -2, yM: -2, main: { pipe: 'pe-1-1/4' } };
const FROM_TEE = { ...BLOCK, main: { pipe: 'pe-1-1/4', from: 't' } };

/** Small plans with one planted fault each in source, head or main. */
export const HEADS: readonly Planted[] = [
  {
    name: 'three plots from a splitter for two',
    plan: {
      ...SOUND,
      head: [...HEAD, { id: 'splitter', kind: 'splitter-2', inEnd: 'thread-1', outEnd: 'thread-1' }],
      blocks: [0, 1, 2].map((i) => ({
        ...BLOCK,
        id: `b${i}`,
        xM: i * 12,
        yM: 0,
        beds: { count: 2, lengthM: 8, runsPerBed: 2 },
        inlet: [{ id: 'regulator', kind: 'regulator-low', setKpa: 69 }],
      })),
    },
    finds: ['splitter-ways'],
  },
  {
    name: 'a booster that draws its tap too low',
    plan: source({
      shutKpa: 150,
      flowingKpa: 60,
      flowingLph: 3000,
      booster: { kind: 'fixed', lowCutKpa: 140 },
    }),
    finds: ['booster-starved'],
  },
  {
    name: 'a booster against shut valves',
    plan: source({ booster: { kind: 'fixed', highCutKpa: 400 } }),
    finds: ['booster-limits'],
  },
  {
    name: 'a backup tap on a tank’s pipes with nothing between',
    plan: {
      ...tank({}),
      sources: [...tank({}).sources, { ...TAP, id: 'tap' } as Source],
      backup: { sourceId: 'tap' },
    },
    finds: ['backup-joins', 'tank-weight', 'burst-at-rest'],
  },
  {
    name: 'mains of 750 kPa through a thin poly pipe',
    plan: source({ shutKpa: 750 }),
    finds: ['over-rated'],
  },
  {
    name: 'a solenoid valve under a low tank',
    plan: tank({}, [...TANK_HEAD, ...parts('solenoid-1')]),
    finds: ['needs-pressure', 'tank-weight'],
  },
  {
    name: 'a regulator under a low tank',
    plan: { ...tank({ outletM: 5, lowM: 5.3 }), blocks: [{ ...tank({}).blocks[0], inlet: regulated(69) }] },
    finds: ['regulator-starved', 'tank-weight'],
  },
  {
    name: 'a filter before the separator',
    plan: well({ water: ['sandy'] }, [
      ...parts('check-1', 'ball-1', 'gauge', 'disc-1', 'gauge'),
      { id: 'x', kind: 'separator-1', minLph: 100 },
    ]),
    finds: ['filter-above-separator', 'water-avoid'],
  },
  {
    name: 'more than the filter takes',
    plan: head([
      ...parts('double-check', 'gauge'),
      { id: 'f', kind: 'screen-1', maxLph: 300 },
      ...parts('gauge'),
    ]),
    finds: ['flow-over-rating'],
  },
  {
    name: 'a preventer that takes half the pressure',
    plan: head([{ id: 'd', kind: 'double-check', lossKpa: 300 }, ...parts('gauge', 'screen-1', 'gauge')]),
    finds: ['preventer-small'],
  },
  {
    name: 'a vacuum breaker at the foot of the field',
    plan: {
      ...head(parts('vacuum-breaker', 'gauge', 'screen-1', 'gauge')),
      blocks: [{ ...BLOCK, heightM: 1.5 }],
    },
    finds: ['breaker-low', 'no-vent'],
  },
  {
    name: 'feed given at a block behind nothing that keeps it from the well',
    plan: {
      ...well({}),
      blocks: [
        {
          ...BLOCK,
          inlet: [
            { id: 'd', kind: 'dosing-3/4', inEnd: 'thread-3/4', outEnd: 'thread-3/4' },
            ...parts('screen-3/4'),
            ...BLOCK.inlet!,
          ],
        },
      ],
    },
    finds: ['no-backflow'],
  },
  {
    name: 'less than the meter counts',
    plan: head([...HEAD, { id: 'm', kind: 'meter-3/4', inEnd: 'thread-1', minLph: 3000 }]),
    finds: ['flow-under-rating'],
  },
  {
    name: 'a venturi with no regulator after it',
    plan: {
      ...tank({}, [
        ...parts('ball-1'),
        { id: 'v', kind: 'venturi-1', lossKpa: 2 },
        ...parts('gauge', 'screen-1', 'gauge'),
      ]),
      wishes: { feeding: true },
    },
    finds: ['venturi-weak', 'tank-weight', 'no-backflow'],
  },
  {
    name: 'feed with nothing to feed by',
    plan: { ...well({}), wishes: { feeding: true } },
    finds: ['no-backflow', 'feed-nowhere', 'feed-long'],
  },
  {
    name: 'feed behind a vacuum breaker',
    plan: {
      ...head([
        ...parts('vacuum-breaker'),
        { id: 'd', kind: 'dosing-3/4', inEnd: 'hose-3/4', outEnd: 'hose-3/4' },
        ...parts('gauge', 'screen-3/4', 'gauge'),
      ]),
      wishes: { feeding: true },
    },
    finds: ['backflow-weak', 'feed-long'],
  },
  {
    name: 'a regulator far uphill of its beds',
    plan: {
      ...SOUND,
      head: [...HEAD, ...parts('air-vent'), ...fitted(55)],
      blocks: [{ ...BLOCK, inlet: [], heightM: -4, tape: { wallMm: 0.381 } }],
    },
    finds: ['regulator-uphill'],
  },
  {
    name: 'two fields that differ in height on one regulator',
    plan: {
      ...SOUND,
      sources: [{ ...TAP, flowingLph: 6000 } as Source],
      head: [...HEAD, ...fitted(69)],
      blocks: [
        { ...BLOCK, inlet: [], beds: { count: 4, lengthM: 30, runsPerBed: 2 } },
        {
          ...BLOCK,
          id: 'c',
          inlet: parts('air-vent'),
          heightM: 2.4,
          beds: { count: 4, lengthM: 30, runsPerBed: 2 },
        },
      ],
    },
    finds: ['farm-uneven', 'unlike-needs'],
  },
  {
    name: 'fast water in a thin plastic main',
    plan: {
      ...SOUND,
      sources: [{ ...TAP, shutKpa: 600, flowingKpa: 500, flowingLph: 6000 } as Source],
      blocks: [{ ...BLOCK, main: { pipe: 'pvc-1/2' } }],
    },
    finds: ['fast-water'],
  },
  {
    name: 'a hump in the main',
    plan: { ...SOUND, tees: [{ ...TEE, heightM: 3 }], blocks: [FROM_TEE] },
    finds: ['no-vent'],
  },
  {
    name: 'buried tape that falls from its header',
    plan: block({ ground: { slopeAlong: -0.03 }, tape: { lies: 'buried' }, inlet: regulated(55) }),
    finds: ['no-vent'],
  },
  {
    name: 'buried tape that falls from a header with a vent',
    plan: block({
      ground: { slopeAlong: -0.03 },
      tape: { lies: 'buried' },
      inlet: [...regulated(55), ...parts('air-vent')],
    }),
    finds: [],
  },
  {
    name: 'a vent on the hump',
    plan: { ...SOUND, tees: [{ ...TEE, heightM: 3, vent: true }], blocks: [FROM_TEE] },
    finds: [],
  },
  {
    name: 'hose thread onto pipe thread, by adaptors',
    plan: head(parts('vacuum-breaker', 'gauge', 'screen-1', 'gauge')),
    finds: [],
  },
  {
    name: 'a filter of the other thread standard',
    plan: head([
      ...parts('vacuum-breaker', 'gauge'),
      { id: 'other', kind: 'screen-1', inEnd: 'taper-1', outEnd: 'taper-1' },
      { id: 'after', kind: 'gauge' },
    ]),
    finds: ['ends-unlike'],
  },
  {
    name: 'a lane over the main',
    plan: {
      ...SOUND,
      obstacles: [
        {
          id: 'l',
          kind: 'lane',
          name: 'Cart lane',
          widthM: 3,
          points: [
            [-10, -1.5],
            [30, -1.5],
          ],
        },
      ],
    },
    finds: ['lane-crossed'],
  },
  {
    name: 'a block far over its tap',
    plan: block({ heightM: 25, inlet: [...regulated(69), ...parts('air-vent')] }),
    finds: ['flow-short'],
  },
  {
    name: 'beds that climb past all pressure',
    plan: block({ ground: { slopeAlong: 0.25 } }),
    finds: ['runs-uphill', 'never-fills', 'unlike-needs'],
  },
  {
    name: 'a solenoid that slams on fast water',
    plan: {
      ...SOUND,
      sources: [{ ...TAP, shutKpa: 600, flowingKpa: 500, flowingLph: 6000 } as Source],
      head: [...HEAD, ...parts('solenoid-1')],
      blocks: [{ ...BLOCK, main: { pipe: 'pvc-3/4' } }],
    },
    finds: ['surge', 'fast-water'],
  },
  {
    name: 'a well that gives a little every day',
    plan: well({
      yieldLph: 40,
      vessel: { part: 'tank', volumeL: 3000, prechargeKpa: 180, cutInKpa: 200, cutOutKpa: 340 },
    }),
    finds: ['yield-short', 'over-yield'],
  },
  {
    name: 'a trickle into many emitters',
    plan: source({ shutKpa: 40, flowingKpa: 20, flowingLph: 60 }),
    finds: ['flow-short', 'day-short', 'regulator-range', 'part-eats', 'past-roots'],
  },
  {
    name: 'a surface pump with a pressure tank that does',
    plan: pump(
      { vessel: { part: 'tank', volumeL: 300, prechargeKpa: 130, cutInKpa: 150, cutOutKpa: 260 } },
      PUMP_HEAD,
    ),
    finds: [],
  },
  { name: 'a well with a gauge more', plan: well({}, [...WELL_HEAD, ...parts('gauge')]), finds: [] },
];
