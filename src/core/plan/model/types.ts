import type { PartKind, PartLabel, Role } from '../../catalog/headParts';
import type { LiesId, MaterialId } from '../../catalog/materials';
import type { WaterId } from '../../catalog/water';
import type { Point } from '../../ground';
import type { FrictionSchool } from '../../hydraulics/friction';
import type { PressureTank } from '../../hydraulics/pressureTank';
import type { PumpCurve } from '../../hydraulics/pump';
import type { Store } from '../../hydraulics/storage';

import type { Build } from './buildTypes';
import type { LimitName } from './limits';
import type { PipePiece } from './pipeTypes';
import type { Places } from './placesTypes';
import type { Beds, FarmGround, Ground, Obstacle, Tunnel, Underlay } from './landTypes';
import type { Hours, OpenedBy, Watering, WaterSet } from './wateringTypes';

export type * from './buildTypes';
export type * from './landTypes';
export type * from './placesTypes';
export type * from './wateringTypes';

/** Every field of `T` may be left out, at any depth: what a grower has stated. Arrays are whole or absent. */
export type Stated<T> = T extends readonly unknown[]
  ? T
  : T extends object
    ? { [K in keyof T]?: Stated<T[K]> }
    : T;

export const PLAN_FORMAT = 'idle-furrow-plan';
export const PLAN_VERSION = 11;

/** A booster pump in line after a weak source. */
export interface Booster {
  kind: 'none' | 'fixed' | 'variable';
  curve: PumpCurve;
  /** Pressure that a variable-speed booster holds after it. */
  holdKpa: number;
  /** It stops when the pressure before it falls under this, */
  lowCutKpa: number;
  /** and when the pressure after it rises over this. */
  highCutKpa: number;
  /** It starts again when the pressure after it falls under this, and the vessel on it holds so much, L: not judged if not stated. */
  startKpa?: number;
  vesselL?: number;
  maxLph: number;
}

interface Site {
  name: string;
  /** Place on the sheet, m. */
  xM: number;
  yM: number;
  /** Height of the ground there, m. */
  heightM: number;
  /** What is in the water. */
  water: WaterId[];
  /** When it was measured: sources are weakest in the dry season. */
  testedIn: 'dry' | 'wet' | 'unknown';
  /** What house and neighbours draw from it at the same time. */
  othersLph: number;
  booster: Booster;
  /** Parts that only its own water passes, in the order of the water: up to where it joins the others at the head. */
  branch: Part[];
  /** The pipe from it to the head, where that stands at another source; longer than straight by `extraM`. */
  joins: PipePiece & { extraM: number };
  /** Fields that hold an example's figures, not yet measured. */
  examples?: string[];
}

/** A tap or hydrant, by a bucket and a shut gauge, or by two gauge readings. */
export interface TapSource extends Site {
  kind: 'tap';
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

/**
 * What starts and stops a pump: a switch on a pressure tank; a flow switch, which runs it on its curve as long as enough flows;
 * or none, where a hand or a timer does and a relief valve must stand in for it.
 */
export interface Vessel extends PressureTank {
  part: 'tank' | 'flow' | 'none';
  /** A flow switch stops the pump where less flows. */
  stopsLph: number;
}

/** A well with a submersible pump. */
export interface WellSource extends Site {
  kind: 'well';
  curve: PumpCurve;
  /** Water under the ground at the well while the pump runs: while `testLph` is drawn, where that is known. */
  pumpingLevelM: number;
  /** The same with nothing drawn, and the flow that was drawn when it stood at the pumping level: then the level follows the flow. */
  restLevelM?: number;
  testLph?: number;
  drop: PipePiece & { lengthM: number };
  vessel: Vessel;
  /** What the well gives day and night. */
  yieldLph: number;
}

/** A pump at the side of open water, or over an underground tank. */
export interface PumpSource extends Site {
  kind: 'pump';
  curve: PumpCurve;
  /** Pump above the water; below 0 where it is flooded. */
  liftM: number;
  suction: PipePiece & { lengthM: number; minorK: number };
  footValve: boolean;
  altitudeM: number;
  /** Net positive suction head the pump needs. */
  npshM: number;
  vessel: Vessel;
}

/** A gravity tank. Heights are over the ground it stands on. */
export interface TankSource extends Site, Store {
  kind: 'tank';
  /** Falling as it empties, or held by a float valve at `floatM`. */
  level: 'falling' | 'held';
  floatM: number;
  fedBy: 'mains' | 'store';
  /** What the store that feeds the float holds, L, and the height of its outlet, m: refills are the store's. Nothing is known of it if not stated. */
  storeL?: number;
  storeM?: number;
  refill: 'none' | 'roof' | 'hose' | 'pump';
  roofM2: number;
  rainMm: number;
  /** Share of the rain that reaches the tank. */
  roofShare: number;
  refillLph: number;
}

export type Source = TapSource | WellSource | PumpSource | TankSource;
export type SourceKind = Source['kind'];

/** A second source that joins the same pipes. */
export interface Backup {
  sourceId: string;
  /** It takes over by itself where the tank in use is dry, until that holds water again; else a hand turns it on. */
  takesOver: boolean;
}

/** A part in its place in the head or at a block's inlet, with all its label says. */
export interface Part extends PartLabel {
  id: string;
  /** Of the typical parts or the plan's own. */
  kind: string;
  role: Role;
  name: string;
  /** Nobody put it there: the sets need it, and it stands at the head, before its block's own pipe, or at the block. */
  planned?: 'head' | 'block';
}

/** A part as stated: its kind, and what differs from its label. */
export type StatedPart = { id: string; kind: string } & Partial<PartLabel>;

/** A piece of the main and what it comes from: the head, or a tee. */
export interface MainPiece extends PipePiece {
  /** A tee's id, or `head`. */
  from: string;
  /** Pipe beyond the straight distance, m. */
  extraM: number;
  /** Fittings, as a fitting loss (K). */
  minorK: number;
}

/** Something else that takes water: a tap in the pack shed, a stock trough, a sprinkler. */
export interface Outlet {
  name: string;
  /** What it takes at the pressure that it needs, with the root of it as for any opening. */
  lph: number;
  needsKpa: number;
  /** When it may run. */
  hours: Hours;
}

/** A tee or corner of the main, with the piece that leads to it. */
export interface Tee {
  id: string;
  xM: number;
  yM: number;
  heightM: number;
  /** An air vent stands on it. */
  vent: boolean;
  outlet?: Outlet;
  main: MainPiece;
}

/** A piece of main that joins two places which are fed already: water may come to either from both sides. */
export interface Ring {
  id: string;
  /** The tee that it leads to; it comes from the head or another tee. */
  to: string;
  /** Its valve is shut: the ring is open. */
  shut: boolean;
  main: MainPiece;
}

export interface Tape {
  kind: MaterialId;
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
  /** Drill for the holes of a drilled hose; their flow follows from it. */
  holeMm: number;
  /** Bore and length of each microtube; its flow follows from them. */
  tubeMm: number;
  tubeM: number;
  /** Where it lies on the bed. */
  lies: LiesId;
  /** Seasons it should last. */
  seasons: number;
}

/** From a bed on to the right, another size of header. */
export interface HeaderStep extends PipePiece {
  fromBed: number;
}

/** Where a header lies across the beds. */
export interface HeaderLine {
  /** Straight, or along the beds' own near or far ends with a corner at each. */
  line: 'straight' | 'near-ends' | 'far-ends';
  /** Where along the beds it lies at its left: 0 at the near end of all, 1 at the far end, 0.5 in the middle. */
  along: number;
  /** The same at its right, where it lies slantwise; as at its left if not stated. */
  alongRight?: number;
}

/** A second header, fed from the first one's feed by a pipe of its own; each feeds the beds up to half way to the other. */
export interface OtherHeader extends HeaderLine, PipePiece {
  /** The pipe that leads to it; longer than straight by `extraM`. */
  link: PipePiece & { extraM: number };
}

export interface Header extends HeaderLine, PipePiece {
  /** Where it is fed. `both`: at its left end and, by a pipe beside it, at its right end too. */
  feed: 'left' | 'middle' | 'right' | 'both';
  /** Loss of each take-off, as a fitting loss (K) at the run's bore. */
  takeOffK: number;
  /** Loss of what passes on at each take-off, as a fitting loss (K) at the header's bore: tees in cut hose narrow it. */
  throughK: number;
  steps: HeaderStep[];
  /** The pipe to the far end of a header fed at both; longer than the header by `extraM`. */
  second: PipePiece & { extraM: number };
  /** Take-offs of runs on its near side stand this much to the right of those on its far side, m. */
  staggerM: number;
  other?: OtherHeader;
}

export interface Block {
  id: string;
  name: string;
  /** Laid and watered this season; a block out of use is in no set. */
  inUse: boolean;
  /** Keys of the beds that a set opens, where one is looked at: never stated. */
  open?: string[];
  /** One valve for the whole block, one at each bed, or one at each run; `sets`: at each bed where a set opens only some. */
  valves: 'sets' | 'block' | 'beds' | 'runs';
  /** What opens it, where that is another thing than opens the rest. */
  opened?: OpenedBy;
  /** When its beds were planted, where they do not say; by the crop if not stated. */
  planted?: string;
  /** Near left corner on the sheet, m, and its height; of a block with an outline the place its corners are told from. */
  xM: number;
  yM: number;
  heightM: number;
  /** Which way the beds run: clockwise from straight up the sheet, degrees. */
  turnDeg: number;
  /** Corners, m from (`xM`, `yM`) on the sheet. The beds fill it. */
  outline?: Point[];
  /** A tunnel instead: the beds fill it. */
  tunnel?: Tunnel;
  ground: Ground;
  beds: Beds;
  /** Plants at places of their own instead of beds. */
  places?: Places;
  tape: Tape;
  /** Further tapes that single beds name, by id. */
  tapes: Readonly<Record<string, Tape>>;
  /** Parts between main and header, in the order of the water. */
  inlet: Part[];
  header: Header;
  main: MainPiece;
}

/** A further tape that beds can be painted with. */
export interface NamedTape {
  id: string;
  name: string;
  tape: Tape;
}

/** Schools of evenness: emission uniformity, what flow variation leaves, Christiansen's, low quarter. */
export type EvennessSchool = 'eu' | 'variation' | 'cu' | 'du';

/** What the grower wants of the plan, and how it is computed. */
export interface Wishes {
  /** Emission uniformity asked of a run and the block, a ratio. */
  uniformity: number;
  /** Share of a measured flow to plan on. */
  allowance: number;
  /** Feed is given through the drip. */
  feeding: boolean;
  friction: FrictionSchool;
  waterC: number;
  /** How evenness is reckoned. */
  evenness: EvennessSchool;
  /** Limits that differ from the usual ones, by name. */
  limits: Partial<Record<LimitName, number>>;
}

/**
 * What a source is taken at: as planned (allowance off, low water, cut-in), or at its best (as measured, full, cut-out).
 */
export type SourceState = 'planned' | 'best';

/** A plan with every field filled in. */
export interface FullPlan {
  /** When the set that is open is started, where that was said: never stated. */
  opensAt?: { starts: readonly number[]; minutes: number };
  /** Where a state of the plan is looked at in which the water is high: never stated. */
  water?: SourceState;
  format: typeof PLAN_FORMAT;
  version: typeof PLAN_VERSION;
  name: string;
  place: string;
  /** Units the plan was made in. */
  units: 'us' | 'metric';
  sources: (Source & { id: string })[];
  /** The source that the head stands at. */
  home: string;
  /** The source that is drawn on: `home`, unless a set or a state of the plan draws on another. */
  sourceId: string;
  backup?: Backup;
  /** What the water drawn on passes at the head, in its order: the parts of its source's own branch, then those that all waters pass. */
  head: Part[];
  parts: PartKind[];
  /** Each block's inlet is put together for itself, or all alike: what is changed at one is changed at all. */
  inlets: 'own' | 'alike';
  tees: Tee[];
  rings: Ring[];
  ground: FarmGround;
  obstacles: Obstacle[];
  underlay?: Underlay;
  tapes: NamedTape[];
  blocks: Block[];
  wishes: Wishes;
  watering: Watering;
  build: Build;
}

type StatedSource = {
  [K in SourceKind]: Stated<Omit<Extract<Source, { kind: K }>, 'branch'>> & {
    id: string;
    kind: K;
    branch?: StatedPart[];
  };
}[SourceKind];

export type StatedBlock = Stated<Omit<Block, 'id' | 'inlet' | 'header' | 'tapes' | 'beds' | 'open'>> & {
  id: string;
  inlet?: StatedPart[];
  beds?: Partial<Beds>;
  header?: Stated<Omit<Header, 'steps'>> & { steps?: ({ fromBed: number } & Partial<PipePiece>)[] };
};
export type StatedObstacle = Partial<Obstacle> & Pick<Obstacle, 'id' | 'kind' | 'points'>;
export type StatedTape = { id: string; name?: string; tape?: Stated<Tape> };
export type StatedWatering = Omit<Stated<Watering>, 'sets'> & {
  sets?: (Omit<WaterSet, 'name'> & { name?: string })[];
};
export type StatedRing = { id: string; to: string; shut?: boolean; main?: Stated<MainPiece> };
export type StatedTee = Stated<Omit<Tee, 'id'>> & { id: string };

/**
 * The document a grower owns: only what they stated. Everything else is a default, and is shown as one.
 */
export interface Plan {
  format: typeof PLAN_FORMAT;
  version: typeof PLAN_VERSION;
  name?: string;
  place?: string;
  units?: 'us' | 'metric';
  sources: StatedSource[];
  sourceId?: string;
  backup?: Stated<Backup> & { sourceId: string };
  head?: StatedPart[];
  /** Lists of parts as they were before what cannot work under a tank was taken out, until another source is drawn on. */
  setAside?: SetAside[];
  /** Parts of the grower's own. */
  parts?: PartKind[];
  inlets?: 'own' | 'alike';
  tees?: StatedTee[];
  /** Pieces of main that close rings. */
  rings?: StatedRing[];
  ground?: Partial<FarmGround>;
  obstacles?: StatedObstacle[];
  underlay?: Underlay;
  /** Tapes beside each block's own. */
  tapes?: StatedTape[];
  blocks: StatedBlock[];
  wishes?: Stated<Wishes>;
  watering?: StatedWatering;
  build?: Stated<Build>;
}

/** A list of parts while a tank is drawn on: what it was, and what it was left as. */
export interface SetAside {
  /** `head`, or a block's id. */
  place: string;
  had: StatedPart[];
  left: StatedPart[];
}

/** Where the main begins. */
export const HEAD = 'head';
