import { stretchOfRun, type BlockLayout, type LaidRun } from '../layout';
import { lineOf, type Figure, type Layer, type Line, type Role } from './figures';
import { shadeOf } from './pressureScale';

/** Shades inside the window: so many that a run shows a smooth change. */
export const FINE_SHADES = 20;

/** A shade of each piece of each run, and of runs without any the code below. */
const NOTHING = 255;
const UNDER = 100;
const OVER = 101;
const ROLES: Record<number, Role> = {
  [NOTHING]: 'unsolved-run',
  [UNDER]: 'weak-run',
  [OVER]: 'strained-run',
};

/** A block's runs by their shades, and what they were made of. */
export interface RunsLayer extends Layer {
  layout: BlockLayout;
  every: number;
  codes: Uint8Array;
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

/** Compared by hand: thousands are, with every answer while a hand drags. */
function alike(a: Uint8Array, b: Uint8Array): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

/** A stretch of a run; most are straight. */
function lineOfRun(run: LaidRun, fromM: number, toM: number): Line {
  if (run.way) return lineOf(stretchOfRun(run, fromM, toM));
  const { xM, fromM: startM, direction } = run;
  return [xM, startM + direction * fromM, xM, startM + direction * toM];
}

/** Pieces between two points are cut finer where few runs are drawn. */
const FEW_RUNS = 120;
const CUTS = 3;

/**
 * A block's runs, figure by figure in the shades of their pressure.
 * @param every runs that fall on the same pixels are drawn as one of so many; those outside their window each
 * @param last what was drawn before: the same where no piece changed its shade
 */
export function runsLayer(
  layout: BlockLayout,
  shading: Shading | undefined,
  every = 1,
  last?: RunsLayer,
): RunsLayer {
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
        const shade = shadeOf(kpa, minKpa, maxKpa, FINE_SHADES);
        codes[i * pieces + p] = shade < 0 ? UNDER : shade >= FINE_SHADES ? OVER : shade;
      }
    }
  if (last?.layout === layout && last.every === every && alike(codes, last.codes)) return last;
  const found = new Map<number, Line[]>();
  runs.forEach((run, i) => {
    const taped = run.lengthM - run.leadM;
    let from = run.leadM;
    for (let p = 0; p < pieces; p++) {
      const shade = codes[i * pieces + p];
      if (p < pieces - 1 && codes[i * pieces + p + 1] === shade) continue;
      const to = run.leadM + (taped * (p + 1)) / pieces;
      if (shade === UNDER || shade === OVER || i % every === 0) {
        const line = lineOfRun(run, from, to);
        const lines = found.get(shade);
        if (lines) lines.push(line);
        else found.set(shade, [line]);
      }
      from = to;
    }
  });
  const { beds } = layout.block;
  const wideM = (beds.widthM + beds.pathM) / Math.max(1, beds.runsPerBed);
  // What lies outside its window is drawn last, over the others.
  const figures = [NOTHING, ...Array.from({ length: FINE_SHADES }, (_, s) => s), UNDER, OVER].flatMap(
    (code): Figure[] => {
      const lines = found.get(code);
      if (!lines) return [];
      return [ROLES[code] ? { role: ROLES[code], lines, wideM } : { role: 'run', shade: code, lines, wideM }];
    },
  );
  return { key: `runs ${layout.block.id}`, frame: layout.frame, figures, layout, every, codes };
}
