import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { anyPlan } from '../check/anyPlan.testing';
import { BATTERY } from '../check/battery.testing';
import { PLANS } from '../effort.testing';
import { farmOf, type Thing } from '../farm';
import { layOut } from '../layout';
import { createPlanSolver } from '../network';
import { fillIn, readPlan, type Plan } from '../plan';
import { writeGeoJson } from './geojsonFarm';
import { wholeFarm } from './wholeFarm';

interface Feature {
  properties: Record<string, unknown> & { role: string };
}

/** The map holds every thing that is built once, whichever set is looked at, and nothing that is not built. */
function held(stated: Plan): void {
  const plan = fillIn(stated);
  const layout = layOut(plan);
  const { things } = farmOf(plan, layout);
  const { features } = JSON.parse(writeGeoJson(wholeFarm(plan, createPlanSolver()))) as {
    features: Feature[];
  };
  const of = (role: string): Record<string, unknown>[] =>
    features.filter((f) => f.properties.role === role).map((f) => f.properties);
  const names = (list: readonly unknown[]): unknown[] => [...list].sort();

  // Parts, wherever they stand; an adaptor stands for the fittings that are found.
  const drawn = of('part').filter((p) => p.kind !== 'adaptor');
  const put = things.filter((t) => t.part !== undefined);
  const kindOf = (t: Thing): string => t.item.id.split(':').slice(1).join(':');
  expect(drawn.length).toBe(put.reduce((n, t) => n + t.count, 0));
  for (const kind of new Set(drawn.map((p) => p.kind as string)))
    expect([kind, drawn.filter((p) => p.kind === kind).length]).toEqual([
      kind,
      put.filter((t) => kindOf(t).replace(/^own:/, '').replace(/:\d+$/, '') === kind).length,
    ]);

  // Sources, and what leads from others to the head.
  const joins = of('main').filter((m) => m.to === 'head');
  expect(of('source').length).toBe(1 + layout.joins.length);
  const led = things.filter((t) => t.reason.endsWith('to the head'));
  expect(joins.reduce((sum, m) => sum + (m.lengthM as number), 0)).toBeCloseTo(
    led.reduce((sum, t) => sum + t.laidM!, 0),
    1,
  );

  // What is laid along beds, run by run: a plant's own line or ring is told with its plant.
  const beds = new Set(
    layout.blocks.flatMap((b) => b.beds.filter((x) => !x.plant).map((x) => `${b.block.id}/${x.key}`)),
  );
  const runs = of('run').filter((r) => beds.has(`${String(r.block)}/${String(r.bed)}`));
  const laid = things.filter(
    (t) => t.item.id.startsWith('laid:') && t.laidM !== undefined && beds.has(`${t.at.id}/${t.at.bed}`),
  );
  expect(runs.reduce((sum, r) => sum + (r.lengthM as number) - (r.leadM as number), 0)).toBeCloseTo(
    laid.reduce((sum, t) => sum + t.count * t.laidM!, 0),
    0,
  );
  expect(names(of('bed').map((b) => `${String(b.block)}/${String(b.bed)}`))).toEqual(
    names(layout.blocks.flatMap((b) => b.beds.map((x) => `${b.block.id}/${x.key}`))),
  );
}

test.each(['wren-bottom', 'hollin-bank', 'beck-side', 'larch-tunnels', 'otter-strip'])('of %s', (name) => {
  const reading = readPlan(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!reading.ok) throw new Error('it was not read');
  held(reading.plan);
});

test('of plans with faults in them', () => {
  for (const { plan } of BATTERY) held(plan);
});

test('of a tank with the mains as its backup, a regulator on the branch of each', () => {
  held({
    ...BATTERY[0].plan,
    sources: [
      { id: 'tank', kind: 'tank', xM: -20, yM: 5, branch: [{ id: 'v', kind: 'ball-1' }] },
      {
        id: 'tap',
        kind: 'tap',
        xM: -9,
        yM: -7,
        joins: { extraM: 2 },
        branch: [
          { id: 'd', kind: 'double-check' },
          { id: 'r', kind: 'regulator-mid' },
        ],
      },
    ],
    sourceId: 'tank',
    backup: { sourceId: 'tap' },
  });
});

test('of any plan', () => {
  fc.assert(
    fc.property(anyPlan, (plan) => held(plan)),
    { numRuns: PLANS },
  );
});

test('a valve that is planned at the head is drawn there, one at its block at the block', () => {
  const stated: Plan = {
    ...BATTERY[0].plan,
    tees: [{ id: 't', xM: 40, yM: 0 }],
    blocks: [
      { ...BATTERY[0].plan.blocks[0], id: 'near', xM: 0, yM: 20 },
      { ...BATTERY[0].plan.blocks[0], id: 'far', xM: 40, yM: 20, main: { from: 't' } },
    ],
    watering: {
      switching: { by: 'wired' },
      sets: ['near', 'far'].map((id) => ({ id, name: id, beds: [{ block: id }] })),
    },
  };
  const plan = fillIn(stated);
  const { features } = JSON.parse(writeGeoJson(wholeFarm(plan, createPlanSolver()))) as {
    features: (Feature & { geometry: { coordinates: number[] } })[];
  };
  const valves = features.filter(
    (f) => f.properties.role === 'part' && String(f.properties.kind).startsWith('solenoid'),
  );
  const source = features.find((f) => f.properties.role === 'source')!;
  const at = (place: string): number[] =>
    valves.find((v) => v.properties.place === place)!.geometry.coordinates.slice(0, 2);
  expect(valves).toHaveLength(2);
  expect(at('near')).toEqual(source.geometry.coordinates.slice(0, 2));
  expect(at('far')).not.toEqual(source.geometry.coordinates.slice(0, 2));
  held(stated);
});
