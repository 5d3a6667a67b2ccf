/** A solver of linear programmes in the LP text form, as HiGHS is. */
export type LinearSolver = (model: string) => {
  solved: boolean;
  objective: number;
  /** Values of the columns by name. */
  values: Record<string, number>;
  /** Shadow prices of the rows, in their order. */
  duals: number[];
};

/** A length to cut, in whole units. */
export interface Piece {
  size: number;
  label: string;
}
/** A roll, stick or own piece while it is filled. */
export interface Filled {
  size: number;
  had: boolean;
  cuts: Piece[];
}

/** A length that is sold, and its cost. */
export interface Sold {
  size: number;
  cost: number;
}

export const EPS = 1e-6;
export const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
