import {
  backflowKind,
  filterKind,
  MM_PER_MIL,
  pipeKind,
  regulatorKind,
  tapeWallMaxKpa,
} from '../catalog/parts';
import {
  PLAN_FORMAT,
  PLAN_VERSION,
  type Block,
  type FullPlan,
  type HeadPart,
  type Header,
  type Main,
  type Plan,
  type Regulator,
  type Stated,
  type Tape,
  type TapSource,
  type TankSource,
} from './types';

/** A new plan: one tap, one block, nothing stated. */
export function blankPlan(units: 'us' | 'metric'): Plan {
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    units,
    sources: [{ id: 'source-1', kind: 'tap' }],
    blocks: [{ id: 'block-1' }],
  };
}

/** A common house or yard supply with everything shut (about 45 psi). */
const TYPICAL_SHUT_KPA = 310;

const TAP: Omit<TapSource, 'kind'> = {
  name: 'tap',
  xM: -8,
  yM: -6,
  heightM: 0,
  method: 'bucket',
  shutKpa: TYPICAL_SHUT_KPA,
  bucketL: 20,
  triesS: [30],
  flowingKpa: 200,
  flowingLph: 1200,
};

const TANK: Omit<TankSource, 'kind'> = {
  name: 'tank',
  xM: -8,
  yM: -6,
  heightM: 0,
  outletM: 1,
  highM: 2,
  lowM: 1.2,
};

/** Tape works from about 6 psi up. */
const LEAST_TAPE_KPA = 41.4;

/** One standard tape label: 1 L/h at 55 kPa (8 psi), 8 mil wall. */
const TAPE: Omit<Tape, 'maxKpa'> = {
  kind: 'tape',
  boreMm: 15.9,
  spacingM: 0.3,
  flowLph: 0.95,
  atKpa: 55,
  exponent: 0.5,
  wallMm: 8 * MM_PER_MIL,
  minKpa: LEAST_TAPE_KPA,
  cv: 0.03,
  hazenWilliamsC: 150,
};

/** Compensating dripline regulates from 50 kPa up to 350 kPa. */
const DRIPLINE: Tape = {
  ...TAPE,
  kind: 'compensating',
  boreMm: 13.6,
  flowLph: 2,
  atKpa: 100,
  wallMm: 1.2,
  minKpa: 50,
  maxKpa: 350,
};

/**
 * Loss of a barbed take-off in velocity heads at the run's bore: its entrance (0.5) and the jet that widens from the
 * barb's bore, about three quarters of the run's (1.0).
 */
const TAKE_OFF_K = 1.5;
/** Two elbows and a tee at the ends of a main, in velocity heads. */
const MAIN_FITTINGS_K = 3;

const pipePiece = (
  stated: { pipe?: string } | undefined,
  pipe: string,
): { pipe: string; boreMm: number; hazenWilliamsC: number } => {
  const kind = pipeKind(stated?.pipe ?? pipe);
  return { pipe: kind.id, boreMm: kind.boreMm, hazenWilliamsC: kind.c };
};

const lossOf = (kind: HeadPart & { id?: string }): HeadPart => ({
  part: kind.part,
  fixedKpa: kind.fixedKpa,
  lossKpa: kind.lossKpa,
  atLph: kind.atLph,
});

/** Fields of a stated object over defaults; `undefined` counts as not stated. */
function over<T extends object>(defaults: T, stated: object | undefined): T {
  const result = { ...defaults } as Record<string, unknown>;
  for (const [key, value] of Object.entries(stated ?? {})) if (value !== undefined) result[key] = value;
  return result as T;
}

function fullTape(stated: Stated<Tape> | undefined): Tape {
  if (stated?.kind === 'compensating') return over(DRIPLINE, stated);
  const tape = over(TAPE as Tape, stated);
  return { ...tape, maxKpa: stated?.maxKpa ?? tapeWallMaxKpa(tape.wallMm) };
}

function fullBlock(stated: Plan['blocks'][number], i: number): Block {
  const regulator = regulatorKind(stated.regulator?.part ?? 'mid');
  const regulatorDefaults: Regulator = {
    ...lossOf({ ...regulator, part: regulator.id }),
    setKpa: 69,
    minLph: regulator.minLph,
    maxLph: regulator.maxLph,
    at: 'header',
  };
  const headerDefaults: Header = {
    ...pipePiece(stated.header, 'pe-1'),
    along: 0,
    feed: 'left',
    takeOffK: TAKE_OFF_K,
  };
  const mainDefaults: Main = { ...pipePiece(stated.main, 'pe-1'), extraM: 0, minorK: MAIN_FITTINGS_K };
  return {
    id: stated.id,
    name: stated.name ?? `Block ${i + 1}`,
    ground: over({ slopeAlong: 0, slopeAcross: 0, soil: 'loam' as const }, stated.ground),
    beds: over(
      { count: 6, lengthM: 30, widthM: 0.75, pathM: 0.45, runsPerBed: 2, lengthsM: {} },
      stated.beds,
    ),
    tape: fullTape(stated.tape),
    regulator: over(regulatorDefaults, stated.regulator),
    header: over(headerDefaults, stated.header),
    main: over(mainDefaults, stated.main),
  };
}

/**
 * Fills in a plan: what is stated, and defaults for the rest. A default may hang on what is stated, as a pipe's bore
 * on its kind.
 */
export function fillIn(plan: Plan): FullPlan {
  const backflow = backflowKind(plan.head?.backflow?.part ?? 'vacuum-breaker');
  const filter = filterKind(plan.head?.filter?.part ?? 'screen-3/4');
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    name: plan.name ?? 'Unnamed plan',
    place: plan.place ?? '',
    units: plan.units ?? 'metric',
    sources: plan.sources.map((s) =>
      s.kind === 'tap'
        ? over({ kind: 'tap' as const, id: s.id, ...TAP }, s)
        : over({ kind: 'tank' as const, id: s.id, ...TANK }, s),
    ),
    sourceId: plan.sourceId ?? plan.sources[0].id,
    head: {
      backflow: over(lossOf({ ...backflow, part: backflow.id }), plan.head?.backflow),
      filter: over(lossOf({ ...filter, part: filter.id }), plan.head?.filter),
    },
    blocks: plan.blocks.map(fullBlock),
    wishes: over(
      { uniformity: 0.9, allowance: 0.8, friction: 'darcy-weisbach' as const, waterC: 20 },
      plan.wishes,
    ),
  };
}
