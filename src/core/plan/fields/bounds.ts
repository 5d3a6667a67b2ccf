import Joi from 'joi';

/** Limits of what a plan may hold. They bound typing errors, not farms. */
export const LIMITS = {
  beds: 500,
  lengthM: 1000,
  runsPerBed: 8,
  /** A run snaked through a bed lies along it no more often. */
  passes: 12,
  pressureKpa: 2000,
  flowLph: 1e6,
  headM: 500,
  blocks: 60,
  sources: 20,
  parts: 60,
  tees: 200,
  corners: 200,
  heights: 5000,
  obstacles: 200,
  tapes: 40,
  splits: 20,
  plants: 1000,
  joints: 1000,
  loops: 40,
  emittersAtPlant: 40,
  /** An adjustable emitter opens no further, L/h. */
  mostSetLph: 70,
  sets: 60,
  weatherDays: 800,
  prices: 3000,
  pieces: 200,
  /** A roll holds no more, m or pieces. */
  rollM: 10_000,
  joined: 1000,
  steps: 2000,
  /** A picture's data address, characters. */
  pictureLength: 3_000_000,
} as const;

export const ids = (list: readonly { id: string }[]): string[] => list.map((entry) => entry.id);
export const positive = (max: number): Joi.NumberSchema => Joi.number().greater(0).max(max);
export const notNegative = (max: number): Joi.NumberSchema => Joi.number().min(0).max(max);
export const text = (max: number): Joi.StringSchema => Joi.string().allow('').max(max);
/** Over the sea or over the lowest corner, as it was measured. */
export const height = Joi.number().min(-500).max(9000);
export const place = Joi.number().min(-5000).max(5000);
export const id = Joi.string().min(1).max(60);
