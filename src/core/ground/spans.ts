import { isInside, sidesOf, type Polygon } from './polygon';

/** From one place to another along the beds, m. */
export type Span = readonly [number, number];

/** A side that only touches a strip's edge does not cut it, m. */
const TOUCH_M = 1e-9;

/**
 * Where the sides of polygons pass through a strip between two places across the beds: the stretches along the beds
 * that they take up, in order and joined where they overlap.
 */
function cutsOf(polygons: readonly Polygon[], leftM: number, rightM: number): [number, number][] {
  const cuts: [number, number][] = [];
  for (const polygon of polygons)
    for (const [a, b] of sidesOf(polygon)) {
      const [l, r] = a[0] <= b[0] ? [a, b] : [b, a];
      if (r[0] <= leftM + TOUCH_M || l[0] >= rightM - TOUCH_M) continue;
      const yAt = (x: number): number => l[1] + ((r[1] - l[1]) * (x - l[0])) / (r[0] - l[0]);
      const y0 = l[0] < leftM ? yAt(leftM) : l[1];
      const y1 = r[0] > rightM ? yAt(rightM) : r[1];
      cuts.push([Math.min(y0, y1), Math.max(y0, y1)]);
    }
  cuts.sort((a, b) => a[0] - b[0]);
  const joined: [number, number][] = [];
  for (const cut of cuts) {
    const last = joined.at(-1);
    if (last && cut[0] <= last[1]) last[1] = Math.max(last[1], cut[1]);
    else joined.push([...cut]);
  }
  return joined;
}

/**
 * The stretches along the beds over which a strip's whole width lies within an outline. No side passes through such a
 * stretch, so that what holds for its middle holds for all of it.
 *
 * @param outline corners as [across, along], m
 */
export function spansWithin(outline: Polygon, leftM: number, rightM: number): Span[] {
  const cuts = cutsOf([outline], leftM, rightM);
  const midM = (leftM + rightM) / 2;
  return cuts.slice(1).flatMap((cut, i): Span[] => {
    const span: Span = [cuts[i][1], cut[0]];
    return isInside(outline, [midM, (span[0] + span[1]) / 2]) ? [span] : [];
  });
}

/** What is left of some stretches of a strip clear of things in the way. */
export function spansClearOf(
  spans: readonly Span[],
  things: readonly Polygon[],
  leftM: number,
  rightM: number,
): Span[] {
  if (things.length === 0) return [...spans];
  const midM = (leftM + rightM) / 2;
  const cuts = cutsOf(things, leftM, rightM);
  return spans.flatMap(([from, to]) => {
    const edges = [from, ...cuts.flatMap(([a, b]) => [a, b]), to];
    const free: Span[] = [];
    for (let i = 0; i < edges.length; i += 2) {
      const span: Span = [Math.max(from, edges[i]), Math.min(to, edges[i + 1])];
      if (span[1] <= span[0]) continue;
      const middle = [midM, (span[0] + span[1]) / 2] as const;
      if (!things.some((t) => isInside(t, middle))) free.push(span);
    }
    return free;
  });
}
