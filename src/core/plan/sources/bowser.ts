import Joi from 'joi';
import { msg } from '../../language';
import { fullL } from '../../hydraulics/storage';
import { positive } from '../fields/bounds';
import { over } from '../fields/over';
import { sourceKind } from './kind';
import { askedField } from './questions';
import type { Site } from './site';
import {
  beforeFrost,
  drawStored,
  givingStore,
  heightFields,
  heightPieces,
  heightQuestions,
  outletSize,
  pressingStore,
  saneHeights,
  storedRestKpa,
  storeToday,
  TANK_A_LITRE,
  type Stored,
} from './stored';

/** A tank on wheels: it is driven to where water is, filled, and parked beside the beds again every so many days. */
export interface Bowser extends Site, Stored {
  kind: 'bowser';
  everyDays: number;
}

/** The longest that one waits for it: a month, d. */
const MOST_DAYS = 31;
/** Typical price of its wheels, in no coin. */
const WHEELS = 150;

export const bowser = sourceKind<Bowser, 'outletM' | 'highM' | 'lowM' | 'volumeL' | 'everyDays'>({
  kind: 'bowser',
  by: 'height',
  words: {
    choice: msg`bowser that is driven to be filled`,
    short: msg`bowser`,
    name: msg`bowser`,
    the: msg`the bowser`,
    The: msg`The bowser`,
    draws: msg`water from a bowser`,
    adds: msg`add a bowser`,
    moves: msg`move the bowser`,
    setsUp: msg`Park the bowser`,
    curve: msg`Solid: planned, at the low water. Dashed: full.`,
  },
  cautions: () => [
    msg`A full bowser weighs 1 kg per litre and its own weight: axle, tyres, brakes and hitch must be made for it. Fill it through an air gap; its water is not for drinking.`,
  ],

  fields: {
    ...heightFields,
    volumeL: positive(30_000),
    everyDays: Joi.number().integer().min(1).max(MOST_DAYS),
  },
  full: (stated) => {
    const own = over({ outletM: 0.8, highM: 1.8, lowM: 0.9, volumeL: 1000, everyDays: 3 }, stated);
    return {
      ...own,
      shape: 'stated',
      diameterM: 1,
      lengthM: 1,
      widthM: 1,
      count: 1,
      level: 'falling',
      floatM: own.highM,
    };
  },
  sane: saneHeights,
  head: ['ball-1', 'screen-1'],

  draw: drawStored,
  restKpa: storedRestKpa,
  measured: false,
  comesIn: (s) => ({ lph: 0, fullEveryDays: s.everyDays }),
  giving: givingStore,
  pressing: pressingStore,
  today: storeToday,

  outlet: (s) => ({ thread: 'pipe', size: outletSize(s), half: 'female' }),
  outletName: () => msg`bowser’s outlet`,
  things: (s, size, sizeWords) => [
    {
      id: `bowser:${Math.round(fullL(s))}`,
      group: 'source',
      text: msg`bowser of #0`,
      sizes: [[fullL(s), 'volume']],
      price: WHEELS + TANK_A_LITRE * fullL(s),
      count: 1,
      why: msg`brings the water`,
    },
    {
      id: `bowser-coupling:${size}`,
      group: 'tank',
      text: msg`quick coupling with its counterpart, ${sizeWords}`,
      price: 9,
      count: 1,
      why: msg`it is taken off to be filled`,
    },
    {
      id: 'chocks',
      group: 'tank',
      text: msg`pair of wheel chocks`,
      price: 10,
      count: 1,
      why: msg`keep it where it stands`,
    },
  ],
  steps: () => [
    {
      id: 'bowser',
      title: msg`Mark where the bowser stands`,
      hours: 1,
      does: [
        msg`Level, firm ground that a wheel does not sink into when it is wet, above the beds if there is any.`,
        msg`Mark the place of the wheels: its height is its pressure, and each filling must bring it back to it.`,
        msg`Put the coupling on its outlet, and the counterpart on the head.`,
      ],
      mistakes: [msg`Parked half a metre lower, it waters with half a metre less.`],
      check: msg`Full, with chocks before and behind a wheel, it does not move when it is pushed.`,
      cautions: [
        msg`A full bowser runs away on a slope and crushes: chock the wheels before it is unhitched, and nobody stands below it.`,
      ],
      helper: true,
      tools: [msg`two wrenches`],
      puts: (id) => id.startsWith('bowser') || id === 'chocks',
    },
  ],
  tasks: (s) => [
    {
      id: 'fill-bowser',
      title: msg`Fill the bowser`,
      how: [
        msg`Shut the head’s valve and take the coupling apart.`,
        msg`Fill it to the brim, and look at its strainer.`,
        msg`Park it on its marks, chock the wheels, then unhitch.`,
      ],
      why: msg`The plan counts on it full every ${s.everyDays} days.`,
      when: { everyDays: s.everyDays },
    },
  ],
  frost: () => beforeFrost,
  level: (name) => msg`how high the water stands in ${name}`,

  asks: (s) => {
    const { outlet, high, low, volume } = heightPieces(s);
    return [
      {
        asks: [
          msg`Parked, its outlet is`,
          outlet,
          msg`above the ground. Full, the water stands at`,
          high,
          msg`; at its lowest while watering, at`,
          low,
          '.',
          msg`It holds`,
          { ...volume, id: 'volume-of-the-bowser', label: msg`Volume of the bowser` },
          msg`and is filled every`,
          {
            field: 'everyDays',
            id: 'filled-every',
            label: msg`Days from one filling to the next`,
            kind: 'count',
            edit: msg`set how often the bowser is filled`,
            value: s.everyDays,
          },
          msg`days.`,
        ],
      },
      {
        quiet: msg`The level falls while it waters, so the plan uses the low water level. A full tank looks better than it is.`,
      },
      { facts: 'store' },
    ];
  },
  questions: {
    bowser: {
      id: 'bowser',
      ask: msg`How high does its water stand, and how often is it filled?`,
      how: msg`Park it where it will stand. Measure from the ground up to the outlet, and from the outlet up to the water when it is full.`,
      picture: 'tank',
      fields: [
        ...heightQuestions<Bowser>(),
        askedField<Bowser>('volumeL', msg`It holds`, 'volume', [msg`It holds`, msg`when full;`], [5, 30_000]),
        askedField<Bowser>(
          'everyDays',
          msg`Days from one filling to the next`,
          'count',
          [msg`it is filled every`, msg`days.`],
          [1, MOST_DAYS],
        ),
      ],
    },
  },
  enough: (s, { everyDays }) =>
    everyDays === undefined || everyDays >= s.everyDays
      ? []
      : [
          {
            fields: { everyDays },
            label:
              everyDays === 1 ? msg`fill the bowser every day` : msg`fill the bowser every ${everyDays} days`,
            says:
              everyDays === 1 ? msg`Fill it every day → lasts` : msg`Fill it every ${everyDays} days → lasts`,
          },
        ],
  sign: {
    frame: 'none',
    path: 'M-13 -6a6 6 0 0 1 6 -6H7a6 6 0 0 1 0 14H-7a6 6 0 0 1 -6 -6zM-13 -5q6.500 -4 13 0t13 0M-6 6a4 4 0 1 1 0.010 0M6 6a4 4 0 1 1 0.010 0M13 2H18',
  },
});
