import type { KindName } from '../../units';

/** How something is measured, as a picture. */
export type Measure =
  | 'bucket'
  | 'gauge'
  | 'pace'
  | 'rise'
  | 'beds'
  | 'tank'
  | 'switch'
  | 'depth'
  | 'lift'
  | 'label'
  | 'roof'
  | 'plants';

/** Fields of a source as they are stated; any may be set. */
export type StatedFields = Record<string, unknown>;
/** A part of a source, such as its pipe, to set fields of. */
export const within = (stated: StatedFields, name: string): StatedFields =>
  (stated[name] ??= {}) as StatedFields;

/** Lengths that follow from others are kept to the centimetre. */
export const toCm = (m: number): number => Number(m.toFixed(2));

/** A number that is asked for of a source. */
export interface SourceAsked<S> {
  label: string;
  kind: KindName;
  /** Words before and after the field. */
  words: readonly [before: string, after: string];
  /** The least and greatest that can be meant; beyond them it is a slip. */
  bounds: readonly [least: number, most: number];
  get(s: S): number;
  put(stated: StatedFields, value: number, s: S): void;
  /** Fields of the source that are measured with it. */
  measures: readonly string[];
}

/** One thing to find out of a source, with how to measure it. */
export interface SourceQuestion<S> {
  id: string;
  ask: string;
  how: string;
  picture: Measure;
  fields: SourceAsked<S>[];
}

/** A number that stands in one field of the source itself. */
export const askedField = <S extends object>(
  field: keyof S & string,
  label: string,
  kind: KindName,
  words: readonly [string, string],
  bounds: readonly [number, number],
): SourceAsked<S> => ({
  label,
  kind,
  words,
  bounds,
  get: (s) => s[field] as number,
  put: (stated, value) => void (stated[field] = value),
  measures: [field],
});
