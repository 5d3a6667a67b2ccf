import Joi from 'joi';
import { PIPES } from '../../catalog/pipes';
import { id, ids, LIMITS, notNegative, place, positive, text } from '../fields/bounds';

const emitters = Joi.number().integer().min(1).max(LIMITS.emittersAtPlant);
const around = Joi.valid('point', 'ring');
const ringM = positive(20);
const spreadM = positive(30).min(0.05);
const potL = notNegative(5000);

const joint = Joi.object({
  id: id.required(),
  xM: place.required(),
  yM: place.required(),
  from: id.required(),
  extraM: notNegative(LIMITS.lengthM),
  pipe: Joi.valid(...ids(PIPES)),
  boreMm: positive(1000).min(1),
});

const plant = Joi.object({
  id: Joi.string()
    .pattern(/^p?[1-9]\d{0,3}$/)
    .required(),
  name: text(80),
  xM: place.required(),
  yM: place.required(),
  on: id,
  emitters,
  setLph: positive(LIMITS.mostSetLph),
  around,
  ringM,
  spreadM,
  serves: Joi.number().integer().min(1).max(20),
  potL,
});

/** Plants at places of their own. */
export const places = Joi.object({
  beds: Joi.boolean(),
  begins: Joi.valid('feed', 'left', 'right'),
  pipe: Joi.valid(...ids(PIPES)),
  boreMm: positive(1000).min(1),
  tape: id,
  route: Joi.valid('order', 'shortest', 'drawn'),
  joints: Joi.array().items(joint).max(LIMITS.joints).unique('id'),
  loops: Joi.array()
    .items(Joi.object({ id: id.required(), a: id.required(), b: id.required() }))
    .max(LIMITS.loops)
    .unique('id'),
  plants: Joi.array().items(plant).max(LIMITS.plants).unique('id'),
  emitters,
  around,
  ringM,
  spreadM,
  potL,
  tubeMm: positive(20).min(0.5),
  tubeExtraM: notNegative(20),
});
