import { contours } from 'd3-contour';
import type { Box } from '../ground';
import type { Figure, Layer, Line } from './figures';

/** Heights on an even grid over a box, row by row from its lower edge up. */
export interface HeightGrid {
  box: Box;
  columns: number;
  rows: number;
  stepM: number;
  zM: Float64Array;
  lowM: number;
  highM: number;
}

/** Points along the longer side of a grid. */
const GRID_POINTS = 90;

export function heightGrid(box: Box, heightM: (x: number, y: number) => number): HeightGrid {
  const wide = box.x1 - box.x0;
  const high = box.y1 - box.y0;
  const stepM = Math.max(wide, high, 1) / (GRID_POINTS - 1);
  const columns = Math.max(2, Math.ceil(wide / stepM) + 1);
  const rows = Math.max(2, Math.ceil(high / stepM) + 1);
  const zM = new Float64Array(columns * rows);
  let lowM = Infinity;
  let highM = -Infinity;
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const z = heightM(box.x0 + c * stepM, box.y0 + r * stepM);
      zM[r * columns + c] = z;
      lowM = Math.min(lowM, z);
      highM = Math.max(highM, z);
    }
  return { box, columns, rows, stepM, zM, lowM, highM };
}

/** Steps between contours that are easily read. */
const ROUND_STEPS = [0.02, 0.05, 0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20];
const WANTED_LINES = 9;

/** A round interval that draws about nine contours, in units of so many metres. */
export function contourStepM(grid: HeightGrid, unitM: number): number {
  const about = (grid.highM - grid.lowM) / WANTED_LINES / unitM;
  return (ROUND_STEPS.find((s) => s >= about) ?? ROUND_STEPS[ROUND_STEPS.length - 1]) * unitM;
}

export interface Contour {
  zM: number;
  /** Its pieces, in metres. */
  lines: readonly Line[];
  /** A place on it for its height, m. */
  label: readonly [number, number] | undefined;
}

/** Contours of a grid at round heights. The grid's own edge, along which areas close, is left out. */
export function contourLines(grid: HeightGrid, everyM: number): Contour[] {
  const { box, columns, rows, stepM, zM } = grid;
  const levels = levelsOf(grid, everyM);
  // A cell's value stands at its middle.
  const x = (c: number): number => box.x0 + (c - 0.5) * stepM;
  const y = (r: number): number => box.y0 + (r - 0.5) * stepM;
  const edge = ([c, r]: number[]): boolean => c <= 0.5 || r <= 0.5 || c >= columns - 0.5 || r >= rows - 0.5;
  return contours()
    .size([columns, rows])
    .thresholds(levels)(Array.from(zM))
    .map(({ value, coordinates }) => {
      const lines: Line[] = [];
      let longest: number[][] = [];
      for (const ring of coordinates.flat()) {
        let piece: number[][] = [];
        const close = (): void => {
          if (piece.length > 1) lines.push(piece.flatMap(([c, r]) => [x(c), y(r)]));
          if (piece.length > longest.length) longest = piece;
          piece = [];
        };
        ring.forEach((p, i) => {
          if (i > 0 && edge(p) && edge(ring[i - 1])) close();
          piece.push(p);
        });
        close();
      }
      const mid = longest[Math.floor(longest.length / 2)];
      return {
        zM: value,
        lines,
        label: mid && longest.length > 8 ? ([x(mid[0]), y(mid[1])] as const) : undefined,
      };
    })
    .filter((c) => c.lines.length > 0);
}

function levelsOf({ lowM, highM }: HeightGrid, everyM: number): number[] {
  const first = Math.ceil(lowM / everyM);
  const last = Math.floor(highM / everyM);
  const most = 200;
  const count = Math.min(most, last - first + 1);
  return count > 0 ? Array.from({ length: count }, (_, i) => (first + i) * everyM) : [];
}

/** The sun for shading: from the upper left, as maps have it; a field's slopes are drawn steeper so that they show. */
const SUN = [-0.5, 0.62, 0.6] as const;
const STEEPER = 12;

/** Light on the ground of a grid, row by row from the top, from 0 (turned away) to 1 (towards the sun). */
export function hillShade({ columns, rows, stepM, zM }: HeightGrid): Float32Array {
  const light = new Float32Array(columns * rows);
  const at = (c: number, r: number): number =>
    zM[Math.min(rows - 1, Math.max(0, r)) * columns + Math.min(columns - 1, Math.max(0, c))];
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const dx = ((at(c + 1, r) - at(c - 1, r)) / (2 * stepM)) * STEEPER;
      const dy = ((at(c, r + 1) - at(c, r - 1)) / (2 * stepM)) * STEEPER;
      const long = Math.hypot(dx, dy, 1);
      const shine = (-dx * SUN[0] - dy * SUN[1] + SUN[2]) / (long * Math.hypot(...SUN));
      light[(rows - 1 - r) * columns + c] = Math.min(1, Math.max(0, shine));
    }
  return light;
}

/** Every so many contours one is drawn stronger. */
const STRONG_EVERY = 5;
export const isStrong = (zM: number, everyM: number): boolean => Math.round(zM / everyM) % STRONG_EVERY === 0;

/** Contours as a layer, every fifth stronger. */
export function contoursLayer(
  key: string,
  contours: readonly Contour[],
  everyM: number,
  within?: Pick<Layer, 'frame' | 'clip'>,
): Layer {
  const figure = (strong: boolean): Figure[] => {
    const lines = contours.filter((c) => isStrong(c.zM, everyM) === strong).flatMap((c) => c.lines);
    return lines.length > 0 ? [{ role: strong ? 'strong-contour' : 'contour', lines }] : [];
  };
  return {
    key: `relief ${key}`,
    frame: within?.frame,
    ...(within?.clip && { clip: within.clip }),
    figures: [...figure(false), ...figure(true)],
  };
}
