import type { Family } from '../plan';
import { M_PER_FT } from '../units';
import type { Item } from './item';
import type { Joint } from './joint';
import type { Fitting } from './fittings';

/** Where something stands: at the head, along the piece of main that leads to a tee or block, or in a block. */
export interface Where {
  place: 'head' | 'main' | 'block';
  /** What a piece of the main leads to, or the block. */
  id?: string;
  bed?: string;
}

export const HEAD_PLACE: Where = { place: 'head' };
export const mainPlace = (to: string): Where => ({ place: 'main', id: to });
export const blockPlace = (id: string, bed?: string): Where => ({
  place: 'block',
  id,
  ...(bed !== undefined && { bed }),
});

/** Why a piece is cut longer than it lies, or shorter. */
export type Allowance = 'tail' | 'fold' | 'slack' | 'emitter' | 'fitting' | 'round' | 'whole';
export type Allowances = Partial<Record<Allowance, number>>;

/** One thing of the farm as it stands when it is built, or several that are alike and side by side. */
export interface Thing {
  /** Unique on the farm. */
  id: string;
  item: Item;
  count: number;
  at: Where;
  /** In plain words: “one at each run”. */
  reason: string;
  /** Of pipe, hose and tape: each of these is cut so long, m; it lies over so much, and the rest is allowed for. */
  pieceM?: number;
  laidM?: number;
  allowed?: Allowances;
  /** A part of the plan, by its id. */
  part?: string;
  /** The thing that water comes to it from, by id; of a source's own things none. */
  on?: string;
}

/** Two ends that come together, with what joins them. */
export interface Meeting {
  id: string;
  at: Where;
  /** How often it is made there. */
  count: number;
  before: string;
  after: string;
  /** A part whose end it is, by its id in the plan. */
  part?: string;
  from: Joint;
  to: Joint;
  /** Stock fittings between them, none where they meet as they are; left out where none join them. */
  chain?: Fitting[];
  /** A fitting that the grower has is in it. */
  has?: string;
}

/** A farm as it is built: every thing of it, and where their ends meet. */
export interface Farm {
  things: Thing[];
  meetings: Meeting[];
}

/** How much of it there is: metres or pieces. */
export const amountOf = ({ count, pieceM }: Pick<Thing, 'count' | 'pieceM'>): number => count * (pieceM ?? 1);

const IN_PER_FT = 12;
/** Lengths are cut to so much, and rounded up to it, m: 2 in or 5 cm. */
export const CUT_STEP_M: Record<Family, number> = { inch: (2 * M_PER_FT) / IN_PER_FT, metric: 0.05 };
const NEAR = 1e-6;
/** A length rounded up to what is marked on a tape measure, never down. */
export const roundedUpM = (lengthM: number, family: Family): number => {
  const step = CUT_STEP_M[family];
  return Math.ceil(lengthM / step - NEAR) * step;
};
