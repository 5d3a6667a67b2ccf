import type { FrictionSchool } from '../hydraulics/friction';
import type { SoilId } from '../catalog/parts';

/** Every field of `T` may be left out, at any depth: what a grower has stated. Arrays are whole or absent. */
export type Stated<T> = T extends readonly unknown[]
  ? T
  : T extends object
    ? { [K in keyof T]?: Stated<T[K]> }
    : T;

export const PLAN_FORMAT = 'idle-furrow-plan';
export const PLAN_VERSION = 1;

/** A tap or hydrant, by a bucket and a shut gauge, or by two gauge readings. */
export interface TapSource {
  kind: 'tap';
  name: string;
  /** Place on the sheet, m from the block's near left corner. */
  xM: number;
  yM: number;
  /** Height of the ground at the source over that corner, m. */
  heightM: number;
  method: 'bucket' | 'gauge';
  /** Gauge with everything shut. */
  shutKpa: number;
  bucketL: number;
  /** Seconds of each try to fill the bucket with the tap wide open. */
  triesS: number[];
  /** The gauge while a known flow runs. */
  flowingKpa: number;
  flowingLph: number;
}

/** A gravity tank. Heights are over the ground it stands on. */
export interface TankSource {
  kind: 'tank';
  name: string;
  xM: number;
  yM: number;
  heightM: number;
  outletM: number;
  highM: number;
  lowM: number;
}

export type Source = TapSource | TankSource;

export interface PipePiece {
  pipe: string;
  boreMm: number;
  hazenWilliamsC: number;
}

export interface HeadPart {
  part: string;
  fixedKpa: number;
  lossKpa: number;
  atLph: number;
}

export interface Regulator extends HeadPart {
  setKpa: number;
  minLph: number;
  maxLph: number;
  /** Before the main, or at the header. */
  at: 'source' | 'header';
}

/** The supply line from the head to a block. */
export interface Main extends PipePiece {
  /** Pipe beyond the straight distance from source to header, m. */
  extraM: number;
  /** Fittings, in velocity heads. */
  minorK: number;
}

export interface Ground {
  /** Rise per metre along the beds, away from the near end. */
  slopeAlong: number;
  /** Rise per metre across them, away from the left. */
  slopeAcross: number;
  soil: SoilId;
}

export interface Beds {
  count: number;
  lengthM: number;
  widthM: number;
  pathM: number;
  runsPerBed: number;
  /** Lengths of single beds that differ, by bed number from 1. */
  lengthsM: Record<string, number>;
}

export interface Tape {
  kind: 'tape' | 'compensating';
  boreMm: number;
  spacingM: number;
  /** Per emitter, at `atKpa`. */
  flowLph: number;
  atKpa: number;
  exponent: number;
  wallMm: number;
  /** Working window of an emitter. */
  minKpa: number;
  maxKpa: number;
  /** Coefficient of variation of manufacture. */
  cv: number;
  hazenWilliamsC: number;
}

export interface Header extends PipePiece {
  /** Where along the beds it lies: 0 at the near end, 1 at the far end, 0.5 in the middle. */
  along: number;
  /** Where it is fed. */
  feed: 'left' | 'middle' | 'right';
  /** Loss of each take-off, in velocity heads at the run's bore. */
  takeOffK: number;
}

export interface Block {
  id: string;
  name: string;
  ground: Ground;
  beds: Beds;
  tape: Tape;
  regulator: Regulator;
  header: Header;
  main: Main;
}

/** What the grower wants of the plan, and how it is computed. */
export interface Wishes {
  /** Emission uniformity asked of a run and the block, a ratio. */
  uniformity: number;
  /** Share of a measured flow to plan on. */
  allowance: number;
  friction: FrictionSchool;
  waterC: number;
}

/** A plan with every field filled in. */
export interface FullPlan {
  format: typeof PLAN_FORMAT;
  version: typeof PLAN_VERSION;
  name: string;
  place: string;
  /** Units the plan was made in. */
  units: 'us' | 'metric';
  sources: (Source & { id: string })[];
  /** The source in use. */
  sourceId: string;
  head: { backflow: HeadPart; filter: HeadPart };
  blocks: Block[];
  wishes: Wishes;
}

type StatedSource =
  (Stated<TapSource> & { id: string; kind: 'tap' }) | (Stated<TankSource> & { id: string; kind: 'tank' });

/**
 * The document a grower owns: only what they stated. Everything else is a default, and is shown as one.
 * Sources and blocks are lists of any length; each has an id.
 */
export interface Plan {
  format: typeof PLAN_FORMAT;
  version: typeof PLAN_VERSION;
  name?: string;
  place?: string;
  units?: 'us' | 'metric';
  sources: StatedSource[];
  sourceId?: string;
  head?: Stated<FullPlan['head']>;
  blocks: (Stated<Omit<Block, 'id'>> & { id: string })[];
  wishes?: Stated<Wishes>;
}
