import type { BlockResult, FarmResults } from '../network';
import type { FullPlan, Plan } from '../plan';
import type { KindName } from '../units';

/** A quantity in a working. */
export interface Term {
  symbol: string;
  meaning: string;
  value: number;
  kind: KindName;
  /** Path of the plan's field that it was read from; where that is not stated the value is a default. */
  field?: string;
}

/** How a number was come by: its formula, the values put in, and where the formula is from. */
export interface Working {
  title: string;
  /** In plain words. */
  says: string;
  formula: string;
  terms: Term[];
  /** None where nothing is reckoned. */
  result?: Term;
  source: string;
  /**
   * The formula itself: what its terms, in their order, come to. Terms and result are in core units; factors between them
   * (hours and seconds) are in it. None where nothing is reckoned, or where a number was found by search.
   */
  gives?: (terms: readonly number[]) => number;
}

/** What a working is made from: a solved plan, and the run looked at with its block. */
export interface Subject {
  plan: FullPlan;
  results: FarmResults;
  runIndex: number;
  block: BlockResult;
}

export type Maker = (subject: Subject) => Working | undefined;

export const term = (
  symbol: string,
  meaning: string,
  value: number,
  kind: KindName,
  field?: string,
): Term => ({ symbol, meaning, value, kind, ...(field !== undefined && { field }) });

export const sum = (values: readonly number[]): number => values.reduce((total, v) => total + v, 0);

/** Path of a field of the source in use, in the stated plan. */
export const sourceField = (plan: FullPlan, key: string): string =>
  `sources.${plan.sources.findIndex((s) => s.id === plan.sourceId)}.${key}`;

/** Whether a field of a stated plan, by its path (“blocks.0.tape.boreMm”), is not the grower's own. */
export function isDefault(plan: Plan, field: string): boolean {
  let at: unknown = plan;
  for (const key of field.split('.')) {
    if (typeof at !== 'object' || at === null) return true;
    at = (at as Record<string, unknown>)[key];
  }
  return at === undefined;
}
