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
  const reader = new ShapeReader(unit === 'web map' ? fromWebMap : (p) => p, local);
  for (const f of features) reader.read(f);
  const { raw } = reader;
  raw.left.push(...reader.notes());
  const points = [...raw.outlines, ...raw.tracks].flatMap((s) => s.points);
  const all = [...points, ...raw.heights, ...raw.things.flatMap((t) => t.points)];
  if (all.length === 0) return { ok: false, why: reader.whyEmpty() };
  const outOfDegrees = all.some(([x, y]) => Math.abs(x) > 180 || Math.abs(y) > 180);
  raw.in = unit === 'metres' || (unit === undefined && outOfDegrees) ? 'metres' : 'degrees';
  if (raw.in === 'degrees' && outOfDegrees)
    return {
      ok: false,
      why: msg`Its coordinates go beyond 180 degrees. Export it again with longitude and latitude (WGS 84).`,
    };
  return { ok: true, raw };
}

/** A shape is listed, or has coordinates that are a list. */
const hasList = (geometry: Geometry | null): boolean =>
  !geometry ||
  geometry.type === 'GeometryCollection' ||
  Array.isArray((geometry as { coordinates?: unknown }).coordinates);

/** Some programs write numbers; anything else is no name. */
function nameOf(properties: Properties): string | undefined {
  const found = lookUp(properties, NAME_NAMES);
  return typeof found === 'string' || typeof found === 'number' ? String(found).slice(0, 80) : undefined;
}

const roleOf = ({ role }: Properties): string => (typeof role === 'string' ? role : '');
const flat = (shape: Shape | undefined): [number, number][] =>
  shape?.points.map(([x, y]): [number, number] => [x, y]) ?? [];

/** Takes shapes in one by one, and counts what cannot be used. */
class ShapeReader {
  readonly raw: RawGround;
  private readonly at: (p: Position) => Position;
  private broken = 0;
  private noHeights = 0;
  private readonly left = { results: 0, empty: 0, holes: 0 };

  /** @param at where a place of the file lies, in degrees or metres */
  constructor(at: (p: Position) => Position, local: boolean) {
    this.at = at;
    this.raw = { ...emptyRaw('degrees'), ...(local && { local }) };
  }

  read(f: Feature | null): void {
    if (f === null || typeof f !== 'object' || !hasList(f.geometry ?? null)) this.broken++;
    else this.take(f.geometry ?? null, f.properties ?? {});
  }

  private take(geometry: Geometry | null, properties: Properties): void {
    if (!geometry) return void this.left.empty++;
    if (RESULT_ROLES.includes(roleOf(properties))) return void this.left.results++;
    switch (geometry.type) {
      case 'Polygon':
        return this.takePolygon(geometry.coordinates ?? [], properties);
      case 'MultiPolygon':
        for (const polygon of geometry.coordinates ?? [])
          this.take({ type: 'Polygon', coordinates: polygon }, properties);
        return;
      case 'LineString':
        return this.takeLine(geometry.coordinates ?? [], properties);
      case 'MultiLineString':
        // A walk with pauses comes in pieces.
        return this.takeLine(
          Array.isArray(geometry.coordinates) ? geometry.coordinates.flat() : [],
          properties,
        );
      case 'Point':
        return this.takePoint(geometry.coordinates ?? [], properties);
      case 'MultiPoint':
        for (const p of geometry.coordinates ?? []) this.takePoint(p, properties);
        return;
      case 'GeometryCollection':
        for (const g of geometry.geometries ?? []) this.take(g, properties);
        return;
      default:
        this.broken++;
    }
  }

  /** The places of a shape that can be used. */
  private shape(points: Position[], name: string | undefined): Shape | undefined {
    const list = Array.isArray(points) ? points : [];
    const good = list.flatMap((p) => {
      const place = placeOf(p);
      if (place?.[2] === undefined || isHeight(place[2])) return place ? [place] : [];
      this.noHeights++;
      return [place.slice(0, 2)];
    });
    this.broken += list.length - good.length;
    if (good.length === 0) return undefined;
    return { name, points: good.map((p) => this.at(p)) as unknown as Shape['points'] };
  }

  /** @returns whether it is a thing in the way, and no outline, track or height */
  private takeThing(points: Position[], properties: Properties): boolean {
    const role = roleOf(properties);
    if (!THING_KINDS.includes(role)) return false;
    const name = nameOf(properties);
    const places = flat(this.shape(points, name));
    const widthM = numberOf(properties.widthM);
    const radiusM = numberOf(properties.radiusM);
    if (places.length > 0)
      this.raw.things.push({
        kind: role as Obstacle['kind'],
        name: name ?? role,
        points: places,
        ...(widthM !== undefined && { widthM }),
        ...(radiusM !== undefined && { radiusM }),
      });
    return true;
  }

  private takePolygon(rings: Position[][], properties: Properties): void {
    const ring = openRing(rings[0] ?? []);
    if (this.takeThing(ring, properties)) return;
    const name = nameOf(properties);
    const found = this.shape(ring, name);
    if (found) this.raw.outlines.push(found);
    // Ground within the field that does not belong to it: beds stop there.
    for (const hole of rings.slice(1)) {
      const points = flat(this.shape(openRing(hole), name));
      if (points.length < 3) continue;
      this.left.holes++;
      const called = msg`hole in ${name ?? msg`the field`}`.slice(0, 80);
      this.raw.things.push({ kind: 'wet', name: called, points });
    }
  }

  private takeLine(points: Position[], properties: Properties): void {
    if (this.takeThing(points, properties)) return;
    const found = this.shape(points, nameOf(properties));
    if (found) this.raw.tracks.push(found);
  }

  private takePoint(place: Position, properties: Properties): void {
    if (this.takeThing([place], properties)) return;
    const point = this.shape([place], nameOf(properties))?.points[0];
    if (!point) return;
    const named = numberOf(lookUp(properties, HEIGHT_NAMES));
    if (point[2] === undefined && named !== undefined && !isHeight(named)) this.noHeights++;
    const z = point[2] ?? (named !== undefined && isHeight(named) ? named : undefined);
    if (z === undefined) this.raw.bare++;
    else this.raw.heights.push([point[0], point[1], z]);
  }

  /** What was left out, in words. */
  notes(): string[] {
    const { broken, noHeights } = this;
    const { holes, results, empty } = this.left;
    return [
      broken > 0 &&
        msg`${grouped(broken)} ${forms(broken, 'place', 'places')} or shapes could not be used: their coordinates are not numbers.`,
      noHeights > 0 &&
        msg`${grouped(noHeights)} ${forms(noHeights, 'height', 'heights')} that cannot be (such as −9999) were dropped.`,
      holes > 0 &&
        msg`${grouped(holes)} ${forms(holes, 'hole', 'holes')} in fields ${forms(holes, 'is', 'are')} kept as wet spots, where beds stop.`,
      results > 0 &&
        msg`${grouped(results)} ${forms(results, 'bed, pipe or part', 'beds, pipes and parts')} of a plan are left out: only ground is read.`,
      empty > 0 &&
        msg`${grouped(empty)} ${forms(empty, 'entry', 'entries')} without a shape ${forms(empty, 'is', 'are')} left out.`,
    ].filter((note) => note !== false);
  }

  /** Why there is nothing in a file. */
  whyEmpty(): string {
    if (this.broken > 0) return msg`The file’s shapes have no usable coordinates.`;
    if (this.raw.bare > 0)
      return msg`The file holds places without heights and no outline. Export the field as a polygon, or its places with their heights.`;
    return msg`The file holds no outline, track or height.`;
  }
}

/** A ring without its last point where that only repeats the first. */
function openRing(ring: Position[]): Position[] {
  const first = ring[0];
  const last = ring.at(-1);
  return ring.length > 1 && first && last && first[0] === last[0] && first[1] === last[1]
    ? ring.slice(0, -1)
    : ring;
}
