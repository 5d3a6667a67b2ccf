import { createPinia, setActivePinia } from 'pinia';
import { readFileSync } from 'node:fs';
import { reactive, toRaw } from 'vue';
import { zipSync } from 'fflate';
import { readGround, readTable, type FoundGround } from '../../../core/formats/ground';
import { readWeatherTable } from '../../../core/formats/weatherCsv';
import {
  blankPlan,
  readParts,
  readPlan,
  recoverPlan,
  writeParts,
  writePlan,
  type Happening,
  type Plan,
} from '../../../core/plan';
import { plain } from '../../page/plain';
import { useEdits } from '../edits';
import { forWorker } from '../jobs';
import { usePlan } from '../plan';

/*
 * Components hand over what they hold reactive. Whatever an edit function or a reader of files gives, only plain, frozen
 * data may enter the plan, its history, its journal and what is sent to workers.
 */

type Edits = ReturnType<typeof useEdits>;
type Own = Exclude<keyof Edits, `$${string}` | `_${string}`>;
type EditName = { [K in Own]: Edits[K] extends (...args: never[]) => unknown ? K : never }[Own] & string;

const START: Plan = {
  ...blankPlan('metric'),
  sources: [
    { id: 'source-1', kind: 'tap' },
    { id: 'other', kind: 'tank' },
  ],
  tees: [
    { id: 'tee-1', main: { from: 'head' } },
    { id: 'tee-2', xM: 9, main: { from: 'head' } },
  ],
  rings: [{ id: 'ring-1', to: 'tee-2', main: { from: 'tee-1' } }],
  tapes: [{ id: 'tape-1', tape: { boreMm: 22 } }],
  ground: { heights: [{ xM: 1, yM: 2, zM: 3 }] },
  obstacles: [{ id: 'tree-1', kind: 'tree', points: [[200, 200]] }],
  head: [
    { id: 'filter', kind: 'screen-1' },
    { id: 'second', kind: 'gauge' },
  ],
  blocks: [
    {
      id: 'block-1',
      beds: { count: 4, lengthM: 20, single: { '2': { removed: true }, '3': { valveDeg: 10, lengthM: 18 } } },
      main: { from: 'tee-1' },
    },
    { id: 'block-2', beds: { count: 3 } },
    {
      id: 'block-3',
      outline: [
        [0, 0],
        [0, 9],
        [9, 9],
      ],
    },
    {
      id: 'block-4',
      xM: 60,
      places: {
        plants: [
          { id: '1', xM: 1, yM: 1 },
          { id: '2', xM: 2, yM: 1 },
        ],
        joints: [{ id: 'j', xM: 0, yM: 2, from: 'feed' }],
      },
    },
  ],
  watering: {
    sets: [
      { id: 'set-1', beds: [{ block: 'block-1', keys: ['1', '3'] }], starts: [300] },
      { id: 'set-2', beds: [] },
    ],
    notes: [{ id: 'note-1', date: '2027-05-01', block: 'block-1', feel: 'moist' }],
    weather: { days: [{ date: '2027-05-01', minC: 5, maxC: 15 }] },
    ownCrops: [{ id: 'crop-1', name: 'okra', like: 'peppers' }],
  },
};
const BED = { block: 'block-1', key: '1' };
const CORNERS = [
  [0, 0],
  [0, 20],
  [30, 20],
  [30, 0],
];
const GROUND: FoundGround = {
  outlines: [{ name: 'Field', outline: CORNERS as [number, number][] }],
  heights: [{ xM: 4, yM: 5, zM: 6 }],
  things: [
    {
      kind: 'wet',
      name: 'hole',
      points: [
        [4, 4],
        [5, 4],
        [5, 5],
      ],
    },
  ],
  origin: { lon: 12, lat: 50 },
  grid: { eastM: 1, northM: 2 },
  notes: [],
};
const OWN_PART = {
  ...{ id: 'own', role: 'screen', name: 'Own' },
  fixedKpa: 1,
  lossKpa: 2,
  atLph: 900,
  dirtyKpa: 3,
  minLph: 0,
  maxLph: 2000,
  ratingKpa: 600,
  needsKpa: 0,
  setKpa: 70,
  opensKpa: 0,
  mesh: 120,
  inEnd: 'hose-3/4',
  outEnd: 'hose-3/4',
};

/** Arguments for every edit there is: a new edit must be added here. */
const ARGUMENTS: Record<EditName, unknown[]> = {
  joinPipe: ['source-1', { pipe: 'pe-32' }, 'x'],
  build: [{ people: 2 }, 'x'],
  price: ['staple', { price: 2, per: 'pack' }],
  have: ['pipe:pe-25', { piecesM: [4, 5] }],
  pack: ['staple', 100],
  stepHours: ['head', 3],
  joinedBy: ['head/tap to timer', 'fit:x'],
  there: ['source:tap', false],
  done: ['head', { on: '2027-03-01', note: 'two more gauges', hours: 2 }],
  priceBook: [[{ item: 'staple', price: 2, per: 'pack' }], { staple: 50 }, '€'],
  inventory: [[{ item: 'staple', count: 7 }]],
  block: ['beds', { count: 7 }, 'x'],
  blockSelf: [{ name: 'Top', turnDeg: 12 }, 'x'],
  copyBlock: [],
  removeBlock: [],
  addTape: [],
  furtherTape: ['tape-1', { boreMm: 16 }, 'x'],
  nameTape: ['tape-1', 'Wide'],
  removeTape: ['tape-1'],
  single: [BED, { crop: 'squash' }, 'x'],
  cover: ['block-1', 'straw'],
  climate: [{ latDeg: 52 }, 'x'],
  allowed: [{ dayL: 900, order: ['set-1'] }, 'x'],
  likeLast: [true],
  addOwnCrop: ['cress', 'salad'],
  removeOwnCrop: ['crop-1'],
  monthFields: [5, { minC: 8 }, 'x'],
  laidBeds: ['block-1'],
  laidBed: [BED],
  bedLength: [BED, 12],
  bedStart: [BED, 2],
  evenLengths: [0],
  answerAsked: [{ sketch: 'barrel', question: 'beds', field: 0 }, 3],
  places: ['block-4', { emitters: 2 }, 'x'],
  grow: ['block-1', 'both'],
  addPlants: ['block-4', [{ xM: 3, yM: 4, potL: 9 }], 'x'],
  addPlant: ['block-4', 70, 5],
  plant: ['block-4', ['1'], { emitters: 3 }, 'x'],
  setOpenings: ['block-4', [['1', 12.5]]],
  movePlant: ['block-4', '1', 71, 2],
  removePlants: ['block-4', ['1']],
  addJoint: ['block-4', 'j', 70, 9],
  moveJoint: ['block-4', 'j', 70, 9],
  joint: ['block-4', 'j', { pipe: 'pe-20' }, 'x'],
  removeJoint: ['block-4', 'j'],
  joinJoints: ['block-4', 'j', 'feed'],
  removeBeds: [[BED]],
  restoreBeds: [0],
  splitBed: [BED, 9],
  joinBed: [BED],
  paint: [[BED, { block: 'block-1', key: '3' }], { crop: 'squash' }, 'x'],
  outline: [CORNERS, 'x'],
  noOutline: [2],
  tunnel: [{ widthM: 6, lengthM: 20 }, 'x'],
  addBlock: [CORNERS, 'New'],
  ground: [{ northDeg: 20, origin: { lon: 1, lat: 2 } }, 'x'],
  setHeights: [[{ xM: 1, yM: 1, zM: 1 }], 'x'],
  addHeight: [1, 2, 3],
  height: [0, { zM: 8 }, 'x'],
  removeHeight: [0],
  addThing: ['wet', CORNERS],
  thing: ['tree-1', { radiusM: 3, points: [[9, 9]] }, 'x'],
  removeThing: ['tree-1'],
  underlay: [
    {
      picture: 'data:image/png;base64,AAAA',
      widthPx: 2,
      heightPx: 2,
      xM: 0,
      yM: 0,
      mPerPx: 1,
      turnDeg: 0,
      strength: 1,
    },
    'x',
  ],
  takeGround: [GROUND, 'field.kml'],
  source: [{ shutKpa: 333 }, 'x'],
  curve: [
    {
      points: [
        { flowLph: 0, headM: 20 },
        { flowLph: 900, headM: 9 },
      ],
    },
    'x',
    undefined,
    true,
  ],
  sourceKind: ['well'],
  addSource: ['pump'],
  useSource: ['other'],
  removeSource: ['other'],
  backup: [{ sourceId: 'other' }, 'x'],
  addPart: ['head', 'gauge', 0, { inEnd: 'hose-3/4', outEnd: 'hose-3/4' }],
  movePart: ['head', 'filter', 1],
  removePart: ['head', 'filter'],
  part: ['head', 'filter', { mesh: 150 }, 'x'],
  inlets: ['alike'],
  ownParts: [[OWN_PART], 'x'],
  addTee: ['block-2', 0.5],
  main: ['block-1', { extraM: 3 }, 'x'],
  tee: ['tee-1', { xM: -3 }, 'x'],
  removeTee: ['tee-1'],
  closeRing: [{ from: 'head', to: 'tee-2' }],
  ring: ['ring-1', { shut: true }, 'x'],
  openRing: ['ring-1'],
  watering: ['x', (w: { apart?: boolean }) => void (w.apart = false)],
  need: [{ by: 'depth' }, 'x'],
  dayRules: [{ prices: [{ fromMin: 0, toMin: 300, price: 2 }] }, 'x'],
  season: [{ days: 90 }, 'x'],
  feeding: [{ perM2G: 5 }, 'x'],
  hours: ['pump', { fromMin: 30 }, 'x'],
  putInSet: [[{ block: 'block-2', key: '1' }], 'set-1'],
  addSet: [],
  moveSet: ['set-1', 1],
  removeSet: ['set-1'],
  setFields: ['set-1', { name: 'Dawn', starts: [100, 200] }, 'x'],
  freeStarts: [],
  openedBy: ['wired'],
  switching: [{ stations: 6 }, 'x'],
  blockValves: ['block-1', 'block'],
  turnValves: [[['block-1', [['1', 20]]]], [{ block: 'block-1', keys: ['1', '3'] }]],
  openValves: [],
  plantCrop: ['squash', '2027-05-20'],
  cropFields: ['squash', { kcMiddle: 1.1 }],
  takeWeather: [
    [{ date: '2027-05-02', minC: 6, maxC: 16 }],
    { place: 'Hill', station: { latDeg: 50, altitudeM: 3, windAtM: 2, coastal: false } },
  ],
  weatherFields: [{ latDeg: 40 }, 'x'],
  dropWeather: [],
  addNote: ['2027-05-03', 'block-1', 'dry'],
  removeNote: ['note-1'],
  wishes: [{ feeding: true }, 'x'],
  limit: ['velocityMps', 2],
};

/** An argument as a component would hand it over: reactive through and through. */
const held = (value: unknown): unknown =>
  typeof value === 'object' && value !== null ? reactive(structuredClone(value) as object) : value;
/** Only looks. */
const LOOKS: readonly string[] = ['laidBeds', 'laidBed'];

const deepFrozen = (value: unknown): boolean =>
  typeof value !== 'object' ||
  value === null ||
  (Object.isFrozen(value) && Object.values(value).every(deepFrozen));

beforeEach(() => {
  setActivePinia(createPinia());
  usePlan().open(START);
});

const edits = Object.keys(ARGUMENTS) as EditName[];

test('every edit there is is tried', () => {
  const all = useEdits() as unknown as Record<string, unknown>;
  const names = Object.keys(all).filter(
    (k) => typeof all[k] === 'function' && !k.startsWith('$') && !k.startsWith('_'),
  );
  expect(names.sort()).toEqual([...edits].sort());
});

test.each(edits)('%s leaves plain, frozen data that can be cloned, saved and read again', (name) => {
  const plan = usePlan();
  const told: Happening[] = [];
  plan.listen((happening) => void told.push(happening));
  const before = toRaw(plan.plan);
  const act = useEdits()[name] as unknown as (...args: unknown[]) => unknown;
  const answer = act(...ARGUMENTS[name].map(held)) as { what?: string } | undefined;
  expect(answer && typeof answer === 'object' ? answer.what : undefined).toBeUndefined();
  const now = toRaw(plan.plan);
  if (!LOOKS.includes(name)) {
    expect(now).not.toBe(before);
    expect(told).toHaveLength(1);
  }
  expect(structuredClone(now)).toEqual(JSON.parse(JSON.stringify(now)));
  expect(structuredClone(told)).toEqual(told);
  structuredClone(toRaw(plan.history));
  structuredClone(forWorker(now));
  expect(deepFrozen(now) && told.every(deepFrozen) && deepFrozen(toRaw(plan.history))).toBe(true);
  expect(readPlan(writePlan(now))).toMatchObject({ ok: true });
  // The journal alone leads to the same plan.
  plan.undo();
  expect(toRaw(plan.plan)).toEqual(before);
  if (told.length > 1) plan.redo();
  expect(plan.plan).toEqual(LOOKS.includes(name) ? before : now);
});

test('every reader of files gives plain data that can be cloned', () => {
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  const kml =
    '<kml><Placemark><name>F</name><Polygon><outerBoundaryIs><LinearRing><coordinates>12,50 12.001,50 12.001,50.001 12,50</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark></kml>';
  const table = readGround('x,y,z\n1,2,3\n4,5,6\n', { northDeg: 0 });
  if (table.ok !== 'ask') throw new Error('it does not ask');
  const read: unknown[] = [
    readGround(bytes(kml), { northDeg: 0 }),
    readGround(zipSync({ 'doc.kml': bytes(kml) }), { northDeg: 0 }),
    table,
    readTable(table.table, table.table.guess!, { northDeg: 0 }),
    readWeatherTable(bytes('date,min (°C),max (°C)\n2027-05-01,4,14\n')),
    readPlan(readFileSync('demo/otter-strip.json', 'utf8')),
    recoverPlan(readFileSync('demo/otter-strip.json', 'utf8').slice(0, -9)),
    readParts(writeParts([])),
  ];
  for (const reading of read) {
    expect(structuredClone(reading)).toEqual(reading);
    // And through what a page holds it in.
    structuredClone(plain(reactive(reading as object)));
  }
});
