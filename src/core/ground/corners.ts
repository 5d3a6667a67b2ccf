import { msg } from '../language';
import type { Point, Polygon } from './polygon';

/** An outline as taped: each side from its corner to the next, and from the first corner to each that is not beside it. */
export interface Taped {
  /** As many as corners: side i leads from corner i to corner i + 1, the last back to the first. */
  sidesM: readonly number[];
  /** From corner 1 to corner 3, 4 … up to the last but one: three fewer than corners. */
  diagonalsM: readonly number[];
  /** Corners that the outline turns in at, counted from 0. */
  dents?: ReadonlySet<number>;
}

export type CornersReading = { ok: true; outline: Polygon } | { ok: false; corner: number; why: string };

/** Lengths taped by hand agree to about this share; a triangle that misses by less is laid flat. */
const TAPE_SHARE = 0.01;

/**
 * Corners of a field from the lengths of its sides and its diagonals from the first corner: each further corner is
 * where two arcs meet, one about the first corner and one about the corner before.
 *
 * @returns corners with the first at (0, 0) and the second straight beyond it; or the corner, from 1, whose lengths do not meet
 */
export function outlineFromTape({ sidesM, diagonalsM, dents }: Taped): CornersReading {
  const n = sidesM.length;
  if (n < 3) return { ok: false, corner: 1, why: msg`a field has at least three corners` };
  const wrong = [...sidesM, ...diagonalsM].findIndex((m) => !(m > 0));
  if (wrong >= 0)
    return { ok: false, corner: (wrong % n) + 1, why: msg`every length must be more than zero` };
  const corners: Point[] = [
    [0, 0],
    [0, sidesM[0]],
  ];
  /** From corner 1 to corner i, counted from 0. */
  const fromFirst = (i: number): number =>
    i === 1 ? sidesM[0] : i === n - 1 ? sidesM[n - 1] : diagonalsM[i - 2];
  for (let i = 2; i < n; i++) {
    const base = fromFirst(i - 1);
    const a = fromFirst(i);
    const b = sidesM[i - 1];
    const slack = TAPE_SHARE * Math.max(a, b, base);
    if (a + b < base - slack || a + base < b - slack || b + base < a - slack) {
      return {
        ok: false,
        corner: i + 1,
        why: msg`the lengths to corner ${i + 1} do not meet: no side of a triangle is longer than the other two together`,
      };
    }
    const along = (a * a - b * b + base * base) / (2 * base);
    const aside = Math.sqrt(Math.max(0, a * a - along * along)) * (dents?.has(i) ? -1 : 1);
    const [px, py] = corners[i - 1];
    const ux = px / base;
    const uy = py / base;
    corners.push([ux * along + uy * aside, uy * along - ux * aside]);
  }
  return { ok: true, outline: corners };
}

/** An outline's lengths as one would tape them. */
export function tapeOf(outline: Polygon): { sidesM: number[]; diagonalsM: number[] } {
  const between = (a: Point, b: Point): number => Math.hypot(b[0] - a[0], b[1] - a[1]);
  return {
    sidesM: outline.map((p, i) => between(p, outline[(i + 1) % outline.length])),
    diagonalsM: outline.slice(2, -1).map((p) => between(outline[0], p)),
  };
}
