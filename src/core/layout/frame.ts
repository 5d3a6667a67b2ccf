import { boxOf, type Point, type Polygon } from '../ground';
import type { Block } from '../plan';

/**
 * A block's own directions: x across the beds to the right, y along them away from the near end, m from its near left
 * corner, wherever on the sheet that lies and whichever way the beds run.
 */
export interface Frame {
  /** The near left corner on the sheet, m. */
  xM: number;
  yM: number;
  turnDeg: number;
  sin: number;
  cos: number;
}

const RADIANS = Math.PI / 180;

function frameAt(xM: number, yM: number, turnDeg: number): Frame {
  // Quarter turns come out exact.
  const quarter = turnDeg % 90 === 0 ? (((turnDeg / 90) % 4) + 4) % 4 : -1;
  const sin = quarter >= 0 ? [0, 1, 0, -1][quarter] : Math.sin(turnDeg * RADIANS);
  const cos = quarter >= 0 ? [1, 0, -1, 0][quarter] : Math.cos(turnDeg * RADIANS);
  return { xM, yM, turnDeg, sin, cos };
}

export const toSheet = (f: Frame, x: number, y: number): Point => [
  f.xM + x * f.cos + y * f.sin,
  f.yM - x * f.sin + y * f.cos,
];

export const fromSheet = (f: Frame, x: number, y: number): Point => {
  const dx = x - f.xM;
  const dy = y - f.yM;
  return [dx * f.cos - dy * f.sin, dx * f.sin + dy * f.cos];
};

export const polygonFromSheet = (f: Frame, polygon: Polygon): Polygon =>
  polygon.map(([x, y]) => fromSheet(f, x, y));

/** The frame of a block: about its place, or about the near left corner of the box that holds its outline. */
export function frameOf(block: Block): Frame {
  const about = frameAt(block.xM, block.yM, block.turnDeg);
  if (!block.outline) return about;
  const box = boxOf(sheetOutline(block)!.map(([x, y]) => fromSheet(about, x, y)));
  const [xM, yM] = toSheet(about, box.x0, box.y0);
  return { ...about, xM, yM };
}

/** A block's outline on the sheet, where it has one. */
export const sheetOutline = (block: Block): Polygon | undefined =>
  block.outline?.map(([x, y]): Point => [block.xM + x, block.yM + y]);
