import type { CoverId } from '../../catalog/covers';
import type { SoilId } from '../../catalog/soils';
import type { Height, LonLat, Point, SurfaceKind } from '../../ground';

/** The slope and soil of a block. */
export interface Ground {
  /** By its own falls, or as the farm's surface has it. */
  by: 'falls' | 'surface';
  /** Rise per metre along the beds, away from the near end. */
  slopeAlong: number;
  /** Rise per metre across them, away from the left. */
  slopeAcross: number;
  soil: SoilId;
}

/** A bed cut across, and how much is left between its two pieces. */
export interface Split {
  /** Along the beds, from the near end of the block's frame, m: the middle of the gap. */
  atM: number;
  gapM: number;
}

/** What is particular to one bed. Only a bed's first piece may be joined or split. */
export interface SingleBed {
  /** Its near end begins later by this, m; below 0 earlier, as far as the ground allows. */
  startM?: number;
  lengthM?: number;
  removed?: boolean;
  /** It takes in so many beds to its right, with the paths between. */
  joined?: number;
  splits?: Split[];
  resting?: boolean;
  /** When it was planted. */
  planted?: string;
  /** Its take-off valves are turned so far shut, degrees of a quarter turn. */
  valveDeg?: number;
  /** One of the table's crops or of the plan's own, by its id. */
  crop?: string;
  /** One of the plan's further tapes, by its id. */
  tape?: string;
  runs?: number;
  /** As the block's beds say it, of this bed alone. */
  passes?: number;
  hoseM?: number;
  /** Runs shut by valves of their own, by their number from the left. */
  shutRuns?: number[];
}

export interface Beds {
  /** Beds side by side, where the block has no outline to fill. */
  count: number;
  lengthM: number;
  widthM: number;
  pathM: number;
  runsPerBed: number;
  /** Each run lies so many times along its bed: once if straight, more where it is snaked. */
  passes: number;
  /** Line of each snaked run within its bed, m, where that was measured; else as it is drawn. */
  hoseM?: number;
  /** Ground left free within the outline at the near and far ends, and before the first bed, m. */
  headNearM: number;
  headFarM: number;
  offsetM: number;
  /** One of the table's crops or of the plan's own, or `none`. */
  crop: string;
  /** What lies over the soil; where that was not chosen it goes with where the tape lies. */
  cover?: CoverId;
  /** Straight, or so curved that tape would kink. */
  rows: 'straight' | 'curved';
  /** Single beds that differ, by their key: the bed's number, and from its second piece on a letter. */
  single: Record<string, SingleBed>;
}

/** A tunnel's inside. Its doors stand at the ends of the beds. */
export interface Tunnel {
  widthM: number;
  lengthM: number;
  doors: 'near' | 'far' | 'both';
  /** Ground left free before a door, m. */
  doorM: number;
  /** Width of the beds along the walls, m. */
  sideBedM: number;
}

/** Something in the way: beds stop at it. */
export interface Obstacle {
  id: string;
  /** A lane and a ditch are lines with a width; a tree is a round; a building and a wet spot are outlines. */
  kind: 'lane' | 'ditch' | 'tree' | 'building' | 'wet';
  name: string;
  /** Places on the sheet, m: a line's corners, a tree's one place, or an outline's corners. */
  points: Point[];
  widthM: number;
  radiusM: number;
  /** Kept free beside it, m. */
  marginM: number;
}

/** Measured heights, and how the farm lies on the earth. */
export interface FarmGround {
  heights: Height[];
  surface: SurfaceKind;
  /** Direction of north, clockwise from straight up the sheet, degrees. */
  northDeg: number;
  /** Where the sheet's (0, 0) lies on the earth, where that is known. */
  origin?: LonLat;
  /** Where it lies in the metres of the survey it came from, where those are not the sheet's own. */
  grid?: { eastM: number; northM: number };
}

/** An aerial or sketched picture under the sheet. */
export interface Underlay {
  /** As a data address. */
  picture: string;
  widthPx: number;
  heightPx: number;
  /** Its top left corner on the sheet, m. */
  xM: number;
  yM: number;
  mPerPx: number;
  /** Clockwise about its top left corner, degrees. */
  turnDeg: number;
  /** How strongly it shows, 0 to 1. */
  strength: number;
}
