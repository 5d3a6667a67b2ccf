import type { Feature, Geometry, Position } from 'geojson';
import { forms, grouped, msg } from '../../language';
import { brokenJson, type Obstacle } from '../../plan';
import { emptyRaw, isHeight, type RawGround, type RawReading, type Shape } from './types';

const THING_KINDS: readonly string[] = ['lane', 'ditch', 'tree', 'building', 'wet'];
/** Names under which other programs write a place's height or name. */
const HEIGHT_NAMES = ['ele', 'elevation', 'elev', 'altitude', 'alt', 'height', 'z', 'height_m', 'heightm'];
const NAME_NAMES = ['name', 'title', 'label', 'field', 'id'];
/** Our own features that are results, not ground. */
const RESULT_ROLES = ['bed', 'run', 'header', 'main', 'part', 'source', 'tee', 'block'];
/** Half the width of the world in the metres that web maps are drawn in. */
const WEB_MAP_HALF_M = 20037508.342789244;

type Properties = Record<string, unknown>;
const lookUp = (properties: Properties, names: readonly string[]): unknown => {
  const byLower = new Map(Object.entries(properties).map(([k, v]) => [k.toLowerCase(), v]));
  return names.map((n) => byLower.get(n)).find((v) => v !== undefined && v !== null && v !== '');
};
const numberOf = (value: unknown): number | undefined => {
  const n = typeof value === 'string' && value.trim() !== '' ? Number(value.replace(',', '.')) : value;
  return typeof n === 'number' && Number.isFinite(n) ? n : undefined;
};
/** A place whose numbers may be written as texts, and whose height may be missing. */
const placeOf = (p: unknown): Position | undefined => {
  if (!Array.isArray(p)) return undefined;
  const [x, y, z] = p.map(numberOf);
  return x === undefined || y === undefined ? undefined : z === undefined ? [x, y] : [x, y, z];
};

/** Every feature of a text: one object, a bare shape, or one feature a line. */
function featuresOf(text: string): { features: Feature[]; crs?: string; local?: boolean } | string {
  // Sequences of features put a record separator before each.
  const clean = text
    .replace(/^\uFEFF/, '')
    .replaceAll('\u001e', '')
    .trim();
  let json: unknown;
  try {
    json = JSON.parse(clean);
  } catch (error) {
    const lines = clean.split(/\r?\n/).filter((l) => l.trim() !== '');
    try {
      if (lines.length > 1) return { features: lines.map((l) => JSON.parse(l) as Feature) };
    } catch {
      // Told as the whole file's fault below.
    }
    return `${brokenJson(clean, error).replace(/^t/, 'T')}.`;
  }
  const found = json as {
    type?: string;
    features?: Feature[];
    crs?: { properties?: { name?: string } };
    local?: boolean;
  };
  const crs = found?.crs?.properties?.name;
  switch (found?.type) {
    case 'FeatureCollection':
      if (!Array.isArray(found.features)) return msg`The file has no list of features.`;
      return { features: found.features, crs, local: found.local === true };
    case 'Feature':
      return { features: [json as Feature], crs };
    case 'Topology':
      return msg`This is TopoJSON. Export it as GeoJSON and choose it again.`;
    default:
      if (typeof found?.type === 'string')
        return { features: [{ type: 'Feature', properties: {}, geometry: json as Geometry }], crs };
      return msg`This JSON is not GeoJSON: it has no features.`;
  }
}

/** What a file says its numbers are. */
function unitOf(crs: string | undefined): 'degrees' | 'metres' | 'web map' | undefined {
  if (crs === undefined) return undefined;
  if (/CRS84|EPSG:{1,2}4326|EPSG:{1,2}4979|EPSG:{1,2}4258|WGS ?84/i.test(crs)) return 'degrees';
  return /EPSG:{1,2}(3857|900913)/i.test(crs) ? 'web map' : 'metres';
}

/** Metres that web maps are drawn in, as degrees. */
const fromWebMap = ([x, y, z]: Position): Position => {
  const lat = (Math.atan(Math.sinh((Math.PI * y) / WEB_MAP_HALF_M)) * 180) / Math.PI;
  return [(180 * x) / WEB_MAP_HALF_M, lat, ...(z === undefined ? [] : [z])];
};

/** Reads GeoJSON in the dialects programs write it: collections, single features, bare shapes, a feature a line, projected metres. */
export function readGeoJson(text: string): RawReading {
  const read = featuresOf(text);
  if (typeof read === 'string') return { ok: false, why: read };
  return readFeatures(read.features, read.crs, read.local);
}

/** The same from features already read, as those of a GPX or KML file. */
export function readFeatures(features: readonly Feature[], crs?: string, local = false): RawReading {
  const unit = unitOf(crs);
  const raw: RawGround = { ...emptyRaw('degrees'), ...(local && { local }) };
  let broken = 0;
  let noHeights = 0;
  const left = { results: 0, empty: 0, holes: 0 };
  const at = (p: Position): Position => (unit === 'web map' ? fromWebMap(p) : p);
  const take = (geometry: Geometry | null, properties: Properties): void => {
    if (!geometry) return void left.empty++;
    const role = typeof properties.role === 'string' ? properties.role : '';
    if (RESULT_ROLES.includes(role)) return void left.results++;
    const nameFound = lookUp(properties, NAME_NAMES);
    // Some programs write numbers; anything else is no name.
    const name =
      typeof nameFound === 'string' || typeof nameFound === 'number'
        ? String(nameFound).slice(0, 80)
        : undefined;
    const shape = (points: Position[]): Shape | undefined => {
      const list = Array.isArray(points) ? points : [];
      const good = list.flatMap((p) => {
        const place = placeOf(p);
        if (place?.[2] === undefined || isHeight(place[2])) return place ? [place] : [];
        noHeights++;
        return [place.slice(0, 2)];
      });
      broken += list.length - good.length;
      return good.length > 0 ? { name, points: good.map(at) as unknown as Shape['points'] } : undefined;
    };
    const thing = (points: Position[]): boolean => {
      if (!THING_KINDS.includes(role)) return false;
      const flat = shape(points)?.points.map(([x, y]): [number, number] => [x, y]) ?? [];
      const widthM = numberOf(properties.widthM);
      const radiusM = numberOf(properties.radiusM);
      if (flat.length > 0)
        raw.things.push({
          kind: role as Obstacle['kind'],
          name: name ?? role,
          points: flat,
          ...(widthM !== undefined && { widthM }),
          ...(radiusM !== undefined && { radiusM }),
        });
      return true;
    };
    switch (geometry.type) {
      case 'Polygon': {
        const ring = openRing(geometry.coordinates?.[0] ?? []);
        if (thing(ring)) return;
        const found = shape(ring);
        if (found) raw.outlines.push(found);
        // Ground within the field that does not belong to it: beds stop there.
        for (const hole of (geometry.coordinates ?? []).slice(1)) {
          const points = shape(openRing(hole))?.points.map(([x, y]): [number, number] => [x, y]) ?? [];
          if (points.length < 3) continue;
          left.holes++;
          raw.things.push({ kind: 'wet', name: msg`hole in ${name ?? msg`the field`}`.slice(0, 80), points });
        }
        return;
      }
      case 'MultiPolygon':
        for (const polygon of geometry.coordinates ?? [])
          take({ type: 'Polygon', coordinates: polygon }, properties);
        return;
      case 'LineString': {
        if (thing(geometry.coordinates ?? [])) return;
        const found = shape(geometry.coordinates ?? []);
        if (found) raw.tracks.push(found);
        return;
      }
      case 'MultiLineString': {
        // A walk with pauses comes in pieces.
        const whole = (Array.isArray(geometry.coordinates) ? geometry.coordinates : []).flat();
        take({ type: 'LineString', coordinates: whole }, properties);
        return;
      }
      case 'Point': {
        if (thing([geometry.coordinates ?? []])) return;
        const point = shape([geometry.coordinates ?? []])?.points[0];
        if (!point) return;
        const named = numberOf(lookUp(properties, HEIGHT_NAMES));
        if (point[2] === undefined && named !== undefined && !isHeight(named)) noHeights++;
        const z = point[2] ?? (named !== undefined && isHeight(named) ? named : undefined);
        if (z === undefined) raw.bare++;
        else raw.heights.push([point[0], point[1], z]);
        return;
      }
      case 'MultiPoint':
        for (const p of geometry.coordinates ?? []) take({ type: 'Point', coordinates: p }, properties);
        return;
      case 'GeometryCollection':
        for (const g of geometry.geometries ?? []) take(g, properties);
        return;
      default:
        broken++;
    }
  };
  const list = (geometry: Geometry | null): boolean => {
    if (!geometry || geometry.type === 'GeometryCollection') return true;
    return Array.isArray((geometry as { coordinates?: unknown }).coordinates);
  };
  for (const f of features) {
    if (f === null || typeof f !== 'object') broken++;
    else if (!list(f.geometry ?? null)) broken++;
    else take(f.geometry ?? null, (f.properties ?? {}) as Properties);
  }
  if (broken > 0)
    raw.left.push(
      msg`${grouped(broken)} ${forms(broken, 'place', 'places')} or shapes could not be used: their coordinates are not numbers.`,
    );
  if (noHeights > 0)
    raw.left.push(
      msg`${grouped(noHeights)} ${forms(noHeights, 'height', 'heights')} that cannot be (such as −9999) were dropped.`,
    );
  if (left.holes > 0)
    raw.left.push(
      msg`${grouped(left.holes)} ${forms(left.holes, 'hole', 'holes')} in fields ${forms(left.holes, 'is', 'are')} kept as wet spots, where beds stop.`,
    );
  if (left.results > 0)
    raw.left.push(
      msg`${grouped(left.results)} ${forms(left.results, 'bed, pipe or part', 'beds, pipes and parts')} of a plan are left out: only ground is read.`,
    );
  if (left.empty > 0)
    raw.left.push(
      msg`${grouped(left.empty)} ${forms(left.empty, 'entry', 'entries')} without a shape ${forms(left.empty, 'is', 'are')} left out.`,
    );
  const points = [...raw.outlines, ...raw.tracks].flatMap((s) => s.points);
  const all = [...points, ...raw.heights, ...raw.things.flatMap((t) => t.points)];
  if (all.length === 0) {
    return {
      ok: false,
      why:
        broken > 0
          ? msg`The file’s shapes have no usable coordinates.`
          : raw.bare > 0
            ? msg`The file holds places without heights and no outline. Export the field as a polygon, or its places with their heights.`
            : msg`The file holds no outline, track or height.`,
    };
  }
  const outOfDegrees = all.some(([x, y]) => Math.abs(x) > 180 || Math.abs(y) > 180);
  raw.in = unit === 'metres' || (unit === undefined && outOfDegrees) ? 'metres' : 'degrees';
  if (raw.in === 'degrees') {
    if (outOfDegrees)
      return {
        ok: false,
        why: msg`Its coordinates go beyond 180 degrees. Export it again with longitude and latitude (WGS 84).`,
      };
  }
  return { ok: true, raw };
}

/** A ring without its last point where that only repeats the first. */
function openRing(ring: Position[]): Position[] {
  const first = ring[0];
  const last = ring.at(-1);
  return ring.length > 1 && first && last && first[0] === last[0] && first[1] === last[1]
    ? ring.slice(0, -1)
    : ring;
}
