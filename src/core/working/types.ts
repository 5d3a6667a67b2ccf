import type { BlockResult, FarmResults } from '../network';
import type { FullPlan } from '../plan';
import type { KindName } from '../units';

/** A quantity in a working. */
export interface Term {
  symbol: string;
  meaning: string;
  value: number;
  kind: KindName;
}

/** How a number was come by: its formula, the values put in, and where the formula is from. */
export interface Working {
  title: string;
  /** In plain words. */
  says: string;
  formula: string;
  terms: Term[];
  result: Term;
  source: string;
}

/** What a working is made from: a solved plan, and the run looked at with its block. */
export interface Subject {
  plan: FullPlan;
  results: FarmResults;
  runIndex: number;
  block: BlockResult;
}

export type Maker = (subject: Subject) => Working | undefined;

export const term = (symbol: string, meaning: string, value: number, kind: KindName): Term => ({
  symbol,
  meaning,
  value,
  kind,
});
