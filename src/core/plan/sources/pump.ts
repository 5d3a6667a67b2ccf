import Joi from 'joi';
import { msg } from '../../language';
import { pipeKind } from '../../catalog/pipes';
import type { PumpCurve } from '../../hydraulics/pump';
import { LIMITS, notNegative, positive } from '../fields/bounds';
import { over, piece } from '../fields/over';
import { pipePiece } from '../fields/pieceSchema';
import type { PipePiece } from '../fields/pipeTypes';
import { BUCKET, curveOf, curveQuestions } from './curve';
import { sourceKind } from './kind';
import {
  ELECTRIC,
  givingPump,
  pressingPump,
  pumpAsks,
  pumpedUp,
  pumpFields,
  pumpToday,
  sanePump,
  stopsAtKpa,
  switchQuestion,
  vesselOf,
  vesselSchema,
  vesselTasks,
  vesselThings,
  type Pumped,
} from './pumped';
import { within } from './questions';
import type { Site } from './site';

/** A pump at the side of open water, or over an underground tank. */
export interface SurfacePump extends Site, Pumped {
  kind: 'pump';
  /** Pump above the water; below 0 where it is flooded. */
  liftM: number;
  suction: PipePiece & { lengthM: number; minorK: number };
  footValve: boolean;
  altitudeM: number;
  /** Net positive suction head the pump needs. */
  npshM: number;
}

/** A small surface pump to start from: points as such curves run. */
const SURFACE_PUMP: PumpCurve = {
  method: 'points',
  points: [
    { flowLph: 0, headM: 38 },
    { flowLph: 4000, headM: 32 },
    { flowLph: 8000, headM: 18 },
  ],
  powerKw: 0.75,
  labelLph: 4000,
  labelM: 28,
  ...BUCKET,
};
/** Net positive suction head that small end-suction pumps ask for, m. */
const TYPICAL_NPSH_M = 3;
/** Fittings of a suction pipe as a fitting loss (K): strainer and foot valve (2.5), bend (0.9). */
const SUCTION_K = 3.4;
/** A suction pipe reaches so far beyond the lift, m. */
const BEYOND_M = 3;
/** A pump's outlet by the most it gives, L/h (makers' common patterns). */
const PUMP_OUTLETS: readonly { toLph: number; size: string }[] = [
  { toLph: 4000, size: '1' },
  { toLph: 9000, size: '1-1/2' },
  { toLph: 25_000, size: '2' },
  { toLph: 60_000, size: '3' },
  { toLph: Infinity, size: '4' },
];

export const pump = sourceKind<SurfacePump>({
  kind: 'pump',
  by: 'pump',
  words: {
    choice: msg`surface pump at open water`,
    short: msg`surface pump`,
    name: msg`pump`,
    the: msg`the pump`,
    The: msg`The pump`,
    draws: msg`water from a pump`,
    adds: msg`add a pump`,
    moves: msg`move the pump`,
    setsUp: msg`Set up the pump`,
    curve: msg`Solid: as planned, its lift and suction taken off. Dashed: at its best.`,
  },
  cautions: () => [
    ELECTRIC,
    msg`Surface water is not for drinking, nor for overhead watering of leaves eaten raw.`,
  ],

  fields: {
    ...pumpFields,
    liftM: Joi.number().min(-50).max(50),
    suction: Joi.object({ ...pipePiece, lengthM: positive(LIMITS.lengthM), minorK: notNegative(1000) }),
    footValve: Joi.boolean(),
    altitudeM: Joi.number().min(-400).max(5000),
    npshM: notNegative(20),
    vessel: vesselSchema,
  },
  full(stated) {
    const own = over(
      { wornShare: 0, liftM: 1.5, footValve: true, altitudeM: 100, npshM: TYPICAL_NPSH_M } as SurfacePump,
      stated,
    );
    const vessel = vesselOf(stated.vessel, 'none');
    const suction = piece(stated.suction, 'pe-1-1/2', {
      lengthM: Math.max(1, own.liftM) + BEYOND_M,
      minorK: SUCTION_K,
    });
    const curve = curveOf(over(SURFACE_PUMP, stated.curve), own.liftM, suction, stopsAtKpa(vessel));
    return { ...own, curve, suction, vessel };
  },
  sane(s, add) {
    sanePump(s, add);
    if (s.suction.lengthM < s.liftM)
      add('suction.lengthM', msg`the suction pipe is shorter than the lift`, 'liftM');
  },
  head: ['check-1', 'relief', 'disc-1'],

  draw(s, state, allowance) {
    const { boreMm, hazenWilliamsC, lengthM, minorK } = s.suction;
    const link = { kind: 'pipe' as const, lengthM, diameterMm: boreMm, hazenWilliamsC, minorK };
    return {
      nodeM: s.heightM - s.liftM,
      ...pumpedUp(s, { kind: 'lift', toM: s.heightM, link }, state, allowance),
    };
  },
  restKpa: (s) => stopsAtKpa(s.vessel) ?? 0,
  measured: false,
  giving: givingPump,
  pressing: pressingPump,
  today: pumpToday,

  outlet: (_, mostLph) => ({
    thread: 'pipe',
    size: PUMP_OUTLETS.find((p) => mostLph <= p.toLph)!.size,
    half: 'female',
  }),
  outletName: () => msg`pump’s outlet`,
  things: (s) => [
    {
      ...(s.footValve
        ? { id: 'foot-valve', text: msg`foot valve with strainer`, price: 25 }
        : { id: 'strainer', text: msg`strainer`, price: 12 }),
      group: 'source',
      count: 1,
      why: msg`at the suction’s end`,
    },
    {
      id: `suction:${s.suction.pipe}`,
      group: 'source',
      text: msg`suction pipe, ${pipeKind(s.suction.pipe).name}`,
      price: 0,
      count: 1,
      lays: { pipe: s.suction, lengthM: s.suction.lengthM },
      why: msg`from the water to the pump`,
    },
    { id: 'pump', group: 'source', text: msg`pump`, price: 250, count: 1, why: msg`lifts the water` },
    ...vesselThings(s.vessel),
  ],
  steps: () => [],
  tasks: (s, show) => [
    ...vesselTasks(s.vessel, show),
    ...(s.footValve
      ? [
          {
            id: 'foot-valve',
            title: msg`Look at the foot valve and its strainer`,
            how: [
              msg`Lift the suction pipe, wash the strainer.`,
              msg`The valve must hold water: fill the pipe and watch it stand.`,
            ],
            why: msg`A pump that loses its prime runs dry.`,
            when: 'spring' as const,
          },
        ]
      : []),
  ],

  asks: (s) => [
    {
      asks: [
        msg`It stands`,
        {
          field: 'liftM',
          id: 'pump-above-the-water',
          label: msg`Pump above the water`,
          kind: 'height',
          edit: msg`set the lift`,
          value: s.liftM,
        },
        msg`above the water and sucks through`,
        { pipe: 'suction', name: msg`suction pipe`, of: s.suction },
        msg`with`,
        {
          choice: 'footValve',
          label: msg`Foot valve`,
          options: [
            { id: 'yes', name: msg`a foot valve with a strainer` },
            { id: 'no', name: msg`no foot valve` },
          ],
          edit: msg`change the foot valve`,
          value: s.footValve ? 'yes' : 'no',
          as: (id) => id === 'yes',
        },
        '.',
        msg`The place lies`,
        {
          field: 'altitudeM',
          id: 'altitude',
          label: msg`Altitude`,
          kind: 'height',
          edit: msg`set the altitude`,
          value: s.altitudeM,
        },
        msg`above sea level; the pump needs a suction head of`,
        {
          field: 'npshM',
          id: 'suction-head-the-pump-needs',
          label: msg`Suction head the pump needs`,
          kind: 'height',
          edit: msg`set the suction head needed`,
          value: s.npshM,
        },
        '.',
      ],
    },
    { facts: 'suction' },
    {
      under: msg`Fittings of the suction pipe`,
      asks: [
        msg`Strainer, foot valve and bends:`,
        {
          field: 'minorK',
          part: 'suction',
          id: 'fittings-of-the-suction-pipe',
          label: msg`Fittings of the suction pipe`,
          kind: 'factor',
          edit: msg`set the suction’s fittings`,
          value: s.suction.minorK,
        },
        msg`(fitting loss, K).`,
      ],
    },
    { facts: 'curve' },
    { facts: 'switch' },
    pumpAsks(s),
    {
      caution: msg`Prime it before each start and never run it dry. Set it as near and as low to the water as flooding allows.`,
    },
  ],
  questions: {
    ...curveQuestions<SurfacePump>(),
    switch: switchQuestion<SurfacePump>(),
    lift: {
      id: 'lift',
      ask: msg`How high does the pump stand above the water?`,
      how: msg`Measure from the water at its lowest up to the pump’s middle, and along the suction hose.`,
      picture: 'lift',
      fields: [
        {
          label: msg`Pump above the water`,
          kind: 'height',
          words: [msg`The pump stands`, msg`over the water,`],
          bounds: [-10, 9],
          get: (s) => s.liftM,
          put(stated, v, s) {
            stated.liftM = v;
            if (s.suction.lengthM < v) within(stated, 'suction').lengthM = v;
          },
          measures: ['liftM'],
        },
        {
          label: msg`Suction hose`,
          kind: 'length',
          words: [msg`on a suction hose of`, '.'],
          bounds: [0.5, 60],
          get: (s) => s.suction.lengthM,
          put: (stated, v) => void (within(stated, 'suction').lengthM = v),
          measures: ['suction'],
        },
      ],
    },
  },
  sign: { frame: 'round', path: 'M-5 5V-2a5 5 0 0 1 10 0H9M-8 6q2 -2 4 0t4 0t4 0' },
});
