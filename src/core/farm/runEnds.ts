import { msg } from '../language';
import { THIN_LINE_MM } from '../catalog/materials';
import type { RunEnd, Tape } from '../plan';
import { thing, type Item } from './item';
import { sizeWords } from './joint';

/** How a run's far end is shut: as was chosen for tape, or as what is laid allows. */
export type EndKind = RunEnd | 'eight' | 'plug';

/** Length of a fold over tape's end, and of pipe bent back through a figure-of-eight end, m (growers' practice). */
export const FOLD_M = 0.3;
const EIGHT_M = 0.15;

interface End {
  item?: (size: string) => Item;
  words: string;
  drawback: string;
  /** What it takes of the run's own length, m. */
  foldM: number;
  /** It is joined to the run as a fitting is. */
  fits: boolean;
}

const ENDS: Record<EndKind, End> = {
  fold: {
    item: (size) =>
      thing(`run-end:sleeve:${size}`, 'takeoff', msg`sleeve for a folded end, ${sizeWords(size)}`, 0.1),
    words: msg`folded over three times, with a sleeve over the fold`,
    drawback: msg`The fold uses a hand’s length of tape. Open it and press it flat to flush.`,
    foldM: FOLD_M,
    fits: false,
  },
  cap: {
    item: (size) => thing(`run-end:cap:${size}`, 'takeoff', msg`end cap, ${sizeWords(size)}`, 0.5),
    words: msg`by a cap`,
    drawback: msg`It comes off under too much pressure, and is lost in the grass.`,
    foldM: 0,
    fits: true,
  },
  valve: {
    item: (size) =>
      thing(`run-end:valve:${size}`, 'takeoff', msg`flush valve at a run’s end, ${sizeWords(size)}`, 1.8),
    words: msg`by a flush valve`,
    drawback: msg`It lets a little water out at each start. Expensive on many runs.`,
    foldM: 0,
    fits: true,
  },
  tie: {
    item: () =>
      thing('run-end:tie', 'takeoff', msg`tie for a kinked end`, 0.03, { sold: 'pack', holds: [100] }),
    words: msg`kinked twice and tied`,
    drawback: msg`The kink cracks after a season or two.`,
    foldM: FOLD_M,
    fits: false,
  },
  knot: {
    words: msg`by a knot`,
    drawback: msg`Thin tape tears at a knot, and the knot must be cut off to flush.`,
    foldM: FOLD_M,
    fits: false,
  },
  eight: {
    item: (size) =>
      thing(`run-end:eight:${size}`, 'takeoff', msg`figure-of-eight end, ${sizeWords(size)}`, 0.2),
    words: msg`bent back through a figure-of-eight end`,
    drawback: msg`It is bent at the same place each time it is opened, and cracks there after some seasons.`,
    foldM: EIGHT_M,
    fits: false,
  },
  plug: {
    item: (size) => thing(`run-end:plug:${size}`, 'takeoff', msg`end plug, ${sizeWords(size)}`, 0.3),
    words: msg`by a plug`,
    drawback: msg`It must be pulled out to flush, and wears its barb’s seat.`,
    foldM: 0,
    fits: true,
  },
};

/** Line that is too thin, too soft or full of holes to be bent back: it takes a plug. */
const PLUGGED: readonly Tape['kind'][] = ['porous', 'drilled'];
/** Pipe wider than this is not bent back through a figure-of-eight end, mm: 25 mm and ¾ in. */
const BENT_BACK_TO_MM = 21;

/** How a run of something ends where the plan would have tape end in such a way: only tape is folded, tied or knotted. */
export function endKind({ kind, boreMm }: Pick<Tape, 'kind' | 'boreMm'>, chosen: RunEnd): EndKind {
  if (kind === 'tape') return chosen;
  if (PLUGGED.includes(kind) || boreMm < THIN_LINE_MM) return 'plug';
  if (chosen === 'cap' || chosen === 'valve') return chosen;
  return boreMm <= BENT_BACK_TO_MM ? 'eight' : 'plug';
}

export const runEndWords = (end: EndKind): { words: string; drawback: string } => ENDS[end];
export const endOfKind = (end: EndKind): End => ENDS[end];
