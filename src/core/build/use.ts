import type { Item } from './item';

/** Where something is used. */
export interface Where {
  place: 'head' | 'main' | 'block';
  /** What a piece of the main leads to, or the block. */
  id?: string;
  bed?: string;
}

/** So much of something in one place, and why. */
export interface Use {
  item: Item;
  count: number;
  /** Of pipe and tape: each of these is so long, m. */
  pieceM?: number;
  at: Where;
  /** In plain words: “one at each run”. */
  reason: string;
}

export const HEAD_PLACE: Where = { place: 'head' };
export const mainPlace = (to: string): Where => ({ place: 'main', id: to });
export const blockPlace = (id: string, bed?: string): Where => ({
  place: 'block',
  id,
  ...(bed !== undefined && { bed }),
});

/** How much of it is used: metres or pieces. */
export const amountOf = ({ count, pieceM }: Pick<Use, 'count' | 'pieceM'>): number => count * (pieceM ?? 1);
