import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { anyPlan } from '../check/anyPlan.testing';
import { BATTERY } from '../check/battery.testing';
import { PLANS } from '../effort.testing';
import { layOut } from '../layout';
import { buildNetwork, type FarmNetwork } from '../network';
import { fillIn, readPlan, type FullPlan, type Plan } from '../plan';
import { planOf, SKETCHES } from '../sketches';
import { farmOf, headerWays, laidItem, pipeItem, type Thing } from './index';

/** So far a hole may be moved clear of a fitting, m: 10 cm past what the pipe reaches into it, on either side. */
const MOVED_M = 0.3;

/** The network that is solved and the farm that is built are the same: pipe by pipe and part by part. */
function agree(stated: Plan): void {
  const plan = fillIn(stated);
  const layout = layOut(plan);
  const built = buildNetwork(plan, layout);
  const { things } = farmOf(plan, layout);
  const at = (t: Thing): string => `${t.at.place} ${t.at.id ?? ''} ${t.at.bed ?? ''}`.trim();
  const byPlace = new Map<string, Thing[]>();
  for (const t of things) byPlace.set(at(t), [...(byPlace.get(at(t)) ?? []), t]);
  mainsAgree(plan, built, byPlace);
  partsAgree(plan, things);
  for (const b of built.blocks) {
    const { block, runs, beds } = b.layout;
    // Runs, by bed: the same lengths of the same line, with the plain pipe that leads to them.
    const sorted = (list: number[]): number[] => list.sort((x, y) => x - y);
    for (const bed of beds) {
      if (bed.plant) continue;
      const own = runs.map((r, i) => ({ r, i })).filter(({ r }) => beds[r.bedIndex] === bed);
      if (own.length === 0) continue;
      const here = byPlace.get(`block ${block.id} ${bed.key}`)!;
      const laid = here.filter((t) => t.item.id === laidItem(own[0].r.tape, plan.build.family).id);
      const solved = own.map(({ i }) => b.laterals[i].lengthM - own.find((o) => o.i === i)!.r.leadM);
      sorted(laid.map((t) => t.laidM!)).forEach((m, k) => expect(m).toBeCloseTo(sorted(solved)[k], 6));
      expect(laid).toHaveLength(own.length);
      for (const { i, r } of own) expect(b.laterals[i].diameterMm).toBe(r.tape.boreMm);
    }
    headersAgree(plan, b, things);
    // Small pipe runs through: it is cut elsewhere, but is as long.
    const small = [...(b.layout.small?.pipes ?? []), ...(b.layout.small?.loops ?? [])];
    const smallM = things
      .filter((t) => t.at.id === block.id && t.reason === 'small pipe to the plants')
      .reduce((sum, t) => sum + t.laidM!, 0);
    expect(smallM).toBeCloseTo(
      small.reduce((sum, p) => sum + p.lengthM, 0),
      6,
    );
  }
}

function mainsAgree(plan: FullPlan, built: FarmNetwork, byPlace: ReadonlyMap<string, Thing[]>): void {
  for (const { laid, link } of [...built.mains, ...built.rings]) {
    if (laid.lengthM < 0.05) continue;
    const item = pipeItem(laid.piece, plan.build.family).id;
    const pieces = (byPlace.get(`main ${laid.to}`) ?? []).filter((t) => t.item.id === item);
    expect([
      laid.to,
      pieces.some((t) => Math.abs(t.laidM! - (link as { lengthM: number }).lengthM) < 1e-6),
    ]).toEqual([laid.to, true]);
    expect(link).toMatchObject({ diameterMm: laid.piece.boreMm });
  }
}

function partsAgree(plan: FullPlan, things: readonly Thing[]): void {
  for (const [place, parts] of [
    ['head', plan.head],
    ...plan.blocks.map((b) => [b.id, b.inlet] as const),
  ] as const)
    for (const part of parts) {
      if (part.role === 'adaptor') continue;
      // A valve that is planned at the head stands there, and says which block it opens.
      const opens = `opens ${plan.blocks.find((b) => b.id === place)?.name}`;
      const own = things.filter(
        (t) =>
          t.part === part.id &&
          (part.planned === 'head'
            ? t.at.place === 'head' && t.reason === opens
            : (t.at.id ?? 'head') === place),
      );
      expect([place, part.id, own.reduce((n, t) => n + t.count, 0)]).toEqual([place, part.id, 1]);
    }
}

function headersAgree(plan: FullPlan, b: FarmNetwork['blocks'][number], things: readonly Thing[]): void {
  const { layout } = b;
  const ways = headerWays(layout);
  if (ways.length === 0) return;
  const smallM = (layout.small?.pipes ?? []).reduce((sum, p) => sum + p.lengthM, 0);
  const solvedM =
    b.header.filter((p) => p.link.kind === 'pipe').reduce((sum, p) => sum + p.lengthM, 0) - smallM;
  const { other, feed } = layout.block.header;
  const link =
    other && layout.headers.length > 1
      ? Math.hypot(...[0, 1].map((k) => layout.headers[1].feed[k] - layout.headers[0].feed[k])) +
        other.link.extraM
      : 0;
  const builtM = ways.reduce((sum, w) => sum + w.endM - w.tailM, 0);
  const corners = ways.reduce((n, w) => n + w.fittings.length + 1, 0);
  // Fed at both ends the network may end at its last take-off.
  if (feed !== 'both')
    expect(Math.abs(solvedM - link - builtM)).toBeLessThanOrEqual(MOVED_M * corners + restingM(layout));
  // What is laid of header pipe is what the ways are long.
  const laidM = things
    .filter((t) => t.at.id === layout.block.id && t.reason === 'the header’s own length')
    .reduce((sum, t) => sum + t.laidM! + (t.allowed?.tail ?? 0), 0);
  expect(laidM).toBeCloseTo(
    ways.reduce((sum, w) => sum + w.endM, 0),
    6,
  );
  // Each run hangs on header pipe of the bore that is solved there.
  const byId = new Map(things.map((t) => [t.id, t]));
  for (const w of ways)
    for (const { run } of w.takeOffs) {
      const bed = layout.runs[run].bed;
      const takeOffs = things.filter(
        (t) => t.at.id === layout.block.id && t.at.bed === bed && t.item.id.startsWith('takeoff:'),
      );
      for (const t of takeOffs) expect([t.id, byId.get(t.on!)?.item.group]).toEqual([t.id, 'pipe']);
    }
  expect(plan.blocks[layout.index].id).toBe(layout.block.id);
}

/** Header that reaches on past beds that rest has no take-off there to be solved. */
const restingM = ({ headers, beds }: FarmNetwork['blocks'][number]['layout']): number =>
  beds.some((b) => b.resting) ? headers.reduce((sum, h) => sum + h.toXM - h.fromXM, 0) : 0;

const demos = join(__dirname, '../../../demo');
const OWN: [string, Plan][] = [
  ...readdirSync(demos)
    .filter((f) => f.endsWith('.json'))
    .map((f): [string, Plan] => {
      const reading = readPlan(readFileSync(join(demos, f), 'utf8'));
      if (!reading.ok) throw new Error(f);
      return [f, reading.plan];
    }),
  ...SKETCHES.map((s): [string, Plan] => [s.id, planOf(s, 'metric')]),
  ...BATTERY.map((b): [string, Plan] => [b.name, b.plan]),
];
test.each(OWN)('what is solved is what is built: %s', (_, plan) => agree(plan));

test('and of any plan', () => {
  fc.assert(fc.property(anyPlan, agree), { numRuns: PLANS });
});
