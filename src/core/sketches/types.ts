import type { Draft } from 'immer';
import type { FullPlan, Measure, Plan, SourceKind } from '../plan';
import type { KindName } from '../units';

export type { Measure };

/** A number that is asked for, where it stands in the plan. */
export interface Asked {
  label: string;
  kind: KindName;
  /** Words before and after the field. */
  before: string;
  after: string;
  get: (plan: FullPlan) => number;
  put: (draft: Draft<Plan>, value: number, plan: FullPlan) => void;
  /** Fields of the source that are measured with it. */
  measures: string[];
  /** The greatest and least that can be meant; beyond them it is a slip. */
  least: number;
  most: number;
}

/** One thing to find out, with how to measure it. Each may be left for later. */
export interface Question {
  id: string;
  ask: string;
  how: string;
  picture: Measure;
  fields: Asked[];
}

/** A question that a kind of source asks of itself, by name. */
export interface OfSource {
  of: SourceKind;
  asks: string;
}

/** What a sketch looks like, drawn with the application's own glyphs. */
export interface Look {
  source: 'tap' | 'well' | 'pump' | 'tank' | 'barrel' | 'booster';
  field: 'raised' | 'rows' | 'fields' | 'tunnel' | 'plots' | 'bushes' | 'pots' | 'tubes';
  roof?: boolean;
}

/** A plain starting point, named by what it is. Its figures are examples until they are measured. */
export interface Sketch {
  id: string;
  name: string;
  says: string;
  look: Look;
  plan: Omit<Plan, 'format' | 'version' | 'units'>;
  questions: (Question | OfSource)[];
  /** What to bring to measure it. */
  bring: string[];
}
