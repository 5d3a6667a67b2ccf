import {
  BLOCK,
  SOUND,
  TAP,
  beds,
  block,
  head,
  parts,
  pump,
  regulated,
  source,
  tank,
  tape,
  type Planted,
  type Source,
  well,
  plantRow,
} from './batteryBase.testing';
import { HEADS } from './batteryHeads.testing';
import { SWITCHED } from './batterySwitching.testing';
import { TIMES } from './batteryTimes.testing';

export { SOUND, type Planted } from './batteryBase.testing';

/** Small plans with one planted fault each, or none: water, what is laid, the ground. */
export const LAID: readonly Planted[] = [
  { name: 'a tap that does', plan: SOUND, finds: [] },
  { name: 'a well that does', plan: well({}), finds: [] },
  { name: 'a surface pump that does', plan: pump({}), finds: [] },
  {
    name: 'compensating dripline that does',
    plan: block({
      tape: { kind: 'compensating' },
      inlet: regulated(138),
      beds: { count: 4, lengthM: 40, runsPerBed: 2 },
    }),
    finds: [],
  },
  {
    name: 'an odd field that does',
    plan: block({
      outline: [
        [0, 0],
        [0, 30],
        [12, 34],
        [20, 8],
      ],
      tape: { flowLph: 0.68 },
    }),
    finds: [],
  },
  { name: 'a slow tap', plan: source({ flowingLph: 1150 }), finds: ['flow-short', 'part-eats'] },
  {
    name: 'nothing holds the pressure back',
    plan: block({ inlet: [] }),
    finds: ['burst-at-rest'],
  },
  {
    name: 'a set pressure over the wall',
    plan: block({ inlet: regulated(103) }),
    finds: ['burst-at-rest'],
  },
  {
    name: 'a thicker wall for that pressure',
    plan: block({ inlet: regulated(103), tape: { wallMm: 0.305 } }),
    finds: [],
  },
  {
    name: 'beds that fall far below their regulator',
    plan: block({ inlet: regulated(103), ground: { slopeAlong: -0.03 }, tape: { wallMm: 0.305 } }),
    finds: ['burst-at-rest'],
  },
  { name: 'runs too long', plan: beds({ count: 3, lengthM: 170 }), finds: ['run-too-long'] },
  {
    name: 'hoses snaked through wide beds',
    plan: beds({ count: 8, lengthM: 12, widthM: 1.2, runsPerBed: 1, passes: 4 }),
    finds: [],
  },
  {
    name: 'hoses snaked so often that they are too long',
    plan: beds({ count: 4, lengthM: 45, widthM: 1.2, runsPerBed: 1, passes: 4 }),
    finds: ['run-too-long'],
  },
  {
    name: 'pots beside beds, on their header’s far end',
    plan: {
      ...block({
        places: {
          beds: true,
          begins: 'right',
          tape: 'at-plants',
          plants: plantRow(6, 1).map((p) => ({ ...p, id: `p${p.id}`, xM: p.xM + 10, potL: 15 })),
        },
      }),
      tapes: [{ id: 'at-plants', tape: { kind: 'emitters', lies: 'surface' } }],
    },
    finds: ['past-roots', 'unlike-needs'],
  },
  {
    name: 'quarter-inch lines too long',
    plan: block({
      beds: { count: 4, lengthM: 14, runsPerBed: 2 },
      tape: { kind: 'dripper-line' },
      inlet: regulated(138),
    }),
    finds: ['thin-line-long'],
  },
  {
    name: 'short quarter-inch lines',
    plan: block({
      beds: { count: 16, lengthM: 5, runsPerBed: 2 },
      tape: { kind: 'dripper-line' },
      inlet: regulated(138),
    }),
    finds: [],
  },
  {
    name: 'a thin header',
    plan: block({ header: { pipe: 'pe-20' } }),
    finds: ['header-small'],
  },
  {
    name: 'a thin hose for a main',
    plan: block({ main: { pipe: 'hose-1/2', extraM: 4 } }),
    finds: ['main-eats'],
  },
  { name: 'ground falling across a block', plan: beds({ count: 20, lengthM: 12, runsPerBed: 1 }), finds: [] },
  {
    name: 'steep ground across a block',
    plan: block({ ground: { slopeAcross: 0.3 }, inlet: regulated(83), tape: { wallMm: 0.305 } }),
    finds: ['block-uneven', 'puddles'],
  },
  {
    name: 'beds that climb',
    plan: block({ ground: { slopeAlong: 0.025 }, inlet: regulated(83) }),
    finds: ['runs-uphill'],
  },
  {
    name: 'beds high over the regulator',
    plan: block({ ground: { slopeAlong: 0.05 }, inlet: regulated(55) }),
    finds: ['runs-uphill'],
  },
  { name: 'no backflow preventer', plan: head(parts('gauge', 'screen-1', 'gauge')), finds: ['no-backflow'] },
  { name: 'no filter', plan: head(parts('double-check', 'gauge')), finds: ['no-filter'] },
  {
    name: 'feed before the backflow preventer',
    plan: {
      ...head(parts('venturi-1', 'reduced-pressure', 'gauge', 'screen-1', 'gauge')),
      wishes: { feeding: true },
    },
    finds: ['injector-above-backflow', 'feed-long'],
  },
  {
    name: 'feed after the filter',
    plan: {
      ...head(parts('reduced-pressure', 'gauge', 'screen-1', 'gauge', 'venturi-1')),
      wishes: { feeding: true },
    },
    finds: ['injector-below-filter', 'feed-long'],
  },
  { name: 'no gauges about the filter', plan: head(parts('double-check', 'screen-1')), finds: ['no-gauges'] },
  {
    name: 'a filter that silt blinds',
    plan: source({ water: ['silty'] }),
    finds: ['filter-unfit', 'water-avoid'],
  },
  {
    name: 'a filter too coarse',
    plan: head([
      ...parts('double-check', 'gauge'),
      { id: 'f', kind: 'screen-1', mesh: 60 },
      ...parts('gauge'),
    ]),
    finds: ['filter-unfit'],
  },
  {
    name: 'porous hose and hard water',
    plan: {
      ...block({
        tape: { kind: 'porous', cv: 0.05 },
        inlet: regulated(41),
        beds: { count: 14, lengthM: 10, runsPerBed: 1 },
      }),
      sources: [{ ...TAP, water: ['hard'] } as Source],
    },
    finds: ['material-water', 'water-avoid'],
  },
  {
    name: 'porous hose where evenness is wished',
    plan: block({
      tape: { kind: 'porous' },
      inlet: regulated(41),
      beds: { count: 14, lengthM: 10, runsPerBed: 1 },
    }),
    finds: ['material-uneven'],
  },
  { name: 'tape round curves', plan: beds({ rows: 'curved' }), finds: ['tape-curved'] },
  { name: 'tape on bare ground', plan: tape({ lies: 'surface' }), finds: ['tape-pecked'] },
  { name: 'thin tape for three seasons', plan: tape({ seasons: 3 }), finds: ['wears-out'] },
  {
    name: 'wide spacing on sand',
    plan: block({ ground: { soil: 'sand' }, beds: { ...BLOCK.beds, runsPerBed: 3, count: 5 } }),
    finds: ['spacing-wide', 'past-roots'],
  },
  { name: 'salad between two runs', plan: beds({ crop: 'salad' }), finds: ['strips-apart'] },
  { name: 'one run in a wide bed', plan: beds({ widthM: 1.2, runsPerBed: 1 }), finds: ['runs-few'] },
  {
    name: 'one run for squash in a wide bed',
    plan: beds({ widthM: 1.2, runsPerBed: 1, crop: 'squash' }),
    finds: [],
  },
  { name: 'five runs in a bed', plan: beds({ runsPerBed: 5, count: 3 }), finds: ['runs-many', 'puddles'] },
  {
    name: 'clay that does not take it',
    plan: block({ ground: { soil: 'clay' }, beds: { ...BLOCK.beds, widthM: 0.75 } }),
    finds: ['puddles'],
  },
  {
    name: 'two tapes on one valve',
    plan: {
      ...beds({ single: { '1': { tape: 't2' }, '2': { tape: 't2' } } }),
      tapes: [{ id: 't2', name: 'high flow', tape: { flowLph: 1.5 } }],
    },
    finds: ['unlike-needs', 'beds-unlike'],
  },
  {
    name: 'planned on all that was measured',
    plan: { ...SOUND, wishes: { allowance: 0.95 } },
    finds: ['allowance-high'],
  },
  {
    name: 'a filter that takes too much when dirty',
    plan: source({ flowingLph: 1830 }),
    finds: ['short-when-dirty', 'regulator-headroom'],
  },
  { name: 'measured in the wet season', plan: source({ testedIn: 'wet' }), finds: ['tested-wet'] },
  {
    name: 'a well pump with nothing to stop it',
    plan: well({ vessel: { part: 'none' } }),
    finds: ['no-relief'],
  },
  {
    name: 'a small pressure tank',
    plan: well({ vessel: { part: 'tank', volumeL: 20, prechargeKpa: 180, cutInKpa: 200, cutOutKpa: 340 } }),
    finds: ['short-cycling'],
  },
  {
    name: 'a flow switch that so little flow stops',
    plan: well({ vessel: { part: 'flow', stopsLph: 3000 } }),
    finds: ['flow-stops'],
  },
  {
    name: 'a pump on a timer that a trickle overheats',
    plan: well({ vessel: { part: 'none' }, leastLph: 3000 }),
    finds: ['no-relief', 'pump-too-little'],
  },
  {
    name: 'a pump on a flow switch with enough to move',
    plan: well({ vessel: { part: 'flow' }, leastLph: 200 }),
    finds: [],
  },
  { name: 'a flow switch that runs on', plan: well({ vessel: { part: 'flow' } }), finds: [] },
  {
    name: 'a well known by a bucket that does',
    plan: well({ curve: { method: 'bucket', bucketL: 20, triesS: [24], bucketKpa: 200 } }),
    finds: [],
  },
  {
    name: 'a switch the pump never reaches',
    plan: well({ vessel: { part: 'tank', volumeL: 300, prechargeKpa: 180, cutInKpa: 200, cutOutKpa: 600 } }),
    finds: ['never-stops'],
  },
  { name: 'a well that refills slowly', plan: well({ yieldLph: 1500 }), finds: ['over-yield'] },
  {
    name: 'a pump too high over the water',
    plan: pump({ liftM: 6.5, npshM: 4 }, [
      ...parts('check-1'),
      { id: 'relief', kind: 'relief', opensKpa: 260 },
      ...parts('gauge', 'disc-1', 'gauge'),
    ]),
    finds: ['suction-high'],
  },
  { name: 'a pump without a foot valve', plan: pump({ footValve: false }), finds: ['no-foot-valve'] },
  {
    name: 'a regulator too small for its block',
    plan: block({
      inlet: [{ id: 'r', kind: 'regulator-low', setKpa: 69 }],
      beds: { count: 9, lengthM: 40, runsPerBed: 2 },
    }),
    finds: ['regulator-range'],
  },
  {
    name: 'single emitters at tomatoes',
    plan: block({
      tape: { kind: 'emitters' },
      beds: { count: 6, lengthM: 20, runsPerBed: 1, crop: 'tomatoes' },
      inlet: [{ id: 'r', kind: 'regulator-low', setKpa: 103 }],
    }),
    finds: [],
  },
  {
    name: 'microtubes',
    plan: block({
      tape: { kind: 'microtubes' },
      beds: { count: 8, lengthM: 20, runsPerBed: 2 },
      ground: { soil: 'sandy-loam' },
    }),
    finds: [],
  },
  {
    name: 'a tunnel whose edge beds are narrower',
    plan: block({ tunnel: { widthM: 6, lengthM: 20 }, beds: {} }),
    finds: ['unlike-needs'],
  },
  {
    name: 'one emitter under each wide bush',
    plan: block({
      places: { spreadM: 1.2, plants: plantRow(10, 1.5) },
      beds: {},
      tape: {},
      inlet: parts('regulator-low'),
    }),
    finds: ['plant-wets-little'],
  },
  {
    name: 'pots on a small pipe that is too thin',
    plan: block({
      places: { potL: 15, spreadM: 0.4, plants: plantRow(30, 1) },
      beds: {},
      tape: { flowLph: 8 },
      header: { pipe: 'pe-16', boreMm: 6 },
      inlet: parts('regulator-low'),
    }),
    finds: ['emitter-under', 'header-small'],
  },
  {
    name: 'a set of beds that are not there',
    plan: {
      ...SOUND,
      watering: {
        sets: [{ id: 'set-1', beds: [{ block: 'b', keys: [1, 2, 3, 4, 5, 6, 7, 8, 99].map(String) }] }],
      },
    },
    finds: ['set-beds-gone'],
  },
  { name: 'gently falling beds', plan: block({ ground: { slopeAlong: -0.02 } }), finds: [] },
  {
    name: 'a slope fed from the middle',
    plan: block({ ground: { slopeAlong: 0.03 }, header: { pipe: 'pe-1-1/4', along: 0.5 } }),
    finds: [],
  },
  {
    name: 'dripline round curves',
    plan: block({
      tape: { kind: 'dripline' },
      beds: { count: 4, lengthM: 20, widthM: 1, runsPerBed: 2, rows: 'curved' },
      inlet: regulated(103),
    }),
    finds: [],
  },
  { name: 'a thicker wall for two seasons', plan: tape({ wallMm: 0.254, seasons: 2 }), finds: [] },
  { name: 'a high tank and no regulator', plan: tank({}), finds: ['tank-weight'] },
  {
    name: 'a relief valve that opens above what the pump reaches',
    plan: pump({}, [
      ...parts('check-1'),
      { id: 'relief', kind: 'relief', opensKpa: 400 },
      ...parts('gauge', 'disc-1', 'gauge'),
    ]),
    finds: ['relief-useless'],
  },
  {
    name: 'a relief valve that spills while it waters',
    plan: pump({}, [
      ...parts('check-1'),
      { id: 'relief', kind: 'relief', opensKpa: 150 },
      ...parts('gauge', 'disc-1', 'gauge'),
    ]),
    finds: ['relief-useless'],
  },
  {
    name: 'air in the pressure tank over the cut-in',
    plan: well({ vessel: { part: 'tank', volumeL: 600, prechargeKpa: 220, cutInKpa: 200, cutOutKpa: 340 } }),
    finds: ['precharge'],
  },
  {
    name: 'air in the pressure tank far under the cut-in',
    plan: well({ vessel: { part: 'tank', volumeL: 800, prechargeKpa: 120, cutInKpa: 200, cutOutKpa: 340 } }),
    finds: ['precharge'],
  },
  {
    name: 'more than the last point of the curve',
    plan: well({
      curve: {
        method: 'points',
        points: [
          { flowLph: 0, headM: 60 },
          { flowLph: 800, headM: 58 },
          { flowLph: 1200, headM: 56 },
        ],
      },
    }),
    finds: ['pump-past-curve'],
  },
  {
    name: 'a block whose height counts from another zero',
    plan: {
      ...block({ heightM: -21, ground: { slopeAlong: 0, slopeAcross: 0 } }),
      ground: { heights: [{ xM: 0, yM: 0, zM: 0 }] },
    },
    finds: ['height-odd', 'no-vent'],
  },
  {
    name: 'a plain vacuum breaker before a timer',
    plan: head([
      { id: 'breaker', kind: 'vacuum-breaker' },
      ...parts('gauge', 'screen-3/4', 'gauge', 'timer-3/4'),
    ]),
    finds: ['breaker-stands'],
  },
  {
    name: 'a heavy tank on a high stand',
    plan: {
      ...SOUND,
      sources: [
        {
          id: 's',
          kind: 'tank',
          outletM: 2.5,
          highM: 3.4,
          lowM: 2.6,
          shape: 'stated',
          volumeL: 900,
          xM: -3,
          yM: -2,
        } as Source,
      ],
      head: parts('ball-1', 'gauge', 'screen-1', 'gauge'),
      blocks: [{ ...BLOCK, beds: { count: 3, lengthM: 6, runsPerBed: 2 }, inlet: [] }],
    },
    finds: ['tank-weight', 'emitter-under'],
  },
];

/** Plans of every family: laid, heads and sources, sets and timing. */
export const BATTERY: readonly Planted[] = [...LAID, ...HEADS, ...TIMES, ...SWITCHED];
