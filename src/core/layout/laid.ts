import type { Point, Polygon } from '../ground';
import type { Block, PipePiece, Plant, SingleBed, Tape } from '../plan';
import type { Frame } from './frame';
import type { BlockGround, Profile } from './heights';

/** A plant as it is laid: its place, and what its emitters wet and serve. */
export interface LaidPlant {
  plant: Plant;
  /** What the grower states of what stands there. */
  label: Tape;
  emitters: number;
  /** Across its ring, m; 0 where all its emitters are at one place. */
  ringM: number;
  spreadM: number;
  serves: number;
  potL: number;
  /** From its take-off to the plant, m. */
  wayM: number;
}

/** A bed as it lies in its block’s frame. */
export interface LaidBed {
  /** Its number from 1, and from its second piece on a letter: how it is called and kept. */
  key: string;
  /** Number of its place across the block, from 1. */
  number: number;
  leftM: number;
  widthM: number;
  /** Its near and far ends along the beds. */
  nearM: number;
  farM: number;
  lengthM: number;
  runs: number;
  /** Each run lies so many times along the bed. */
  passes: number;
  /** Line of a snaked run within the bed, m, where it was measured. */
  hoseM?: number;
  /** Lines of tape side by side: every run as often as it lies along the bed. */
  lines: number;
  resting: boolean;
  single: SingleBed | undefined;
  /** A plant at a place of its own, whose ground this is. */
  plant?: LaidPlant;
}

/** Where a run, or two back to back, leaves a header. */
export interface TakeOff {
  /** 0 for the first header, 1 for the second. */
  header: number;
  xM: number;
  yM: number;
  /** Height of the ground there, m. */
  zM: number;
}

/** A header as it lies in its block's frame. */
export interface LaidHeader {
  /** Corners from left to right. */
  line: Point[];
  feed: Point;
  /** Ends of the pipe: its take-offs and its feed lie between. */
  fromXM: number;
  toXM: number;
  pipe: PipePiece;
}

/** The ground along a run. */
export interface Lie {
  /** Rise per metre in its own direction, over its whole length. */
  slope: number;
  /** Where the ground is uneven. */
  profile?: Profile;
}

/** One run of tape on the ground. Distances are in the block's own frame: x across the beds, y along them, m. */
export interface LaidRun {
  id: string;
  /** Place of its block among the plan's. */
  block: number;
  /** Its bed's key, and the bed's place among the block's. */
  bed: string;
  bedIndex: number;
  tape: Tape;
  /** What the grower states of it, where a plant's emitters were made of it: those of one label are compared. */
  label?: Tape;
  /** Corners of its way from the take-off on, where it does not lie straight along the beds. */
  way?: Point[];
  xM: number;
  /** Where it leaves the header. */
  fromM: number;
  /** Its take-off, by place among the layout's. */
  takeOff: number;
  /** From the header to its far end, `leadM` included. */
  lengthM: number;
  /** Plain pipe from the header to the bed's own end, where the bed stops short of the header. */
  leadM: number;
  /** +1 away from the near end, −1 towards it. */
  direction: 1 | -1;
  /** The ground along it, felt for when first asked. */
  lie: () => Lie;
}

/** Where small pipes meet or end, in the block's frame. */
export interface SmallNode {
  at: Point;
  zM: number;
}

/** A stretch of small pipe between two nodes, by their places; the first node is the feed. */
export interface SmallPipe {
  from: number;
  to: number;
  lengthM: number;
  pipe: PipePiece;
}

/** Small pipe as it lies: a tree from where it begins, each stretch after the one it comes from, and what closes rings in it. */
export interface SmallPipes {
  nodes: SmallNode[];
  pipes: SmallPipe[];
  loops: SmallPipe[];
  /** Node of each take-off of its own, and the first of these among the layout's. */
  nodeOf: number[];
  firstTakeOff: number;
  /** The take-off of the beds' header that it begins at; none where it begins at the feed. */
  begins?: number;
}

/** The box that holds a block's beds, in its frame. */
export interface BedBox {
  leftM: number;
  rightM: number;
  nearM: number;
  farM: number;
}

/** A block laid out in its own frame. */
export interface BlockLayout {
  index: number;
  block: Block;
  frame: Frame;
  ground: BlockGround;
  beds: LaidBed[];
  /** Of beds that do not rest. */
  runs: LaidRun[];
  /** Places where runs leave a header: header by header, from left to right. */
  takeOffs: TakeOff[];
  /** One, or two. */
  headers: LaidHeader[];
  /** Small pipe to plants at places, instead of a header or hanging on it. */
  small?: SmallPipes;
  /** The box that holds the beds. */
  box: BedBox;
  /** Its outline or a tunnel's walls, in its frame, where it has any. */
  outline: Polygon | undefined;
}
