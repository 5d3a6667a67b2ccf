/** A pipe of the catalogue, with the bore and smoothness that hold here. */
export interface PipePiece {
  pipe: string;
  boreMm: number;
  hazenWilliamsC: number;
}
