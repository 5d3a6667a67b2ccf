import fc from 'fast-check';
import { HEAD_PARTS } from '../catalog/headParts';
import { supplyCurve } from '../hydraulics/source';
import { createPlanSolver, walkTo } from '../network';
import { blankPlan, fillIn, type Plan } from '../plan';
import { METRIC, US } from '../units';
import { workingOf, type WorkingName } from '../working';
import { describe as inWords, GRADE_WORDS, judge, opensOf, verdict } from './index';
import { runs } from '../effort.testing';

const whole = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max });

const anySource: fc.Arbitrary<Plan['sources'][number]> = fc.oneof(
  fc
    .record({ triesS: whole(3, 200).map((s) => [s]), shutKpa: whole(20, 700) })
    .map((p) => ({ id: 's', kind: 'tap' as const, ...p })),
  fc.record({ low: whole(0, 40), held: fc.boolean() }).map(({ low, held }) => ({
    id: 's',
    kind: 'tank' as const,
    outletM: 0.5,
    lowM: 0.5 + low / 10,
    highM: 0.6 + low / 10,
    level: held ? ('held' as const) : ('falling' as const),
    floatM: 0.5 + low / 20,
  })),
  fc
    .record({
      level: whole(0, 60),
      cutIn: whole(50, 400),
      volume: whole(1, 500),
      tank: fc.boolean(),
      yieldLph: whole(100, 9000),
    })
    .map((p) => ({
      id: 's',
      kind: 'well' as const,
      pumpingLevelM: p.level,
      yieldLph: p.yieldLph,
      vessel: {
        part: p.tank ? ('tank' as const) : ('none' as const),
        volumeL: p.volume,
        cutInKpa: p.cutIn,
        cutOutKpa: p.cutIn + 140,
      },
    })),
  fc.record({ lift: whole(-30, 90), altitude: whole(0, 3000), foot: fc.boolean() }).map((p) => ({
    id: 's',
    kind: 'pump' as const,
    liftM: p.lift / 10,
    suction: { lengthM: 10 },
    altitudeM: p.altitude,
    footValve: p.foot,
    water: ['silty' as const, 'iron' as const],
  })),
);

/** Plans good and bad, of every shape this version can draw. */
const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    source: anySource,
    booster: fc.constantFrom('none' as const, 'fixed' as const),
    others: fc.constantFrom(0, 500),
    head: fc.array(fc.constantFrom(...HEAD_PARTS.map((p) => p.id)), { maxLength: 6 }),
    blocks: fc.array(
      fc.record({
        count: whole(1, 10),
        lengthM: whole(1, 200),
        runsPerBed: whole(1, 3),
        along: fc.constantFrom(0, 0.3, 0.5, 1),
        feed: fc.constantFrom('left' as const, 'middle' as const, 'right' as const, 'both' as const),
        main: fc.constantFrom('hose-1/2', 'pe-1', 'pe-2'),
        header: fc.constantFrom('pe-16', 'pe-1', 'layflat-2'),
        inlet: fc.constantFrom<string[]>([], ['regulator-low'], ['gate-1', 'regulator-mid'], ['timer-3/4']),
        slopeAlong: whole(-80, 80),
        slopeAcross: whole(-80, 80),
        compensating: fc.boolean(),
        onTee: fc.boolean(),
        stepped: fc.boolean(),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    shutLast: fc.boolean(),
  })
  .map((p): Plan => {
    const parts = (kinds: string[]) => kinds.map((kind, i) => ({ id: `p${i}`, kind }));
    return {
      ...blankPlan('metric'),
      sources: [{ ...p.source, othersLph: p.others, booster: { kind: p.booster } }],
      head: parts(p.head),
      tees: [{ id: 'tee', xM: -4, yM: 2, heightM: 1, main: { pipe: 'pe-1-1/2' } }],
      blocks: p.blocks.map((b, i) => ({
        id: `b${i}`,
        inUse: !(p.shutLast && i > 0 && i === p.blocks.length - 1),
        beds: {
          count: b.count,
          lengthM: b.lengthM,
          runsPerBed: b.runsPerBed,
          single: { '1': { lengthM: Math.max(1, b.lengthM / 2) } },
        },
        header: {
          pipe: b.header,
          along: b.along,
          feed: b.feed,
          ...(b.stepped && b.count > 2 ? { steps: [{ fromBed: 2, pipe: 'pe-3/4' }] } : {}),
        },
        main: { pipe: b.main, ...(b.onTee ? { from: 'tee' } : {}) },
        inlet: parts(b.inlet),
        ground: { slopeAlong: b.slopeAlong / 1000, slopeAcross: b.slopeAcross / 1000 },
        tape: b.compensating ? { kind: 'compensating' as const } : {},
      })),
    };
  });

const NONSENSE = /NaN|undefined|Infinity|\[object|null/;
const WORKINGS: WorkingName[] = [
  'bucket',
  'available',
  'drawdown',
  'starts',
  'suction',
  'asked',
  'bed',
  'header',
  'end',
  'uniformity',
];
/** Numbers that every plan has. */
const ALWAYS: WorkingName[] = ['available', 'asked', 'bed', 'header', 'end', 'uniformity'];

jest.setTimeout(60_000);

describe('any plan', () => {
  test('is solved, judged and put into words without nonsense, in both unit systems', () => {
    fc.assert(
      fc.property(anyPlan, (stated) => {
        const judged = judge(stated);
        const { plan, told, states } = judged;
        for (const choice of [METRIC, US]) {
          const said = verdict(opensOf(judged), told, choice);
          expect(`${said.headline} ${said.detail}`).not.toMatch(NONSENSE);
          expect(said.headline.length).toBeLessThan(60);
          for (const finding of told) {
            const words = inWords(finding, plan, choice, stated);
            expect(Object.values(words).flat().join(' ')).not.toMatch(NONSENSE);
            expect(GRADE_WORDS[finding.grade]).toBeTruthy();
          }
        }
        // A stop among the findings is a stop in the verdict, and the other way round.
        const stops = told.some((f) => f.grade === 'stop');
        const { tone } = verdict(opensOf(judged), told, METRIC);
        if (stops) expect(tone).toBe('stop');
        if (states.some((s) => s.results.flowLph > 0) && !stops) expect(tone).not.toBe('stop');
      }),
      { numRuns: runs(20), endOnFailure: true },
    );
  });

  test('every litre is accounted for, and no bed lies outside what its runs do', () => {
    fc.assert(
      fc.property(anyPlan, (stated) => {
        const plan = fillIn(stated);
        const r = createPlanSolver().solve(plan);
        expect(r.runs.reduce((q, run) => q + run.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
        const { supply, nodeM } = r.built.intake;
        const curve = supplyCurve(supply, nodeM);
        const { flowLph, pressureKpa } = r.solution.supply;
        // Where emitters set in one by one the solver stops at a thousandth of a kilopascal.
        expect(Math.abs(curve.kpa(flowLph) - pressureKpa)).toBeLessThanOrEqual(
          1e-3 + 1e-6 * Math.abs(curve.slope(flowLph)) * flowLph,
        );
        const beds = r.blocks.flatMap((b) => b.beds);
        expect(beds.reduce((q, bed) => q + bed.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
        expect(r.mains.filter((m) => m.laid.from === 'head').reduce((q, m) => q + m.flowLph, 0)).toBeCloseTo(
          r.flowLph,
          5,
        );
        for (const run of r.runs) {
          const block = r.blocks.find((b) => b.index === run.run.block)!;
          expect(run.minKpa).toBeGreaterThanOrEqual(block.beds[run.run.bedIndex].minKpa - 1e-9);
          expect(run.uniformity).toBeLessThanOrEqual(1);
        }
        const under = (i: number): number => r.runs[i].minKpa - r.runs[i].run.tape.minKpa;
        r.runs.forEach((run, i) => {
          if (run.emitters > 0) expect(under(i)).toBeGreaterThanOrEqual(under(r.weakest) - 1e-9);
        });
      }),
      { numRuns: runs(20), endOnFailure: true },
    );
  });

  test('every walk adds up to its end, and every working has a finite result', () => {
    fc.assert(
      fc.property(anyPlan, fc.nat(), (stated, pick) => {
        const plan = fillIn(stated);
        const r = createPlanSolver().solve(plan);
        const runIndex = pick % r.runs.length;
        const walk = walkTo(plan, r, runIndex);
        const sum = walk.steps.reduce((kpa, s) => kpa + s.afterKpa - s.beforeKpa, walk.steps[0].beforeKpa);
        expect(sum).toBeCloseTo(walk.endKpa, 6);
        for (const name of WORKINGS) {
          const working = workingOf(name, plan, r, runIndex);
          // A curve that never falls to what is needed has no flow to show.
          if (!working && name === 'available') expect(r.demand.availableLph).toBe(Infinity);
          else if (!working) expect(ALWAYS).not.toContain(name);
          else if (name !== 'available') expect(Number.isFinite(working.result!.value)).toBe(true);
        }
      }),
      { numRuns: runs(20), endOnFailure: true },
    );
  });

  test('a wider main never starves the beds', () => {
    fc.assert(
      fc.property(anyPlan, (stated) => {
        const with_ = (pipe: string): number => {
          const plan = fillIn({
            ...stated,
            blocks: stated.blocks.map((b) => ({ ...b, main: { ...b.main, pipe } })),
          });
          return createPlanSolver().solve(plan).flowLph;
        };
        expect(with_('pe-2')).toBeGreaterThanOrEqual(with_('pe-3/4') - 1e-4);
      }),
      { numRuns: runs(20), endOnFailure: true },
    );
  });
});
