import { pipeKind } from '../catalog/pipes';
import type { Point } from '../ground';

/** A pipe that turns by more than this needs an elbow where it does not bend, degrees; less it gives. */
export const BENDS_DEG = 35;
/** Poly pipe bends round so many times its diameter, up to this bore, mm: 40 mm and 1¼ in (makers' common rule). */
const BEND_DIAMETERS = 10;
const BENDS_TO_MM = 35.5;
/** Layflat wider than this kinks where it turns, mm. */
const SOFT_LAYFLAT_MM = 21.5;
/** What a pipe's wall adds to its bore, a share (common poly pipe). */
const OVER_BORE = 1.14;

/** Angle by which a way turns at its middle place, degrees. */
export function turnAt(a: Point, b: Point, c: Point): number {
  const [ax, ay, bx, by] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]];
  return (Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)) * 180) / Math.PI;
}

const legM = ([x0, y0]: Point, [x1, y1]: Point): number => Math.hypot(x1 - x0, y1 - y0);

/**
 * Whether a pipe that turns from one place to the next needs an elbow: PVC and wide layflat always, poly pipe where it is wide
 * or has no room for its bend. Hose and thin tubing go round corners by themselves.
 */
export function needsElbow(pipe: string, a: Point, b: Point, c: Point): boolean {
  const turn = turnAt(a, b, c);
  if (turn <= BENDS_DEG) return false;
  const { family, boreMm } = pipeKind(pipe);
  if (family === 'pvc') return true;
  if (family === 'layflat') return boreMm > SOFT_LAYFLAT_MM;
  if (family !== 'poly') return false;
  if (boreMm > BENDS_TO_MM) return true;
  const radiusM = (BEND_DIAMETERS * boreMm * OVER_BORE) / 1000;
  const tangentM = radiusM * Math.tan((turn * Math.PI) / 360);
  // Half a leg: its other end may turn too.
  return Math.min(legM(a, b), legM(b, c)) / 2 < tangentM;
}
