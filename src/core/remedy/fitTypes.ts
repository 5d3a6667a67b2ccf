import type { BedGroup } from '../plan';
import type { Finding } from '../check';
import type { Figures } from './figures';
import type { Change } from '../changes';

/** What a search must keep to. */
export interface FitLimits {
  keepTape: boolean;
  /** Headers stay where they lie and are fed where they are. */
  keepHeaders: boolean;
  /** The source, its pump, tank and booster stay as they are. */
  keepSource?: boolean;
  /** Of everything to buy, at typical prices; none if it does not matter. */
  budget: number | undefined;
  mostSets: number;
}

/** What a plan is the best at; `nearest`: it does not work yet, and nothing that was found comes nearer. */
export type FitKind = 'cheapest' | 'most-even' | 'fewest-sets' | 'nearest';

/** Beds that water together: some of a block's, or all of them where no keys are given. */
export type Unit = BedGroup;

/** One plan that works. */
export interface Fit {
  kinds: FitKind[];
  /** What to change, its sets among it. */
  changes: Change[];
  sets: Unit[][];
  after: Figures;
  /** All that is left to stop or to mend once it is taken; what comes of something else among it is not told. */
  left: Finding[];
}

/** Why no plan fits, in numbers; `tellRefusal` puts it into words. */
export type FitRefusal =
  | { why: 'bed-too-much'; block: string; givesLph: number; needsLph: number }
  | { why: 'too-many-sets'; sets: number; most: number; givesLph: number; needsLph: number }
  /** One valve opens all of the block, and all of it is more than the source gives. */
  | { why: 'must-split'; block: string; parts: number; givesLph: number; needsLph: number }
  /** Sets would open what hangs on the same valve. */
  | { why: 'cannot-open'; set: string }
  | { why: 'too-many-turns'; turns: number; most: number }
  | { why: 'too-dear'; cost: number; budget: number }
  /** What is laid cannot carry water so far, whatever pressure it bears. */
  | { why: 'material'; block: string; laid: string; lengthM: number; mostM: number }
  | { why: 'block-uneven'; block: string; best: number; wished: number; keepTape: boolean }
  | { why: 'no-pressure'; block: string; needsKpa: number; givesKpa: number }
  /** What is left in all that was tried, the gravest; none where nothing could be tried. */
  | { why: 'other'; left?: Finding }
  | { why: 'no-beds' };

export interface FitAnswer {
  fits: Fit[];
  refusal?: FitRefusal;
  /** Plans that were solved. */
  solves: number;
}

/** One way to lay a block, and what it does while its regulator has what it needs. */
export interface Variant {
  changes: Change[];
  cost: number;
  uniformity: number;
  askedLph: number;
  /** It is as even as the target, in its window, and holds at rest. */
  does: boolean;
}
