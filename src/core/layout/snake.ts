import type { Point } from '../ground';
import type { BlockGround, Profile } from './heights';

/** A run laid back and forth through its part of a bed. */
export interface Snake {
  /** Its corners, from the header on. */
  way: Point[];
  /** Line within the bed, turns included, m. */
  hoseM: number;
}

/**
 * Lays a run back and forth.
 * @param lanes where across the block it lies each time, m; the first is its take-off's
 * @param fromM where along the beds it leaves the header
 * @param startM where along the beds the bed begins for it, and
 * @param endM where it ends, m
 */
export function snakeOf(lanes: readonly number[], fromM: number, startM: number, endM: number): Snake {
  const way: Point[] = startM === fromM ? [] : [[lanes[0], fromM]];
  lanes.forEach((xM, i) => way.push(...ends(xM, i % 2 === 0 ? [startM, endM] : [endM, startM])));
  const turnsM = Math.abs(lanes[lanes.length - 1] - lanes[0]);
  return { way, hoseM: lanes.length * Math.abs(endM - startM) + turnsM };
}
const ends = (xM: number, [a, b]: [number, number]): Point[] => [
  [xM, a],
  [xM, b],
];

/** Ground bends so gently that heights every two metres say all. */
const STEP_M = 2;

/**
 * The ground along a way with corners.
 * @param leadM of the way this much is as long as it is; the rest of it is `lengthM` long in all, however it was drawn
 */
export function profileAlong(
  way: readonly Point[],
  lengthM: number,
  leadM: number,
  ground: BlockGround,
): Profile {
  const drawnM = wayLength(way);
  const zero = ground.heightM(...way[0]);
  const distanceM = [0];
  const riseM = [0];
  let at = 0;
  for (let i = 1; i < way.length; i++) {
    const [[ax, ay], [bx, by]] = [way[i - 1], way[i]];
    const pieceM = Math.hypot(bx - ax, by - ay);
    const steps = Math.max(1, Math.ceil(pieceM / STEP_M));
    for (let s = 1; s <= steps; s++) {
      const share = s / steps;
      distanceM.push(onLine(at + share * pieceM, drawnM, lengthM, leadM));
      riseM.push(ground.heightM(ax + share * (bx - ax), ay + share * (by - ay)) - zero);
    }
    at += pieceM;
  }
  return { distanceM, riseM };
}

/** How far along the line a place on its drawn way is, m: a hose in bends is longer than its drawing. */
const onLine = (drawn: number, drawnM: number, lengthM: number, leadM: number): number =>
  drawn <= leadM || drawnM <= leadM
    ? drawn
    : leadM + ((drawn - leadM) / (drawnM - leadM)) * (lengthM - leadM);

const wayLength = (way: readonly Point[]): number =>
  way.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - way[i][0], y - way[i][1]), 0);

/** What a place along a run is told from. */
export interface Wayfaring {
  way?: Point[];
  xM: number;
  fromM: number;
  direction: 1 | -1;
  lengthM: number;
  leadM: number;
}

/** How far along its drawn way a distance along the line is, m. */
function drawnAt(way: readonly Point[], distanceM: number, lengthM: number, leadM: number): number {
  const drawnM = wayLength(way);
  if (leadM >= drawnM) return lengthM > 0 ? (distanceM / lengthM) * drawnM : 0;
  if (distanceM <= leadM || lengthM <= leadM) return Math.min(distanceM, drawnM);
  return leadM + ((distanceM - leadM) / (lengthM - leadM)) * (drawnM - leadM);
}

/** The place of a distance along a run, in its block's frame. */
export const placeOnRun = (run: Wayfaring, distanceM: number): Point =>
  stretchOfRun(run, distanceM, distanceM)[0];

/** A stretch of a run between two distances along it, by its ends and the corners between, in its block's frame. */
export function stretchOfRun(run: Wayfaring, fromM: number, toM: number): Point[] {
  const { way, direction } = run;
  if (!way || way.length < 2) return [fromM, toM].map((d): Point => [run.xM, run.fromM + direction * d]);
  const [a, b] = [fromM, toM].map((d) => drawnAt(way, d, run.lengthM, run.leadM));
  const inner: Point[] = [];
  let first: Point | undefined;
  let at = 0;
  for (let i = 1; i < way.length; i++) {
    const [[ax, ay], [bx, by]] = [way[i - 1], way[i]];
    const pieceM = Math.hypot(bx - ax, by - ay);
    const on = (d: number): Point => {
      const share = pieceM > 0 ? Math.min(1, Math.max(0, (d - at) / pieceM)) : 0;
      return [ax + share * (bx - ax), ay + share * (by - ay)];
    };
    const last = i === way.length - 1;
    if (!first && (a <= at + pieceM || last)) first = on(a);
    if (first && (b <= at + pieceM || last)) return [first, ...inner, on(b)];
    if (first) inner.push([bx, by]);
    at += pieceM;
  }
  return [way[0], way[way.length - 1]];
}
