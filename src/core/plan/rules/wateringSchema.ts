import Joi from 'joi';
import { msg } from '../../language';
import { CLIMATES } from '../../soil';
import { CROPS } from '../../catalog/crops';
import { id, ids, LIMITS, notNegative, positive, text } from '../fields/bounds';
import { FEELS, OPENED_BY } from '../model/wateringTypes';

/** Crops of the table and of a grower's own. */
const MOST_CROPS = 100;
const MOST_OWN_CROPS = 40;
const MONTHS = 12;
const MINUTES_A_DAY = 24 * 60;
export const date = Joi.string()
  .pattern(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'a date like 2027-05-01')
  .custom((value: string, helpers) => {
    const [y, m, d] = value.split('-').map(Number);
    const real = new Date(Date.UTC(y, m - 1, d));
    return real.getUTCMonth() === m - 1 && real.getUTCDate() === d ? value : helpers.error('date.none');
  })
  .messages({
    'date.none': msg`there is no such day`,
    'string.pattern.name': msg`a date is written like 2027-05-01`,
  });
const minute = Joi.number()
  .min(0)
  .max(MINUTES_A_DAY - 1);
const temperature = Joi.number().min(-60).max(60);
const latitude = Joi.number().min(-70).max(70);
const share = Joi.number().min(0).max(1);
export const hours = { fromMin: minute, toMin: Joi.number().min(0).max(MINUTES_A_DAY) };
const bedKey = Joi.string().pattern(/^(p?[1-9]\d{0,3}|[1-9]\d{0,3}[b-z])$/);
const byCrop = (schema: Joi.Schema): Joi.Schema => Joi.object().pattern(id, schema).max(MOST_CROPS);
const days = Joi.number().integer().min(0).max(400);

/** One day's weather, as far as it is possible on earth. */
export const dayWeather = Joi.object({
  date: date.required(),
  minC: temperature.required(),
  maxC: temperature.required(),
  humidityMin: share,
  dewC: Joi.number().min(-70).max(40),
  humidityMax: share,
  windMps: notNegative(60),
  sunH: notNegative(24),
  sunMj: notNegative(45),
  rainMm: notNegative(1000),
  et0Mm: notNegative(25),
});

const set = Joi.object({
  id: id.required(),
  name: text(40),
  beds: Joi.array()
    .items(Joi.object({ block: id.required(), keys: Joi.array().items(bedKey).min(1).max(2000) }))
    .max(LIMITS.blocks)
    .required(),
  source: id,
  starts: Joi.array().items(minute).min(1).max(12),
  minutes: notNegative(MINUTES_A_DAY),
  litres: positive(1e6),
});

/** Controllers with more stations are not sold to growers. */
const MOST_STATIONS = 99;

export const watering = Joi.object({
  sets: Joi.array().items(set).max(LIMITS.sets).unique('id'),
  switching: Joi.object({
    by: Joi.valid(...OPENED_BY),
    valvesAt: Joi.valid('head', 'blocks'),
    stations: Joi.number().integer().min(1).max(MOST_STATIONS),
    handTurns: Joi.number().integer().min(1).max(LIMITS.beds),
  }),
  apart: Joi.boolean(),
  need: Joi.object({
    by: Joi.valid('weather', 'depth', 'row', 'plant', 'minutes'),
    depthMm: notNegative(300),
    rowL: notNegative(500),
    plantL: notNegative(1000),
    minutes: notNegative(MINUTES_A_DAY),
    rainMm: notNegative(300),
    hotDayMm: notNegative(20),
    filmShare: share,
    tunnelShare: share,
    filmRain: share,
    serves: Joi.valid('area', 'mean', 'thirstiest'),
    waterDsM: notNegative(50),
  }),
  climate: Joi.object({
    kind: Joi.valid(...ids(CLIMATES)),
    latDeg: latitude,
    months: Joi.array()
      .items(
        Joi.object({
          minC: temperature.required(),
          maxC: temperature.required(),
          rainMm: notNegative(2000),
          et0Mm: notNegative(25),
        }),
      )
      .length(MONTHS),
  }),
  allowed: Joi.object({
    dayL: positive(1e7),
    weekL: positive(1e8),
    order: Joi.array().items(id).max(LIMITS.sets).unique(),
  }),
  ownCrops: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        name: text(40).required(),
        like: Joi.valid(...ids(CROPS)).required(),
        plantM: positive(10),
        wets: Joi.valid('whole', 'rows', 'single'),
      }),
    )
    .max(MOST_OWN_CROPS)
    .unique('id'),
  day: Joi.object({
    pump: Joi.object(hours),
    cool: Joi.object(hours),
    byHand: Joi.boolean(),
    person: Joi.object(hours),
    prices: Joi.array()
      .items(
        Joi.object({
          fromMin: minute.required(),
          toMin: hours.toMin.required(),
          price: notNegative(100).required(),
        }),
      )
      .max(8),
    pumpKw: notNegative(200),
    waterPrice: notNegative(1000),
    everyDays: Joi.number().integer().min(1).max(14),
    startsPerDay: Joi.number().integer().min(1).max(6),
    gapMin: notNegative(240),
    dryDays: Joi.number().integer().min(1).max(120),
    forDate: date,
  }),
  season: Joi.object({
    from: date,
    days: Joi.number().integer().min(1).max(400),
    follow: Joi.valid('need', 'programme'),
  }),
  weather: Joi.object({
    place: text(80),
    station: Joi.object({
      latDeg: latitude,
      altitudeM: Joi.number().min(-430).max(5000),
      windAtM: Joi.number().min(0.5).max(100),
      coastal: Joi.boolean(),
    }),
    days: Joi.array().items(dayWeather).max(LIMITS.weatherDays).unique('date'),
    likeLast: Joi.boolean(),
  }),
  notes: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        date: date.required(),
        block: id.required(),
        feel: Joi.valid(...ids(FEELS)).required(),
      }),
    )
    .max(1000)
    .unique('id'),
  planted: byCrop(date),
  crops: byCrop(
    Joi.object({
      kcBegin: notNegative(2),
      kcMiddle: notNegative(2),
      kcEnd: notNegative(2),
      kcbBegin: notNegative(2),
      kcbMiddle: notNegative(2),
      kcbEnd: notNegative(2),
      beginD: days,
      growD: days,
      middleD: days,
      endD: days,
      rootBeginM: positive(3),
      rootM: positive(3),
      useShare: Joi.number().min(0.05).max(0.95),
      heightM: positive(10),
      closes: Joi.boolean(),
      maxSaltDsM: positive(50),
    }),
  ),
  feeding: Joi.object({
    perM2G: notNegative(1000),
    stockGPerL: positive(1000),
    injectTimes: Joi.number().min(1).max(10),
    rinseTimes: Joi.number().min(1).max(10),
  }),
});

/** When a bed was planted. */
export const planted = date;
