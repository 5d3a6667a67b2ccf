import type { Plan, StatedBlock, StatedWatering } from '../plan';
import { BLOCK, HEAD, parts, pump, SOUND, source, type Planted } from './batteryBase.testing';

const NORTH: StatedBlock = { ...BLOCK, id: 'north', name: 'North', xM: 0, yM: 3 };
const SOUTH: StatedBlock = { ...BLOCK, id: 'south', name: 'South', xM: 14, yM: 3 };
const BOTH: NonNullable<StatedWatering['sets']> = [
  { id: 'n', name: 'Early', beds: [{ block: 'north' }] },
  { id: 's', name: 'Late', beds: [{ block: 'south' }] },
];
const two = (watering: StatedWatering, more: Partial<Plan> = {}): Plan => ({
  ...SOUND,
  blocks: [NORTH, SOUTH],
  watering: { sets: BOTH, ...watering },
  ...more,
});
const HALVES: NonNullable<StatedWatering['sets']> = [
  { id: 'a', name: 'First half', beds: [{ block: 'b', keys: ['1', '2', '3', '4'] }] },
  { id: 'b', name: 'Second half', beds: [{ block: 'b', keys: ['5', '6', '7', '8'] }] },
];

/** The sound plan with an outlet on a tee of its main. */
const trough = (outlet: object): Plan => ({
  ...SOUND,
  tees: [{ id: 't', xM: 0, yM: -1, outlet, main: { pipe: 'pe-1-1/4' } }],
  blocks: [{ ...BLOCK, beds: { ...BLOCK.beds, count: 5 }, main: { pipe: 'pe-1-1/4', from: 't' } }],
});

/** Three blocks on a main that comes back to the head. */
const RING: Plan = {
  ...SOUND,
  tees: [
    { id: 't1', xM: 0, yM: 0, main: { pipe: 'pe-1-1/4' } },
    { id: 't2', xM: 14, yM: 0, main: { pipe: 'pe-1-1/4', from: 't1' } },
    { id: 't3', xM: 28, yM: 0, main: { pipe: 'pe-1-1/4', from: 't2' } },
  ],
  rings: [{ id: 'ring', to: 't3', main: { from: 'head', pipe: 'pe-1-1/4' } }],
  blocks: ['t1', 't2', 't3'].map((from, i) => ({
    ...BLOCK,
    id: `b${i}`,
    name: `Block ${i + 1}`,
    beds: { ...BLOCK.beds, count: 2 },
    inlet: [{ id: 'regulator', kind: 'regulator-mid', setKpa: 69 }],
    xM: i * 14,
    yM: 3,
    main: { pipe: 'pe-1-1/4', from },
  })),
};

/** Who opens what: sets that can be opened by what is bought, and sets that cannot. */
export const SWITCHED: readonly Planted[] = [
  {
    name: 'a booster whose switch chatters',
    plan: source({ booster: { kind: 'fixed', startKpa: 350, highCutKpa: 500, maxLph: 6000 } }),
    finds: ['booster-cycles', 'booster-limits'],
  },
  {
    name: 'a trough beside the beds that gets enough',
    plan: trough({ lph: 300, needsKpa: 80 }),
    finds: [],
  },
  {
    name: 'a sprinkler that gets too little while the beds water',
    plan: trough({ lph: 300, needsKpa: 330 }),
    finds: ['outlet-short'],
  },
  { name: 'a ring main with three blocks on it', plan: RING, finds: [] },
  { name: 'two sets, each with a wired valve', plan: two({ switching: { by: 'wired' } }), finds: [] },
  { name: 'two sets, each with a timer of its own', plan: two({ switching: { by: 'battery' } }), finds: [] },
  {
    name: 'two sets behind one timer in the head',
    plan: two({}, { head: [...HEAD, ...parts('timer-1')] }),
    finds: ['set-cannot-open'],
  },
  {
    name: 'half a block in each set, by hand',
    plan: { ...SOUND, watering: { sets: HALVES } },
    finds: [],
  },
  {
    name: 'half a block in each set behind one wired valve',
    plan: { ...SOUND, watering: { switching: { by: 'wired' }, sets: HALVES } },
    finds: ['set-cannot-open'],
  },
  {
    name: 'latching valves too far from their controller',
    plan: two(
      { switching: { by: 'latching' } },
      {
        tees: [{ id: 't', xM: 0, yM: 70, main: { pipe: 'pe-2' } }],
        blocks: [NORTH, SOUTH].map((b) => ({
          ...b,
          yM: 72,
          main: { ...b.main, from: 't' },
        })),
      },
    ),
    finds: ['wire-long'],
  },
  {
    name: 'a timer that no pump hears',
    plan: { ...pump({}), watering: { switching: { by: 'battery' } } },
    finds: ['pump-unswitched'],
  },
  {
    name: 'more sets than the controller has stations',
    plan: two({ switching: { by: 'wired', stations: 1 } }),
    finds: ['stations-few'],
  },
  {
    name: 'more valves by hand than somebody wants to turn',
    plan: { ...SOUND, watering: { switching: { by: 'hand', handTurns: 6 }, sets: HALVES } },
    finds: ['hand-turns'],
  },
];
