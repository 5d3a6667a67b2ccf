import {
  BLOCK,
  bowser,
  canister,
  head,
  HEAD,
  parts,
  SOUND,
  tank,
  watered,
  type Planted,
} from './batteryBase.testing';

const EVERY = Array.from({ length: 8 }, (_, i) => String(i + 1));
const SET = { id: 's', beds: [{ block: 'b' }] };
const HALVES = [
  { id: 's', beds: [{ block: 'b', keys: EVERY.slice(0, 4) }] },
  { id: 't', beds: [{ block: 'b', keys: EVERY.slice(4) }] },
];
const coldDay = (date: string) => ({ date, minC: 10, maxC: 20 });

/** Small plans with one planted fault each in sets, timing, weather or feed. */
export const TIMES: readonly Planted[] = [
  { name: 'two sets of half the beds each', plan: watered({ sets: HALVES }), finds: [] },
  {
    name: 'beds in no set',
    plan: watered({ sets: [{ id: 's', beds: [{ block: 'b', keys: EVERY.slice(1) }] }] }),
    finds: ['beds-unset'],
  },
  { name: 'a set with no bed', plan: watered({ sets: [SET, { id: 'e', beds: [] }] }), finds: ['set-empty'] },
  { name: 'a need of zero', plan: watered({ need: { by: 'depth', depthMm: 0 } }), finds: ['need-none'] },
  {
    name: 'hours that end as they begin',
    plan: watered({ day: { pump: { fromMin: 400, toMin: 400 } } }),
    finds: ['hours-none'],
  },
  {
    name: 'nobody there to turn a valve',
    plan: watered({ day: { byHand: true, person: { fromMin: 60, toMin: 120 } } }),
    finds: ['hours-none'],
  },
  {
    name: 'a day too short for its sets',
    plan: watered({ day: { pump: { fromMin: 400, toMin: 405 } } }),
    finds: ['day-short'],
  },
  {
    name: 'starts upon each other',
    plan: watered({
      sets: [
        { ...HALVES[0], starts: [400] },
        { ...HALVES[1], starts: [405] },
      ],
    }),
    finds: ['clash-overlap'],
  },
  {
    name: 'a start while the pump may not run',
    plan: watered({ sets: [{ ...SET, starts: [60] }], day: { pump: { fromMin: 360, toMin: 1200 } } }),
    finds: ['clash-pump'],
  },
  {
    name: 'a start while nobody is there',
    plan: watered({
      sets: [{ ...SET, starts: [400] }],
      day: { byHand: true, person: { fromMin: 540, toMin: 1020 } },
    }),
    finds: ['clash-person'],
  },
  {
    name: 'minutes shorter than filling',
    plan: watered({ sets: [{ ...SET, minutes: 0.1 }] }),
    finds: ['shorter-than-fill', 'unlike-needs'],
  },
  {
    name: 'planting after the season',
    plan: watered({ planted: { salad: '2028-01-01' } }, { crop: 'salad', runsPerBed: 3, count: 5 }),
    finds: ['planted-late', 'need-none'],
  },
  {
    name: 'harvest before the season',
    plan: watered({ planted: { salad: '2026-01-01' } }, { crop: 'salad', runsPerBed: 3, count: 5 }),
    finds: ['over-before', 'need-none'],
  },
  {
    name: 'weather of another year',
    plan: watered({ weather: { days: [coldDay('2020-06-01')] } }),
    finds: ['weather-other-year'],
  },
  {
    name: 'days without weather',
    plan: watered({ weather: { days: [coldDay('2027-06-01')] } }),
    finds: ['weather-gaps'],
  },
  {
    name: 'less water allowed than the sets take',
    plan: watered({ allowed: { dayL: 300 } }),
    finds: ['water-rationed'],
  },
  {
    name: 'a tank that holds no day’s water',
    plan: { ...tank({ volumeL: 300 }), watering: { day: { dryDays: 7 } } },
    finds: ['tank-dry', 'tank-weight'],
  },
  {
    name: 'a low barrel that drips evenly and empties on the second day',
    plan: {
      ...tank({ outletM: 0.6, lowM: 0.7, highM: 1.4, volumeL: 500 }),
      watering: { day: { dryDays: 5 } },
    },
    finds: ['tank-dry', 'emitter-under', 'tank-weight'],
  },
  {
    name: 'a low barrel that drips evenly and lasts',
    plan: {
      ...tank({ outletM: 0.6, lowM: 0.7, highM: 1.4, volumeL: 6000 }),
      watering: { day: { dryDays: 5 } },
    },
    finds: ['emitter-under', 'tank-weight'],
  },
  {
    name: 'a bowser that is filled often enough',
    plan: { ...bowser({ everyDays: 2 }), watering: { day: { dryDays: 9 } } },
    finds: ['emitter-under'],
  },
  {
    name: 'a bowser that runs dry before it is filled again',
    plan: { ...bowser({ everyDays: 9 }), watering: { day: { dryDays: 9 } } },
    finds: ['tank-dry', 'emitter-under'],
  },
  {
    name: 'a canister that a pump keeps full from a store below',
    plan: canister({ storeLph: 2000 }),
    finds: ['emitter-under'],
  },
  {
    name: 'a canister whose pump brings less than the beds draw',
    plan: canister({ storeLph: 100 }),
    finds: ['lift-short', 'emitter-under'],
  },
  {
    name: 'sand watered every third day',
    plan: { ...SOUND, blocks: [{ ...BLOCK, ground: { soil: 'sand' } }], watering: { day: { everyDays: 3 } } },
    finds: ['days-apart', 'spacing-wide', 'past-roots'],
  },
  {
    name: 'many short starts that drain each time',
    plan: {
      ...SOUND,
      blocks: [{ ...BLOCK, ground: { slopeAlong: -0.01 } }],
      watering: { day: { startsPerDay: 6 } },
    },
    finds: ['drains-much'],
  },
  {
    name: 'feed so strong that it burns',
    plan: {
      ...head([
        ...parts('reduced-pressure'),
        { id: 'd', kind: 'dosing-3/4', inEnd: 'thread-1', outEnd: 'thread-1' },
        ...HEAD.slice(1),
      ]),
      wishes: { feeding: true },
      watering: { feeding: { perM2G: 900, stockGPerL: 5 } },
    },
    finds: ['feed-strong', 'feed-long'],
  },
];
