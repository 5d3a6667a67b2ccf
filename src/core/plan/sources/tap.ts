import Joi from 'joi';
import { msg } from '../../language';
import { meanS } from '../../hydraulics/bucket';
import { LIMITS, notNegative, positive } from '../fields/bounds';
import { over } from '../fields/over';
import { sourceKind, type ChoicePiece, type FieldPiece } from './kind';
import { askedField } from './questions';
import type { Site } from './site';

/** A tap or hydrant, by a bucket and a shut gauge, or by two gauge readings. */
export interface Tap extends Site {
  kind: 'tap';
  method: 'bucket' | 'gauge';
  /** Gauge with everything shut. */
  shutKpa: number;
  bucketL: number;
  /** Seconds of each try to fill the bucket with the tap wide open. */
  triesS: number[];
  /** The gauge while a known flow runs. */
  flowingKpa: number;
  flowingLph: number;
}

/** A common house or yard supply with everything shut (about 45 psi). */
const TYPICAL_SHUT_KPA = 310;
const SECONDS_PER_HOUR = 3600;
/** A bucket fills at no pressure. */
const OPEN_KPA = 0;

const measuredLph = (s: Tap): number =>
  s.method === 'bucket' ? (s.bucketL / meanS(s.triesS)) * SECONDS_PER_HOUR : s.flowingLph;

/**
 * A ¾ in garden tap wide open passes a litre and a quarter a second at the most (4 m/s in its bore of 20 mm); what gives more is a
 * hydrant, with a pipe thread through which its flow runs at no more than that, L/h.
 */
const GARDEN_TAP_LPH = 4500;
const HYDRANT_OUTLETS: readonly { toLph: number; size: string }[] = [
  { toLph: 6000, size: '1' },
  { toLph: 15_000, size: '1-1/2' },
  { toLph: 25_000, size: '2' },
  { toLph: Infinity, size: '3' },
];

const shut = (s: Tap): FieldPiece => ({
  field: 'shutKpa',
  id: 'gauge-shut',
  label: msg`Gauge, shut`,
  kind: 'pressure',
  edit: msg`set the shut gauge`,
  value: s.shutKpa,
});

export const tap = sourceKind<Tap>({
  kind: 'tap',
  by: 'mains',
  words: {
    choice: msg`tap or hydrant`,
    short: msg`tap or hydrant`,
    name: msg`tap`,
    the: msg`the tap`,
    The: msg`The tap`,
    draws: msg`water from a tap`,
    adds: msg`add a tap`,
    moves: msg`move the tap`,
    setsUp: msg`Set up the tap`,
    curve: msg`Solid: planned, minus the allowance. Dashed: as measured.`,
  },
  cautions: () => [
    msg`Backflow protection is law on most public supplies. Local water rules and licensed plumbers decide what yours needs.`,
  ],

  fields: {
    method: Joi.valid('bucket', 'gauge'),
    shutKpa: positive(LIMITS.pressureKpa),
    bucketL: positive(10000),
    triesS: Joi.array().items(positive(36000)).min(1).max(20),
    flowingKpa: notNegative(LIMITS.pressureKpa),
    flowingLph: positive(LIMITS.flowLph),
  },
  full: (stated) =>
    over(
      {
        method: 'bucket' as const,
        shutKpa: TYPICAL_SHUT_KPA,
        bucketL: 20,
        triesS: [30],
        flowingKpa: 200,
        flowingLph: 1200,
      },
      stated,
    ),
  sane(s, add) {
    if (s.method === 'gauge' && s.flowingKpa >= s.shutKpa)
      add('flowingKpa', msg`with water running the gauge must read less than shut`, 'shutKpa');
  },
  head: ['vacuum-breaker', 'screen-3/4'],

  draw: (s, state, allowance) => ({
    supply: {
      kind: 'two-point',
      staticKpa: s.shutKpa,
      flowingKpa: s.method === 'bucket' ? OPEN_KPA : s.flowingKpa,
      flowLph: measuredLph(s) * (state === 'planned' ? allowance : 1),
    },
    nodeM: s.heightM,
    steps: [],
  }),
  restKpa: (s) => s.shutKpa,
  measuredLph,
  measured: true,
  giving: (s, factor) => ({
    ...s,
    flowingLph: s.flowingLph * factor,
    triesS: s.triesS.map((t) => t / factor),
  }),
  pressing: (s, out) => ({ ...s, shutKpa: s.shutKpa * (1 + out), flowingKpa: s.flowingKpa * (1 + out) }),
  today: (s) => s,

  outlet: (_, mostLph) =>
    mostLph <= GARDEN_TAP_LPH
      ? { thread: 'hose', size: '3/4', half: 'male' }
      : { thread: 'pipe', size: HYDRANT_OUTLETS.find((h) => mostLph <= h.toLph)!.size, half: 'male' },
  outletName: () => msg`tap`,
  things: () => [
    {
      id: 'tap',
      group: 'source',
      text: msg`tap or hydrant`,
      price: 20,
      count: 1,
      why: msg`gives the water`,
    },
  ],
  steps: () => [],
  tasks: () => [],

  asks: (s) => {
    const method: ChoicePiece = {
      choice: 'method',
      label: msg`How it was measured`,
      options: [
        { id: 'bucket', name: msg`a bucket and a shut gauge` },
        { id: 'gauge', name: msg`a gauge, shut and running` },
      ],
      edit: msg`measure another way`,
      value: s.method,
    };
    const bucket: FieldPiece = {
      field: 'bucketL',
      id: 'bucket',
      label: msg`Bucket`,
      usual: 'buckets',
      kind: 'volume',
      edit: msg`set the bucket`,
      value: s.bucketL,
    };
    const flow: FieldPiece = {
      field: 'flowingLph',
      id: 'flow-while-running',
      label: msg`Flow while running`,
      kind: 'flow',
      edit: msg`set the running flow`,
      value: s.flowingLph,
    };
    const running: FieldPiece = {
      field: 'flowingKpa',
      id: 'gauge-running',
      label: msg`Gauge, running`,
      kind: 'pressure',
      edit: msg`set the running gauge`,
      value: s.flowingKpa,
    };
    return [
      { asks: [msg`It was measured with`, method, '.'] },
      s.method === 'bucket'
        ? {
            asks: [
              msg`A bucket of`,
              bucket,
              msg`fills in`,
              { tries: s.triesS },
              msg`with the tap wide open; shut, the gauge reads`,
              shut(s),
              '.',
            ],
          }
        : {
            asks: [msg`Shut, the gauge reads`, shut(s), msg`; while`, flow, msg`runs it reads`, running, '.'],
          },
    ];
  },
  questions: {
    bucket: {
      id: 'bucket',
      ask: msg`How fast does a bucket fill?`,
      how: msg`Open the tap fully, nothing else running. Time a bucket whose volume you know; do it twice and take the mean.`,
      picture: 'bucket',
      fields: [
        askedField<Tap>('bucketL', msg`Bucket`, 'volume', [msg`A bucket of`, ''], [0.5, 2000]),
        {
          label: msg`Seconds to fill it`,
          kind: 'time',
          words: [msg`fills in`, '.'],
          bounds: [0.5, 3600],
          get: (s) => s.triesS[0],
          put: (stated, v) => void (stated.triesS = [v]),
          measures: ['triesS'],
        },
      ],
    },
    gauge: {
      id: 'gauge',
      ask: msg`What does a gauge read on it, shut?`,
      how: msg`Screw a pressure gauge on the tap and open it, with nothing else running. Read it when the needle stands still.`,
      picture: 'gauge',
      fields: [
        askedField<Tap>(
          'shutKpa',
          msg`Pressure, shut`,
          'pressure',
          [msg`Shut, the gauge reads`, '.'],
          [5, 1500],
        ),
      ],
    },
  },
  sign: {
    frame: 'round',
    path: 'M0 -7.500c3.500 5 5.200 6.800 5.200 9.600a5.200 5.200 0 0 1-10.400 0c0-2.800 1.700-4.600 5.200-9.600z',
    drop: true,
  },
});
