import Joi from 'joi';
import { FAMILIES, RUN_ENDS } from '../model/buildTypes';
import { LIMITS, notNegative, positive, text } from '../fields/bounds';
import { date } from './wateringSchema';

const item = Joi.string().min(1).max(120);
const MOST_PRICE = 1e7;
const MOST_COUNT = 1e6;
const MOST_HOURS = 10_000;

export const build = Joi.object({
  family: Joi.valid(...FAMILIES),
  currency: text(8),
  prices: Joi.array()
    .items(
      Joi.object({
        item: item.required(),
        price: notNegative(MOST_PRICE).required(),
        per: Joi.valid('unit', 'pack').required(),
        asked: date,
      }),
    )
    .max(LIMITS.prices)
    .unique('item'),
  have: Joi.array()
    .items(
      Joi.object({
        item: item.required(),
        count: notNegative(MOST_COUNT),
        piecesM: Joi.array().items(positive(LIMITS.rollM)).max(LIMITS.pieces),
      }),
    )
    .max(LIMITS.prices)
    .unique('item'),
  joined: Joi.array()
    .items(Joi.object({ at: item.required(), fitting: item.required() }))
    .max(LIMITS.joined)
    .unique('at'),
  there: Joi.object().pattern(item, Joi.boolean()).max(LIMITS.prices),
  packs: Joi.object().pattern(item, positive(LIMITS.rollM)).max(LIMITS.prices),
  spares: notNegative(1),
  joins: Joi.number().integer().min(0).max(10),
  runEnd: Joi.valid(...RUN_ENDS),
  mains: Joi.valid('buried', 'surface'),
  frostM: notNegative(3),
  coverM: notNegative(3),
  holeMm: positive(60),
  people: Joi.valid(1, 2),
  hours: Joi.object().pattern(item, positive(MOST_HOURS)).max(LIMITS.steps),
  done: Joi.array()
    .items(Joi.object({ step: item.required(), on: date, note: text(400), hours: notNegative(MOST_HOURS) }))
    .max(LIMITS.steps)
    .unique('step'),
  paper: Joi.valid('a4', 'letter'),
});
