import { polygonArea, polygonContains, polygonLength } from 'd3-polygon';

/** A place as [x, y], m. */
export type Point = readonly [number, number];
/** Corners in order; the last joins the first again. */
export type Polygon = readonly Point[];

/** Area within an outline that does not cross itself, m². */
export const areaM2 = (outline: Polygon): number => Math.abs(polygonArea(outline as [number, number][]));

/** Whether its corners go round with the clock, up being up the sheet. */
export const isClockwise = (outline: Polygon): boolean => polygonArea(outline as [number, number][]) > 0;

/** Once round it, m. */
export const perimeterM = (outline: Polygon): number => polygonLength(outline as [number, number][]);

export const isInside = (outline: Polygon, [x, y]: Point): boolean =>
  polygonContains(outline as [number, number][], [x, y]);

/** Each side of an outline as its two ends. */
export const sidesOf = (outline: Polygon): (readonly [Point, Point])[] =>
  outline.map((p, i) => [p, outline[(i + 1) % outline.length]]);

export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

export function boxOf(points: readonly Point[]): Box {
  const box = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
  for (const [x, y] of points) {
    box.x0 = Math.min(box.x0, x);
    box.y0 = Math.min(box.y0, y);
    box.x1 = Math.max(box.x1, x);
    box.y1 = Math.max(box.y1, y);
  }
  return box;
}

const turnOf = (a: Point, b: Point, c: Point): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

/** Two sides cross between their ends. */
const cross = ([a, b]: readonly [Point, Point], [c, d]: readonly [Point, Point]): boolean =>
  turnOf(a, b, c) * turnOf(a, b, d) < 0 && turnOf(c, d, a) * turnOf(c, d, b) < 0;

/** The first two sides of an outline that cross each other, counted from 1; nothing where none do. */
export function crossingSides(outline: Polygon): [number, number] | undefined {
  const sides = sidesOf(outline);
  for (let i = 0; i < sides.length; i++)
    for (let j = i + 2; j < sides.length; j++)
      if (!(i === 0 && j === sides.length - 1) && cross(sides[i], sides[j])) return [i + 1, j + 1];
  return undefined;
}

/** How far a point lies from a piece between two points, and how far along it its foot is, from 0 to 1. */
export function footOn(a: Point, b: Point, p: Point): { share: number; distanceM: number } {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const long = dx * dx + dy * dy;
  const along = long > 0 ? ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / long : 0;
  const share = Math.min(1, Math.max(0, along));
  return { share, distanceM: Math.hypot(p[0] - a[0] - share * dx, p[1] - a[1] - share * dy) };
}

/** Corners of a polygon that holds a circle. */
const ROUND_CORNERS = 16;

/** A polygon about a circle, so that nothing of the circle lies outside it. */
export function roundAbout([x, y]: Point, radiusM: number): Polygon {
  const r = radiusM / Math.cos(Math.PI / ROUND_CORNERS);
  return Array.from({ length: ROUND_CORNERS }, (_, i) => {
    const angle = ((i + 0.5) / ROUND_CORNERS) * 2 * Math.PI;
    return [x + r * Math.cos(angle), y + r * Math.sin(angle)];
  });
}

/** A strip of a width about the line from `a` to `b`, round beyond both, as polygons that together cover it. */
export function stripAbout(a: Point, b: Point, halfM: number): Polygon[] {
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const ends = [roundAbout(a, halfM), roundAbout(b, halfM)];
  if (long === 0) return ends;
  const nx = (-(b[1] - a[1]) / long) * halfM;
  const ny = ((b[0] - a[0]) / long) * halfM;
  return [
    [
      [a[0] + nx, a[1] + ny],
      [b[0] + nx, b[1] + ny],
      [b[0] - nx, b[1] - ny],
      [a[0] - nx, a[1] - ny],
    ],
    ...ends,
  ];
}
