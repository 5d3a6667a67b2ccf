/** A place on the sheet, m, and the height of the ground there, m. */
export interface Height {
  xM: number;
  yM: number;
  zM: number;
}

/** An even slope: its height at a place, m, and its rise per metre to the right and upward on the sheet. */
export interface Plane {
  xM: number;
  yM: number;
  zM: number;
  riseX: number;
  riseY: number;
}

export const planeAt = (p: Plane, xM: number, yM: number): number =>
  p.zM + p.riseX * (xM - p.xM) + p.riseY * (yM - p.yM);

/** Places whose spread across a line is less than this share of that along it lie on the line. */
const ON_A_LINE = 1e-6;

/**
 * The plane nearest to some heights (least squares). Through one it is level; through several on one line it slopes
 * along that line only.
 */
export function planeThrough(heights: readonly Height[]): Plane {
  const n = heights.length;
  if (n === 0) return { xM: 0, yM: 0, zM: 0, riseX: 0, riseY: 0 };
  const mean = (of: (h: Height) => number): number => heights.reduce((sum, h) => sum + of(h), 0) / n;
  const xM = mean((h) => h.xM);
  const yM = mean((h) => h.yM);
  const zM = mean((h) => h.zM);
  let xx = 0;
  let xy = 0;
  let yy = 0;
  let xz = 0;
  let yz = 0;
  for (const h of heights) {
    const x = h.xM - xM;
    const y = h.yM - yM;
    const z = h.zM - zM;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xz += x * z;
    yz += y * z;
  }
  const size = xx + yy;
  const level = { xM, yM, zM, riseX: 0, riseY: 0 };
  if (size === 0) return level;
  const det = xx * yy - xy * xy;
  if (det > ON_A_LINE * size * size)
    return { ...level, riseX: (xz * yy - yz * xy) / det, riseY: (yz * xx - xz * xy) / det };
  // On a line: its direction is the longer axis of their spread.
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  const ux = Math.cos(angle);
  const uy = Math.sin(angle);
  const slope = (xz * ux + yz * uy) / size;
  return { ...level, riseX: slope * ux, riseY: slope * uy };
}
