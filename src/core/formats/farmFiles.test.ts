import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import { areaM2, type Point } from '../ground';
import type { FarmLayout } from '../layout';
import { createPlanSolver, type FarmResults } from '../network';
import { fillIn, readPlan, withOpen, type FullPlan, type Plan } from '../plan';
import { METRIC, US } from '../units';
import { writeBedsCsv } from './bedsCsv';
import { writeDxf } from './dxfFarm';
import { writeGeoJson } from './geojsonFarm';
import { readGround } from './ground';
import { SCALES } from './paper';
import { writeSheetSvg } from './sheetSvg';
import { farmIn, wholeFarm, type WholeFarm } from './wholeFarm';

function demo(change: (plan: Plan) => Plan = (p) => p): {
  plan: FullPlan;
  results: FarmResults;
  farm: WholeFarm;
} {
  const reading = readPlan(readFileSync(join(__dirname, '../../../demo/hollin-bank.json'), 'utf8'));
  if (!reading.ok) throw new Error(reading.problems[0].what);
  const plan = fillIn(change(reading.plan));
  const results = createPlanSolver().solve(plan);
  // All that is in use at once.
  return { plan, results, farm: farmIn(plan, [{ set: '', results }]) };
}
const here = demo();

describe('the farm as GeoJSON', () => {
  interface Map {
    features: {
      properties: Record<string, unknown> & { role: string };
      geometry: { type: string; coordinates: unknown };
    }[];
  }
  const written = (d = here): Map => JSON.parse(writeGeoJson(d.farm)) as Map;
  const of = (role: string, map = written()) => map.features.filter((f) => f.properties.role === role);

  test('every bed, run, pipe and part is there with what it does', () => {
    const { results } = here;
    expect(of('run')).toHaveLength(results.layout.blocks.reduce((n, b) => n + b.runs.length, 0));
    expect(of('bed')).toHaveLength(results.layout.blocks.reduce((n, b) => n + b.beds.length, 0));
    // Those to blocks out of use too.
    expect(of('main')).toHaveLength(results.layout.mains.length);
    const total = of('run').reduce((q, f) => q + ((f.properties.flowLph as number | undefined) ?? 0), 0);
    expect(total).toBeCloseTo(results.flowLph, 0);
    const weakest = Math.min(
      ...of('run').map((f) => (f.properties.minKpa as number | undefined) ?? Infinity),
    );
    expect(weakest).toBeCloseTo(results.runs[results.weakest].minKpa, 2);
    expect(of('part').map((f) => f.properties.name)).toContain('1 in sand separator');
  });

  test('outer rings run against the clock, seen on the map', () => {
    const area = (ring: number[][]): number =>
      ring.slice(1).reduce((sum, [x, y], i) => sum + (ring[i][0] * y - x * ring[i][1]), 0);
    const rings = written().features.filter((f) => f.geometry.type === 'Polygon');
    expect(rings.length).toBeGreaterThan(20);
    for (const f of rings) expect(area((f.geometry.coordinates as number[][][])[0])).toBeGreaterThan(0);
  });

  test.each([
    ['without a place on the earth', undefined, 0],
    ['at its place, north aslant', { lon: -2.71, lat: 54.4 }, 35],
  ])('its ground reads back %s', (_name, origin, northDeg) => {
    const d = demo((p) => ({ ...p, ground: { ...p.ground, northDeg, ...(origin && { origin }) } }));
    const reading = readGround(writeGeoJson(d.farm), { northDeg, ...(origin && { origin }) });
    if (reading.ok !== true) throw new Error('not read');
    const { outlines, heights, things } = reading.found;
    expect(outlines.map((o) => o.name)).toEqual(d.plan.blocks.map((b) => b.name));
    outlines.forEach(({ outline }, i) => {
      const block = d.plan.blocks[i];
      expect(outline).toHaveLength(block.outline!.length);
      // The same corners, whichever way round they are told.
      for (const [x, y] of outline)
        expect(
          Math.min(...block.outline!.map((c) => Math.hypot(block.xM + c[0] - x, block.yM + c[1] - y))),
        ).toBeLessThan(0.005);
    });
    expect(heights).toHaveLength(d.plan.ground.heights.length);
    expect(heights[5].zM).toBeCloseTo(d.plan.ground.heights[5].zM, 3);
    expect(things.map((t) => [t.kind, t.name])).toEqual(d.plan.obstacles.map((t) => [t.kind, t.name]));
    expect(things.find((t) => t.kind === 'lane')!.widthM).toBe(3);
  });
});

describe('the layout as a DXF drawing', () => {
  const text = writeDxf(here.plan, here.farm.layout);
  const lines = text.split(/\r?\n/);

  test('it is in metres, closed, with a layer for each kind of thing', () => {
    expect(lines[lines.indexOf('$INSUNITS') + 2].trim()).toBe('6');
    for (const layer of ['BEDS', 'RUNS', 'HEADERS', 'MAIN', 'IN_THE_WAY']) expect(lines).toContain(layer);
    expect(text.trim().endsWith('EOF')).toBe(true);
  });

  test('as many lines as there are runs, where they lie', () => {
    const onLayer = (layer: string): number =>
      lines.filter((l, i) => l === 'LWPOLYLINE' && lines.slice(i, i + 24).includes(layer)).length;
    expect(onLayer('RUNS')).toBe(here.results.layout.blocks.reduce((n, b) => n + b.runs.length, 0));
    expect(onLayer('BEDS')).toBe(here.results.layout.blocks.reduce((n, b) => n + b.beds.length, 0));
  });
});

describe('beds as a table', () => {
  const rows = (choice = METRIC, d = here): Record<string, string>[] =>
    Papa.parse<Record<string, string>>(writeBedsCsv(d.farm, choice).replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: true,
    }).data;

  test('a line for each bed, whose flows add up, in either units', () => {
    const metric = rows();
    expect(metric).toHaveLength(here.results.layout.blocks.reduce((n, b) => n + b.beds.length, 0));
    const sum = (list: Record<string, string>[], title: string): number =>
      list.reduce((s, r) => s + Number(r[title] || 0), 0);
    expect(sum(metric, 'flow (L/h)') / here.results.flowLph).toBeCloseTo(1, 2);
    const us = rows(US);
    // Each column in the unit of its title, however large the number: a US gallon is 3.785411784 L.
    expect((sum(us, 'flow (gpm)') * 60 * 3.785411784) / here.results.flowLph).toBeCloseTo(1, 2);
    expect((sum(us, 'length (ft)') * 0.3048) / sum(metric, 'length (m)')).toBeCloseTo(1, 2);
    expect(metric.filter((r) => r['in use'] === 'no').length).toBeGreaterThan(0);
  });

  test('a name that a spreadsheet would reckon with stays a name', () => {
    const d = demo((p) => ({ ...p, blocks: p.blocks.map((b, i) => (i === 0 ? { ...b, name: '=1+1' } : b)) }));
    expect(rows(METRIC, d)[0].block).toBe("'=1+1");
  });
});

test('every bed stands in the table with its own set, whichever is looked at', () => {
  const { plan } = demo((p) => ({
    ...p,
    watering: {
      ...p.watering,
      sets: p.blocks.map((b, i) => ({ id: `set-${i}`, name: `Set ${i + 1}`, beds: [{ block: b.id }] })),
    },
  }));
  const solver = createPlanSolver();
  const farm = wholeFarm(plan, solver);
  expect(plan.watering.sets.length).toBeGreaterThan(1);
  const rows = Papa.parse<Record<string, string>>(writeBedsCsv(farm, METRIC).replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: true,
  }).data;
  for (const set of plan.watering.sets) {
    const own = rows.filter((r) => r.set === set.name);
    const results = solver.solve(withOpen(plan, set));
    const sum = own.reduce((n, r) => n + Number(r['flow (L/h)'] || 0), 0);
    expect(sum).toBeCloseTo(results.flowLph, 0);
  }
  const map = JSON.parse(writeGeoJson(farm)) as { features: { properties: Record<string, unknown> }[] };
  const runs = map.features.map((f) => f.properties).filter((p) => p.role === 'run');
  expect(runs).toHaveLength(farm.layout.blocks.reduce((n, b) => n + b.runs.length, 0));
  expect(new Set(runs.map((r) => r.set))).toEqual(
    new Set(farm.layout.blocks.map((b) => (b.block.inUse ? `Set ${b.index + 1}` : undefined))),
  );
});

describe('the sheet on paper', () => {
  test('the largest usual scale that fits, with the same metre everywhere', () => {
    const sheet = writeSheetSvg(here.plan, here.results, { paper: 'A3', units: METRIC });
    if (!sheet.ok) throw new Error(sheet.why);
    expect(SCALES).toContain(sheet.scale);
    expect([sheet.widthMm, sheet.heightMm].sort()).toEqual([297, 420]);
    // The first block's outline is drawn in millimetres: its area on paper is that in the field over the scale squared.
    const d = /d="M([^"]*)Z" class="outline"/.exec(sheet.svg)![1];
    const corners = d.split('L').map((p): Point => p.split(' ').map(Number) as unknown as Point);
    const fieldM2 = areaM2(here.plan.blocks[0].outline!);
    expect(areaM2(corners) / (fieldM2 * (1000 / sheet.scale) ** 2)).toBeCloseTo(1, 2);
    expect(sheet.svg).toMatch(/<text[^>]*>N<\/text>/);
    expect(sheet.svg).toMatch(/1:\d+ when printed at full size/);
  });

  test('all of the farm is drawn, whichever set runs', () => {
    const { plan, farm } = demo();
    const first = plan.blocks.find((b) => b.inUse)!;
    const open = withOpen(plan, { beds: [{ block: first.id, keys: ['1'] }] });
    const results = createPlanSolver().solve(open);
    /** Corners of all that is drawn. */
    const corners = (whole?: FarmLayout): number => {
      const sheet = writeSheetSvg(open, results, { paper: 'A3', units: METRIC, ...(whole && { whole }) });
      if (!sheet.ok) throw new Error(sheet.why);
      return sheet.svg.match(/[ML]-?[\d.]+ /g)!.length;
    };
    // Two ends of each run of a bed that rests now.
    const resting = results.layout.blocks[first === plan.blocks[0] ? 0 : plan.blocks.indexOf(first)];
    const whole = farm.layout.blocks[resting.index];
    expect(whole.runs.length).toBeGreaterThan(resting.runs.length);
    expect(corners(farm.layout) - corners()).toBeGreaterThanOrEqual(
      2 * (whole.runs.length - resting.runs.length),
    );
  });

  test('a scale that does not fit is refused with one that does', () => {
    const sheet = writeSheetSvg(here.plan, here.results, { paper: 'A4', scale: 100, units: METRIC });
    expect(sheet).toMatchObject({
      ok: false,
      why: expect.stringMatching(/At 1:100 .* does not fit on A4; at 1:\d+ it does/),
    });
  });

  test('names cannot break the drawing', () => {
    const d = demo((p) => ({
      ...p,
      name: 'A<b>&"c"',
      blocks: p.blocks.map((b) => ({ ...b, name: '<script>' })),
    }));
    const sheet = writeSheetSvg(d.plan, d.results, { paper: 'A4', units: US });
    if (!sheet.ok) throw new Error(sheet.why);
    expect(sheet.svg).not.toMatch(/<script>|<b>/);
    expect(sheet.svg).toMatch(/A&lt;b&gt;&amp;&quot;c&quot;/);
  });
});
