import { msg } from '../language';
/**
 * Typical parts of the head and of a block's inlet: starting values to plan with until the grower reads the label.
 * Losses are handbook-typical for each nominal size; names are generic on purpose.
 */

export const ROLES = [
  'ball-valve',
  'gate-valve',
  'solenoid-valve',
  'motor-valve',
  'backflow',
  'check-valve',
  'venturi',
  'dosing',
  'screen',
  'disc',
  'media',
  'separator',
  'meter',
  'timer',
  'regulator',
  'gauge',
  'air-vent',
  'relief',
  'splitter',
  'flush',
  'adaptor',
] as const;

export type Role = (typeof ROLES)[number];

export const ROLE_WORDS: Record<Role, string> = {
  'ball-valve': msg`ball valve`,
  'gate-valve': msg`gate valve`,
  'solenoid-valve': msg`solenoid valve`,
  'motor-valve': msg`zero-pressure valve`,
  backflow: msg`backflow preventer`,
  'check-valve': msg`check valve`,
  venturi: msg`venturi injector`,
  dosing: msg`dosing injector`,
  screen: msg`screen filter`,
  disc: msg`disc filter`,
  media: msg`media filter`,
  separator: msg`sand separator`,
  meter: msg`meter`,
  timer: msg`timer`,
  regulator: msg`regulator`,
  gauge: msg`gauge`,
  'air-vent': msg`air vent`,
  relief: msg`relief valve`,
  splitter: msg`splitter`,
  flush: msg`flush valve`,
  adaptor: msg`adaptor`,
};

export const isFilter = (role: Role): boolean => role === 'screen' || role === 'disc' || role === 'media';
export const isInjector = (role: Role): boolean => role === 'venturi' || role === 'dosing';
/** Parts that sit on a branch: water passes by, not through. */
export const isBranch = (role: Role): boolean =>
  role === 'gauge' || role === 'air-vent' || role === 'relief' || role === 'flush';
/** Parts that open and shut by themselves. */
export const isTimed = (role: Role): boolean =>
  role === 'timer' || role === 'solenoid-valve' || role === 'motor-valve';

/** How pipes and parts are joined, by kind and size; two ends meet when they are alike. */
export const ENDS = [
  { id: 'hose-3/4', name: msg`¾ in hose thread` },
  { id: 'thread-1/2', name: msg`½ in pipe thread` },
  { id: 'thread-3/4', name: msg`¾ in pipe thread` },
  { id: 'thread-1', name: msg`1 in pipe thread` },
  { id: 'thread-1-1/4', name: msg`1¼ in pipe thread` },
  { id: 'thread-1-1/2', name: msg`1½ in pipe thread` },
  { id: 'thread-2', name: msg`2 in pipe thread` },
  { id: 'thread-3', name: msg`3 in pipe thread` },
  { id: 'thread-4', name: msg`4 in pipe thread or flange` },
  { id: 'slip-3/4', name: msg`¾ in slip` },
  { id: 'slip-1', name: msg`1 in slip` },
  { id: 'slip-1-1/2', name: msg`1½ in slip` },
  { id: 'slip-2', name: msg`2 in slip` },
  { id: 'barb-1/2', name: msg`½ in barb` },
  { id: 'barb-3/4', name: msg`¾ in barb` },
  { id: 'barb-1', name: msg`1 in barb` },
  { id: 'barb-1-1/2', name: msg`1½ in barb` },
  { id: 'barb-2', name: msg`2 in barb` },
  { id: 'comp-25', name: msg`25 mm compression` },
  { id: 'comp-32', name: msg`32 mm compression` },
  { id: 'comp-40', name: msg`40 mm compression` },
  { id: 'comp-50', name: msg`50 mm compression` },
  { id: 'comp-63', name: msg`63 mm compression` },
  { id: 'barb-16', name: msg`16 mm barb` },
  { id: 'barb-20', name: msg`20 mm barb` },
  // Threads of the one or the other standard, whichever the rest of the plan is of.
  { id: 'taper-1/2', name: msg`½ in pipe thread, tapered (inch standard)` },
  { id: 'taper-3/4', name: msg`¾ in pipe thread, tapered (inch standard)` },
  { id: 'taper-1', name: msg`1 in pipe thread, tapered (inch standard)` },
  { id: 'taper-1-1/2', name: msg`1½ in pipe thread, tapered (inch standard)` },
  { id: 'taper-2', name: msg`2 in pipe thread, tapered (inch standard)` },
  { id: 'parallel-1/2', name: msg`½ in pipe thread, parallel (metric standard)` },
  { id: 'parallel-3/4', name: msg`¾ in pipe thread, parallel (metric standard)` },
  { id: 'parallel-1', name: msg`1 in pipe thread, parallel (metric standard)` },
  { id: 'parallel-1-1/2', name: msg`1½ in pipe thread, parallel (metric standard)` },
  { id: 'parallel-2', name: msg`2 in pipe thread, parallel (metric standard)` },
] as const;

export type EndId = (typeof ENDS)[number]['id'];

/** What a part is and does, by its label. */
export interface PartLabel {
  /** Loss always there, and lost with the square of the flow: `lossKpa` at `atLph`. */
  fixedKpa: number;
  lossKpa: number;
  atLph: number;
  /** Further loss at the same flow when it is due for cleaning. */
  dirtyKpa: number;
  /** Least and greatest flow it works with; no greatest if it does not matter. */
  minLph: number;
  maxLph: number;
  /** Greatest pressure it stands. */
  ratingKpa: number;
  /** Pressure it needs to open or to work. */
  needsKpa: number;
  /** Most stock that a venturi draws; parts kept before it was asked for lack it. */
  stockLph?: number;
  /** Pressure a regulator lets out. */
  setKpa: number;
  /** Pressure at which a relief valve opens. */
  opensKpa: number;
  /** Openings of a filter per inch; 0 for what has none. */
  mesh: number;
  inEnd: EndId;
  outEnd: EndId;
}

export interface PartKind extends PartLabel {
  id: string;
  role: Role;
  name: string;
}

/** Brass and steel parts commonly stand this, kPa; */
const METAL_KPA = 1600;
/** plastic filters, meters and valves this; */
const PLASTIC_KPA = 800;
/** and what screws onto a garden tap this. */
const HOSE_PART_KPA = 700;
/** Filters are commonly cleaned when their drop has grown by this, kPa (5 psi). */
const CLEAN_AT_KPA = 35;
/** Pressure that diaphragm valves need to open, kPa (10 psi). */
const DIAPHRAGM_KPA = 70;
/** A regulator needs this much over its set pressure before it at its greatest flow, kPa. */
const REGULATOR_NEEDS_KPA = 35;
const NO_LIMIT_LPH = 1e6;
/** Less than this a diaphragm valve of each size does not shut or hold open on, L/h (makers' common low ends). */
const LEAST_LPH = { '3/4': 60, '1': 200, '1-1/2': 1000, '2': 2000 } as const;
/** The small pilot valve of a hose timer works from this flow on, L/h. */
const HOSE_TIMER_LPH = 40;

const part = (
  id: string,
  role: Role,
  name: string,
  ends: EndId,
  [lossKpa, atLph]: [number, number],
  more: Partial<PartLabel> = {},
): PartKind => ({
  id,
  role,
  name,
  fixedKpa: 0,
  lossKpa,
  atLph,
  dirtyKpa: 0,
  minLph: 0,
  maxLph: NO_LIMIT_LPH,
  ratingKpa: PLASTIC_KPA,
  needsKpa: 0,
  setKpa: 69,
  opensKpa: 0,
  mesh: 0,
  inEnd: ends,
  outEnd: ends,
  ...more,
});

const metal = { ratingKpa: METAL_KPA };
const onHose = { ratingKpa: HOSE_PART_KPA };
const filter = (mesh: number, maxLph: number): Partial<PartLabel> => ({
  mesh,
  maxLph,
  dirtyKpa: CLEAN_AT_KPA,
});
const regulator = (minLph: number, maxLph: number): [[number, number], Partial<PartLabel>] => [
  [REGULATOR_NEEDS_KPA, maxLph],
  { minLph, maxLph },
];

export const HEAD_PARTS: readonly PartKind[] = [
  part('ball-3/4', 'ball-valve', msg`¾ in ball valve`, 'hose-3/4', [0.5, 1800], onHose),
  part('ball-1', 'ball-valve', msg`1 in ball valve`, 'thread-1', [0.5, 3600], metal),
  part('ball-2', 'ball-valve', msg`2 in ball valve`, 'thread-2', [0.5, 14000], metal),
  part('ball-1-1/2', 'ball-valve', msg`1½ in ball valve`, 'thread-1-1/2', [0.5, 8000], metal),
  part('ball-3', 'ball-valve', msg`3 in ball valve`, 'thread-3', [0.5, 32000], metal),
  part('gate-1', 'gate-valve', msg`1 in gate valve`, 'thread-1', [1, 3600], metal),
  part('gate-2', 'gate-valve', msg`2 in gate valve`, 'thread-2', [1, 14000], metal),
  part('gate-1-1/2', 'gate-valve', msg`1½ in gate valve`, 'thread-1-1/2', [1, 8000], metal),
  part('gate-3', 'gate-valve', msg`3 in gate valve`, 'thread-3', [1, 32000], metal),
  part('gate-4', 'gate-valve', msg`4 in gate valve`, 'thread-4', [1, 56000], metal),
  part('solenoid-3/4', 'solenoid-valve', msg`¾ in solenoid valve`, 'thread-3/4', [25, 2200], {
    minLph: LEAST_LPH['3/4'],
    needsKpa: DIAPHRAGM_KPA,
    ratingKpa: 1000,
  }),
  part('solenoid-1', 'solenoid-valve', msg`1 in solenoid valve`, 'thread-1', [20, 3600], {
    minLph: LEAST_LPH['1'],
    needsKpa: DIAPHRAGM_KPA,
    ratingKpa: 1000,
  }),
  part('solenoid-1-1/2', 'solenoid-valve', msg`1½ in solenoid valve`, 'thread-1-1/2', [20, 9000], {
    minLph: LEAST_LPH['1-1/2'],
    needsKpa: DIAPHRAGM_KPA,
    ratingKpa: 1000,
  }),
  part('solenoid-2', 'solenoid-valve', msg`2 in solenoid valve`, 'thread-2', [20, 16000], {
    minLph: LEAST_LPH['2'],
    needsKpa: DIAPHRAGM_KPA,
    ratingKpa: 1000,
  }),
  ...(['3/4', '1', '1-1/2', '2'] as const).map((size) => {
    const [lossKpa, atLph] = { '3/4': [25, 2200], '1': [20, 3600], '1-1/2': [20, 9000], '2': [20, 16000] }[
      size
    ] as [number, number];
    const said = { '3/4': '¾', '1': '1', '1-1/2': '1½', '2': '2' }[size];
    return part(
      `latching-${size}`,
      'solenoid-valve',
      msg`${said} in latching solenoid valve`,
      `thread-${size}`,
      [lossKpa, atLph],
      { minLph: LEAST_LPH[size], needsKpa: DIAPHRAGM_KPA, ratingKpa: 1000 },
    );
  }),
  part('motor-1', 'motor-valve', msg`1 in zero-pressure valve`, 'thread-1', [2, 3600]),
  part('motor-2', 'motor-valve', msg`2 in zero-pressure valve`, 'thread-2', [2, 14000]),
  part('vacuum-breaker', 'backflow', msg`hose vacuum breaker`, 'hose-3/4', [10, 1500], onHose),
  part('double-check', 'backflow', msg`double check valve`, 'thread-1', [15, 3600], {
    ...metal,
    fixedKpa: 20,
  }),
  part('reduced-pressure', 'backflow', msg`reduced-pressure device`, 'thread-1', [20, 3600], {
    ...metal,
    fixedKpa: 60,
  }),
  part('double-check-1-1/2', 'backflow', msg`1½ in double check valve`, 'thread-1-1/2', [15, 8000], {
    ...metal,
    fixedKpa: 20,
  }),
  part('double-check-2', 'backflow', msg`2 in double check valve`, 'thread-2', [15, 14000], {
    ...metal,
    fixedKpa: 20,
  }),
  part('reduced-pressure-1-1/2', 'backflow', msg`1½ in reduced-pressure device`, 'thread-1-1/2', [20, 8000], {
    ...metal,
    fixedKpa: 60,
  }),
  part('reduced-pressure-2', 'backflow', msg`2 in reduced-pressure device`, 'thread-2', [20, 14000], {
    ...metal,
    fixedKpa: 60,
  }),
  part('check-1', 'check-valve', msg`1 in check valve`, 'thread-1', [5, 3600], { ...metal, fixedKpa: 3 }),
  part('check-1-1/2', 'check-valve', msg`1½ in check valve`, 'thread-1-1/2', [5, 8000], {
    ...metal,
    fixedKpa: 3,
  }),
  part('check-2', 'check-valve', msg`2 in check valve`, 'thread-2', [5, 14000], { ...metal, fixedKpa: 3 }),
  part('venturi-1', 'venturi', msg`1 in venturi with bypass`, 'thread-1', [35, 3600], {
    needsKpa: 100,
    stockLph: 100,
  }),
  part('dosing-3/4', 'dosing', msg`¾ in dosing injector`, 'thread-3/4', [30, 2500], {
    minLph: 10,
    maxLph: 2500,
    needsKpa: 30,
    ratingKpa: 600,
  }),
  part('screen-3/4', 'screen', msg`¾ in screen filter`, 'hose-3/4', [14, 1800], filter(155, 3000)),
  part('screen-1-1/2', 'screen', msg`1½ in screen filter`, 'thread-1-1/2', [14, 9000], filter(155, 13000)),
  part('screen-2', 'screen', msg`2 in screen filter`, 'thread-2', [14, 16000], filter(120, 24000)),
  part('screen-1', 'screen', msg`1 in screen filter`, 'thread-1', [14, 3600], filter(155, 5500)),
  part('disc-1', 'disc', msg`1 in disc filter`, 'thread-1', [14, 5000], filter(120, 6000)),
  part('disc-2', 'disc', msg`2 in disc filter`, 'thread-2', [20, 20000], filter(120, 25000)),
  part('disc-1-1/2', 'disc', msg`1½ in disc filter`, 'thread-1-1/2', [16, 9000], filter(120, 12000)),
  part('disc-3', 'disc', msg`3 in disc filter`, 'thread-3', [20, 36000], filter(120, 48000)),
  part('disc-4', 'disc', msg`4 in disc filter`, 'thread-4', [20, 60000], filter(120, 80000)),
  part('media-2', 'media', msg`2 in media filter`, 'thread-2', [20, 10000], filter(200, 12000)),
  part(
    'media-2x2',
    'media',
    msg`battery of two media filters, 3 in`,
    'thread-3',
    [20, 20000],
    filter(200, 24000),
  ),
  part(
    'media-3x2',
    'media',
    msg`battery of three media filters, 4 in`,
    'thread-4',
    [20, 30000],
    filter(200, 36000),
  ),
  part('separator-1', 'separator', msg`1 in sand separator`, 'thread-1', [35, 5000], {
    minLph: 2000,
    maxLph: 6000,
  }),
  part('separator-2', 'separator', msg`2 in sand separator`, 'thread-2', [35, 16000], {
    minLph: 8000,
    maxLph: 20000,
  }),
  part('meter-3/4', 'meter', msg`¾ in meter`, 'thread-3/4', [30, 4000], { minLph: 60, maxLph: 5000 }),
  part('meter-1', 'meter', msg`1 in meter`, 'thread-1', [30, 7000], { minLph: 100, maxLph: 9000 }),
  part('meter-2', 'meter', msg`2 in meter`, 'thread-2', [30, 30000], { minLph: 400, maxLph: 40000 }),
  part('meter-1-1/2', 'meter', msg`1½ in meter`, 'thread-1-1/2', [30, 15000], { minLph: 200, maxLph: 20000 }),
  part('timer-3/4', 'timer', msg`¾ in hose timer`, 'hose-3/4', [35, 1800], {
    ...onHose,
    minLph: HOSE_TIMER_LPH,
    needsKpa: DIAPHRAGM_KPA,
    maxLph: 2700,
  }),
  part('timer-2-3/4', 'timer', msg`hose timer with two outlets`, 'hose-3/4', [35, 1800], {
    ...onHose,
    minLph: HOSE_TIMER_LPH,
    needsKpa: DIAPHRAGM_KPA,
    maxLph: 2700,
  }),
  part('timer-4-3/4', 'timer', msg`hose timer with four outlets`, 'hose-3/4', [35, 1800], {
    ...onHose,
    minLph: HOSE_TIMER_LPH,
    needsKpa: DIAPHRAGM_KPA,
    maxLph: 2700,
  }),
  part('timer-zero-3/4', 'timer', msg`¾ in zero-pressure timer`, 'hose-3/4', [15, 1800], {
    ...onHose,
    maxLph: 2700,
  }),
  part('timer-1', 'timer', msg`1 in battery timer`, 'thread-1', [25, 3600], {
    minLph: LEAST_LPH['1'],
    needsKpa: DIAPHRAGM_KPA,
    maxLph: 6000,
  }),
  part('timer-stations-1', 'timer', msg`station timer with a 1 in master valve`, 'thread-1', [20, 3600], {
    minLph: LEAST_LPH['1'],
    needsKpa: DIAPHRAGM_KPA,
    maxLph: 6800,
    ratingKpa: 1000,
  }),
  part(
    'timer-stations-1-1/2',
    'timer',
    msg`station timer with a 1½ in master valve`,
    'thread-1-1/2',
    [20, 9000],
    {
      minLph: LEAST_LPH['1-1/2'],
      needsKpa: DIAPHRAGM_KPA,
      maxLph: 15000,
      ratingKpa: 1000,
    },
  ),
  part('timer-stations-2', 'timer', msg`station timer with a 2 in master valve`, 'thread-2', [20, 16000], {
    minLph: LEAST_LPH['2'],
    needsKpa: DIAPHRAGM_KPA,
    maxLph: 27000,
    ratingKpa: 1000,
  }),
  part('timer-zero-1', 'timer', msg`1 in zero-pressure timer`, 'thread-1', [8, 3600], { maxLph: 6000 }),
  part('regulator-low', 'regulator', msg`low-flow regulator`, 'hose-3/4', ...regulator(20, 1800)),
  part('regulator-mid', 'regulator', msg`mid-flow regulator`, 'thread-3/4', ...regulator(450, 4500)),
  part('regulator-high', 'regulator', msg`high-flow regulator`, 'thread-1', ...regulator(2300, 7300)),
  part(
    'regulator-adjustable-1',
    'regulator',
    msg`1 in adjustable regulator`,
    'thread-1',
    ...regulator(200, 5000),
  ),
  part(
    'regulator-adjustable-1-1/2',
    'regulator',
    msg`1½ in adjustable regulator`,
    'thread-1-1/2',
    ...regulator(500, 12000),
  ),
  part(
    'regulator-adjustable-3',
    'regulator',
    msg`3 in adjustable regulator`,
    'thread-3',
    ...regulator(3000, 45000),
  ),
  part(
    'regulator-adjustable-2',
    'regulator',
    msg`2 in adjustable regulator`,
    'thread-2',
    ...regulator(1000, 20000),
  ),
  part('gauge', 'gauge', msg`gauge`, 'thread-1/2', [0, 3600], { ratingKpa: 1000 }),
  part('air-vent', 'air-vent', msg`air vent`, 'thread-3/4', [0, 3600], { ratingKpa: 1000 }),
  part('relief', 'relief', msg`relief valve`, 'thread-3/4', [0, 3600], { ...metal, opensKpa: 520 }),
  part('relief-1-1/2', 'relief', msg`1½ in relief valve`, 'thread-1-1/2', [0, 8000], {
    ...metal,
    opensKpa: 520,
  }),
  part('relief-2', 'relief', msg`2 in relief valve`, 'thread-2', [0, 14000], { ...metal, opensKpa: 520 }),
  part('splitter-2', 'splitter', msg`two-way splitter with valves`, 'hose-3/4', [4, 1800], onHose),
  part('splitter-4', 'splitter', msg`four-way splitter with valves`, 'hose-3/4', [5, 1800], onHose),
  part('purge-3/4', 'flush', msg`¾ in hand purge valve`, 'thread-3/4', [0, 3600], metal),
  part('flush-1', 'flush', msg`1 in flush valve`, 'thread-1', [0, 3600], metal),
  part('adaptor', 'adaptor', msg`adaptor`, 'thread-1', [1, 3600], metal),
];

/** Outlets of each splitter, each with a valve of its own, and of timers that open each of theirs by itself. */
export const SPLITTER_WAYS: Readonly<Record<string, number>> = {
  'splitter-2': 2,
  'splitter-4': 4,
  'timer-2-3/4': 2,
  'timer-4-3/4': 4,
};
/** Timers that open nothing but tell wired valves when to: what stands in their line is the valve that shuts all of them off. */
export const isStationTimer = (kind: string): boolean => kind.startsWith('timer-stations');

/** Set pressures that regulators are sold at, kPa. */
export const REGULATOR_SETS_KPA = [41, 69, 83, 103, 138, 172] as const;

/** Kinds that come in several sizes, from the smallest on. */
const SIZES: readonly (readonly string[])[] = [
  ['ball-1', 'ball-1-1/2', 'ball-2', 'ball-3'],
  ['double-check', 'double-check-1-1/2', 'double-check-2'],
  ['reduced-pressure', 'reduced-pressure-1-1/2', 'reduced-pressure-2'],
  ['relief', 'relief-1-1/2', 'relief-2'],
];
/** The sizes that a kind comes in, the smallest first. */
export const sizesOf = (id: string): readonly string[] => SIZES.find((s) => s[0] === id) ?? [id];
/** A kind in the least size whose label's flow is what passes it; the largest where none is. */
export function sizedKind(id: string, lph: number): string {
  const sizes = sizesOf(id);
  return sizes.find((s) => HEAD_PARTS.find((p) => p.id === s)!.atLph >= lph) ?? sizes[sizes.length - 1];
}
