import Joi from 'joi';
import { msg } from '../../language';
import { fullL } from '../../hydraulics/storage';
import { LIMITS, notNegative, positive } from '../fields/bounds';
import { over } from '../fields/over';
import { sourceKind, type FieldPiece, type Piece, type SourceStep, type SourceThing } from './kind';
import { askedField, toCm } from './questions';
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

/** A gravity tank, or a canister that a float keeps full from a bigger store. */
export interface Tank extends Site, Stored {
  kind: 'tank';
  /** What keeps a float fed: the mains, a store above it, or a store below it with a pump between. */
  fedBy: 'mains' | 'store' | 'pumped';
  /** What the store that feeds the float holds, L, and the height of its outlet, m: refills are the store's. Nothing is known of it if not stated. */
  storeL?: number;
  storeM?: number;
  /** What the pump between brings to the float, L/h, by a bucket there. */
  storeLph: number;
  refill: 'none' | 'roof' | 'hose' | 'pump';
  roofM2: number;
  rainMm: number;
  /** Share of the rain that reaches the tank. */
  roofShare: number;
  refillLph: number;
}

/** Share of a roof's rain that reaches the tank (growers' rule). */
const ROOF_SHARE = 0.85;
/** What a field for the store shows until it is said: a common tank. */
const USUAL_STORE_L = 1000;
/** A tank whose outlet is this near the ground stands on it, m. */
const NO_STAND_M = 0.25;
/** A stand's metre of height, at least one; a small pump that lifts to a float with its switch: typical prices in no coin. */
const STAND_A_METRE = 60;
const LIFT_PUMP = 90;

/** Totes hold about a cubic metre, L; their outlet is of 2 in. */
const TOTE_L: readonly [number, number] = [800, 1250];
const TOTE_OUTLET = '2';
/** A tank of a tote's size that is not round: it has an outlet of its own. */
export function isTote(tank: Stored): boolean {
  const litres = fullL({ ...tank, count: 1 });
  return tank.shape !== 'round' && litres >= TOTE_L[0] && litres <= TOTE_L[1];
}

/** A float that is fed from a store, above it or below. */
const hasStore = (s: Tank): boolean => s.level === 'held' && s.fedBy !== 'mains';

/** The store that feeds a float, with what leads from it. */
function storeThings(s: Tank, size: string, sizeWords: string): SourceThing[] {
  if (!hasStore(s) || s.storeL === undefined) return [];
  const why = msg`from the store to the float`;
  return [
    {
      id: `store:${Math.round(s.storeL)}`,
      group: 'source',
      text: msg`store of #0`,
      sizes: [[s.storeL, 'volume']],
      price: TANK_A_LITRE * s.storeL,
      count: 1,
      why: msg`feeds the float`,
    },
    {
      id: `tank-outlet:${size}`,
      group: 'tank',
      text: msg`tank outlet with washers, ${sizeWords}`,
      price: 6,
      count: 1,
      why,
    },
    ...(s.fedBy === 'pumped'
      ? [
          {
            id: 'lift-pump',
            group: 'tank' as const,
            text: msg`small pump with a float switch, #0 to the float`,
            sizes: [[s.storeLph, 'flow']] as const,
            price: LIFT_PUMP,
            count: 1,
            why: msg`lifts from the store to the float, and stops when either says so`,
          },
        ]
      : []),
    {
      id: 'tank-feed',
      group: 'tank',
      text: msg`hose with a valve, from a store to a float`,
      price: 14,
      count: 1,
      why,
    },
  ];
}

/** What stands at a tank: itself, what it stands on, and what leads in and out of it. */
function things(s: Tank, size: string, sizeWords: string): SourceThing[] {
  const volumeL = Math.round(fullL({ ...s, count: 1 }));
  const tote = isTote(s);
  const id = `tank:${volumeL}`;
  const put = (
    code: string,
    text: string,
    price: number,
    count: number,
    why: string,
    more?: { ends: true },
  ): SourceThing => ({ id: code, group: 'tank', text, price, count, why, on: id, ...more });
  return [
    ...storeThings(s, size, sizeWords),
    {
      id,
      group: 'source',
      text: tote ? msg`tote of #0` : msg`tank of #0`,
      sizes: [[volumeL, 'volume']],
      price: TANK_A_LITRE * volumeL,
      count: s.count,
      why: msg`holds the water`,
    },
    tote
      ? put(
          `tote-adaptor:${size}`,
          msg`adaptor from a tote’s coarse outlet thread to ${sizeWords} pipe thread`,
          6,
          s.count,
          msg`one on each tote’s own outlet`,
          { ends: true },
        )
      : put(
          `tank-outlet:${size}`,
          msg`tank outlet with washers, ${sizeWords}`,
          6,
          s.count,
          msg`one through each tank’s wall`,
          { ends: true },
        ),
    put('tank-screen', msg`screen for a tank’s inlet`, 4, s.count, msg`keeps leaves and mosquitoes out`),
    put('tank-overflow', msg`overflow pipe with screen`, 8, s.count, msg`where the tank overflows`),
    put(
      'tank-link',
      msg`hose with a valve and tee, from tank to tank`,
      14,
      s.count - 1,
      msg`joins the tanks at the bottom`,
    ),
    put('float-valve', msg`float valve`, 12, s.level === 'held' ? 1 : 0, msg`holds the level`),
    put(
      'stand',
      msg`stand strong enough for the full tank`,
      STAND_A_METRE * Math.max(1, s.outletM),
      s.outletM > NO_STAND_M ? s.count : 0,
      msg`under each tank`,
    ),
  ];
}

/** Hours of a stand for each tank, and of what leads in and out of it. */
const STAND_H = 3;
const OUTLET_H = 1.5;
const WRENCH = msg`two wrenches`;

/** A tank's stand, and what leads in and out of it. */
function steps(s: Tank, show: (value: number, kind: 'volume') => string): SourceStep[] {
  const tote = isTote(s);
  const stand: SourceStep = {
    id: 'stand',
    title: msg`Set up the stand`,
    hours: STAND_H * s.count,
    does: [
      msg`The stand must carry ${show(fullL({ ...s, count: 1 }), 'volume')} in each tank, a kilogram for each litre, on level ground that cannot sink.`,
      msg`Tie the tank so that wind cannot move it while it is empty.`,
    ],
    mistakes: [msg`Loose blocks sink on one side as soon as the tank is full.`],
    check: msg`A spirit level reads level both ways, and again when the tank is half full.`,
    cautions: [
      msg`A tank is heavy: a kilogram for each litre. A stand higher than about a metre, or for more than 200 kg, must be designed by someone competent.`,
    ],
    helper: true,
    tools: ['level', 'spade'],
    puts: (id) => id === 'stand',
  };
  const outlet: SourceStep = {
    id: 'outlet',
    title: msg`Put the outlet, screen and overflow on the tank`,
    hours: OUTLET_H * s.count,
    does: [
      tote
        ? msg`Screw the adaptor onto the tote’s own outlet by hand, with its washer, and its valve shut.`
        : msg`Cut the outlet’s hole a finger’s width above the bottom, so that mud stays behind; washers on both sides of the wall.`,
      msg`Lead the overflow away from the stand’s feet.`,
      ...(hasStore(s) && s.fedBy === 'pumped' && s.storeL !== undefined
        ? [
            msg`Hang the pump’s float switch so that it starts under the float’s level and stops at it, and that it stops where the store is nearly empty.`,
          ]
        : []),
    ],
    mistakes: [
      tote
        ? msg`A tote’s thread is coarse: a pipe thread forced onto it strips both.`
        : msg`A hole too near a rib or seam never seals.`,
    ],
    check: msg`Filled to above the outlet, it does not leak in an hour.`,
    tools: tote ? [WRENCH] : [msg`hole saw of the outlet’s size`, WRENCH],
    puts: (id) => id !== 'stand',
  };
  return s.outletM > NO_STAND_M ? [stand, outlet] : [outlet];
}

const field = (
  name: string,
  id: string,
  label: string,
  kind: FieldPiece['kind'],
  edit: string,
  value: number,
): FieldPiece => ({ field: name, id, label, kind, edit, value });

/** How the water stands, and what keeps it so. */
function levelPieces(s: Tank): Piece[] {
  const { high, low } = heightPieces(s);
  const level: Piece = {
    choice: 'level',
    label: msg`The water level`,
    options: [
      { id: 'falling', name: msg`falls as it empties` },
      { id: 'held', name: msg`is held by a float valve` },
    ],
    edit: msg`change how the level is kept`,
    value: s.level,
  };
  if (s.level === 'falling')
    return [level, msg`: full, it stands at`, high, msg`; at its lowest while watering, at`, low, '.'];
  const feeds: Piece = {
    choice: 'fedBy',
    label: msg`Fed from`,
    options: [
      { id: 'store', name: msg`a bigger store` },
      { id: 'pumped', name: msg`a lower store and a pump` },
      { id: 'mains', name: msg`the mains` },
    ],
    edit: msg`feed the float valve another way`,
    value: s.fedBy,
  };
  const store: Piece[] =
    s.fedBy === 'mains'
      ? []
      : [
          msg`, which holds`,
          {
            ...field(
              'storeL',
              'water-of-the-store',
              msg`Water of the store`,
              'volume',
              msg`set the store’s water`,
              s.storeL ?? USUAL_STORE_L,
            ),
            usual: 'tanks',
            unsaid: s.storeL === undefined,
          },
          msg`, its outlet at`,
          {
            ...field(
              'storeM',
              'outlet-of-the-store',
              msg`Outlet of the store`,
              'height',
              msg`set the store’s height`,
              s.storeM ?? s.floatM,
            ),
            unsaid: s.storeM === undefined,
          },
        ];
  const pump: Piece[] =
    s.fedBy === 'pumped'
      ? [
          msg`; at the float the pump brings`,
          field(
            'storeLph',
            'flow-of-the-lift',
            msg`Flow at the float`,
            'flow',
            msg`set what the pump brings`,
            s.storeLph,
          ),
        ]
      : [];
  return [
    level,
    msg`at`,
    field('floatM', 'held-level', msg`Held level`, 'height', msg`set the float`, s.floatM),
    msg`, fed from`,
    feeds,
    ...store,
    ...pump,
    '.',
  ];
}

/** What it holds. */
function sizePieces(s: Tank): Piece[] {
  const shape: Piece = {
    choice: 'shape',
    label: msg`Shape of the tank`,
    options: [
      { id: 'stated', name: msg`known volume` },
      { id: 'round', name: msg`upright and round` },
      { id: 'box', name: msg`square-cornered` },
    ],
    edit: msg`change the tank’s shape`,
    value: s.shape,
  };
  const width = (name: 'diameterM' | 'widthM'): Piece =>
    field(name, 'width-of-the-tank', msg`Width of the tank`, 'width', msg`set the tank’s width`, s[name]);
  const size: Piece[] =
    s.shape === 'stated'
      ? [heightPieces(s).volume, msg`between outlet and high water`]
      : s.shape === 'round'
        ? [width('diameterM'), msg`across`]
        : [
            field(
              'lengthM',
              'length-of-the-tank',
              msg`Length of the tank`,
              'width',
              msg`set the tank’s length`,
              s.lengthM,
            ),
            msg`by`,
            width('widthM'),
          ];
  return [
    msg`The tank is of`,
    shape,
    ':',
    ...size,
    ';',
    field('count', 'tanks-joined', msg`Tanks joined`, 'count', msg`set the number of tanks`, s.count),
    msg`joined at the bottom.`,
  ];
}

/** What runs into it. */
function refillPieces(s: Tank): Piece[] {
  const refill: Piece = {
    choice: 'refill',
    label: msg`Refill`,
    options: [
      { id: 'none', name: msg`not planned` },
      { id: 'roof', name: msg`from a roof` },
      { id: 'hose', name: msg`by hose` },
      { id: 'pump', name: msg`by pump` },
    ],
    edit: msg`refill another way`,
    value: s.refill,
  };
  const more: Piece[] =
    s.refill === 'roof'
      ? [
          ':',
          field('roofM2', 'roof', msg`Roof`, 'area', msg`set the roof`, s.roofM2),
          msg`in`,
          field('rainMm', 'rain', msg`Rain`, 'rain', msg`set the rain`, s.rainMm),
          msg`of rain, of which`,
          field(
            'roofShare',
            'share-that-arrives',
            msg`Share that arrives`,
            'share',
            msg`set the share that arrives`,
            s.roofShare,
          ),
          msg`arrives`,
        ]
      : s.refill !== 'none'
        ? [
            msg`at`,
            field('refillLph', 'refill-flow', msg`Refill flow`, 'flow', msg`set the refill`, s.refillLph),
          ]
        : [];
  return [msg`It is refilled`, refill, ...more, '.'];
}

/** A float hangs so far over the outlet of its canister, m. */
const CANISTER_DEPTH_M = 0.25;
const WHOLE = 1e-9;
/** Refills are told in steps of so much, L/h. */
const REFILL_ROUND_LPH = 5;

export const tank = sourceKind<Tank>({
  kind: 'tank',
  by: 'height',
  words: {
    choice: msg`tank that stands high`,
    short: msg`tank`,
    name: msg`tank`,
    the: msg`the tank`,
    The: msg`The tank`,
    draws: msg`water from a tank`,
    adds: msg`add a tank`,
    moves: msg`move the tank`,
    setsUp: msg`Set up the tank`,
    curve: msg`Solid: planned, at the low or held water. Dashed: full.`,
  },
  cautions: () => [
    msg`A tank weighs 1 kg per litre. Above about 1 m or 200 kg somebody competent must design its stand. Rain and surface water is not for drinking.`,
  ],

  fields: {
    ...heightFields,
    shape: Joi.valid('round', 'box', 'stated'),
    diameterM: positive(100),
    lengthM: positive(200),
    widthM: positive(200),
    volumeL: positive(1e8),
    count: Joi.number().integer().min(1).max(100),
    level: Joi.valid('falling', 'held'),
    floatM: notNegative(100),
    fedBy: Joi.valid('mains', 'store', 'pumped'),
    storeL: positive(1e8),
    storeM: Joi.number().min(-50).max(LIMITS.headM),
    storeLph: positive(LIMITS.flowLph),
    refill: Joi.valid('none', 'roof', 'hose', 'pump'),
    roofM2: positive(1e6),
    rainMm: notNegative(2000),
    roofShare: positive(1),
    refillLph: positive(LIMITS.flowLph),
  },
  full: (stated) =>
    over(
      {
        outletM: 1,
        highM: 2,
        lowM: 1.2,
        shape: 'stated' as const,
        diameterM: 1.2,
        lengthM: 1.2,
        widthM: 1,
        volumeL: 1000,
        count: 1,
        level: 'falling' as const,
        floatM: 1.8,
        fedBy: 'store' as const,
        storeLph: 1000,
        refill: 'none' as const,
        roofM2: 40,
        rainMm: 10,
        roofShare: ROOF_SHARE,
        refillLph: 500,
      },
      stated,
    ),
  sane(s, add) {
    saneHeights(s, add);
    if (s.level !== 'held') return;
    if (s.floatM < s.outletM) add('floatM', msg`the float holds the water below the outlet`, 'outletM');
    if (s.fedBy === 'store' && s.storeM !== undefined && s.storeM < s.floatM)
      add('storeM', msg`the store must stand over the float to feed it, or a pump stands between`, 'floatM');
  },
  head: ['ball-1', 'screen-1'],

  draw: drawStored,
  restKpa: storedRestKpa,
  measured: false,
  comesIn: (s) => ({
    lph: s.refill === 'hose' || s.refill === 'pump' ? s.refillLph : 0,
    ...(s.refill === 'roof' && { roof: { m2: s.roofM2, rainMm: s.rainMm, share: s.roofShare } }),
    ...(s.level === 'held' && s.fedBy === 'mains' && { mains: true }),
    ...(hasStore(s) && {
      store: {
        ...(s.storeL !== undefined && { litres: s.storeL }),
        ...(s.fedBy === 'pumped' && { lph: s.storeLph }),
      },
    }),
  }),
  giving: givingStore,
  pressing: pressingStore,
  today: storeToday,

  outlet: (s) => ({ thread: 'pipe', size: isTote(s) ? TOTE_OUTLET : outletSize(s), half: 'female' }),
  outletName: () => msg`tank’s outlet`,
  things,
  steps,
  tasks: () => [],
  frost: () => beforeFrost,
  level: (name) => msg`how high the water stands in ${name}`,

  asks: (s) => [
    {
      asks: [
        msg`Its outlet is`,
        heightPieces(s).outlet,
        msg`above the ground it stands on. The water`,
        ...levelPieces(s),
      ],
    },
    {
      quiet:
        s.level === 'falling'
          ? msg`The level falls while it waters, so the plan uses the low water level. A full tank looks better than it is.`
          : msg`Raise or lower the canister to set the pressure: each metre is a tenth of a bar.`,
    },
    { asks: [...sizePieces(s), ...refillPieces(s)] },
    { facts: 'store' },
  ],
  questions: {
    tank: {
      id: 'tank',
      ask: msg`How high does the water stand?`,
      how: msg`Measure from the ground up to the outlet, and from the outlet up to the water when it is full. Under a tank nothing but height gives pressure.`,
      picture: 'tank',
      fields: [
        ...heightQuestions<Tank>(),
        askedField<Tank>(
          'volumeL',
          msg`It holds`,
          'volume',
          [msg`It holds`, msg`when full.`],
          [5, 5_000_000],
        ),
      ],
    },
    float: {
      id: 'float',
      ask: msg`How high does the float hold the water?`,
      how: msg`Measure from the ground where the canister stands up to the water in it. Raise or lower it to set the pressure.`,
      picture: 'tank',
      fields: [
        {
          label: msg`Held water above the ground`,
          kind: 'height',
          words: [msg`The float holds the water`, msg`above the ground.`],
          bounds: [0.05, 30],
          get: (s) => s.floatM,
          put(stated, v) {
            const outletM = Math.max(0, toCm(v - CANISTER_DEPTH_M));
            Object.assign(stated, { floatM: v, outletM, lowM: outletM, highM: v });
          },
          measures: ['floatM', 'outletM', 'lowM', 'highM'],
        },
      ],
    },
    roof: {
      id: 'roof',
      ask: msg`How large is the roof that fills it?`,
      how: msg`Pace the length and the width of the ground under the roof, eaves counted: its slope does not matter.`,
      picture: 'roof',
      fields: [askedField<Tank>('roofM2', msg`Roof`, 'area', [msg`The roof covers`, '.'], [1, 20_000])],
    },
  },
  standM: (s) => s.outletM,
  enough(s, { times, lph, usableL }, show) {
    const tanks = times === undefined ? undefined : Math.ceil(s.count * times - WHOLE);
    const flow = lph === undefined ? undefined : Math.ceil(lph / REFILL_ROUND_LPH) * REFILL_ROUND_LPH;
    return [
      ...(tanks === undefined
        ? []
        : [
            {
              fields: { count: tanks },
              label: msg`join ${tanks} like tanks at the bottom`,
              says: msg`Join ${tanks} such tanks → ${show((usableL * tanks) / s.count, 'volume')} usable, lasts`,
              caution: msg`Each tank weighs about ${show(usableL / s.count, 'weight')} full: level footing and restraint; somebody competent must design the stand. Hose from the mains: local water rules ask for a proper backflow preventer or an air gap.`,
            },
          ]),
      ...(flow === undefined
        ? []
        : [
            {
              fields: { refill: 'hose', refillLph: flow },
              label: msg`refill the tank by hose at ${show(flow, 'flow')}, day and night`,
              says: msg`Refill by hose at ${show(flow, 'flow')}, day and night → lasts`,
            },
          ]),
    ];
  },
  sign: {
    frame: 'none',
    path: 'M-12 -11a3 3 0 0 1 3 -3H9a3 3 0 0 1 3 3V7a3 3 0 0 1 -3 3H-9a3 3 0 0 1 -3 -3zM-12 -5q6 -4 12 0t12 0M-8 10v5M8 10v5',
  },
});
