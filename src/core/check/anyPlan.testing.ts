import fc from 'fast-check';
import { MATERIALS } from '../catalog/materials';
import { SOILS } from '../catalog/soils';
import { blankPlan, refusalOf, type Plan, type StatedPart } from '../plan';

const parts = (...kinds: string[]): StatedPart[] => kinds.map((kind, i) => ({ id: `${kind}-${i}`, kind }));
const number = (min: number, max: number): fc.Arbitrary<number> =>
  fc.double({ min, max, noNaN: true }).map((v) => Number(v.toPrecision(4)));

const SOURCE = fc.oneof(
  fc
    .record({ shutKpa: number(60, 600), share: number(0.2, 0.95), flowingLph: number(200, 8000) })
    .map((t) => ({
      kind: 'tap' as const,
      method: 'gauge' as const,
      shutKpa: t.shutKpa,
      flowingKpa: t.shutKpa * t.share,
      flowingLph: t.flowingLph,
    })),
  fc.record({ outletM: number(0, 4), deepM: number(0.3, 2), volumeL: number(100, 5000) }).map((t) => ({
    kind: 'tank' as const,
    outletM: t.outletM,
    highM: t.outletM + t.deepM,
    lowM: t.outletM + t.deepM * 0.2,
    shape: 'stated' as const,
    volumeL: t.volumeL,
  })),
  fc.record({ headM: number(8, 70), lph: number(500, 8000), vessel: fc.boolean() }).map((t) => ({
    kind: 'pump' as const,
    liftM: 2,
    curve: {
      method: 'points' as const,
      points: [1, 0.9, 0.7, 0.35].map((share, i) => ({ flowLph: (i * t.lph) / 2, headM: t.headM * share })),
    },
    vessel: { part: t.vessel ? ('tank' as const) : ('none' as const) },
  })),
);

const BLOCK = fc.record({
  count: fc.integer({ min: 1, max: 12 }),
  lengthM: number(3, 120),
  widthM: number(0.5, 1.3),
  pathM: number(0.2, 0.9),
  runsPerBed: fc.integer({ min: 1, max: 3 }),
  slopeAlong: number(-0.04, 0.04),
  slopeAcross: number(-0.04, 0.04),
  soil: fc.constantFrom(...SOILS.map((s) => s.id)),
  kind: fc.constantFrom(...MATERIALS.map((m) => m.id)),
  pipe: fc.constantFrom('pe-3/4', 'pe-1', 'pe-1-1/4', 'hose-5/8'),
  regulator: fc.constantFrom(0, 41, 69, 103, 138),
  valves: fc.constantFrom('beds', 'block'),
});

const HEADS = [
  parts('vacuum-breaker', 'screen-3/4'),
  parts('double-check', 'gauge', 'screen-1', 'gauge'),
  parts('ball-1', 'disc-1'),
  [] as StatedPart[],
];

/** Small plans by lot: sources, heads, one to three blocks of any material on any slope, with and without sets. */
export const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    source: SOURCE,
    head: fc.constantFrom(...HEADS),
    blocks: fc.array(BLOCK, { minLength: 1, maxLength: 3 }),
    inSets: fc.boolean(),
  })
  .map(({ source, head, blocks, inSets }): Plan => {
    const stated = blocks.map((b, i) => ({
      id: `b${i}`,
      xM: i * 30,
      yM: 5,
      valves: b.valves,
      beds: {
        count: b.count,
        lengthM: b.lengthM,
        widthM: b.widthM,
        pathM: b.pathM,
        runsPerBed: b.runsPerBed,
      },
      ground: { slopeAlong: b.slopeAlong, slopeAcross: b.slopeAcross, soil: b.soil },
      tape: { kind: b.kind },
      header: { pipe: b.pipe },
      main: { pipe: b.pipe },
      inlet: b.regulator > 0 ? [{ id: 'regulator', kind: 'regulator-mid', setKpa: b.regulator }] : [],
    }));
    const sets = stated.map((b, i) => ({ id: `set-${i}`, beds: [{ block: b.id }] }));
    return {
      ...blankPlan('metric'),
      sources: [{ id: 's', ...source }] as Plan['sources'],
      head,
      blocks: stated as Plan['blocks'],
      ...(inSets && { watering: { sets } }),
    };
  })
  .filter((plan) => refusalOf(plan) === undefined);
