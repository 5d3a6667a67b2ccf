import { Router } from 'express';
import Joi from 'joi';
import { msg } from '../../core/language';
import { SIMULATED_PLACE, SIMULATED_STATION, simulatedDays } from './season';

/** Days before this many ago are not kept. */
const MOST_DAYS = 400;
const USUAL_SEED = 7;

/** 2027-02-30 is written like a day, and is none. */
function isDay(date: string): boolean {
  const [y, m, d] = date.split('-').map(Number);
  const day = new Date(Date.UTC(y, m - 1, d));
  return day.getUTCMonth() === m - 1 && day.getUTCDate() === d;
}

const asked = Joi.object({
  from: Joi.string()
    .pattern(/^(19|20|21)\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/)
    .custom((date: string, helpers) => (isDay(date) ? date : helpers.error('date.none')))
    .messages({
      'string.pattern.base': msg`from must be a date like 2027-05-01`,
      'date.none': msg`from: there is no such day`,
    })
    .required(),
  days: Joi.number().integer().min(1).max(MOST_DAYS).required(),
  seed: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 31),
});

/** A stand-in for a weather station in the field: it makes its days up, and says so. */
export function stationRoute(): Router {
  const router = Router();
  router.get('/days', (request, response) => {
    const { value, error } = asked.validate(request.query);
    if (error) return void response.status(400).json({ why: error.message.replaceAll('"', '') });
    const { from, days, seed = USUAL_SEED } = value as { from: string; days: number; seed?: number };
    response.set('Cache-Control', 'no-store').json({
      simulated: true,
      place: SIMULATED_PLACE,
      station: SIMULATED_STATION,
      days: simulatedDays(from, days, seed),
    });
  });
  return router;
}
