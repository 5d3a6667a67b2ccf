import { KPA_PER_M } from '../hydraulics/water';
import { layOut } from '../layout';
import { blankPlan, fillIn, type Plan } from '../plan';
import { createPlanSolver } from './index';

/** Two like blocks at the ends of two like branches of a trunk, level with each other; a ring may join their tees. */
function fork(more: Partial<Plan> = {}, right: object = {}): Plan {
  const main = { pipe: 'pe-1', minorK: 0 };
  const block = (id: string, xM: number, own: object = {}) => ({
    id,
    name: id,
    xM,
    yM: 40,
    inlet: [],
    beds: { count: 6, lengthM: 30, ...own },
    header: { pipe: 'pe-1-1/4' },
    main: { ...main, from: `tee-${id}` },
  });
  return {
    ...blankPlan('metric'),
    sources: [
      {
        id: 's',
        kind: 'tap',
        method: 'gauge',
        shutKpa: 300,
        flowingKpa: 200,
        flowingLph: 4000,
        xM: 0,
        yM: 0,
      },
    ],
    head: [],
    tees: [
      { id: 'tee-left', xM: -30, yM: 38, main },
      { id: 'tee-right', xM: 30, yM: 38, main },
    ],
    blocks: [block('left', -30), block('right', 30, right)] as Plan['blocks'],
    ...more,
  };
}
const RING = { id: 'ring', to: 'tee-right', main: { from: 'tee-left', pipe: 'pe-1' } };
const solved = (plan: Plan) => createPlanSolver().solve(fillIn(plan));
const at = (plan: Plan, tee: string): number => {
  const results = solved(plan);
  return results.solution.nodeKpa[results.built.nodeAt(`tee/${tee}`)];
};
const MORE = { count: 12 };

test('two like halves of a ring carry like flows, and nothing passes between them', () => {
  const results = solved(fork({ rings: [RING] }));
  const flow = (to: string): number => results.mains.find((m) => m.laid.to === to)!.flowLph;
  // The blocks lie to the right of their tees: their mains are alike, and so is what they take.
  expect(flow('tee-left')).toBeCloseTo(flow('tee-right'), 0);
  expect(Math.abs(flow('ring'))).toBeLessThan(0.01 * flow('tee-left'));
});

test('closing a ring raises the lower of the two places that it joins and lowers the higher', () => {
  const open = fork({}, MORE);
  const closed = fork({ rings: [RING] }, MORE);
  expect(at(open, 'tee-right')).toBeLessThan(at(open, 'tee-left'));
  expect(at(closed, 'tee-right')).toBeGreaterThan(at(open, 'tee-right'));
  expect(at(closed, 'tee-left')).toBeLessThan(at(open, 'tee-left'));
  // Water goes from the higher to the lower, and as much goes in as comes out.
  const { mains, blocks, flowLph } = solved(closed);
  const flow = (to: string): number => mains.find((m) => m.laid.to === to)!.flowLph;
  expect(flow('ring')).toBeGreaterThan(0);
  expect(flow('tee-left')).toBeCloseTo(blocks[0].flowLph + flow('ring'), 3);
  expect(flow('tee-right')).toBeCloseTo(blocks[1].flowLph - flow('ring'), 3);
  expect(flowLph).toBeCloseTo(blocks[0].flowLph + blocks[1].flowLph, 3);
});

test('a ring whose valve is shut carries nothing', () => {
  const open = solved(fork({}, MORE));
  const shut = solved(fork({ rings: [{ ...RING, shut: true }] }, MORE));
  expect(shut.flowLph).toBe(open.flowLph);
  expect(shut.mains.map((m) => m.laid.to)).not.toContain('ring');
  expect(layOut(fillIn(fork({ rings: [{ ...RING, shut: true }] }))).mains.map((m) => m.to)).toContain('ring');
});

test('round a ring the losses add up to nothing, and what the plan needs is what it then takes', () => {
  const held = (more: Partial<Plan>): Plan => {
    const plan = fork(more, MORE);
    // Behind regulators the blocks draw what they ask for, and no more.
    const inlet = [{ id: 'regulator', kind: 'regulator-mid', setKpa: 69 }];
    return { ...plan, blocks: plan.blocks.map((b) => ({ ...b, inlet })) };
  };
  const results = solved(held({ rings: [RING] }));
  const lost = (to: string): number => {
    const m = results.mains.find((x) => x.laid.to === to)!;
    return Math.sign(m.flowLph) * m.frictionKpa;
  };
  // From the head over the left tee and the ring to the right one, and straight there; all on the level.
  expect(lost('tee-left') + lost('ring')).toBeCloseTo(lost('tee-right'), 3);
  // Solved at just what is needed, each block has the pressure that it asks for, or more.
  const { demand } = results;
  const kpa = demand.neededKpa;
  const again = solved(
    held({
      rings: [RING],
      sources: [
        {
          id: 's',
          kind: 'tap',
          method: 'gauge',
          shutKpa: kpa,
          flowingKpa: kpa - 1e-6,
          flowingLph: 1e6,
          xM: 0,
          yM: 0,
        },
      ],
      wishes: { allowance: 1 },
    }),
  );
  const spare = again.blocks.map((b, i) => b.entryKpa - demand.blocks[i].entryKpa);
  expect(Math.min(...spare)).toBeCloseTo(0, 2);
});

test('a rise between the two places is no flow: only what is left of it moves water', () => {
  const results = solved(
    fork({
      tees: fork().tees!.map((t) => (t.id === 'tee-right' ? { ...t, heightM: 5 } : t)),
      blocks: fork().blocks.map((b) => (b.id === 'right' ? { ...b, heightM: 5 } : b)),
      rings: [RING],
    }),
  );
  const ring = results.mains.find((m) => m.laid.to === 'ring')!;
  expect(ring.startKpa - ring.endKpa).toBeCloseTo(
    5 * KPA_PER_M + Math.sign(ring.flowLph) * ring.frictionKpa,
    3,
  );
});
