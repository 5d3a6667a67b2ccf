import Delaunator from 'delaunator';
import { planeAt, planeThrough, type Height, type Plane } from './plane';
import { type Point, type Polygon } from './polygon';
import { smoothHeight, smoothSide, type Corner } from './smoothTriangle';

export type SurfaceKind = 'plane' | 'triangulated';

/** The ground of a farm: its height, m, at any place on the sheet, m. */
export interface Surface {
  kind: SurfaceKind;
  /** Its even slope, or the slope nearest to it. */
  plane: Plane;
  heightAt(xM: number, yM: number): number;
  /** The outermost measured heights, in order round: within them the surface is measured, beyond it is only carried on. */
  rim: Polygon;
}

/** Heights closer together than this are of one place; their mean counts, m. */
const SAME_PLACE_M = 0.01;
/** Fewer heights than this, or all on one line, make a plane. */
const LEAST_FOR_TRIANGLES = 4;
/**
 * Weight of the even slope in finding a corner's own, against one neighbour at the mean distance: it only decides where
 * neighbours all lie in one direction.
 */
const PLANE_WEIGHT = 1e-6;

/**
 * The surface through measured heights: the plane nearest to them, or triangles between neighbours that bend smoothly
 * into each other, exact at every height given. Beyond the outermost heights the ground goes on by the even slope.
 */
export function surfaceThrough(heights: readonly Height[], kind: SurfaceKind): Surface {
  const plane = planeThrough(heights);
  const even: Surface = { kind: 'plane', plane, heightAt: (xM, yM) => planeAt(plane, xM, yM), rim: [] };
  if (kind === 'plane' || heights.length < LEAST_FOR_TRIANGLES) return even;
  const places = merged(heights);
  if (places.length < LEAST_FOR_TRIANGLES) return even;
  const net = new Delaunator(Float64Array.from(places.flatMap((h) => [h.xM, h.yM])));
  if (net.triangles.length === 0) return even;
  const corners = cornersOf(places, net, plane);
  const rim = Array.from(net.hull, (i): Point => [places[i].xM, places[i].yM]);
  return { kind, plane, heightAt: finder(net, corners, plane), rim };
}

type Net = Delaunator<Float64Array>;

/** Heights with those of the same place made one. */
function merged(heights: readonly Height[]): Height[] {
  const byPlace = new Map<string, Height[]>();
  for (const h of heights) {
    const key = `${Math.round(h.xM / SAME_PLACE_M)} ${Math.round(h.yM / SAME_PLACE_M)}`;
    const list = byPlace.get(key);
    if (list) list.push(h);
    else byPlace.set(key, [h]);
  }
  return [...byPlace.values()].map((list) => ({
    xM: list[0].xM,
    yM: list[0].yM,
    zM: list.reduce((sum, h) => sum + h.zM, 0) / list.length,
  }));
}

/** Each place with its own slope: the plane through it nearest to its neighbours, the nearer the more. */
function cornersOf(places: readonly Height[], net: Net, plane: Plane): Corner[] {
  const neighbours = places.map(() => new Set<number>());
  const { triangles } = net;
  for (let e = 0; e < triangles.length; e++) {
    const next = e % 3 === 2 ? e - 2 : e + 1;
    neighbours[triangles[e]].add(triangles[next]);
    neighbours[triangles[next]].add(triangles[e]);
  }
  return places.map((h, i) => {
    let xx = PLANE_WEIGHT;
    let xy = 0;
    let yy = PLANE_WEIGHT;
    let xz = 0;
    let yz = 0;
    for (const j of neighbours[i]) {
      const dx = places[j].xM - h.xM;
      const dy = places[j].yM - h.yM;
      // What the even slope leaves over, so that an even slope comes out as itself.
      const dz = places[j].zM - h.zM - plane.riseX * dx - plane.riseY * dy;
      const weight = 1 / (dx * dx + dy * dy);
      xx += weight * dx * dx;
      xy += weight * dx * dy;
      yy += weight * dy * dy;
      xz += weight * dx * dz;
      yz += weight * dy * dz;
    }
    const det = xx * yy - xy * xy;
    return {
      x: h.xM,
      y: h.yM,
      z: h.zM,
      gx: plane.riseX + (xz * yy - yz * xy) / det,
      gy: plane.riseY + (yz * xx - xz * xy) / det,
    };
  });
}

/** Rounding slack in telling whether a place lies in a triangle, as a share of it. */
const INSIDE_SLACK = -1e-12;

function finder(net: Net, corners: readonly Corner[], plane: Plane): (xM: number, yM: number) => number {
  const { triangles, halfedges, hull } = net;
  let at = 0;
  const rim = Array.from(hull, (i) => corners[i]);
  const beyond = (x: number, y: number): number => {
    let nearest = Infinity;
    let at = 0;
    let share = 0;
    for (let i = 0; i < rim.length; i++) {
      const a = rim[i];
      const b = rim[i + 1 < rim.length ? i + 1 : 0];
      const dx = b.x - a.x;
      const dy = b.y - a.y;
      const along = ((x - a.x) * dx + (y - a.y) * dy) / (dx * dx + dy * dy);
      const s = along < 0 ? 0 : along > 1 ? 1 : along;
      const ox = x - a.x - s * dx;
      const oy = y - a.y - s * dy;
      const distance2 = ox * ox + oy * oy;
      if (distance2 < nearest) {
        nearest = distance2;
        at = i;
        share = s;
      }
    }
    const a = rim[at];
    const b = rim[at + 1 < rim.length ? at + 1 : 0];
    const dx = x - a.x - share * (b.x - a.x);
    const dy = y - a.y - share * (b.y - a.y);
    return smoothSide(a, b, share) + plane.riseX * dx + plane.riseY * dy;
  };
  return (x, y) => {
    // From triangle to triangle towards the place, across the side that it lies beyond.
    for (let steps = 0; steps < triangles.length; steps++) {
      const t = 3 * at;
      const a = corners[triangles[t]];
      const b = corners[triangles[t + 1]];
      const c = corners[triangles[t + 2]];
      const whole = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
      const l0 = ((b.x - x) * (c.y - y) - (c.x - x) * (b.y - y)) / whole;
      const l1 = ((c.x - x) * (a.y - y) - (a.x - x) * (c.y - y)) / whole;
      const l2 = 1 - l0 - l1;
      if (l0 >= INSIDE_SLACK && l1 >= INSIDE_SLACK && l2 >= INSIDE_SLACK)
        return smoothHeight(a, b, c, l0, l1, l2);
      const side = l0 <= l1 && l0 <= l2 ? t + 1 : l1 <= l2 ? t + 2 : t;
      const across = halfedges[side];
      if (across < 0) return beyond(x, y);
      at = Math.floor(across / 3);
    }
    return beyond(x, y);
  };
}
