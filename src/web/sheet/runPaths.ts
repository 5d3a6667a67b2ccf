import { stretchOfRun, type BlockLayout } from '../../core/layout';
import { classOf } from './pressureScale';

/*
 * The runs of a block as paths in its own frame, one for each shade of pressure, kept while no piece of a run changes its shade.
 */

/** Shades inside the window: so many that a run shows a smooth change. */
export const FINE_SHADES = 20;

/** A shade of each piece of each run, and of runs without any the code below. */
const NOTHING = 255;
const UNDER = 100;
const OVER = 101;

export interface RunPaths {
  layout: BlockLayout;
  every: number;
  codes: Uint8Array;
  /** Without pressures, under the window, over it. */
  plain: Path2D | undefined;
  under: Path2D | undefined;
  over: Path2D | undefined;
  shades: (Path2D | undefined)[];
}

/** Pressures along runs as they were solved. */
export interface Shading {
  kpa: Float32Array;
  /** Points along each run. */
  points: number;
  /** Place of a run of the block among those solved; −1 where it was not. */
  placeOf: (i: number) => number;
  /** The least and the most pressure at which a run's tape works. */
  windowOf: (i: number) => readonly [number, number];
}

/** Pieces between two points are cut finer where few runs are drawn. */
const FEW_RUNS = 120;
const CUTS = 3;

/**
 * @param every runs that fall on the same pixels are drawn as one of so many; those outside their window each
 * @param last what was drawn before: the same where nothing changed
 */
export function runPaths(
  layout: BlockLayout,
  shading: Shading | undefined,
  every: number,
  last?: RunPaths,
): RunPaths {
  const { runs } = layout;
  const points = shading?.points ?? 2;
  const cuts = runs.length <= FEW_RUNS ? CUTS : 1;
  const pieces = (points - 1) * cuts;
  const codes = new Uint8Array(runs.length * pieces).fill(NOTHING);
  if (shading)
    for (let i = 0; i < runs.length; i++) {
      const at = layout.block.inUse ? shading.placeOf(i) : -1;
      const first = at * points;
      if (at < 0 || Number.isNaN(shading.kpa[first])) continue;
      const [minKpa, maxKpa] = shading.windowOf(i);
      for (let p = 0; p < pieces; p++) {
        const k = Math.floor(p / cuts);
        const share = ((p % cuts) + 0.5) / cuts;
        const kpa = shading.kpa[first + k] * (1 - share) + shading.kpa[first + k + 1] * share;
        const found = classOf(kpa, minKpa, maxKpa, FINE_SHADES);
        codes[i * pieces + p] = found === 'under' ? UNDER : found === 'over' ? OVER : found;
      }
    }
  if (
    last?.layout === layout &&
    last.every === every &&
    last.codes.length === codes.length &&
    codes.every((c, i) => c === last.codes[i])
  )
    return last;
  const found = new Map<number, Path2D>();
  const pathOf = (shade: number): Path2D => {
    let path = found.get(shade);
    if (!path) found.set(shade, (path = new Path2D()));
    return path;
  };
  runs.forEach((run, i) => {
    const taped = run.lengthM - run.leadM;
    let from = run.leadM;
    for (let p = 0; p < pieces; p++) {
      const shade = codes[i * pieces + p];
      if (p < pieces - 1 && codes[i * pieces + p + 1] === shade) continue;
      const to = run.leadM + (taped * (p + 1)) / pieces;
      if (shade === UNDER || shade === OVER || i % every === 0) {
        const path = pathOf(shade);
        stretchOfRun(run, from, to).forEach(([x, y], n) => (n === 0 ? path.moveTo(x, y) : path.lineTo(x, y)));
      }
      from = to;
    }
  });
  return {
    layout,
    every,
    codes,
    plain: found.get(NOTHING),
    under: found.get(UNDER),
    over: found.get(OVER),
    shades: Array.from({ length: FINE_SHADES }, (_, s) => found.get(s)),
  };
}
