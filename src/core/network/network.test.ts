import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, readPlan, type FullPlan, type Plan } from '../plan';
import {
  createPlanSolver,
  emissionUniformity,
  emittersOf,
  headerLoss,
  longestRunM,
  meanS,
  measuredLph,
  spread,
  walkTo,
} from './index';

const demo = (name: string): FullPlan => {
  const reading = readPlan(readFileSync(join(__dirname, '../../../demo', `${name}.json`), 'utf8'));
  if (!reading.ok) throw new Error(reading.problems[0].what);
  return fillIn(reading.plan);
};
const solve = (plan: FullPlan) => createPlanSolver().solve(plan);
const with_ = (change: Partial<Plan>): FullPlan => fillIn({ ...blankPlan('metric'), ...change });

describe('a plan solved', () => {
  test('bucket: 20 L in a mean of 32 s is 2,250 L/h; 30, 32 and 34 s spread by an eighth', () => {
    expect(meanS([30, 32, 34])).toBe(32);
    expect(spread([30, 32, 34])).toBe(0.125);
    const plan = with_({ sources: [{ id: 's', kind: 'tap', bucketL: 20, triesS: [30, 32, 34] }] });
    expect(measuredLph(plan.sources[0])).toBe(2250);
  });

  test('flow available by hand: 0.8 · Q · √(1 − p/p_shut)', () => {
    const plan = with_({ sources: [{ id: 's', kind: 'tap', bucketL: 20, triesS: [32], shutKpa: 310 }] });
    const { demand } = solve(plan);
    expect(demand.availableLph).toBeCloseTo(0.8 * 2250 * Math.sqrt(1 - demand.neededKpa / 310), 3);
  });

  test('asked for is the flow with the regulator satisfied, and the pressure needed is what the walk down would take', () => {
    const plan = demo('wren-bottom');
    const r = solve(plan);
    // The demo's regulator holds, so what flows is what is asked.
    expect(r.flowLph).toBeCloseTo(r.demand.askedLph, 4);
    expect(r.solved.nodes['after-regulator']).toBeCloseTo(69, 9);
    expect(r.demand.availableLph).toBeGreaterThan(r.demand.askedLph);
  });

  test('without a regulator, asked for is the flow that lifts the weakest emitter to the foot of its window', () => {
    const plan = demo('otter-strip');
    const r = solve(plan);
    // Fed with just the needed pressure, the weakest emitter stands at that foot.
    const fed = structuredClone(plan);
    fed.sources = [
      {
        id: 'standpipe',
        kind: 'tap',
        name: '',
        xM: -14,
        yM: -18,
        heightM: 0,
        method: 'gauge',
        shutKpa: r.demand.neededKpa + 1e-6,
        flowingKpa: r.demand.neededKpa,
        flowingLph: r.demand.askedLph,
        bucketL: 1,
        triesS: [1],
      },
    ];
    fed.wishes.allowance = 1;
    const again = solve(fed);
    expect(again.runs[again.weakest].minKpa).toBeCloseTo(plan.blocks[0].tape.minKpa, 2);
  });

  test('every litre: beds, runs and the source agree', () => {
    for (const name of ['wren-bottom', 'otter-strip']) {
      const plan = demo(name);
      const r = solve(plan);
      expect(r.beds.reduce((q, b) => q + b.flowLph, 0)).toBeCloseTo(r.flowLph, 6);
      expect(r.solved.linkLph[0]).toBeCloseTo(r.flowLph, 6);
    }
  });

  test('a tank is planned at its low water and rests at its high', () => {
    const plan = with_({
      sources: [{ id: 't', kind: 'tank', outletM: 1, lowM: 1.5, highM: 2.5 }],
      blocks: [{ id: 'b', regulator: { part: 'none' } }],
    });
    const r = solve(plan);
    expect(r.solved.supply.pressureKpa).toBeCloseTo(0.5 * KPA_PER_M, 6);
    expect(r.restKpa.source).toBeCloseTo(1.5 * KPA_PER_M, 9);
    expect(r.restKpa.lowestTape).toBeCloseTo(2.5 * KPA_PER_M, 9);
    expect(r.demand.availableLph).toBe(0);
  });

  test('a regulator caps the pressure at rest; ground below it adds its own', () => {
    const plan = with_({ blocks: [{ id: 'b', ground: { slopeAlong: -0.05 }, beds: { lengthM: 40 } }] });
    expect(solve(plan).restKpa.lowestTape).toBeCloseTo(69 + 2 * KPA_PER_M, 6);
  });

  test('the walk meets end to end, from the shut source to the weakest emitter', () => {
    for (const name of ['wren-bottom', 'otter-strip']) {
      const plan = demo(name);
      const r = solve(plan);
      r.runs.forEach((run, i) => {
        const walk = walkTo(plan, r, i);
        for (let s = 1; s < walk.steps.length; s++)
          expect(walk.steps[s].beforeKpa).toBe(walk.steps[s - 1].afterKpa);
        expect(walk.endKpa).toBeCloseTo(run.minKpa, 4);
      });
    }
  });

  test('emitters of a run, one by one, are as many and as weak as its result says', () => {
    const plan = demo('otter-strip');
    const r = solve(plan);
    const { kpa, distanceM } = emittersOf(plan, r, 3);
    expect(kpa).toHaveLength(r.runs[3].emitters);
    expect(Math.min(...kpa)).toBeCloseTo(r.runs[3].minKpa, 4);
    expect(distanceM[1] - distanceM[0]).toBeCloseTo(0.3, 9);
  });

  test('the longest run keeps the wish, and a metre more does not', () => {
    const plan = demo('otter-strip');
    const r = solve(plan);
    const longest = longestRunM(plan, r, r.weakest);
    expect(longest).toBeLessThan(170);
    const evenness = (lengthM: number): number => {
      const p = structuredClone(plan);
      p.blocks[0].beds = { ...p.blocks[0].beds, count: 1, lengthM };
      p.blocks[0].main.boreMm = 200;
      p.blocks[0].regulator = {
        ...p.blocks[0].regulator,
        part: 'mid',
        lossKpa: 0,
        setKpa: r.runs[r.weakest].inletKpa,
      };
      return solve(p).runs[0].uniformity;
    };
    expect(evenness(longest - 1)).toBeGreaterThan(0.9);
    expect(evenness(longest + 1)).toBeLessThan(0.9);
  });

  test('feeding a level header from its middle never loses more than from its end', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 30 }), fc.integer({ min: 10, max: 80 }), (count, lengthM) => {
        const at = (feed: 'left' | 'middle') =>
          headerLoss(
            solve(
              with_({
                sources: [{ id: 's', kind: 'tap', bucketL: 1000, triesS: [20] }],
                blocks: [{ id: 'b', beds: { count, lengthM }, header: { feed } }],
              }),
            ),
          );
        const middle = at('middle');
        const left = at('left');
        expect(middle.frictionKpa / middle.feedKpa).toBeLessThanOrEqual(
          left.frictionKpa / left.feedKpa + 1e-9,
        );
      }),
      { numRuns: 25 },
    );
  });

  test('emission uniformity by hand: (1 − 1.27·0.03)·0.9 = 0.8657', () => {
    expect(emissionUniformity(0.03, 0.9, 1)).toBeCloseTo(0.86571, 5);
    expect(emissionUniformity(0.03, 0, 0)).toBe(0);
  });

  test.each<[string, Partial<Plan>]>([
    [
      'steep ground and a tap that gives next to nothing',
      {
        sources: [{ id: 's', kind: 'tap', triesS: [164], shutKpa: 698 }],
        blocks: [
          {
            id: 'b',
            beds: { count: 14, lengthM: 184, runsPerBed: 3, lengthsM: { '1': 92 } },
            header: { pipe: 'pe-16', feed: 'middle' },
            main: { pipe: 'pe-2' },
            regulator: { part: 'low', at: 'source' },
            ground: { slopeAlong: 0.079, slopeAcross: 0.08 },
            tape: { kind: 'compensating' },
          },
        ],
      },
    ],
    [
      'compensating line that just begins to compensate, below a tank',
      {
        sources: [{ id: 's', kind: 'tank', outletM: 0.5, lowM: 4, highM: 4.1 }],
        blocks: [
          {
            id: 'b',
            beds: { count: 12, lengthM: 52, runsPerBed: 3, lengthsM: { '1': 26 } },
            header: { pipe: 'pe-16', along: 0.3, feed: 'right' },
            main: { pipe: 'hose-1/2' },
            regulator: { part: 'none' },
            ground: { slopeAlong: 0.08, slopeAcross: -0.04 },
            tape: { kind: 'compensating' },
          },
        ],
      },
    ],
  ])('%s: hard to close in on, and answered all the same', (_, change) => {
    const r = solve(with_(change));
    expect(r.solved.effort.residualKpa).toBeLessThan(1e-4);
    expect(r.runs.reduce((q, run) => q + run.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
  });
});
