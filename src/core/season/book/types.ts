import type { Seen, Learned } from '../diagnosis/types';
import type { Cup } from '../diagnosis/cups';

/** What an entry tells of. */
export const WHATS = [
  'reading',
  'seen',
  'meter',
  'minutes',
  'cups',
  'soil',
  'rain',
  'repair',
  'flush',
  'cleaned',
  'feed',
  'note',
  'photo',
  'learned',
  'walk',
  'year',
] as const;
export type What = (typeof WHATS)[number];

/** Soil by feel, as a hand tells it, dry first. */
export const FEELS = ['dust', 'crumbles', 'holds', 'wet', 'drips'] as const;
export type Feel = (typeof FEELS)[number];

/**
 * One entry of the season's book. Entries are never changed: a correction is an entry of its own that names the one it stands for.
 */
export interface Entry {
  id: string;
  what: What;
  /** When it was so, and when it was written, ms since 1970. */
  at: number;
  written: number;
  /** The set that ran. */
  set?: string;
  /** Spot that was read or seen. */
  spot?: string;
  /** Block, and beds in it. */
  block?: string;
  beds?: string[];
  /** kPa, L/h, m; a meter's count in L; min; mm of rain; litres or grams of feed. */
  value?: number;
  seen?: Seen;
  feel?: Feel;
  /** A cup test. */
  seconds?: number;
  cups?: Cup[];
  /** The part that was cleaned or mended. */
  part?: string;
  text?: string;
  photo?: string;
  learned?: Learned;
  /** The entry that this one stands for, */
  corrects?: string;
  /** or only strikes out. */
  struck?: boolean;
}

export const BOOK_FORMAT = 'idle-furrow-book';
export const BOOK_VERSION = 1;

/** A season's book. */
export interface Book {
  format: typeof BOOK_FORMAT;
  version: typeof BOOK_VERSION;
  entries: Entry[];
}
