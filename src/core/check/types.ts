import type { FullPlan } from '../plan';
import type { PlanResults } from '../network';
import type { KindName } from '../units';

/** stop: it will not work, or breaks something. mend: works badly. mind: take care. note: good to know. */
export type Grade = 'stop' | 'mend' | 'mind' | 'note';

export type FindingCode =
  | 'flow-short'
  | 'emitter-under'
  | 'emitter-over'
  | 'burst-at-rest'
  | 'run-too-long'
  | 'header-small'
  | 'main-eats'
  | 'regulator-starved'
  | 'block-uneven';

/** Where on the plan a finding lies. */
export type Place =
  | { kind: 'source' }
  | { kind: 'main' }
  | { kind: 'regulator' }
  | { kind: 'header' }
  | { kind: 'block' }
  | { kind: 'run'; runIndex: number; bed: number };

/** One thing found. It carries numbers; `describe` puts them into words. */
export interface Finding {
  code: FindingCode;
  grade: Grade;
  place: Place;
  /** What was found, what the limit is, and what kind of quantity they are. */
  measured: number;
  limit: number;
  kind: KindName;
  /** Further numbers for the words. */
  values: Record<string, number>;
}

/** A kind of finding: none, or one, from a solved plan. */
export type Check = (plan: FullPlan, results: PlanResults, blockIndex: number) => Finding | undefined;
