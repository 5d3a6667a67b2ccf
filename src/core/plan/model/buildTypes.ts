/** Inch sizes with tapered threads and insert barbs, or metric ones with parallel threads and compression. */
export const FAMILIES = ['inch', 'metric'] as const;
export type Family = (typeof FAMILIES)[number];

/** How a run's far end is shut. */
export const RUN_ENDS = ['fold', 'cap', 'valve', 'tie', 'knot'] as const;
export type RunEnd = (typeof RUN_ENDS)[number];

/** A price of the grower's own, in their own currency. */
export interface Price {
  /** Of what, by the item's id. */
  item: string;
  price: number;
  /** Of a metre or a piece, or of the whole roll, stick or pack. */
  per: 'unit' | 'pack';
  /** When it was asked. */
  asked?: string;
}

/** What the grower has already. */
export interface Have {
  item: string;
  /** So many, of what is counted. */
  count?: number;
  /** Pieces of pipe, hose or tape by their length, m. */
  piecesM?: number[];
}

/** A fitting that the grower has and wants used where two ends meet. */
export interface Joined {
  at: string;
  fitting: string;
}

/** A step of the work that was done. */
export interface Done {
  step: string;
  on?: string;
  note?: string;
  /** Hours that it took, by all who were at it together. */
  hours?: number;
}

/** A roll, stick or pack of another size than the usual one: how much it holds, m or pieces. */
export type Packs = Record<string, number>;

/** What is bought for the plan, and how it is built. */
export interface Build {
  family: Family;
  /** Sign or name of the money that prices are in. */
  currency: string;
  prices: Price[];
  have: Have[];
  joined: Joined[];
  /** What is there already or is to be bought, by item, where it is not as is usual: what belongs to a source is most often there. */
  there: Record<string, boolean>;
  packs: Packs;
  /** More than is used of what breaks or gets lost, a ratio. */
  spares: number;
  /** Joins that a run of tape may have. */
  joins: number;
  runEnd: RunEnd;
  /** Mains in a trench, or on the ground; of PVC in a trench if not stated, of all else on the ground. */
  mains?: 'buried' | 'surface';
  /** How deep the ground freezes, and how deep the grower wants pipe, m. */
  frostM: number;
  coverM: number;
  /** Hole that a take-off needs in a header, where its label says another than the usual one, mm. */
  holeMm?: number;
  people: 1 | 2;
  /** Hours that the grower thinks a step takes one person, by step, in place of those that are counted. */
  hours: Record<string, number>;
  done: Done[];
  paper: 'a4' | 'letter';
}
