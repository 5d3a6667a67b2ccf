import fc from 'fast-check';
import { lossAcross } from '../hydraulics/network';
import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, type FullPlan, type Plan, type StatedBlock } from '../plan';
import {
  buildNetwork,
  createPlanSolver,
  headerPipeAt,
  headerStretches,
  intakeCurve,
  intakeOf,
  kpaAt,
  mediumOf,
  pressuresAlong,
  pumpFlowLph,
  resultsOf,
  sourceFlowLph,
  switchFacts,
  walkTo,
} from './index';
import { layOut } from '../layout';

const solve = (plan: FullPlan) => createPlanSolver().solve(plan);
const strong: Plan['sources'][number] = {
  id: 's',
  kind: 'tap',
  bucketL: 1000,
  triesS: [120],
  shutKpa: 400,
  xM: 0,
  yM: -10,
};
const block = (id: string, more: Partial<StatedBlock> = {}): StatedBlock => ({
  id,
  beds: { count: 4, lengthM: 20, runsPerBed: 1 },
  ...more,
});
const farm = (change: Partial<Plan>): FullPlan =>
  fillIn({ ...blankPlan('metric'), sources: [strong], ...change });

describe('a farm of blocks', () => {
  const two = farm({
    tees: [{ id: 't', xM: 0, yM: -2, heightM: 1, main: { pipe: 'pe-50' } }],
    blocks: [block('a', { main: { from: 't' } }), block('b', { xM: 30, main: { from: 't', pipe: 'pe-32' } })],
  });

  test('the piece to a tee carries what all beyond it draw, each block its own', () => {
    const r = solve(two);
    const [tee, a, b] = r.mains;
    expect(tee.flowLph).toBeCloseTo(r.flowLph, 6);
    expect(a.flowLph).toBeCloseTo(r.blocks[0].flowLph, 6);
    expect(a.flowLph + b.flowLph).toBeCloseTo(tee.flowLph, 6);
    expect(tee.laid.lengthM).toBeCloseTo(8, 9);
    // Friction and the metre of rise, by hand.
    expect(tee.endKpa).toBeCloseTo(tee.startKpa - tee.frictionKpa - KPA_PER_M, 5);
  });

  test('a block that is shut draws nothing, and a tee that leads only to it is left out', () => {
    const one = farm({
      tees: [{ id: 't', xM: 0, yM: -2 }],
      blocks: [block('a'), block('b', { xM: 30, inUse: false, main: { from: 't' } })],
    });
    const r = solve(one);
    expect(r.blocks.map((b) => b.built.layout.block.id)).toEqual(['a']);
    expect(r.mains.map((m) => m.laid.to)).toEqual(['a']);
    const alone = solve(farm({ blocks: [block('a')] }));
    expect(r.flowLph).toBeCloseTo(alone.flowLph, 6);
  });

  test('asked is the sum of the blocks, and the pressure needed that of the one that needs most', () => {
    const r = solve(two);
    const { demand } = r;
    expect(demand.askedLph).toBeCloseTo(demand.blocks[0].askedLph + demand.blocks[1].askedLph, 9);
    expect(demand.ruling).toBe(1);
    const medium = mediumOf(two);
    const [tee, , b] = r.built.mains;
    const byHand =
      demand.blocks[1].entryKpa +
      lossAcross(tee.link, demand.askedLph, medium) +
      lossAcross(b.link, demand.blocks[1].askedLph, medium);
    const head = r.built.head.reduce(
      (sum, s) => sum + (s.link ? lossAcross(s.link, demand.askedLph, medium) : 0),
      0,
    );
    expect(demand.neededKpa).toBeCloseTo(byHand + head, 6);
  });

  test('a regulator in the head rules: asked is what flows while it holds', () => {
    const plan = farm({
      head: [{ id: 'r', kind: 'regulator-adjustable-2', setKpa: 120, minLph: 0 }],
      blocks: [block('a'), block('b', { xM: 30, inlet: [] })],
    });
    const r = solve(plan);
    expect(r.head[0].afterKpa).toBeCloseTo(120, 6);
    expect(r.demand.askedLph).toBeCloseTo(r.flowLph, 4);
    expect(r.demand.ruling).toBe(-1);
    const regulator = r.built.head[0];
    expect(r.demand.neededKpa).toBeCloseTo(120 + lossAcross(regulator.link!, r.flowLph, mediumOf(plan)), 4);
  });

  test('with every block shut nothing flows, and nothing is made up', () => {
    const r = solve(farm({ blocks: [block('a', { inUse: false })] }));
    expect(r).toMatchObject({ flowLph: 0, emitters: 0, weakest: -1, strongest: -1 });
    expect(r.demand.askedLph).toBe(0);
    expect(r.mains).toEqual([]);
  });

  test('the walk to any run goes over the pieces that lead to it, and meets end to end', () => {
    const r = solve(two);
    r.runs.forEach((run, i) => {
      const walk = walkTo(two, r, i);
      expect(walk.steps.filter((s) => s.kind === 'main').map((s) => s.key)).toEqual([
        'main t',
        `main ${two.blocks[run.run.block].id}`,
      ]);
      for (let s = 1; s < walk.steps.length; s++)
        expect(walk.steps[s].beforeKpa).toBe(walk.steps[s - 1].afterKpa);
      expect(walk.endKpa).toBeCloseTo(run.minKpa, 4);
    });
  });

  test('flat numbers put back onto the plan are the very results', () => {
    const r = solve(two);
    const again = resultsOf(two, { solution: r.solution, demand: r.demand });
    expect(again.runs.map((x) => x.minKpa)).toEqual(r.runs.map((x) => x.minKpa));
    expect(again.weakest).toBe(r.weakest);
  });

  test('an edit of one block leaves the other’s network the same object', () => {
    const plan: Plan = {
      ...blankPlan('metric'),
      sources: [strong],
      blocks: [block('a'), block('b', { xM: 30 })],
    };
    const before = fillIn(plan);
    const after = fillIn({ ...plan, blocks: [plan.blocks[0], block('b', { xM: 31 })] });
    const [x, y] = [before, after].map((p) => buildNetwork(p, layOut(p)));
    expect(y.blocks[0]).toBe(x.blocks[0]);
    expect(y.blocks[1]).not.toBe(x.blocks[1]);
  });

  test('shading begins and ends where the run was solved to, and stays between its least and greatest', () => {
    const r = solve(two);
    const along = pressuresAlong(two, r, 5);
    r.runs.forEach((run, i) => {
      const own = Array.from(along.subarray(i * 5, i * 5 + 5));
      expect(own[4]).toBeCloseTo(run.endKpa, 3);
      for (const kpa of own) {
        expect(kpa).toBeGreaterThanOrEqual(run.minKpa - 1e-3);
        expect(kpa).toBeLessThanOrEqual(run.maxKpa + 1e-3);
      }
    });
  });
});

describe('headers', () => {
  const wide = (header: StatedBlock['header']) =>
    farm({ blocks: [block('a', { beds: { count: 20, lengthM: 40, runsPerBed: 2 }, header })] });

  test('fed at both ends, water comes from both sides and parts where both have lost alike', () => {
    const plan = wide({ pipe: 'pe-25', feed: 'both', second: { pipe: 'pe-40' } });
    const r = solve(plan);
    const [b] = r.blocks;
    const lph = b.built.header.map((p) => r.solution.linkLph[r.built.linkAt(p.link)]);
    const turn = lph.findIndex((q) => q < 0);
    expect(turn).toBeGreaterThan(2);
    expect(lph.slice(turn).every((q) => q < 0)).toBe(true);
    expect(r.solution.tieLph[0]).toBeGreaterThan(0);
    const takeOffKpa = b.built.takeOffs.map((node) => kpaAt(r, node));
    const least = takeOffKpa.indexOf(Math.min(...takeOffKpa));
    expect(Math.abs(least - turn)).toBeLessThanOrEqual(1);
    // The walk to the last take-off goes round by the second pipe.
    const last = r.runs.findIndex((x) => x.run.bed === '20');
    const header = walkTo(plan, r, last).steps.find((s) => s.kind === 'header')!;
    expect(header.lengthM).toBeLessThan(b.built.layout.box.rightM + 2);
    expect(header.shape!.length).toBeLessThan(5);
  });

  test('never worse than the same header fed at one end', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 24 }),
        fc.constantFrom('pe-20', 'pe-25', 'pe-32'),
        (count, pipe) => {
          const weakest = (feed: 'left' | 'both') => {
            const r = solve(
              farm({ blocks: [block('a', { beds: { count, lengthM: 40 }, header: { pipe, feed } })] }),
            );
            return r.runs[r.weakest].minKpa;
          };
          expect(weakest('both')).toBeGreaterThanOrEqual(weakest('left') - 1e-6);
        },
      ),
      { numRuns: 15 },
    );
  });

  test('sizes change at the bed stated, and each stretch is told with its length', () => {
    const plan = wide({ pipe: 'pe-40', feed: 'left', steps: [{ fromBed: 11, pipe: 'pe-25' }] });
    const r = solve(plan);
    const { layout } = r.blocks[0].built;
    expect(headerPipeAt(layout, 0.1).boreMm).toBe(35.2);
    const pitch = 0.75 + 0.45;
    expect(headerPipeAt(layout, 10 * pitch - 0.01).boreMm).toBe(35.2);
    expect(headerPipeAt(layout, 10 * pitch + 0.01).boreMm).toBe(21);
    const stretches = headerStretches(plan, r, r.blocks[0]);
    expect(stretches.map((s) => s.pipe.pipe)).toEqual(['pe-40', 'pe-25']);
    const total = stretches.reduce((sum, s) => sum + s.lengthM, 0);
    expect(total).toBeCloseTo(layout.takeOffs.at(-1)!.xM, 9);
    expect(stretches[0].flowLph).toBeCloseTo(r.flowLph, 4);
    // Joukowsky in polyethylene: 300 kPa for each metre a second.
    for (const s of stretches) expect(s.surgeKpa).toBeCloseTo(300 * s.velocityMps, 9);
  });
});

describe('sources with what stands before the head', () => {
  const well = (more: object = {}): FullPlan =>
    farm({
      sources: [
        {
          id: 'w',
          kind: 'well',
          curve: {
            points: [
              { flowLph: 0, headM: 60 },
              { flowLph: 3000, headM: 50 },
              { flowLph: 6000, headM: 20 },
            ],
          },
          pumpingLevelM: 10,
          drop: { lengthM: 12, boreMm: 200 },
          yieldLph: 2000,
          ...more,
        },
      ],
    });
  const curve = (plan: FullPlan, state: 'planned' | 'best' = 'planned') =>
    intakeCurve(intakeOf(plan.sources[0], 0.8, state), mediumOf(plan));

  test('a well is planned at cut-in and stands at cut-out, until the pump falls below either', () => {
    const plan = well();
    expect(curve(plan).kpa(500)).toBeCloseTo(207, 9);
    expect(curve(plan, 'best').kpa(500)).toBeCloseTo(345, 9);
    // 50 m less 10 m of lift at 3,000 L/h, in a pipe too wide to lose anything.
    expect(curve(plan, 'best').kpa(3000)).toBeCloseTo(345, 9);
    expect(curve(well({ vessel: { part: 'none' } })).kpa(3000)).toBeCloseTo(40 * KPA_PER_M, 1);
    const r = solve(plan);
    expect(r.head[0].beforeKpa).toBeCloseTo(207, 6);
    expect(r.rest.sourceKpa).toBeCloseTo(345, 9);
    expect(r.demand.lastingLph).toBeCloseTo(1600, 9);
  });

  test('its pump gives at cut-in the flow whose head is lift and pressure together', () => {
    const plan = well();
    const [source] = plan.sources;
    if (source.kind !== 'well') throw new Error('a well');
    const q = pumpFlowLph(source, plan, 207);
    expect(curve(well({ vessel: { part: 'none' } })).kpa(q)).toBeCloseTo(207, 3);
    const facts = switchFacts(source, plan)!;
    expect(facts.cutInLph).toBeCloseTo(q, 6);
    expect(facts.cutOutLph).toBeLessThan(facts.cutInLph);
    expect(facts.neverStops).toBe(false);
  });

  test('a booster holds what it is set to, as long as it can', () => {
    const tap = (booster: object): FullPlan =>
      farm({
        sources: [
          {
            id: 't',
            kind: 'tap',
            shutKpa: 100,
            bucketL: 1000,
            triesS: [600],
            booster,
          } as Plan['sources'][number],
        ],
      });
    const points = [
      { flowLph: 0, headM: 30 },
      { flowLph: 4000, headM: 15 },
    ];
    const fixed = curve(tap({ kind: 'fixed', curve: { points } }));
    expect(fixed.kpa(0)).toBeCloseTo(100 + 30 * KPA_PER_M, 6);
    const held = curve(tap({ kind: 'variable', holdKpa: 250, curve: { points } }));
    expect(held.kpa(0)).toBeCloseTo(250, 9);
    expect(held.kpa(3500)).toBeCloseTo(fixed.kpa(3500), 9);
    const r = solve(tap({ kind: 'variable', holdKpa: 250, curve: { points } }));
    expect(r.head[0].beforeKpa).toBeCloseTo(250, 6);
  });

  test('no curve ever rises, whatever stands in the way', () => {
    const plans = [
      well(),
      well({ vessel: { part: 'none' }, booster: { kind: 'fixed' } }),
      farm({ sources: [{ id: 'p', kind: 'pump', liftM: 4, suction: { lengthM: 9 } }] }),
      farm({
        sources: [{ ...strong, othersLph: 700, booster: { kind: 'variable' } } as Plan['sources'][number]],
      }),
    ];
    for (const plan of plans) {
      const c = curve(plan);
      for (let q = 0; q < 9000; q += 150) expect(c.kpa(q + 150)).toBeLessThanOrEqual(c.kpa(q) + 1e-9);
      const kpa = c.kpa(1200);
      expect(sourceFlowLph(plan.sources[0], plan, kpa - 1e-6)).toBeGreaterThanOrEqual(1200 - 1e-3);
    }
  });
});
