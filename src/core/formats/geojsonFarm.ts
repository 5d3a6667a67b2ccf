import type { Feature, FeatureCollection, Geometry } from 'geojson';
import { isClockwise, toLonLat, type Point } from '../ground';
import { sheetCorners, toSheet, type BlockLayout } from '../layout';
import type { BlockResult } from '../network';
import { branchPlace, HEAD, partsAt, type Block } from '../plan';
import { bedCorners, headerLines, runLine } from './farmShapes';
import type { Doing, WholeFarm } from './wholeFarm';

/** Places are written to a hundredth of a millimetre or so. */
const DECIMALS = 10;

/** A plan without a place on the earth is written about longitude 0, latitude 0, and says so. */
const NOWHERE = { lon: 0, lat: 0 };

const round = (n: number, decimals = 3): number => Number(n.toFixed(decimals));
/** A resting bed has no pressure. */
const finite = (kpa: number): number | null => (Number.isFinite(kpa) ? round(kpa) : null);

/** The whole farm as GeoJSON: ground, beds, runs, pipes and parts, each once with what it does in its own set, which is named. Heights and lengths in metres, flows in litres per hour, pressures in kilopascals. */
export function writeGeoJson(farm: WholeFarm): string {
  const { plan } = farm;
  const origin = plan.ground.origin ?? NOWHERE;
  const turn = (plan.ground.northDeg * Math.PI) / 180;
  const at = ([x, y]: Point): [number, number] => {
    // Up the sheet is `northDeg` short of north.
    const east = x * Math.cos(turn) - y * Math.sin(turn);
    const north = x * Math.sin(turn) + y * Math.cos(turn);
    const { lon, lat } = toLonLat([east, north], origin);
    return [round(lon, DECIMALS), round(lat, DECIMALS)];
  };
  const features: Feature[] = [];
  const add = (role: string, geometry: Geometry, properties: Record<string, unknown>): void =>
    void features.push({ type: 'Feature', geometry, properties: { role, ...properties } });
  // Outer rings run against the clock (RFC 7946, 3.1.6).
  const ring = (points: readonly Point[]): Geometry => {
    const against = isClockwise(points) ? [points[0], ...points.slice(1).reverse()] : points;
    return { type: 'Polygon', coordinates: [[...against, against[0]].map(at)] };
  };
  const line = (points: readonly Point[]): Geometry => ({ type: 'LineString', coordinates: points.map(at) });
  const point = (p: Point, zM?: number): Geometry => ({
    type: 'Point',
    coordinates: zM === undefined ? at(p) : [...at(p), round(zM)],
  });

  for (const h of plan.ground.heights) add('height', point([h.xM, h.yM], h.zM), {});
  for (const t of plan.obstacles) {
    const about = { name: t.name, marginM: t.marginM };
    if (t.kind === 'tree') for (const p of t.points) add('tree', point(p), { ...about, radiusM: t.radiusM });
    else if (t.kind === 'lane' || t.kind === 'ditch')
      add(t.kind, line(t.points), { ...about, widthM: t.widthM });
    else add(t.kind, ring(t.points), about);
  }
  for (const layout of farm.layout.blocks) writeBlock(layout, farm, add, ring, line, point);
  addPipes(farm, add, line, point);
  const collection: FeatureCollection & { name: string; local?: boolean } = {
    type: 'FeatureCollection',
    name: plan.name,
    ...(plan.ground.origin ? {} : { local: true }),
    features,
  };
  return JSON.stringify(collection) + '\n';
}

/** Takes one thing, by what it is. */
type Add = (role: string, geometry: Geometry, properties: Record<string, unknown>) => void;

/** Mains, sources and parts. */
function addPipes(
  farm: WholeFarm,
  add: Add,
  line: (points: readonly Point[]) => Geometry,
  point: (p: Point, zM?: number) => Geometry,
) {
  const { plan, layout, most } = farm;
  for (const laid of layout.mains) {
    const own = farm.main(laid.to);
    add(
      'main',
      line([
        [laid.start.xM, laid.start.yM],
        [laid.end.xM, laid.end.yM],
      ]),
      {
        from: laid.from,
        to: laid.to,
        pipe: laid.piece.pipe,
        boreMm: laid.piece.boreMm,
        lengthM: round(laid.lengthM),
        riseM: round(laid.riseM),
        buriedM: round(laid.crossings.reduce((sum, c) => sum + c.lengthM, 0)),
        ...(own && {
          set: own.set,
          flowLph: round(own.does.flowLph),
          velocityMps: round(own.does.velocityMps),
          frictionKpa: round(own.does.frictionKpa),
          endKpa: round(own.does.endKpa),
        }),
      },
    );
  }
  for (const t of plan.tees) add('tee', point([t.xM, t.yM], t.heightM), { id: t.id, vent: t.vent });
  for (const { source, start, end, lengthM, piece } of layout.joins) {
    add('source', point([start.xM, start.yM], start.zM), {
      id: source.id,
      kind: source.kind,
      name: source.name,
    });
    if (lengthM > 0)
      add(
        'main',
        line([
          [start.xM, start.yM],
          [end.xM, end.yM],
        ]),
        {
          from: source.id,
          to: HEAD,
          pipe: piece.pipe,
          boreMm: piece.boreMm,
          lengthM: round(lengthM),
          riseM: round(end.zM - start.zM),
        },
      );
  }
  const { source, head } = layout;
  add('source', point([head.xM, head.yM], head.zM), {
    id: source.id,
    kind: source.kind,
    name: source.name,
    ...(most && {
      set: most.set,
      flowLph: round(most.does.flowLph),
      kpa: round(most.does.solution.supply.pressureKpa),
    }),
  });
  const places = [HEAD, ...[plan.home, ...layout.joins.map((j) => j.source.id)].map(branchPlace)];
  for (const place of places) addParts(farm, place, add, point([head.xM, head.yM], head.zM));
}

/** The parts at a place, each once, with what it does in the set that draws most through it. */
function addParts(farm: WholeFarm, place: string, add: Add, at: Geometry, atHead: Geometry = at): void {
  partsAt(farm.plan, place).forEach((part, i) => {
    const own = farm.part(place, part.id);
    // A block's planned valve may stand at the head, before its pipe.
    add('part', part.planned === 'head' ? atHead : at, {
      place,
      order: i + 1,
      kind: part.kind,
      name: part.name,
      ...(own && {
        set: own.set,
        flowLph: round(own.does.flowLph),
        beforeKpa: round(own.does.beforeKpa),
        afterKpa: round(own.does.afterKpa),
      }),
    });
  });
}

function writeBlock(
  layout: BlockLayout,
  farm: WholeFarm,
  add: Add,
  ring: (points: readonly Point[]) => Geometry,
  line: (points: readonly Point[]) => Geometry,
  point: (p: Point, zM?: number) => Geometry,
): void {
  const { block } = layout;
  const [first] = farm.blocks(layout.index);
  const about = addGround(block, first, add, ring, layout);
  layout.beds.forEach((bed) => {
    const own = farm.bed(layout.index, bed.key);
    const r = own?.does;
    add('bed', ring(bedCorners(layout, bed)), {
      ...about,
      bed: bed.key,
      lengthM: round(bed.lengthM),
      widthM: round(bed.widthM),
      runs: bed.runs,
      resting: bed.resting,
      crop: bed.single?.crop ?? block.beds.crop,
      ...(r && {
        set: own.set,
        flowLph: round(r.flowLph),
        minKpa: finite(r.minKpa),
        maxKpa: finite(r.maxKpa),
      }),
    });
  });
  layout.runs.forEach((run) => {
    const own = farm.run(layout.index, run.id);
    const r = own?.does;
    add('run', line(runLine(layout, run)), {
      ...about,
      id: run.id,
      bed: run.bed,
      lengthM: round(run.lengthM),
      leadM: round(run.leadM),
      ...(r && {
        set: own.set,
        emitters: r.emitters,
        flowLph: round(r.flowLph),
        inletKpa: round(r.inletKpa),
        minKpa: round(r.minKpa),
        maxKpa: round(r.maxKpa),
        uniformity: round(r.uniformity, 4),
      }),
    });
  });
  headerLines(layout).forEach(({ points, pipe }, h) => {
    add('header', line(points), { ...about, header: h + 1, pipe: pipe.pipe, boreMm: pipe.boreMm });
  });
  const [x, y] = layout.headers[0].feed;
  const { head } = farm.layout;
  addParts(
    farm,
    block.id,
    add,
    point(toSheet(layout.frame, x, y), layout.ground.heightM(x, y)),
    point([head.xM, head.yM], head.zM),
  );
}

/** The block’s outline and its beds. */
function addGround(
  block: Block,
  own: Doing<BlockResult> | undefined,
  add: Add,
  ring: (points: readonly Point[]) => Geometry,
  layout: BlockLayout,
) {
  const about = { block: block.id, blockName: block.name };
  const solved = own && {
    set: own.set,
    flowLph: round(own.does.flowLph),
    uniformity: round(own.does.uniformity, 4),
    feedKpa: round(own.does.feedKpa),
  };
  // An outline is ground and reads back as such; a box about beds is only where they lie.
  add(block.outline ? 'outline' : 'block', ring(sheetCorners(layout)), {
    name: block.name,
    id: block.id,
    soil: block.ground.soil,
    inUse: block.inUse,
    ...solved,
  });
  return about;
}
