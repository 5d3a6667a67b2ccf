import Joi from 'joi';
import { BACKFLOWS, FILTERS, PIPES, REGULATORS, SOILS } from '../catalog/parts';
import { PLAN_FORMAT, PLAN_VERSION } from './types';

/** Limits of what a plan may hold. They bound typing errors, not farms. */
export const LIMITS = {
  beds: 500,
  lengthM: 1000,
  runsPerBed: 8,
  pressureKpa: 2000,
  flowLph: 1e6,
  heightM: 500,
  blocks: 60,
  sources: 20,
} as const;

const ids = (list: readonly { id: string }[]): string[] => list.map((entry) => entry.id);
const positive = (max: number): Joi.NumberSchema => Joi.number().greater(0).max(max);
const notNegative = (max: number): Joi.NumberSchema => Joi.number().min(0).max(max);
const text = (max: number): Joi.StringSchema => Joi.string().allow('').max(max);
const height = Joi.number().min(-LIMITS.heightM).max(LIMITS.heightM);
const place = Joi.number().min(-5000).max(5000);
const id = Joi.string().min(1).max(60);

const pipePiece = {
  pipe: Joi.valid(...ids(PIPES)),
  boreMm: positive(1000).min(1),
  hazenWilliamsC: positive(200).min(40),
};

const loss = {
  fixedKpa: notNegative(LIMITS.pressureKpa),
  lossKpa: notNegative(LIMITS.pressureKpa),
  atLph: positive(LIMITS.flowLph),
};

const site = { id: id.required(), name: text(80), xM: place, yM: place, heightM: height };

const tap = Joi.object({
  ...site,
  kind: Joi.valid('tap').required(),
  method: Joi.valid('bucket', 'gauge'),
  shutKpa: positive(LIMITS.pressureKpa),
  bucketL: positive(10000),
  triesS: Joi.array().items(positive(36000)).min(1).max(20),
  flowingKpa: notNegative(LIMITS.pressureKpa),
  flowingLph: positive(LIMITS.flowLph),
});

const tank = Joi.object({
  ...site,
  kind: Joi.valid('tank').required(),
  outletM: notNegative(100),
  highM: notNegative(100),
  lowM: notNegative(100),
});

const block = Joi.object({
  id: id.required(),
  name: text(80),
  ground: Joi.object({
    slopeAlong: Joi.number().min(-0.5).max(0.5),
    slopeAcross: Joi.number().min(-0.5).max(0.5),
    soil: Joi.valid(...ids(SOILS)),
  }),
  beds: Joi.object({
    count: Joi.number().integer().min(1).max(LIMITS.beds),
    lengthM: positive(LIMITS.lengthM),
    widthM: positive(20),
    pathM: notNegative(20),
    runsPerBed: Joi.number().integer().min(1).max(LIMITS.runsPerBed),
    lengthsM: Joi.object().pattern(/^[1-9]\d{0,3}$/, positive(LIMITS.lengthM)),
  }),
  tape: Joi.object({
    kind: Joi.valid('tape', 'compensating'),
    boreMm: positive(100).min(2),
    spacingM: positive(10).min(0.02),
    flowLph: positive(500),
    atKpa: positive(LIMITS.pressureKpa),
    exponent: Joi.number().min(0).max(1),
    wallMm: positive(20),
    minKpa: notNegative(LIMITS.pressureKpa),
    maxKpa: positive(LIMITS.pressureKpa),
    cv: notNegative(0.5),
    hazenWilliamsC: pipePiece.hazenWilliamsC,
  }),
  regulator: Joi.object({
    ...loss,
    part: Joi.valid(...ids(REGULATORS)),
    setKpa: positive(LIMITS.pressureKpa),
    minLph: notNegative(LIMITS.flowLph),
    maxLph: positive(LIMITS.flowLph),
    at: Joi.valid('source', 'header'),
  }),
  header: Joi.object({
    ...pipePiece,
    along: Joi.number().min(0).max(1),
    feed: Joi.valid('left', 'middle', 'right'),
    takeOffK: notNegative(1000),
  }),
  main: Joi.object({ ...pipePiece, extraM: notNegative(LIMITS.lengthM * 5), minorK: notNegative(1000) }),
});

/** The plan file of this version: only what is stated, nothing unknown. */
export const planSchema = Joi.object({
  format: Joi.valid(PLAN_FORMAT).required(),
  version: Joi.valid(PLAN_VERSION).required(),
  name: text(120),
  place: text(120),
  units: Joi.valid('us', 'metric'),
  sources: Joi.array()
    .items(
      Joi.alternatives().conditional(Joi.object({ kind: Joi.valid('tank').required() }).unknown(), {
        then: tank,
        otherwise: tap,
      }),
    )
    .min(1)
    .max(LIMITS.sources)
    .unique('id')
    .required(),
  sourceId: id,
  head: Joi.object({
    backflow: Joi.object({ ...loss, part: Joi.valid(...ids(BACKFLOWS)) }),
    filter: Joi.object({ ...loss, part: Joi.valid(...ids(FILTERS)) }),
  }),
  blocks: Joi.array().items(block).min(1).max(LIMITS.blocks).unique('id').required(),
  wishes: Joi.object({
    uniformity: Joi.number().min(0.3).max(0.99),
    allowance: Joi.number().min(0.1).max(1),
    friction: Joi.valid('darcy-weisbach', 'hazen-williams'),
    waterC: Joi.number().min(0).max(60),
  }),
});
