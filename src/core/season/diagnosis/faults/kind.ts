import type { KindName } from '../../../units';
import type { Fault, OpenFarm, Site } from '../types';
import type { FaultKind } from './names';

export type Show = (value: number, kind: KindName) => string;

/** How a fault of one place and size is called and told. */
export interface FaultWords {
  /** “The filter is loaded.” without its place. */
  title: string;
  /** What one would see, hear and read. */
  looksLike: string;
  /** How to mend it, in order, safely. */
  mend: string;
}

/** All that there is to say of one kind of fault. */
export interface FaultKindOf<K extends FaultKind> {
  kind: K;
  /** Its name in a list: “filter loaded”. */
  name: string;
  /**
   * How often it is what is wrong on a drip farm, of 100 faults: growers' and advisers' experience in words, put into numbers
   * here (loading and clogging lead, leaks and open ends follow, instruments and sources are rarer).
   */
  often: number;
  words: FaultWords;
  /** How large it is, said of a size. */
  size(size: number, show: Show, fault: Fault): string;
  /** Every place where it can be, with its variants. */
  make(farm: OpenFarm): Omit<Fault, 'kind' | 'group'>[];
}

export const faultKind = <const K extends FaultKind>(kind: FaultKindOf<K>): FaultKindOf<K> => kind;

/** A place as a key. */
export function siteKey(site: Site): string {
  switch (site.at) {
    case 'source':
    case 'farm':
      return site.at;
    case 'part':
      return `${site.place}/${site.part}`;
    case 'main':
      return `main/${site.to}`;
    case 'header':
      return `header/${site.block}`;
    case 'block':
      return `block/${site.block}`;
    case 'beds':
      return `beds/${site.block}/${site.keys[0]}`;
  }
}

/** Losses, as shares of the pressure that stands before the place: from hardly felt to nearly all of it and beyond. */
export const LOSS_SHARES = [0.05, 0.12, 0.25, 0.5, 1, 2, 5];
