import simplify from '@turf/simplify';
import { grouped, msg } from '../../language';
import { areaM2, boxOf, crossingSides, toMetres, type LonLat, type Point } from '../../ground';
import { LIMITS } from '../../plan';
import type { FoundGround, GroundPlace, RawGround, Shape } from './types';

/** No market garden is wider than this: beyond it the file is of something else, m. */
const WIDEST_M = 10_000;
/** A field smaller than this is none, m². */
const SMALLEST_M2 = 1;
/** A track whose ends lie further apart than this share of its length goes somewhere, and encloses nothing. */
const OPEN_SHARE = 0.35;
/** Corners are thinned to lie within this of the walked line, at first, m; a phone knows its place no better. */
const THIN_M = 0.4;
/** A walked outline is kept to so many corners, a survey to so many heights. */
const MOST_CORNERS = 60;
const MOST_HEIGHTS = 600;
/** Coordinates within this of the sheet's own corner are taken as the sheet's own metres, m. */
const SHEET_M = 5000;

/** Fewer corners along the same line: those that bend it most (Ramer, Douglas & Peucker). */
function thinned(points: readonly Point[], closed: boolean): Point[] {
  let corners = points as Point[];
  for (let tolerance = THIN_M; corners.length > MOST_CORNERS || tolerance === THIN_M; tolerance *= 1.6) {
    const ring = closed ? [...points, points[0]] : points;
    const line = { type: 'LineString' as const, coordinates: ring.map(([x, y]) => [x, y]) };
    const found = simplify(line, { tolerance, highQuality: true }).coordinates.map(([x, y]): Point => [x, y]);
    corners = closed ? found.slice(0, -1) : found;
  }
  return corners;
}

/** Heights with at most one in each cell of a grid, the grid as fine as lets few enough remain. */
function fewer(heights: FoundGround['heights']): FoundGround['heights'] {
  if (heights.length <= MOST_HEIGHTS) return heights;
  const box = boxOf(heights.map((h): Point => [h.xM, h.yM]));
  let cellM = Math.sqrt(((box.x1 - box.x0) * (box.y1 - box.y0)) / MOST_HEIGHTS) || 1;
  for (;;) {
    const cells = new Map<string, FoundGround['heights']>();
    for (const h of heights) {
      const key = `${Math.floor(h.xM / cellM)} ${Math.floor(h.yM / cellM)}`;
      const list = cells.get(key);
      if (list) list.push(h);
      else cells.set(key, [h]);
    }
    if (cells.size <= MOST_HEIGHTS) {
      // Their mean: the height of many fixes in one place is surer than that of one.
      return [...cells.values()].map((list) => ({
        xM: mean(list.map((h) => h.xM)),
        yM: mean(list.map((h) => h.yM)),
        zM: mean(list.map((h) => h.zM)),
      }));
    }
    cellM *= 1.25;
  }
}
const mean = (list: readonly number[]): number => list.reduce((sum, v) => sum + v, 0) / list.length;

/** A loop that a walker's way makes with itself counts as unsteadiness up to this share of the field. */
const LOOP_SHARE = 0.05;

/** A walked outline without the small loops where the way crossed itself, as at its start; unchanged where one is not small. */
function withoutLoops(outline: Point[]): Point[] {
  let now = outline;
  for (let crossing = crossingSides(now); crossing; crossing = crossingSides(now)) {
    const [i, j] = [crossing[0] - 1, crossing[1] - 1];
    const at = meeting(now[i], now[i + 1], now[j], now[(j + 1) % now.length]);
    const inner = [at, ...now.slice(i + 1, j + 1)];
    const outer = [...now.slice(0, i + 1), at, ...now.slice(j + 1)];
    const [small, large] = areaM2(inner) < areaM2(outer) ? [inner, outer] : [outer, inner];
    if (areaM2(small) > LOOP_SHARE * areaM2(large)) return outline;
    now = large;
  }
  return now;
}

/** Where two crossing sides meet. */
function meeting(a: Point, b: Point, c: Point, d: Point): Point {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const [ex, ey] = [d[0] - c[0], d[1] - c[1]];
  const t = ((c[0] - a[0]) * ey - (c[1] - a[1]) * ex) / (dx * ey - dy * ex);
  return [a[0] + t * dx, a[1] + t * dy];
}

const turnedBy = ([x, y]: Point, deg: number): Point => {
  const a = (deg * Math.PI) / 180;
  return [x * Math.cos(a) + y * Math.sin(a), y * Math.cos(a) - x * Math.sin(a)];
};

/** The other way round it would lie where the plan does. */
function seemsSwapped(middle: LonLat, origin: LonLat): boolean {
  const far = (a: LonLat): number => Math.hypot(...toMetres(a, origin));
  return far(middle) > 50 * WIDEST_M && far({ lon: middle.lat, lat: middle.lon }) < 5 * WIDEST_M;
}

/** What a file holds, read one way round. */
export interface OneWay {
  /** Where the middle of it would lie, degrees. */
  middle: LonLat;
  /** Nothing where it cannot lie there: then why. */
  found?: FoundGround;
  why?: string;
}

/** What a file holds; or why not; or both ways round, where latitude and longitude seem to be swapped. */
export type GroundReading =
  | { ok: true; found: FoundGround }
  | { ok: false; why: string }
  | { ok: 'swapped'; asWritten: OneWay; turned: OneWay };

/** The same with every place changed. */
function withPlaces(
  raw: RawGround,
  change: <P extends readonly [number, number, ...unknown[]]>(place: P) => P,
): RawGround {
  const shapes = (list: readonly Shape[]): Shape[] =>
    list.map((s) => ({ ...s, points: s.points.map(change) }));
  return {
    ...raw,
    outlines: shapes(raw.outlines),
    tracks: shapes(raw.tracks),
    heights: raw.heights.map(change),
    things: raw.things.map((t) => ({ ...t, points: t.points.map(change) })),
  };
}

/** The same with longitude and latitude in each other's places. */
const turnedRound = (raw: RawGround): RawGround =>
  withPlaces(raw, ([x, y, ...rest]) => [y, x, ...rest] as never);

const everyPoint = (raw: RawGround): Point[] =>
  [
    ...raw.outlines.flatMap((s) => s.points),
    ...raw.tracks.flatMap((s) => s.points),
    ...raw.heights,
    ...raw.things.flatMap((t) => t.points),
  ].map(([x, y]): Point => [x, y]);

const middleOf = (points: readonly Point[]): Point => {
  const box = boxOf(points);
  return [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2];
};

/** Over the date line longitudes jump from 180 to −180: those beyond it go on counting. */
function overDateLine(raw: RawGround): RawGround {
  const lons = everyPoint(raw).map(([lon]) => lon);
  if (raw.in !== 'degrees' || lons.length === 0) return raw;
  const spread = lons.reduce(
    ([low, high], v) => [Math.min(low, v), Math.max(high, v)],
    [Infinity, -Infinity],
  );
  if (spread[1] - spread[0] <= 180) return raw;
  return withPlaces(raw, ([lon, ...rest]) => [lon < 0 ? lon + 360 : lon, ...rest] as never);
}

/** A longitude as it is written, −180 to 180. */
const written = (lon: number): number => lon - 360 * Math.round(lon / 360);

const NO_EARTH = msg`there is no such place: a latitude goes no further than 90 degrees`;

/** Lays what a file holds on the sheet; where latitude and longitude seem swapped, both ways, to be asked about. */
export function layOnSheet(read: RawGround, place: GroundPlace): GroundReading {
  const raw = overDateLine(read);
  if (raw.in !== 'degrees' || raw.local) return layOneWay(raw, place);
  const points = everyPoint(raw);
  const [lon, lat] = middleOf(points);
  const offEarth = points.some(([, y]) => Math.abs(y) > 90);
  const swapped = offEarth || (place.origin && seemsSwapped({ lon, lat }, place.origin));
  if (!swapped) return layOneWay(raw, place);
  const oneWay = (r: RawGround, off: boolean): OneWay => {
    const [x, y] = middleOf(everyPoint(r));
    const reading = off ? undefined : layOneWay(r, place);
    return {
      middle: { lon: written(x), lat: y },
      ...(reading?.ok === true
        ? { found: reading.found }
        : { why: reading?.ok === false ? reading.why : NO_EARTH }),
    };
  };
  const turned = turnedRound(read);
  if (everyPoint(turned).some(([, y]) => Math.abs(y) > 90))
    return { ok: false, why: msg`In whichever order its numbers are taken, ${NO_EARTH}.` };
  return { ok: 'swapped', asWritten: oneWay(raw, offEarth), turned: oneWay(overDateLine(turned), false) };
}

/**
 * Lays what a file holds on the sheet: degrees become metres about the plan's place, or, where it has none, about the
 * field's own middle; walked tracks close into outlines and lose the corners that do not matter.
 */
function layOneWay(raw: RawGround, place: GroundPlace): Exclude<GroundReading, { ok: 'swapped' }> {
  const notes: string[] = [...raw.left];
  const every = everyPoint(raw);
  const box = boxOf(every);
  const middle = middleOf(every);
  let origin: LonLat | undefined;
  let grid: FoundGround['grid'];
  let onSheet: (p: readonly [number, number, ...unknown[]]) => Point;
  if (raw.in === 'degrees') {
    const own = { lon: written(middle[0]), lat: middle[1] };
    origin = raw.local ? { lon: 0, lat: 0 } : (place.origin ?? own);
    onSheet = ([lon, lat]) => turnedBy(toMetres({ lon, lat }, origin!), place.northDeg);
    if (place.origin && Math.hypot(...toMetres(own, place.origin)) > WIDEST_M && !raw.local)
      return {
        ok: false,
        why: msg`It lies more than 10 km from this plan’s ground. Open a blank plan for it, or check the file.`,
      };
  } else {
    const near = [box.x0, box.x1, box.y0, box.y1].every((v) => Math.abs(v) < SHEET_M);
    grid =
      place.grid ??
      (near ? { eastM: 0, northM: 0 } : { eastM: Math.round(middle[0]), northM: Math.round(middle[1]) });
    onSheet = ([e, n]) => turnedBy([e - grid!.eastM, n - grid!.northM], place.northDeg);
  }
  const spread = boxOf(every.map((p) => onSheet(p)));
  const wideM = Math.max(spread.x1 - spread.x0, spread.y1 - spread.y0);
  if (wideM > WIDEST_M)
    return {
      ok: false,
      why: msg`It is ${grouped(Math.round(wideM / 1000))} km across: that is not a field. Check that longitude and latitude are not mixed up, or cut the file down to the field.`,
    };

  const { heights, measured, flat, withHeight, outlines, refused } = shapesOnSheet(onSheet, notes, raw);
  if (heights.length < measured.length && !flat)
    notes.push(msg`${grouped(measured.length)} heights thinned to ${heights.length}.`);
  if (flat)
    notes.push(msg`Its heights are all zero, as from a receiver that does not know them: they are left out.`);
  if (heights.length === 0)
    notes.push(msg`The file has no heights: measure some, or type how much the ground rises.`);
  else if (raw.bare > 0) notes.push(msg`${raw.bare} of its points have no height and are left out.`);
  if (withHeight.length > 0 && !flat && raw.tracks.length > 0)
    notes.push(
      msg`Heights walked with a phone are wrong by metres: check them against a level before trusting a slope.`,
    );
  if (outlines.length === 0 && heights.length === 0 && raw.things.length === 0)
    return { ok: false, why: refused.join(' ') || msg`The file holds no outline and no heights.` };
  return {
    ok: true,
    found: {
      outlines,
      heights,
      things: raw.things.map(({ points, ...t }) => ({ ...t, points: points.map((p) => onSheet(p)) })),
      ...(raw.in === 'degrees' && !raw.local && { origin }),
      ...(grid && (grid.eastM !== 0 || grid.northM !== 0) && { grid }),
      notes: [...refused, ...notes],
    },
  };
}

/** Outlines, tracks and heights on the sheet; what cannot be used is told. */
function shapesOnSheet(
  onSheet: (p: readonly [number, number, ...unknown[]]) => Point,
  notes: string[],
  raw: RawGround,
) {
  const outlines: FoundGround['outlines'] = [];
  const refused: string[] = [];
  const take = (shape: Shape, walked: boolean): void => {
    const called = shape.name ? `“${shape.name}”` : walked ? msg`The track` : msg`The outline`;
    let points = shape.points
      .map((p) => onSheet(p))
      .filter((p, i, all) => i === 0 || Math.hypot(p[0] - all[i - 1][0], p[1] - all[i - 1][1]) > 1e-6);
    const first = points[0];
    const last = points.at(-1)!;
    const long = points
      .slice(1)
      .reduce((m, p, i) => m + Math.hypot(p[0] - points[i][0], p[1] - points[i][1]), 0);
    const apart = Math.hypot(last[0] - first[0], last[1] - first[1]);
    if (points.length > 3 && apart < 1e-6) points = points.slice(0, -1);
    if (points.length < 3) return void refused.push(msg`${called} has fewer than three corners.`);
    if (walked && apart > OPEN_SHARE * long)
      return void refused.push(
        msg`${called} ends ${Math.round(apart)} m from where it began: walk the whole way round the field, or draw the outline.`,
      );
    const before = points.length;
    if (walked || before > MOST_CORNERS) {
      points = walked ? withoutLoops(thinned(points, true)) : thinned(points, true);
      if (points.length < before)
        notes.push(msg`${called}: ${grouped(before)} points thinned to ${points.length} corners.`);
    }
    const crossing = crossingSides(points);
    if (crossing)
      return void refused.push(
        msg`${called} crosses itself (sides ${crossing[0]} and ${crossing[1]}): put its corners in order round the field, or walk it again without crossing your own way.`,
      );
    if (points.length < 3 || areaM2(points) < SMALLEST_M2)
      return void refused.push(msg`${called} encloses no ground.`);
    outlines.push({ ...(shape.name && { name: shape.name }), outline: points });
  };
  raw.outlines.forEach((s) => take(s, false));
  raw.tracks.forEach((s) => take(s, true));
  const most = LIMITS.blocks - 1;
  if (outlines.length > most) {
    notes.push(msg`Only the first ${most} of ${outlines.length} outlines are taken.`);
    outlines.length = most;
  }
  const withHeight = [...raw.outlines, ...raw.tracks]
    .flatMap((s) => s.points)
    .filter((p) => p[2] !== undefined);
  const measured = [...raw.heights, ...withHeight].map((p) => {
    const [xM, yM] = onSheet(p);
    return { xM, yM, zM: p[2] as number };
  });
  // Receivers that know no height write nought for all.
  const flat = measured.length > 3 && raw.in === 'degrees' && measured.every((h) => h.zM === 0);
  const heights = flat ? [] : fewer(measured);
  return { heights, measured, flat, withHeight, outlines, refused };
}
