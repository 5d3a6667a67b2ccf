import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { supplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, fullPart, readPlan, type FullPlan, type Plan, type StatedPart } from '../plan';
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
const DEMOS = ['wren-bottom', 'otter-strip', 'hollin-bank', 'beck-side', 'larch-tunnels'];
const solve = (plan: FullPlan) => createPlanSolver().solve(plan);
/** A regulator at the block. */
const regulated = (more: Partial<StatedPart> = {}, kind = 'regulator-mid') => [
  { id: 'regulator', kind, ...more },
];
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
    expect(r.blocks[0].feedKpa).toBeCloseTo(69, 9);
    expect(r.demand.availableLph).toBeGreaterThan(r.demand.askedLph);
  });

  test('without a regulator, asked for is the flow that lifts the weakest emitter to the bottom of its window', () => {
    const plan = demo('otter-strip');
    const r = solve(plan);
    // Fed with just the needed pressure, the weakest emitter stands at that foot.
    const fed = structuredClone(plan);
    const [source] = fed.sources;
    if (source.kind !== 'tap') throw new Error('the demo has a tap');
    source.shutKpa = r.demand.neededKpa + 1e-6;
    source.flowingKpa = r.demand.neededKpa;
    source.flowingLph = r.demand.askedLph;
    fed.wishes.allowance = 1;
    const again = solve(fed);
    expect(again.runs[again.weakest].minKpa).toBeCloseTo(plan.blocks[0].tape.minKpa, 2);
  });

  test('every litre: beds, runs and the source agree', () => {
    for (const name of DEMOS) {
      const r = solve(demo(name));
      const beds = r.blocks.flatMap((b) => b.beds);
      expect(beds.reduce((q, b) => q + b.flowLph, 0)).toBeCloseTo(r.flowLph, 6);
      expect(r.solution.linkLph[0]).toBeCloseTo(r.flowLph, 6);
    }
  });

  test('a tank is planned at its low water and rests at its high', () => {
    const plan = with_({
      sources: [{ id: 't', kind: 'tank', outletM: 1, lowM: 1.5, highM: 2.5 }],
      blocks: [{ id: 'b', inlet: [] }],
    });
    const r = solve(plan);
    expect(r.solution.supply.pressureKpa).toBeCloseTo(1.5 * KPA_PER_M, 6);
    expect(r.rest.sourceKpa).toBeCloseTo(2.5 * KPA_PER_M, 9);
    expect(r.blocks[0].rest.lowestTapeKpa).toBeCloseTo(2.5 * KPA_PER_M, 9);
    expect(r.demand.availableLph).toBe(0);
  });

  test('a regulator caps the pressure at rest; ground below it adds its own', () => {
    const plan = with_({ blocks: [{ id: 'b', ground: { slopeAlong: -0.05 }, beds: { lengthM: 40 } }] });
    expect(solve(plan).blocks[0].rest.lowestTapeKpa).toBeCloseTo(69 + 2 * KPA_PER_M, 6);
  });

  test('the walk meets end to end, from the shut source to the weakest emitter', () => {
    for (const name of DEMOS) {
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
      const set = { lossKpa: 0, setKpa: r.runs[r.weakest].inletKpa };
      p.blocks[0].inlet = [fullPart({ id: 'r', kind: 'regulator-mid', ...set }, [])];
      return solve(p).runs[0].uniformity;
    };
    expect(evenness(longest - 1)).toBeGreaterThan(0.9);
    expect(evenness(longest + 1)).toBeLessThan(0.9);
  });

  test('feeding a level header from its middle never loses more than from its end', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 30 }), fc.integer({ min: 10, max: 80 }), (count, lengthM) => {
        const at = (feed: 'left' | 'middle' | 'both') => {
          const r = solve(
            with_({
              sources: [{ id: 's', kind: 'tap', bucketL: 1000, triesS: [20] }],
              blocks: [{ id: 'b', beds: { count, lengthM }, header: { feed } }],
            }),
          );
          return headerLoss(r, r.blocks[0]);
        };
        const middle = at('middle');
        const left = at('left');
        const both = at('both');
        expect(both.frictionKpa / both.feedKpa).toBeLessThanOrEqual(left.frictionKpa / left.feedKpa + 1e-9);
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
        head: [
          { id: 'a', kind: 'vacuum-breaker' },
          { id: 'b', kind: 'screen-3/4' },
          ...regulated({}, 'regulator-low'),
        ],
        blocks: [
          {
            id: 'b',
            beds: { count: 14, lengthM: 184, runsPerBed: 3, single: { '1': { lengthM: 92 } } },
            header: { pipe: 'pe-16', feed: 'middle' },
            main: { pipe: 'pe-2' },
            inlet: [],
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
            beds: { count: 12, lengthM: 52, runsPerBed: 3, single: { '1': { lengthM: 26 } } },
            header: { pipe: 'pe-16', along: 0.3, feed: 'right' },
            main: { pipe: 'hose-1/2' },
            inlet: [],
            ground: { slopeAlong: 0.08, slopeAcross: -0.04 },
            tape: { kind: 'compensating' },
          },
        ],
      },
    ],
    [
      'a booster that draws a trickle far down',
      {
        sources: [{ id: 's', kind: 'tap', triesS: [131], shutKpa: 24, booster: { kind: 'fixed' } }],
        head: [
          { id: 'a', kind: 'gate-1' },
          { id: 'b', kind: 'media-2' },
        ],
        tees: [{ id: 'tee', xM: -4, yM: 2, heightM: 1, main: { pipe: 'pe-1-1/2' } }],
        blocks: [
          {
            id: 'b0',
            beds: { count: 8, lengthM: 40, runsPerBed: 1, single: { '1': { lengthM: 20 } } },
            header: { feed: 'right' },
            main: { pipe: 'pe-3/4', from: 'tee' },
            inlet: [],
            ground: { slopeAlong: -0.003, slopeAcross: -0.053 },
            tape: { kind: 'compensating' },
          },
          {
            id: 'b1',
            beds: { count: 10, lengthM: 4, runsPerBed: 3, single: { '1': { lengthM: 2 } } },
            header: { pipe: 'pe-16', along: 0.5, feed: 'both', steps: [{ fromBed: 2, pipe: 'pe-3/4' }] },
            main: { pipe: 'pe-3/4' },
            inlet: [],
            ground: { slopeAlong: 0.002, slopeAcross: -0.009 },
            tape: { kind: 'compensating' },
          },
          {
            id: 'b2',
            beds: { count: 7, lengthM: 149, runsPerBed: 2, single: { '1': { lengthM: 74.5 } } },
            header: { pipe: 'pe-16', feed: 'right', steps: [{ fromBed: 2, pipe: 'pe-3/4' }] },
            main: { pipe: 'pe-3/4' },
            inlet: [{ id: 'r', kind: 'regulator-low' }],
            ground: { slopeAlong: -0.062, slopeAcross: 0.014 },
          },
        ],
      },
    ],
  ])('%s: hard to close in on, and answered all the same', (_, change) => {
    const r = solve(with_(change));
    expect(r.solution.effort.residualKpa).toBeLessThan(1e-4);
    const { flowLph, pressureKpa } = r.solution.supply;
    const { supply, nodeM } = r.built.intake;
    expect(supplyCurve(supply, nodeM).kpa(flowLph)).toBeCloseTo(pressureKpa, 3);
    expect(r.runs.reduce((q, run) => q + run.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
  });
});
