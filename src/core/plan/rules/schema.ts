import Joi from 'joi';
import { ENDS, ROLES } from '../../catalog/headParts';
import { LIES, MATERIAL_IDS } from '../../catalog/materials';
import { build } from './buildSchema';
import { beds, ground, obstacle, outline, slopes, tunnel, turn, underlay } from './landSchema';
import { LIMIT_NAMES, LIMIT_TABLE } from '../model/limits';
import { places } from './placesSchema';
import { hours, planted, watering } from './wateringSchema';
import { height, id, ids, LIMITS, notNegative, place, positive, text } from '../fields/bounds';
import { pipePiece } from '../fields/pieceSchema';
import { siteFields, SOURCE_KINDS } from '../sources';
import { PLAN_FORMAT, PLAN_VERSION } from '../model/types';
import { OPENED_BY } from '../model/wateringTypes';

const label = {
  fixedKpa: notNegative(LIMITS.pressureKpa),
  lossKpa: notNegative(LIMITS.pressureKpa),
  atLph: positive(LIMITS.flowLph),
  dirtyKpa: notNegative(LIMITS.pressureKpa),
  minLph: notNegative(LIMITS.flowLph),
  maxLph: positive(LIMITS.flowLph),
  ratingKpa: positive(10000),
  needsKpa: notNegative(LIMITS.pressureKpa),
  stockLph: notNegative(LIMITS.flowLph),
  setKpa: positive(LIMITS.pressureKpa),
  opensKpa: notNegative(10000),
  mesh: notNegative(2000),
  inEnd: Joi.valid(...ids(ENDS)),
  outEnd: Joi.valid(...ids(ENDS)),
};

const parts = Joi.array()
  .items(Joi.object({ id: id.required(), kind: id.required(), ...label }))
  .max(LIMITS.parts)
  .unique('id');

/** A part of the grower's own, whole. */
export const ownPartSchema = Joi.object({
  id: id.required(),
  role: Joi.valid(...ROLES).required(),
  name: Joi.string().min(1).max(80).required(),
  ...Object.fromEntries(
    Object.entries(label).map(([key, rule]) => [key, key === 'stockLph' ? rule : rule.required()]),
  ),
});

/** A source of each kind, with its own fields and those of all. */
const [first, ...others] = SOURCE_KINDS.map(({ kind, fields }) => ({
  kind,
  schema: Joi.object({
    ...siteFields,
    branch: parts,
    joins: Joi.object({ ...pipePiece, extraM: notNegative(LIMITS.lengthM) }),
    kind: Joi.valid(kind).required(),
    ...fields,
  }),
}));
const anySource = others.reduce<Joi.Schema>(
  (otherwise, { kind, schema: then }) =>
    Joi.alternatives().conditional(Joi.object({ kind: Joi.valid(kind).required() }).unknown(), {
      then,
      otherwise,
    }),
  first.schema,
);

const mainPiece = Joi.object({
  ...pipePiece,
  from: id,
  extraM: notNegative(LIMITS.lengthM * 5),
  minorK: notNegative(1000),
});

const tape = Joi.object({
  kind: Joi.valid(...MATERIAL_IDS),
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
  holeMm: positive(10).min(0.2),
  tubeMm: positive(5).min(0.2),
  tubeM: positive(20),
  lies: Joi.valid(...ids(LIES)),
  seasons: Joi.number().integer().min(1).max(30),
});

const headerLine = {
  line: Joi.valid('straight', 'near-ends', 'far-ends'),
  along: Joi.number().min(0).max(1),
  alongRight: Joi.number().min(0).max(1),
};

const block = Joi.object({
  id: id.required(),
  name: text(80),
  inUse: Joi.boolean(),
  valves: Joi.valid('sets', 'block', 'beds', 'runs'),
  opened: Joi.valid(...OPENED_BY),
  planted,
  xM: place,
  yM: place,
  heightM: height,
  turnDeg: turn,
  outline,
  tunnel,
  ground: slopes,
  beds,
  places,
  tape,
  inlet: parts,
  header: Joi.object({
    ...pipePiece,
    ...headerLine,
    feed: Joi.valid('left', 'middle', 'right', 'both'),
    takeOffK: notNegative(1000),
    throughK: notNegative(1000),
    steps: Joi.array()
      .items(Joi.object({ ...pipePiece, fromBed: Joi.number().integer().min(2).max(LIMITS.beds).required() }))
      .max(10),
    second: Joi.object({ ...pipePiece, extraM: notNegative(LIMITS.lengthM) }),
    staggerM: notNegative(2),
    other: Joi.object({
      ...pipePiece,
      ...headerLine,
      link: Joi.object({ ...pipePiece, extraM: notNegative(LIMITS.lengthM) }),
    }),
  }),
  main: mainPiece,
});

const tee = Joi.object({
  id: id.required(),
  xM: place,
  yM: place,
  heightM: height,
  vent: Joi.boolean(),
  outlet: Joi.object({
    name: text(80),
    lph: positive(LIMITS.flowLph),
    needsKpa: positive(LIMITS.pressureKpa),
    hours: Joi.object(hours),
  }),
  main: mainPiece,
});

/** The plan file of this version: only what is stated, nothing unknown. */
export const planSchema = Joi.object({
  format: Joi.valid(PLAN_FORMAT).required(),
  version: Joi.valid(PLAN_VERSION).required(),
  name: text(120),
  place: text(120),
  units: Joi.valid('us', 'metric'),
  sources: Joi.array().items(anySource).min(1).max(LIMITS.sources).unique('id').required(),
  sourceId: id,
  backup: Joi.object({
    sourceId: id.required(),
    takesOver: Joi.boolean(),
  }),
  head: parts,
  setAside: Joi.array()
    .items(Joi.object({ place: id.required(), had: parts.required(), left: parts.required() }))
    .max(LIMITS.blocks + 1)
    .unique('place'),
  parts: Joi.array().items(ownPartSchema).max(200).unique('id'),
  inlets: Joi.valid('own', 'alike'),
  tees: Joi.array().items(tee).max(LIMITS.tees).unique('id'),
  rings: Joi.array()
    .items(Joi.object({ id: id.required(), to: id.required(), shut: Joi.boolean(), main: mainPiece }))
    .max(LIMITS.tees)
    .unique('id'),
  ground,
  obstacles: Joi.array().items(obstacle).max(LIMITS.obstacles).unique('id'),
  underlay,
  tapes: Joi.array()
    .items(Joi.object({ id: id.required(), name: text(80), tape }))
    .max(LIMITS.tapes)
    .unique('id'),
  blocks: Joi.array().items(block).min(1).max(LIMITS.blocks).unique('id').required(),
  wishes: Joi.object({
    uniformity: Joi.number().min(0.3).max(0.99),
    allowance: Joi.number().min(0.1).max(1),
    feeding: Joi.boolean(),
    friction: Joi.valid('darcy-weisbach', 'hazen-williams'),
    waterC: Joi.number().min(0).max(60),
    evenness: Joi.valid('eu', 'variation', 'cu', 'du'),
    limits: Joi.object(
      Object.fromEntries(
        LIMIT_NAMES.map((n) => [n, Joi.number().min(LIMIT_TABLE[n].min).max(LIMIT_TABLE[n].max)]),
      ),
    ),
  }),
  watering,
  build,
});
