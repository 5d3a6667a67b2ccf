import type { Feature, FeatureCollection, Geometry } from 'geojson';
import { isClockwise, toLonLat, type Point } from '../ground';
import { sheetCorners, toSheet, type BlockLayout } from '../layout';
import { inletParts, type BlockResult, type FarmResults } from '../network';
import type { Block, FullPlan } from '../plan';
import { bedCorners, headerLines, runLine } from './farmShapes';

/** Places are written to a hundredth of a millimetre or so. */
const DECIMALS = 10;

/** A plan without a place on the earth is written about longitude 0, latitude 0, and says so. */
const NOWHERE = { lon: 0, lat: 0 };

const round = (n: number, decimals = 3): number => Number(n.toFixed(decimals));
/** A resting bed has no pressure. */
const finite = (kpa: number): number | null => (Number.isFinite(kpa) ? round(kpa) : null);

/** The farm as GeoJSON: ground, beds, runs, pipes and parts, each with what it does. Heights and lengths in metres, flows in litres per hour, pressures in kilopascals. */
export function writeGeoJson(plan: FullPlan, results: FarmResults): string {
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
  for (const layout of results.layout.blocks) writeBlock(layout, results, add, ring, line, point);
  addPipes(results, add, line, plan, point);
  const collection: FeatureCollection & { name: string; local?: boolean } = {
    type: 'FeatureCollection',
    name: plan.name,
    ...(plan.ground.origin ? {} : { local: true }),
    features,
  };
  return JSON.stringify(collection) + '\n';
}

/** Mains, sources and parts. */
function addPipes(
  results: FarmResults,
  add: (role: string, geometry: Geometry, properties: Record<string, unknown>) => void,
  line: (points: readonly Point[]) => Geometry,
  plan: FullPlan,
  point: (p: Point, zM?: number) => Geometry,
) {
  for (const m of results.mains)
    add(
      'main',
      line([
        [m.laid.start.xM, m.laid.start.yM],
        [m.laid.end.xM, m.laid.end.yM],
      ]),
      {
        from: m.laid.from,
        to: m.laid.to,
        pipe: m.laid.piece.pipe,
        boreMm: m.laid.piece.boreMm,
        lengthM: round(m.laid.lengthM),
        riseM: round(m.laid.riseM),
        flowLph: round(m.flowLph),
        velocityMps: round(m.velocityMps),
        frictionKpa: round(m.frictionKpa),
        endKpa: round(m.endKpa),
        buriedM: round(m.laid.crossings.reduce((sum, c) => sum + c.lengthM, 0)),
      },
    );
  for (const t of plan.tees) add('tee', point([t.xM, t.yM], t.heightM), { id: t.id, vent: t.vent });
  const { source, head } = results.layout;
  add('source', point([head.xM, head.yM], head.zM), {
    id: source.id,
    kind: source.kind,
    name: source.name,
    flowLph: round(results.flowLph),
    kpa: round(results.solution.supply.pressureKpa),
  });
  results.head.forEach((p, i) =>
    add('part', point([head.xM, head.yM], head.zM), {
      place: 'head',
      order: i + 1,
      kind: p.step.part.kind,
      name: p.step.part.name,
      beforeKpa: round(p.beforeKpa),
      afterKpa: round(p.afterKpa),
    }),
  );
}

function writeBlock(
  layout: BlockLayout,
  results: FarmResults,
  add: (role: string, geometry: Geometry, properties: Record<string, unknown>) => void,
  ring: (points: readonly Point[]) => Geometry,
  line: (points: readonly Point[]) => Geometry,
  point: (p: Point, zM?: number) => Geometry,
): void {
  const { block } = layout;
  const did = results.blocks.find((b) => b.index === layout.index);
  const about = addGround(block, did, add, ring, layout);
  layout.beds.forEach((bed, i) => {
    const r = did?.beds[i];
    add('bed', ring(bedCorners(layout, bed)), {
      ...about,
      bed: bed.key,
      lengthM: round(bed.lengthM),
      widthM: round(bed.widthM),
      runs: bed.runs,
      resting: bed.resting,
      crop: bed.single?.crop ?? block.beds.crop,
      ...(r && { flowLph: round(r.flowLph), minKpa: finite(r.minKpa), maxKpa: finite(r.maxKpa) }),
    });
  });
  layout.runs.forEach((run, i) => {
    const r = did && results.runs[did.firstRun + i];
    add('run', line(runLine(layout, run)), {
      ...about,
      id: run.id,
      bed: run.bed,
      lengthM: round(run.lengthM),
      leadM: round(run.leadM),
      ...(r && {
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
  if (!did) return;
  const [x, y] = layout.headers[0].feed;
  inletParts(results, did).forEach((p, i) =>
    add('part', point(toSheet(layout.frame, x, y), layout.ground.heightM(x, y)), {
      place: block.id,
      order: i + 1,
      kind: p.step.part.kind,
      name: p.step.part.name,
      beforeKpa: round(p.beforeKpa),
      afterKpa: round(p.afterKpa),
    }),
  );
}

/** The block’s outline and its beds. */
function addGround(
  block: Block,
  did: BlockResult | undefined,
  add: (role: string, geometry: Geometry, properties: Record<string, unknown>) => void,
  ring: (points: readonly Point[]) => Geometry,
  layout: BlockLayout,
) {
  const about = { block: block.id, blockName: block.name };
  const solved = did && {
    flowLph: round(did.flowLph),
    uniformity: round(did.uniformity, 4),
    feedKpa: round(did.feedKpa),
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
