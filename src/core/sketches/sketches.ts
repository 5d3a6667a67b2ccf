import { msg } from '../language';
import type { Plan, Plant, StatedBlock } from '../plan';
import { beds, plants, rise, tunnel, way } from './questions';
import type { Sketch } from './types';

type Source = Plan['sources'][number];
const row = (count: number, apartM: number): Plant[] =>
  Array.from({ length: count }, (_, i) => ({
    id: String(i + 1),
    xM: Number(((i + 1) * apartM).toFixed(2)),
    yM: 0,
  }));
const regulator = (kind: 'low' | 'mid' | 'high', setKpa: number): StatedBlock['inlet'] => [
  { id: 'regulator', kind: `regulator-${kind}`, setKpa },
];
const parts = (...kinds: string[]) => kinds.map((kind) => ({ id: kind, kind }));

const tap = (more: object = {}): Source =>
  ({ id: 'source-1', kind: 'tap', xM: -8, yM: 0, ...more }) as Source;
/** Low on its stand, half a metre to a metre and a half of water. */
const store = (more: object): Source =>
  ({ id: 'source-1', kind: 'tank', xM: -3, yM: 0, shape: 'stated', ...more }) as Source;

const HOSE_BRING = [
  msg`a bucket whose volume you know`,
  msg`a watch`,
  msg`a pressure gauge that fits the tap`,
];
const TAPE_MEASURE = msg`a long tape measure, or your paces`;
const LEVEL = msg`a clear hose and some water, or a level board`;

/** Twelve ways in which people begin. All figures are examples until they are measured. */
export const SKETCHES: readonly Sketch[] = [
  {
    id: 'tap-beds',
    name: msg`Tap and raised beds`,
    says: msg`A garden tap, a hose, a few raised beds.`,
    look: { source: 'tap', field: 'raised' },
    plan: {
      name: msg`Raised beds`,
      sources: [tap()],
      blocks: [
        {
          id: 'block-1',
          name: msg`Raised beds`,
          beds: { count: 4, lengthM: 2.4, widthM: 1.2, pathM: 0.6, runsPerBed: 3 },
          tape: { kind: 'dripline', lies: 'surface' },
          header: { pipe: 'pe-1/2' },
          main: { pipe: 'hose-5/8' },
          inlet: regulator('low', 103),
        },
      ],
    },
    questions: [{ of: 'tap', asks: 'bucket' }, { of: 'tap', asks: 'gauge' }, way(msg`the tap`), beds()],
    bring: [...HOSE_BRING, TAPE_MEASURE],
  },
  {
    id: 'barrel',
    name: msg`Barrel on a stand`,
    says: msg`A barrel a little above the beds, and gravity.`,
    look: { source: 'barrel', field: 'raised' },
    plan: {
      name: msg`Barrel`,
      sources: [store({ outletM: 0.8, lowM: 0.85, highM: 1.6, volumeL: 200 })],
      head: parts('ball-3/4', 'screen-1'),
      blocks: [
        {
          id: 'block-1',
          name: msg`Beds`,
          beds: { count: 2, lengthM: 3, widthM: 0.75, runsPerBed: 2 },
          tape: { lies: 'surface' },
          header: { pipe: 'pe-3/4' },
          main: { pipe: 'hose-3/4' },
        },
      ],
    },
    questions: [{ of: 'tank', asks: 'tank' }, way(msg`the barrel`), beds()],
    bring: [TAPE_MEASURE, LEVEL],
  },
  {
    id: 'roof-tote',
    name: msg`Roof and tote`,
    says: msg`Rain from a roof in a tote, and gravity.`,
    look: { source: 'tank', field: 'raised', roof: true },
    plan: {
      name: msg`Roof and tote`,
      sources: [store({ outletM: 0.6, lowM: 0.65, highM: 1.5, volumeL: 1000, refill: 'roof', roofM2: 40 })],
      head: parts('ball-1', 'screen-1'),
      blocks: [
        {
          id: 'block-1',
          name: msg`Beds`,
          beds: { count: 4, lengthM: 6, widthM: 0.75, runsPerBed: 2 },
          tape: { lies: 'surface' },
          header: { pipe: 'pe-1' },
          main: { pipe: 'pe-1' },
        },
      ],
    },
    questions: [{ of: 'tank', asks: 'tank' }, { of: 'tank', asks: 'roof' }, way(msg`the tote`), beds()],
    bring: [TAPE_MEASURE, LEVEL],
  },
  {
    id: 'house-well',
    name: msg`House well and rows`,
    says: msg`A well with a pressure tank, some long rows.`,
    look: { source: 'well', field: 'rows' },
    plan: {
      name: msg`House well`,
      sources: [
        {
          id: 'source-1',
          kind: 'well',
          xM: -25,
          yM: 0,
          pumpingLevelM: 15,
          yieldLph: 3000,
          curve: { method: 'bucket', bucketL: 20, triesS: [32], bucketKpa: 220 },
          drop: { pipe: 'pe-1-1/4', lengthM: 20 },
          vessel: { part: 'tank', volumeL: 300, cutInKpa: 200, cutOutKpa: 340 },
        },
      ],
      blocks: [
        {
          id: 'block-1',
          name: msg`Rows`,
          beds: { count: 8, lengthM: 20, widthM: 0.75, runsPerBed: 1 },
          header: { pipe: 'pe-1' },
          main: { pipe: 'pe-1' },
          inlet: regulator('mid', 69),
        },
      ],
    },
    questions: [
      { of: 'well', asks: 'switch' },
      { of: 'well', asks: 'depth' },
      { of: 'well', asks: 'bucket' },
      way(msg`the well`),
      beds(),
    ],
    bring: [msg`the driller’s sheet`, ...HOSE_BRING, TAPE_MEASURE, LEVEL],
  },
  {
    id: 'borehole-fields',
    name: msg`Borehole and fields`,
    says: msg`A strong well, two fields of long beds.`,
    look: { source: 'well', field: 'fields' },
    plan: {
      name: msg`Borehole`,
      sources: [
        {
          id: 'source-1',
          kind: 'well',
          xM: -40,
          yM: 0,
          pumpingLevelM: 25,
          yieldLph: 9000,
          curve: { method: 'label', powerKw: 2.2, labelLph: 6000, labelM: 65 },
          drop: { pipe: 'pe-1-1/2', lengthM: 32 },
          vessel: { part: 'tank', volumeL: 800, cutInKpa: 220, cutOutKpa: 380 },
        },
      ],
      head: parts('check-2', 'ball-2', 'disc-2'),
      blocks: [msg`Near field`, msg`Far field`].map((name, i) => ({
        id: `block-${i + 1}`,
        name,
        xM: i * 16,
        yM: 0,
        beds: { count: 10, lengthM: 50, widthM: 0.75, runsPerBed: 2 },
        header: { pipe: 'pe-1-1/2' },
        main: { pipe: 'pe-2' },
        inlet: regulator('mid', 69),
      })),
    },
    questions: [
      { of: 'well', asks: 'switch' },
      { of: 'well', asks: 'depth' },
      { of: 'pump', asks: 'label' },
      way(msg`the borehole`),
      rise(msg`the borehole`),
      beds(true),
    ],
    bring: [msg`the driller’s sheet and the pump’s label`, TAPE_MEASURE, LEVEL],
  },
  {
    id: 'pond-pump',
    name: msg`Pond pump and lay-flat`,
    says: msg`A pump beside open water, flat hose to the beds.`,
    look: { source: 'pump', field: 'rows' },
    plan: {
      name: msg`Pond`,
      sources: [
        {
          id: 'source-1',
          kind: 'pump',
          xM: -30,
          yM: 0,
          liftM: 1.5,
          footValve: true,
          suction: { pipe: 'pe-2', lengthM: 5 },
          curve: { method: 'label', powerKw: 1.1, labelLph: 6500, labelM: 24 },
          water: ['silty'],
          vessel: { part: 'none' },
        },
      ],
      head: [...parts('check-2'), { id: 'relief', kind: 'relief', opensKpa: 292 }, ...parts('disc-2')],
      blocks: [
        {
          id: 'block-1',
          name: msg`Beds`,
          beds: { count: 10, lengthM: 40, widthM: 0.75, runsPerBed: 2 },
          header: { pipe: 'layflat-2' },
          main: { pipe: 'layflat-2' },
          inlet: regulator('mid', 69),
        },
      ],
    },
    questions: [
      { of: 'pump', asks: 'lift' },
      { of: 'pump', asks: 'label' },
      way(msg`the pump`),
      rise(msg`the pump`),
      beds(),
    ],
    bring: [msg`the pump’s label`, TAPE_MEASURE, LEVEL],
  },
  {
    id: 'tunnel-tap',
    name: msg`Tunnel from a yard tap`,
    says: msg`A tunnel, watered from the tap in the yard.`,
    look: { source: 'tap', field: 'tunnel' },
    plan: {
      name: msg`Tunnel`,
      sources: [tap({ xM: -20, bucketL: 12, triesS: [24] })],
      blocks: [
        {
          id: 'block-1',
          name: msg`Tunnel`,
          tunnel: { widthM: 5.5, lengthM: 15 },
          beds: { widthM: 0.8, runsPerBed: 2 },
          header: { pipe: 'pe-1' },
          main: { pipe: 'pe-1' },
          inlet: regulator('mid', 69),
        },
      ],
    },
    questions: [{ of: 'tap', asks: 'bucket' }, { of: 'tap', asks: 'gauge' }, way(msg`the tap`), tunnel],
    bring: [...HOSE_BRING, TAPE_MEASURE],
  },
  {
    id: 'tank-tubes',
    name: msg`Tank and microtubes`,
    says: msg`A raised tank, plain pipe, a thin tube to each plant.`,
    look: { source: 'tank', field: 'tubes' },
    plan: {
      name: msg`Tank and microtubes`,
      sources: [store({ outletM: 1, lowM: 1.05, highM: 2, volumeL: 1000 })],
      head: parts('ball-1', 'screen-1'),
      blocks: [
        {
          id: 'block-1',
          name: msg`Beds`,
          beds: { count: 4, lengthM: 6, widthM: 0.75, runsPerBed: 1 },
          tape: { kind: 'microtubes', lies: 'surface', spacingM: 0.3, tubeMm: 1, tubeM: 0.8 },
          header: { pipe: 'pe-3/4' },
          main: { pipe: 'pe-1' },
        },
      ],
    },
    questions: [{ of: 'tank', asks: 'tank' }, way(msg`the tank`), beds()],
    bring: [TAPE_MEASURE, LEVEL],
  },
  {
    id: 'float-plots',
    name: msg`Float canister and plots`,
    says: msg`A small canister whose float keeps the pressure low and even.`,
    look: { source: 'tank', field: 'plots' },
    plan: {
      name: msg`Plots`,
      sources: [
        store({
          level: 'held',
          fedBy: 'store',
          refill: 'hose',
          refillLph: 600,
          outletM: 1.25,
          lowM: 1.25,
          highM: 1.5,
          floatM: 1.5,
          volumeL: 25,
          storeL: 1000,
        }),
      ],
      head: parts('ball-1', 'screen-1'),
      blocks: [0, 1, 2].map((i) => ({
        id: `block-${i + 1}`,
        name: msg`Plot ${i + 1}`,
        xM: i * 4,
        yM: 0,
        beds: { count: 2, lengthM: 4, widthM: 0.75, runsPerBed: 2 },
        tape: { lies: 'surface' as const },
        header: { pipe: 'pe-3/4' },
        main: { pipe: 'pe-1' },
      })),
    },
    questions: [{ of: 'tank', asks: 'float' }, way(msg`the canister`), beds(true)],
    bring: [TAPE_MEASURE, LEVEL],
  },
  {
    id: 'bushes',
    name: msg`Hops or bushes on buttons`,
    says: msg`One pipe along the row, button emitters at each plant.`,
    look: { source: 'tap', field: 'bushes' },
    plan: {
      name: msg`Bushes`,
      sources: [tap({ xM: -10 })],
      blocks: [
        {
          id: 'block-1',
          name: msg`Row`,
          places: { plants: row(16, 1.2), spreadM: 0.8, emitters: 2 },
          header: { pipe: 'pe-1/2' },
          main: { pipe: 'pe-3/4' },
          inlet: regulator('low', 103),
        },
      ],
    },
    questions: [
      { of: 'tap', asks: 'bucket' },
      { of: 'tap', asks: 'gauge' },
      way(msg`the tap`),
      plants(0, 'bushes'),
    ],
    bring: [...HOSE_BRING, TAPE_MEASURE],
  },
  {
    id: 'pots-rings',
    name: msg`Pots and rings`,
    says: msg`Pots on a terrace, rings of dripline round young trees.`,
    look: { source: 'tap', field: 'pots' },
    plan: {
      name: msg`Pots and trees`,
      sources: [tap({ xM: -6 })],
      blocks: [
        {
          id: 'block-1',
          name: msg`Pots`,
          xM: 0,
          yM: 0,
          places: { plants: row(10, 0.7), spreadM: 0.4, potL: 20, emitters: 1 },
          header: { pipe: 'pe-1/2' },
          main: { pipe: 'pe-1/2' },
          inlet: regulator('low', 103),
        },
        {
          id: 'block-2',
          name: msg`Trees`,
          xM: 0,
          yM: 6,
          places: { plants: row(4, 3), spreadM: 1.4, around: 'ring', ringM: 0.8 },
          tape: { kind: 'dripline', lies: 'surface' },
          header: { pipe: 'pe-1/2' },
          main: { pipe: 'pe-1/2' },
          inlet: regulator('low', 103),
        },
      ],
    },
    questions: [
      { of: 'tap', asks: 'bucket' },
      { of: 'tap', asks: 'gauge' },
      way(msg`the tap`),
      plants(0, 'pots'),
      plants(1, msg`young trees`),
    ],
    bring: [...HOSE_BRING, TAPE_MEASURE],
  },
  {
    id: 'weak-booster',
    name: msg`Weak mains and booster`,
    says: msg`A tap too weak for the beds, and a pump in line.`,
    look: { source: 'booster', field: 'rows' },
    plan: {
      name: msg`Weak mains`,
      sources: [
        tap({
          xM: -15,
          bucketL: 10,
          triesS: [20],
          shutKpa: 120,
          booster: {
            kind: 'fixed',
            curve: { method: 'label', powerKw: 0.37, labelLph: 1200, labelM: 22 },
            lowCutKpa: 20,
            highCutKpa: 500,
            maxLph: 2500,
          },
        }),
      ],
      head: parts('double-check', 'screen-1'),
      blocks: [
        {
          id: 'block-1',
          name: msg`Rows`,
          beds: { count: 8, lengthM: 15, widthM: 0.75, runsPerBed: 1 },
          header: { pipe: 'pe-1' },
          main: { pipe: 'pe-1' },
          inlet: regulator('low', 69),
        },
      ],
    },
    questions: [
      { of: 'tap', asks: 'bucket' },
      { of: 'tap', asks: 'gauge' },
      way(msg`the tap`),
      rise(msg`the tap`),
      beds(),
    ],
    bring: [...HOSE_BRING, TAPE_MEASURE, LEVEL],
  },
];
