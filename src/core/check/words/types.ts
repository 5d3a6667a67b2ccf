import type { KindName } from '../../units';
import type { Finding } from '../types';

/** A finding in words, in a person's own units. */
export interface Words {
  title: string;
  where: string;
  howMuch: string;
  why: string;
  /** What usually helps, in the order a grower would try. */
  tries: string[];
}

export type Show = (value: number, kind: KindName) => string;
export type Telling = (f: Finding, show: Show) => Omit<Words, 'where'>;

export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
export const percent = (ratio: number): string => `${Math.round(ratio * 100)} %`;
