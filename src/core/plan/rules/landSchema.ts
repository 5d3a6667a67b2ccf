import Joi from 'joi';
import { COVERS } from '../../catalog/covers';
import { SOILS } from '../../catalog/soils';
import { planted } from './wateringSchema';
import { id, ids, LIMITS, notNegative, place, positive, text } from '../fields/bounds';

const point = Joi.array().ordered(place.required(), place.required()).length(2);
export const outline = Joi.array().items(point).min(3).max(LIMITS.corners);
export const turn = Joi.number().min(-360).max(360);

/** Beyond this a valve's loss is not known, and little passes. */
const MOST_VALVE_DEG = 75;

const singleBed = Joi.object({
  startM: Joi.number().min(-LIMITS.lengthM).max(LIMITS.lengthM),
  lengthM: positive(LIMITS.lengthM),
  removed: Joi.boolean(),
  joined: Joi.number().integer().min(1).max(10),
  splits: Joi.array()
    .items(
      Joi.object({
        atM: Joi.number().min(0).max(LIMITS.lengthM).required(),
        gapM: notNegative(100).required(),
      }),
    )
    .max(LIMITS.splits),
  resting: Joi.boolean(),
  planted,
  valveDeg: Joi.number().min(0).max(MOST_VALVE_DEG),
  crop: id,
  tape: id,
  runs: Joi.number().integer().min(1).max(LIMITS.runsPerBed),
  passes: Joi.number().integer().min(1).max(LIMITS.passes),
  hoseM: positive(LIMITS.lengthM),
  shutRuns: Joi.array()
    .items(Joi.number().integer().min(1).max(LIMITS.runsPerBed))
    .max(LIMITS.runsPerBed)
    .unique(),
});

/** The inside of a tunnel. */
export const tunnel = Joi.object({
  widthM: positive(100),
  lengthM: positive(LIMITS.lengthM),
  doors: Joi.valid('near', 'far', 'both'),
  doorM: notNegative(20),
  sideBedM: positive(20),
});

/** A block's falls and soil. */
export const slopes = Joi.object({
  by: Joi.valid('falls', 'surface'),
  slopeAlong: Joi.number().min(-0.5).max(0.5),
  slopeAcross: Joi.number().min(-0.5).max(0.5),
  soil: Joi.valid(...ids(SOILS)),
});

export const beds = Joi.object({
  count: Joi.number().integer().min(1).max(LIMITS.beds),
  lengthM: positive(LIMITS.lengthM),
  widthM: positive(20),
  pathM: notNegative(20),
  runsPerBed: Joi.number().integer().min(1).max(LIMITS.runsPerBed),
  passes: Joi.number().integer().min(1).max(LIMITS.passes),
  hoseM: positive(LIMITS.lengthM),
  headNearM: notNegative(100),
  headFarM: notNegative(100),
  offsetM: notNegative(100),
  crop: id,
  cover: Joi.valid(...ids(COVERS)),
  rows: Joi.valid('straight', 'curved'),
  single: Joi.object().pattern(/^(p?[1-9]\d{0,3}|[1-9]\d{0,3}[b-z])$/, singleBed),
});

export const obstacle = Joi.object({
  id: id.required(),
  kind: Joi.valid('lane', 'ditch', 'tree', 'building', 'wet').required(),
  name: text(80),
  points: Joi.array().items(point).min(1).max(LIMITS.corners).required(),
  widthM: positive(100),
  radiusM: positive(100),
  marginM: notNegative(20),
});

export const ground = Joi.object({
  heights: Joi.array()
    .items(
      Joi.object({
        xM: place.required(),
        yM: place.required(),
        zM: Joi.number().min(-500).max(9000).required(),
      }),
    )
    .max(LIMITS.heights),
  surface: Joi.valid('plane', 'triangulated'),
  northDeg: turn,
  grid: Joi.object({ eastM: Joi.number().required(), northM: Joi.number().required() }),
  origin: Joi.object({
    lon: Joi.number().min(-180).max(180).required(),
    lat: Joi.number().min(-85).max(85).required(),
  }),
});

export const underlay = Joi.object({
  picture: Joi.string()
    .pattern(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/=]+$/)
    .max(LIMITS.pictureLength)
    .required(),
  widthPx: positive(20000).required(),
  heightPx: positive(20000).required(),
  xM: place.required(),
  yM: place.required(),
  mPerPx: positive(1000).required(),
  turnDeg: turn.required(),
  strength: Joi.number().min(0).max(1).required(),
});
