import type { KindName } from '../units';
import type { FindingCode } from './codes';

/** stop: it will not work, or breaks something. mend: works badly. watch: take care. note: good to know. */
export type Grade = 'stop' | 'mend' | 'watch' | 'note';

/** Gravest first. */
export const GRADES: readonly Grade[] = ['stop', 'mend', 'watch', 'note'];

/** Whether a grade is graver than another. */
export const isGraver = (a: Grade, b: Grade): boolean => GRADES.indexOf(a) < GRADES.indexOf(b);
export const graverOf = (a: Grade, b: Grade): Grade => (isGraver(a, b) ? a : b);

/** Stages of the working order in which things are mended. */
export type StageId = 'water' | 'ground' | 'beds' | 'pipework' | 'sets';

/** Where on the plan a finding lies. `place` of a part: `head`, or the id of the block at whose inlet it stands. */
export type Place =
  | { kind: 'plan' }
  | { kind: 'source' }
  | { kind: 'backup' }
  | { kind: 'head' }
  | { kind: 'part'; place: string; id: string }
  | { kind: 'main'; to: string }
  | { kind: 'header'; block: number }
  | { kind: 'block'; block: number }
  | { kind: 'set'; set: string }
  | { kind: 'run'; runIndex: number; block: number; bed: string };

/** Further numbers and names of a finding, typed by its kind. */
export type Said = Readonly<Record<string, number | string | boolean>>;

/** One thing found in one state of the plan. */
export interface Found<S extends Said = Said> {
  grade: Grade;
  place: Place;
  /** What was found, what the limit is, and what kind of quantity they are; left out where nothing is measured. */
  measured?: number;
  limit?: number;
  kind?: KindName;
  says: S;
}

/** A state of the plan in which something holds. */
export interface Holds {
  /** The set that is open, by its id; none where everything waters at once. */
  set?: string;
  backup?: true;
  /** With the water high: full tank, cut-out pressure, all that was measured. */
  high?: true;
  /** With the filters due for cleaning. */
  dirty?: true;
}

/** One thing found of a plan in all its states, with its worst figure. `describe` puts it into words. */
export interface Finding {
  code: FindingCode;
  /** The same in every version of a plan: its kind and place. */
  id: string;
  grade: Grade;
  place: Place;
  measured: number;
  limit: number;
  kind: KindName;
  /** How far beyond the limit, in the same unit. */
  margin: number;
  says: Said;
  /** It is there because of another finding, by its id: once that is mended it goes, or is judged again. */
  because?: string;
  /** States in which it holds; none for what does not hang on what is open. */
  holds: readonly Holds[];
  /** The same elsewhere, less bad; only in a list as it is told. */
  also: readonly { id: string; place: Place }[];
}
