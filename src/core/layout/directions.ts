import { sidesOf } from '../ground';
import type { Block } from '../plan';
import type { BlockLayout } from './laid';
import { sheetOutline, toSheet } from './frame';

/** A direction that beds are often laid in, and why. */
export interface Direction {
  /** Clockwise from straight up the sheet, degrees, from 0 up to 180. */
  deg: number;
  why: 'longest side' | 'square to it' | 'contour' | 'north' | 'across north' | 'like its neighbour';
}

const DEGREES = 180 / Math.PI;
const half = (deg: number): number => ((deg % 180) + 180) % 180;
/** Ground flatter than this has no contour to speak of, m per m. */
const LEVEL = 1e-4;
/** How far beside a block's middle its slope is felt for, m. */
const FEEL_M = 2;

/** Directions for a block's beds to snap to: along its longest side, along the contour, north, like other blocks. */
export function directionsFor(layout: BlockLayout, others: readonly Block[], northDeg: number): Direction[] {
  const found: Direction[] = [];
  const { block, frame, box, ground } = layout;
  const outline = sheetOutline(block);
  if (outline) {
    const longest = sidesOf(outline).reduce(
      (best, [a, b]) => {
        const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
        return long > best.long ? { long, deg: Math.atan2(b[0] - a[0], b[1] - a[1]) * DEGREES } : best;
      },
      { long: 0, deg: 0 },
    );
    found.push({ deg: half(longest.deg), why: 'longest side' });
    found.push({ deg: half(longest.deg + 90), why: 'square to it' });
  }
  const x = (box.leftM + box.rightM) / 2;
  const y = (box.nearM + box.farM) / 2;
  const across = (ground.heightM(x + FEEL_M, y) - ground.heightM(x - FEEL_M, y)) / (2 * FEEL_M);
  const along = (ground.heightM(x, y + FEEL_M) - ground.heightM(x, y - FEEL_M)) / (2 * FEEL_M);
  if (Math.hypot(across, along) > LEVEL) {
    // The contour is square to the steepest way: in the frame (−along, across) as (across, along).
    found.push({ deg: half(frame.turnDeg + Math.atan2(-along, across) * DEGREES), why: 'contour' });
  }
  found.push({ deg: half(northDeg), why: 'north' }, { deg: half(northDeg + 90), why: 'across north' });
  for (const other of others)
    if (other.id !== block.id) found.push({ deg: half(other.turnDeg), why: 'like its neighbour' });
  return found;
}

/** The direction within so many degrees of one, the same way round as it; nothing where none is near. */
export function nearestDirection(
  deg: number,
  directions: readonly Direction[],
  withinDeg: number,
): { deg: number; why: Direction['why'] } | undefined {
  let best: { deg: number; why: Direction['why']; off: number } | undefined;
  for (const d of directions) {
    const off = ((((d.deg - deg) % 180) + 270) % 180) - 90;
    if (Math.abs(off) <= withinDeg && (!best || Math.abs(off) < Math.abs(best.off)))
      best = { deg: Number((deg + off).toFixed(3)), why: d.why, off };
  }
  return best && { deg: best.deg, why: best.why };
}

/** The middle of a block's beds on the sheet. */
export const middleOf = ({ frame, box }: BlockLayout) =>
  toSheet(frame, (box.leftM + box.rightM) / 2, (box.nearM + box.farM) / 2);
