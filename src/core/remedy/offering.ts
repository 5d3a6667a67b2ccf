import type { Block } from '../plan';
import { blockOf, type Context } from './context';
import type { Change } from './types';

/** Ways of one remedy from mild to strong: the first that clears the finding is taken. Each way is some changes at once. */
export type Offer = Change[][];
export type Offering = (context: Context) => Offer[];

export const steps = <T>(list: readonly T[], change: (step: T) => Change): Offer =>
  list.map((s) => [change(s)]);

/** Works on the block that the finding is about. */
export const ofBlock =
  (offers: (block: Block, context: Context) => Offer[]): Offering =>
  (context) => {
    const block = blockOf(context);
    return block ? offers(block, context) : [];
  };
export const all =
  (...offerings: Offering[]): Offering =>
  (context) =>
    offerings.flatMap((offering) => offering(context));

export const ofSource =
  (offers: (context: Context) => Offer[]): Offering =>
  (context) =>
    offers(context);
export const fixed =
  (...changes: Change[]): Offering =>
  () => [[changes]];
