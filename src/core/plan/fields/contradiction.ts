/** Two fields of a plan that contradict each other. */
export interface Contradiction {
  /** Path of the field to mend. */
  path: string;
  what: string;
  /** Path of the field that it stands against, where one field does. */
  other?: string;
}

/** Adds one: the path of the field to mend, why, and the field that it stands against. */
export type AddContradiction = (path: string, what: string, other?: string) => void;
