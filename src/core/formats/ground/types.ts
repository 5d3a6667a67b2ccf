import type { Height, LonLat, Point } from '../../ground';
import type { Obstacle } from '../../plan';

/** A shape of a file, with its name. Its points are longitude and latitude, or metres east and north. */
export interface Shape {
  name?: string;
  points: (readonly [number, number, number?])[];
}

/** What a file of ground holds, as it says it. */
export interface RawGround {
  /** Degrees of longitude and latitude, or metres. */
  in: 'degrees' | 'metres';
  outlines: Shape[];
  /** Walked lines: closed into outlines. */
  tracks: Shape[];
  /** Places with a height each, m. */
  heights: (readonly [number, number, number])[];
  /** Places without one. */
  bare: number;
  things: {
    kind: Obstacle['kind'];
    name: string;
    points: (readonly [number, number])[];
    widthM?: number;
    radiusM?: number;
  }[];
  /** What was left out while reading, in words. */
  left: string[];
  /** It was written by a plan that has no place on the earth. */
  local?: boolean;
}

/** Heights outside of these are marks of programs for "none", such as −9999, m. */
const LOWEST_M = -500;
const HIGHEST_M = 9000;
export const isHeight = (z: number): boolean => z >= LOWEST_M && z <= HIGHEST_M;

export type RawReading = { ok: true; raw: RawGround } | { ok: false; why: string };

/** What is taken from a file, on the sheet in metres, and sentences on what was done to it. */
export interface FoundGround {
  outlines: { name?: string; outline: Point[] }[];
  heights: Height[];
  things: (Pick<Obstacle, 'kind' | 'name' | 'points'> & Partial<Pick<Obstacle, 'widthM' | 'radiusM'>>)[];
  /** Where the sheet's (0, 0) lies on the earth, or in the file's own metres, where the file says so. */
  origin?: LonLat;
  grid?: { eastM: number; northM: number };
  notes: string[];
}

/** What a file of ground is laid on: the plan's own place, where it has one. */
export interface GroundPlace {
  origin?: LonLat;
  grid?: { eastM: number; northM: number };
  northDeg: number;
}

export const emptyRaw = (unit: RawGround['in']): RawGround => ({
  in: unit,
  outlines: [],
  tracks: [],
  heights: [],
  bare: 0,
  left: [],
  things: [],
});
