import fc from 'fast-check';
import { createPlanSolver, walkTo } from '../network';
import { blankPlan, fillIn, type Plan } from '../plan';
import { METRIC, US } from '../units';
import { workingOf, type WorkingName } from '../working';
import { describe as inWords, findAll, GRADE_WORDS, verdict } from './index';

/** Plans good and bad, of every shape this version can draw. */
const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    tank: fc.boolean(),
    bucketS: fc.integer({ min: 3, max: 200 }),
    shutKpa: fc.integer({ min: 20, max: 700 }),
    low: fc.integer({ min: 0, max: 40 }),
    count: fc.integer({ min: 1, max: 14 }),
    lengthM: fc.integer({ min: 1, max: 200 }),
    runsPerBed: fc.integer({ min: 1, max: 3 }),
    along: fc.constantFrom(0, 0.3, 0.5, 1),
    feed: fc.constantFrom('left', 'middle', 'right'),
    main: fc.constantFrom('hose-1/2', 'pe-1', 'pe-2'),
    header: fc.constantFrom('pe-16', 'pe-1', 'layflat-2'),
    regulator: fc.constantFrom('none', 'low', 'mid'),
    at: fc.constantFrom('source', 'header'),
    slopeAlong: fc.integer({ min: -80, max: 80 }),
    slopeAcross: fc.integer({ min: -80, max: 80 }),
    compensating: fc.boolean(),
  })
  .map((p) => ({
    ...blankPlan('metric'),
    sources: [
      p.tank
        ? { id: 's', kind: 'tank', outletM: 0.5, lowM: 0.5 + p.low / 10, highM: 0.6 + p.low / 10 }
        : { id: 's', kind: 'tap', triesS: [p.bucketS], shutKpa: p.shutKpa },
    ],
    blocks: [
      {
        id: 'b',
        beds: {
          count: p.count,
          lengthM: p.lengthM,
          runsPerBed: p.runsPerBed,
          lengthsM: { '1': Math.max(1, p.lengthM / 2) },
        },
        header: { pipe: p.header, along: p.along, feed: p.feed as 'left' },
        main: { pipe: p.main },
        regulator: { part: p.regulator, at: p.at as 'source' },
        ground: { slopeAlong: p.slopeAlong / 1000, slopeAcross: p.slopeAcross / 1000 },
        tape: p.compensating ? { kind: 'compensating' as const } : {},
      },
    ],
  }));

const NONSENSE = /NaN|undefined|Infinity|\[object|null/;
const WORKINGS: WorkingName[] = ['bucket', 'available', 'asked', 'bed', 'header', 'end', 'uniformity'];

jest.setTimeout(60_000);

describe('any plan', () => {
  test('is solved, judged and put into words without nonsense, in both unit systems', () => {
    fc.assert(
      fc.property(anyPlan, (stated) => {
        const plan = fillIn(stated);
        const results = createPlanSolver().solve(plan);
        const findings = findAll(plan, results);
        for (const choice of [METRIC, US]) {
          const told = verdict(results, findings, choice);
          expect(`${told.headline} ${told.detail}`).not.toMatch(NONSENSE);
          expect(told.headline.length).toBeLessThan(60);
          for (const finding of findings) {
            const words = inWords(finding, plan, choice);
            expect(Object.values(words).flat().join(' ')).not.toMatch(NONSENSE);
            expect(GRADE_WORDS[finding.grade]).toBeTruthy();
          }
        }
        // A stop among the findings is a stop in the verdict, and the other way round.
        const stops = findings.some((f) => f.grade === 'stop');
        if (stops) expect(verdict(results, findings, METRIC).tone).toBe('stop');
        if (results.flowLph > 0 && !stops) expect(verdict(results, findings, METRIC).tone).not.toBe('stop');
      }),
      { numRuns: 20, endOnFailure: true },
    );
  });

  test('every litre is accounted for, and no bed lies outside what its runs do', () => {
    fc.assert(
      fc.property(anyPlan, (stated) => {
        const plan = fillIn(stated);
        const r = createPlanSolver().solve(plan);
        expect(r.runs.reduce((q, run) => q + run.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
        expect(r.beds.reduce((q, bed) => q + bed.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
        for (const run of r.runs) {
          expect(run.minKpa).toBeGreaterThanOrEqual(r.beds[run.run.bed - 1].minKpa - 1e-9);
          expect(run.uniformity).toBeLessThanOrEqual(1);
        }
        expect(r.runs[r.weakest].minKpa).toBe(
          Math.min(...r.runs.filter((x) => x.emitters > 0).map((x) => x.minKpa)),
        );
      }),
      { numRuns: 20, endOnFailure: true },
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
          if (!working) expect(name).toBe('bucket');
          else if (name !== 'available') expect(Number.isFinite(working.result.value)).toBe(true);
        }
      }),
      { numRuns: 20, endOnFailure: true },
    );
  });

  test('a wider main never starves the beds', () => {
    fc.assert(
      fc.property(anyPlan, (stated) => {
        const with_ = (pipe: string): number => {
          const plan = fillIn({ ...stated, blocks: [{ ...stated.blocks[0], main: { pipe } }] });
          return createPlanSolver().solve(plan).flowLph;
        };
        expect(with_('pe-2')).toBeGreaterThanOrEqual(with_('pe-3/4') - 1e-4);
      }),
      { numRuns: 20, endOnFailure: true },
    );
  });
});
