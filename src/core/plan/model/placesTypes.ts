import type { PipePiece } from '../fields/pipeTypes';

/** A tee, corner or end of small pipe that was drawn. Places are in the block's own frame, m from where it is fed. */
export interface Joint {
  id: string;
  xM: number;
  yM: number;
  /** The joint that the pipe to it comes from, or `feed`. */
  from: string;
  /** Pipe beyond the straight distance, m. */
  extraM?: number;
  /** The pipe to it, where it is another than the block's. */
  pipe?: string;
  boreMm?: number;
}

/** A pipe between two joints that are fed already: it closes a ring. */
export interface Loop {
  id: string;
  a: string;
  b: string;
}

/** A pot, a bush, a tree or a hill of squash at a place of its own. What is not said goes with the block's places. */
export interface Plant {
  /** A number, as beds have one, or beside beds a number after a p: what `beds.single` says of a bed it says of a plant. */
  id: string;
  name?: string;
  xM: number;
  yM: number;
  /** The pipe that it hangs on, by the joint that the pipe leads to; the nearest if not said. */
  on?: string;
  emitters?: number;
  /** Flow that an adjustable emitter is set to, at the pressure of its label, L/h. */
  setLph?: number;
  around?: 'point' | 'ring';
  ringM?: number;
  spreadM?: number;
  /** Plants that its emitters serve. */
  serves?: number;
  potL?: number;
}

/** Plants at places of their own instead of beds, and the small pipe that leads to them. */
export interface Places {
  /** Beds lie in the block too: small pipe then hangs on their header, and plants are called p1, p2 and so on. */
  beds: boolean;
  /** Beside beds: where on their header small pipe begins. */
  begins: 'feed' | 'left' | 'right';
  /** Beside beds, whose own are the block's: the small pipe, and the plan's further tape that says what stands at the plants. */
  pipe: string;
  boreMm?: number;
  tape?: string;
  /** From plant to plant in their order, the shortest way that branches, or as it was drawn. */
  route: 'order' | 'shortest' | 'drawn';
  joints: Joint[];
  loops: Loop[];
  plants: Plant[];
  /** At each plant, where it does not say otherwise. */
  emitters: number;
  /** All at one place, or along a ring of line laid round the plant. */
  around: 'point' | 'ring';
  /** Across a ring, m. */
  ringM: number;
  /** Across the ground that a plant draws on, or a pot, m. */
  spreadM: number;
  /** What a pot holds, L; 0 for a plant in the ground. */
  potL: number;
  /** Bore of the thin tube from the pipe to a plant, and how much longer it is than the way there. */
  tubeMm: number;
  tubeExtraM: number;
}

/** Where small pipe begins: at the block's feed, or where it hangs on the header of the beds beside it. */
export const FEED = 'feed';

/** A pipe to a joint, filled in. */
export type SmallPipe = PipePiece;
