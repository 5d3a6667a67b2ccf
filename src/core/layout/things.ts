import { roundAbout, sidesOf, stripAbout, type Point, type Polygon } from '../ground';
import type { Obstacle } from '../plan';

/** A thing in the way as polygons on the sheet that together cover it, so much ground about it as is given. */
export function coverOf(thing: Obstacle, aboutM: number): Polygon[] {
  const { kind, points } = thing;
  if (kind === 'tree') return points.map((p) => roundAbout(p, thing.radiusM + aboutM));
  if (kind === 'lane' || kind === 'ditch') {
    const halfM = thing.widthM / 2 + aboutM;
    if (points.length === 1) return [roundAbout(points[0], halfM)];
    return points.slice(1).flatMap((p, i) => stripAbout(points[i], p, halfM));
  }
  const sides = aboutM > 0 ? sidesOf(points).flatMap(([a, b]) => stripAbout(a, b, aboutM)) : [];
  return [points as Point[], ...sides];
}

const known = new WeakMap<readonly Obstacle[], Polygon[]>();

/** All things in the way with their margins; of the same list the same polygons. */
export function coversOf(things: readonly Obstacle[]): Polygon[] {
  let covers = known.get(things);
  if (!covers) known.set(things, (covers = things.flatMap((t) => coverOf(t, t.marginM))));
  return covers;
}
