import type { PartKind, PartLabel, Role } from '../../catalog/headParts';
import type { LiesId, MaterialId } from '../../catalog/materials';
import type { Point } from '../../ground';
import type { FrictionSchool } from '../../hydraulics/friction';

import type { Build } from './buildTypes';
import type { LimitName } from './limits';
import type { PipePiece } from '../fields/pipeTypes';
import type { Stated } from '../fields/stated';
import type { AnySource, Pumped, SourceKind, SourceState, StatedOf, Stored } from '../sources';
import type { Places } from './placesTypes';
import type { Beds, FarmGround, Ground, Obstacle, Tunnel, Underlay } from './landTypes';
import type { Hours, OpenedBy, Watering, WaterSet } from './wateringTypes';

export type * from './buildTypes';
export type * from './landTypes';
export type * from './placesTypes';
export type * from './wateringTypes';
export type { Stated } from '../fields/stated';
export type { Booster, SourceKind, SourceState, Vessel } from '../sources';

export const PLAN_FORMAT = 'idle-furrow-plan';
export const PLAN_VERSION = 11;

/** How a source joins others: the same for every kind. */
interface Joining {
  /** Parts that only its own water passes, in the order of the water: up to where it joins the others at the head. */
  branch: Part[];
  /** The pipe from it to the head, where that stands at another source; longer than straight by `extraM`. */
  joins: PipePiece & { extraM: number };
}

export type Source = AnySource extends infer S ? (S extends AnySource ? S & Joining : never) : never;
type SourceOf<K extends SourceKind> = Extract<Source, { kind: K }>;
export type TapSource = SourceOf<'tap'>;
export type WellSource = SourceOf<'well'>;
export type PumpSource = SourceOf<'pump'>;
export type TankSource = SourceOf<'tank'>;
/** Any source that stores water that stands high, or has a pump of its own. */
export type StoredSource = Extract<Source, Stored>;
export type PumpedSource = Extract<Source, Pumped>;

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
  [K in SourceKind]: StatedOf<K> & {
    id: string;
    kind: K;
    branch?: StatedPart[];
    joins?: Stated<Joining['joins']>;
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
