import { isInside, sidesOf, type Point, type Polygon } from './polygon';

/** Length of a straight piece that lies within any of some polygons, m. */
export function lengthWithinM(a: Point, b: Point, polygons: readonly Polygon[]): number {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const cuts = [0, 1];
  for (const polygon of polygons)
    for (const [p, q] of sidesOf(polygon)) {
      const ex = q[0] - p[0];
      const ey = q[1] - p[1];
      const across = dx * ey - dy * ex;
      if (across === 0) continue;
      const t = ((p[0] - a[0]) * ey - (p[1] - a[1]) * ex) / across;
      const u = ((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / across;
      if (t > 0 && t < 1 && u >= 0 && u <= 1) cuts.push(t);
    }
  cuts.sort((s, t) => s - t);
  let share = 0;
  for (let i = 1; i < cuts.length; i++) {
    const mid = (cuts[i - 1] + cuts[i]) / 2;
    if (polygons.some((p) => isInside(p, [a[0] + dx * mid, a[1] + dy * mid]))) share += cuts[i] - cuts[i - 1];
  }
  return share * Math.hypot(dx, dy);
}
