import fc from 'fast-check';
import { frictionKpaPerM, friction } from '../hydraulics/friction';
import { KPA_PER_M } from '../hydraulics/water';
import { layOut } from '../layout';
import {
  blankPlan,
  fillIn,
  refusalOf,
  type FullPlan,
  type Places,
  type Plan,
  type Plant,
  type Stated,
  type StatedBlock,
} from '../plan';
import { createPlanSolver, kpaAt, walkTo } from './index';
import { runs } from '../effort.testing';

const pots = (more: Stated<Places>, block: Partial<StatedBlock> = {}): Plan => ({
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tap', bucketL: 1000, triesS: [120], shutKpa: 300, xM: 0, yM: -2 }],
  head: [],
  blocks: [
    {
      id: 'b',
      inlet: [],
      places: more,
      header: { pipe: 'pe-16', takeOffK: 0 },
      ...block,
    },
  ],
});
const plant = (id: number, xM: number, yM: number, more: Partial<Plant> = {}): Plant => ({
  id: String(id),
  xM,
  yM,
  ...more,
});
const solved = (plan: Plan) => {
  expect(refusalOf(plan)).toBeUndefined();
  const full: FullPlan = fillIn(plan);
  return { full, r: createPlanSolver().solve(full), layout: layOut(full).blocks[0] };
};
/** A button of 4 L/h at 100 kPa. */
const button = (kpa: number): number => 4 * Math.sqrt(kpa / 100);

describe('plants at places', () => {
  test('one after the other on small pipe: each takes by its pressure, each piece loses by what flows on', () => {
    const { full, r } = solved(
      pots({ plants: [plant(1, 3, 0), plant(2, 8, 0), plant(3, 8, 6, { emitters: 2 })] }),
    );
    const [a, b, c] = r.runs;
    expect([a.emitters, b.emitters, c.emitters]).toEqual([1, 1, 2]);
    expect(a.flowLph).toBeCloseTo(button(a.inletKpa), 3);
    expect(c.flowLph).toBeCloseTo(2 * button(c.inletKpa), 3);
    const per = (lph: number) =>
      frictionKpaPerM(friction(13.6, 150, { waterC: 20, friction: 'darcy-weisbach' }), lph);
    expect(r.blocks[0].feedKpa - a.inletKpa).toBeCloseTo(3 * per(r.flowLph), 6);
    expect(a.inletKpa - b.inletKpa).toBeCloseTo(5 * per(b.flowLph + c.flowLph), 6);
    expect(b.inletKpa - c.inletKpa).toBeCloseTo(6 * per(c.flowLph), 6);
    expect(r.blocks[0].flowLph).toBeCloseTo(a.flowLph + b.flowLph + c.flowLph, 9);
    const walk = walkTo(full, r, 2);
    expect(walk.steps.find((s) => s.kind === 'header')!.lengthM).toBeCloseTo(14, 9);
  });

  test('the shortest way branches: a cross of four about the feed is four single pipes', () => {
    const { layout } = solved(
      pots({ route: 'shortest', plants: [plant(1, 2, 0), plant(2, -2, 0), plant(3, 0, 2), plant(4, 0, -2)] }),
    );
    expect(layout.small!.pipes.map((p) => [p.from, p.lengthM])).toEqual([
      [0, 2],
      [0, 2],
      [0, 2],
      [0, 2],
    ]);
    const line = solved(
      pots({ plants: [plant(1, 2, 0), plant(2, -2, 0), plant(3, 0, 2), plant(4, 0, -2)] }),
    ).layout;
    expect(line.small!.pipes.reduce((m, p) => m + p.lengthM, 0)).toBeCloseTo(2 + 4 + Math.sqrt(8) + 4, 9);
  });

  test('drawn pipe: plants hang on the nearest piece, through a thin tube, or on the one they name', () => {
    const { layout, r } = solved(
      pots({
        route: 'drawn',
        joints: [
          { id: 'j', xM: 10, yM: 0, from: 'feed' },
          { id: 'k', xM: 10, yM: 5, from: 'j', pipe: 'pe-20' },
        ],
        plants: [plant(1, 4, 1), plant(2, 10.02, 3), plant(3, 4, 2, { on: 'k' })],
      }),
    );
    const { nodes, nodeOf, pipes } = layout.small!;
    expect(nodes[nodeOf[0]].at).toEqual([4, 0]);
    expect(nodes[nodeOf[1]].at).toEqual([10, 3]);
    expect(nodes[nodeOf[2]].at).toEqual([10, 2]);
    expect(pipes.map((p) => [Math.round(p.lengthM * 1e9) / 1e9, p.pipe.boreMm])).toEqual([
      [4, 13.6],
      [6, 13.6],
      [2, 17.6],
      [1, 17.6],
      [2, 17.6],
    ]);
    // A metre of 4 mm tube to the first, none to the second, which sits on its pipe.
    expect(layout.beds.map((b) => b.plant!.wayM)).toEqual([1, 0, 6]);
    const tube = friction(4, 150, { waterC: 20, friction: 'darcy-weisbach' });
    const [first] = r.runs;
    expect(first.inletKpa - first.minKpa).toBeCloseTo(frictionKpaPerM(tube, first.flowLph) * 1.02, 4);
  });

  test('a rise to a plant takes its height', () => {
    const { r } = solved(
      pots({ plants: [plant(1, 0, 5), plant(2, 0, 10)] }, { ground: { slopeAlong: 0.1 } }),
    );
    const feed = r.blocks[0].feedKpa;
    expect(feed - r.runs[1].inletKpa).toBeGreaterThan(KPA_PER_M);
    expect(feed - r.runs[1].inletKpa).toBeLessThan(KPA_PER_M + 0.05);
  });

  test('a ring is two halves from where it is fed, with as many emitters as fit round it', () => {
    const { r, layout } = solved(
      pots(
        { around: 'ring', ringM: 1, plants: [plant(1, 5, 0)] },
        { tape: { kind: 'dripline', spacingM: 0.3, flowLph: 2, atKpa: 100 } },
      ),
    );
    // π m round: 10 emitters every 30 cm, five on either hand.
    expect(r.runs.map((x) => x.emitters)).toEqual([5, 5]);
    expect(layout.beds[0].plant!.emitters).toBe(10);
    expect(r.runs[0].flowLph).toBeCloseTo(r.runs[1].flowLph, 9);
    expect(r.blocks[0].flowLph).toBeCloseTo(10 * 2 * Math.sqrt(r.runs[0].inletKpa / 100), 1);
    // In its own half metre of ring pipe all of it flows.
    expect(layout.beds[0].plant!.wayM).toBeCloseTo(0, 9);
  });

  test('one line leads to both halves of a ring that stands off its pipe', () => {
    const { r, layout } = solved(
      pots(
        {
          route: 'drawn',
          around: 'ring',
          ringM: 1,
          joints: [{ id: 'j', xM: 10, yM: 0, from: 'feed' }],
          plants: [plant(1, 5, 3)],
        },
        { tape: { kind: 'dripline', boreMm: 14.5 } },
      ),
    );
    const lead = layout.small!.pipes.at(-1)!;
    expect([lead.lengthM, lead.pipe.boreMm]).toEqual([2.5, 14.5]);
    const at = kpaAt(r, r.blocks[0].built.takeOffs[0]);
    const tee = kpaAt(r, `block/b/joint-${lead.from}`);
    const per = frictionKpaPerM(
      friction(14.5, 150, { waterC: 20, friction: 'darcy-weisbach' }),
      r.blocks[0].flowLph,
    );
    expect(tee - at).toBeCloseTo(2.5 * per, 6);
  });

  test('a ring main: water comes round both ways and meets where the pressures do', () => {
    const square: Stated<Places> = {
      route: 'drawn',
      joints: [
        { id: 'a', xM: 20, yM: 0, from: 'feed' },
        { id: 'b', xM: 20, yM: 20, from: 'a' },
        { id: 'c', xM: 0, yM: 20, from: 'feed' },
      ],
      loops: [{ id: 'l', a: 'b', b: 'c' }],
      plants: [plant(1, 20, 20, { emitters: 40 })],
    };
    const { full, r } = solved(pots(square));
    const [tie] = r.built.network.ties!;
    // Alike both ways: half of it comes each way.
    expect(r.solution.tieLph[0]).toBeCloseTo(-r.flowLph / 2, 4);
    expect(tie.from).toMatch(/joint/);
    const open = solved(pots({ ...square, loops: [] })).r;
    expect(r.runs[0].inletKpa).toBeGreaterThan(open.runs[0].inletKpa);
    const walk = walkTo(full, r, 0);
    expect(walk.steps.find((s) => s.kind === 'header')!.lengthM).toBeCloseTo(40, 6);
    expect(walk.endKpa).toBeCloseTo(r.runs[0].minKpa, 6);
  });

  test('a resting plant takes nothing, and its pipe still leads on', () => {
    const { r } = solved(
      pots({ plants: [plant(1, 2, 0), plant(2, 4, 0)] }, { beds: { single: { '1': { resting: true } } } }),
    );
    expect(r.runs).toHaveLength(1);
    expect(r.runs[0].run.bed).toBe('2');
  });

  test('several emitters at a plant vary less together: EU with CV/√n', () => {
    const one = solved(pots({ plants: [plant(1, 0.1, 0)] })).r.blocks[0].uniformity;
    const four = solved(pots({ plants: [plant(1, 0.1, 0)], emitters: 4 })).r.blocks[0].uniformity;
    expect(one).toBeCloseTo(1 - 1.27 * 0.05, 4);
    expect(four).toBeCloseTo(1 - (1.27 * 0.05) / 2, 4);
  });

  test('what makes no sense is refused where it stands', () => {
    expect(JSON.stringify(refusalOf(pots({ joints: [{ id: 'j', xM: 0, yM: 1, from: 'x' }] })))).toMatch(
      /there is no joint “x”/,
    );
    expect(
      JSON.stringify(
        refusalOf(
          pots({
            joints: [
              { id: 'j', xM: 0, yM: 1, from: 'k' },
              { id: 'k', xM: 0, yM: 1, from: 'j' },
            ],
          }),
        ),
      ),
    ).toMatch(/does not lead back to the feed/);
    expect(JSON.stringify(refusalOf(pots({ plants: [plant(1, 0, 0, { on: 'x' })] })))).toMatch(
      /there is no joint “x”/,
    );
    expect(
      JSON.stringify(
        refusalOf(
          pots({ joints: [{ id: 'j', xM: 0, yM: 1, from: 'feed' }], loops: [{ id: 'l', a: 'j', b: 'j' }] }),
        ),
      ),
    ).toMatch(/between two joints/);
  });
});

/** Any tree of small pipe with up to three rings closed in it, on sloping ground. */
const anyPlaces = fc
  .record({
    joints: fc.array(
      fc.record({
        x: fc.integer({ min: -30, max: 30 }),
        y: fc.integer({ min: -30, max: 30 }),
        from: fc.nat(),
      }),
      { minLength: 1, maxLength: 12 },
    ),
    loops: fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 3 }),
    plants: fc.array(
      fc.record({
        x: fc.integer({ min: -30, max: 30 }),
        y: fc.integer({ min: -30, max: 30 }),
        n: fc.integer({ min: 1, max: 6 }),
        ring: fc.boolean(),
      }),
      { minLength: 1, maxLength: 15 },
    ),
    slope: fc.integer({ min: -40, max: 40 }),
    bore: fc.constantFrom('pe-16', 'pe-20', 'hose-1/2'),
    route: fc.constantFrom('order' as const, 'shortest' as const, 'drawn' as const),
    beside: fc.constantFrom(undefined, 'feed' as const, 'left' as const, 'right' as const),
  })
  .map(({ joints, loops, plants, slope, bore, route, beside }): Plan => {
    const name = (i: number): string => (i < 0 ? 'feed' : `j${i}`);
    const ends = loops.map(([a, b]): [number, number] => [
      (a % (joints.length + 1)) - 1,
      (b % (joints.length + 1)) - 1,
    ]);
    return pots(
      {
        route,
        ...(beside && { beds: true, begins: beside }),
        joints: joints.map((j, i) => ({ id: name(i), xM: j.x, yM: j.y, from: name((j.from % (i + 1)) - 1) })),
        loops: ends.filter(([a, b]) => a !== b).map(([a, b], i) => ({ id: `l${i}`, a: name(a), b: name(b) })),
        plants: plants.map((p, i) =>
          plant(i + 1, p.x, p.y, {
            ...(beside && { id: `p${i + 1}` }),
            emitters: p.n,
            ...(p.ring && { around: 'ring' as const }),
          }),
        ),
      },
      {
        header: { pipe: bore },
        ground: { slopeAlong: slope / 1000 },
        tape: { kind: 'dripline', spacingM: 0.4 },
      },
    );
  });

describe('plants beside beds', () => {
  const beside = (more: Stated<Places>, block: Partial<StatedBlock> = {}): Plan => ({
    ...pots(
      { beds: true, tape: 'at', ...more },
      {
        beds: { count: 4, lengthM: 10, widthM: 1, pathM: 1, runsPerBed: 1 },
        header: { pipe: 'pe-20', takeOffK: 0 },
        ...block,
      },
    ),
    tapes: [{ id: 'at', tape: { kind: 'emitters', flowLph: 4, atKpa: 100 } }],
  });
  const p = (id: number, xM: number, yM: number): Plant => ({ id: `p${id}`, xM, yM });

  test('pots on the header’s far end take after what the beds took, each by its own label', () => {
    const { full, r, layout } = solved(
      beside({ begins: 'right', pipe: 'pe-16', plants: [p(1, 9, 0), p(2, 12, 0)] }),
    );
    // Beds at 0.5, 2.5, 4.5 and 6.5 m from the left; the header ends at the last one's run.
    expect(layout.beds.map((b) => b.key)).toEqual(['1', '2', '3', '4', 'p1', 'p2']);
    expect(layout.small!.nodes[0].at).toEqual([6.5, 0]);
    const [one, two] = r.runs.slice(4);
    expect(one.flowLph).toBeCloseTo(button(one.inletKpa), 3);
    const per = (pipe: number, lph: number) =>
      frictionKpaPerM(friction(pipe, 150, { waterC: 20, friction: 'darcy-weisbach' }), lph);
    // The last stretch of header, from the third bed to the fourth, carries the fourth bed and both pots.
    const [third, fourth] = [r.runs[2], r.runs[3]];
    const last = fourth.flowLph + one.flowLph + two.flowLph;
    expect(third.inletKpa - fourth.inletKpa).toBeCloseTo(2 * per(17.6, last), 6);
    expect(fourth.inletKpa - one.inletKpa).toBeCloseTo(2.5 * per(13.6, one.flowLph + two.flowLph), 6);
    expect(one.inletKpa - two.inletKpa).toBeCloseTo(3 * per(13.6, two.flowLph), 6);
    const walk = walkTo(full, r, 5);
    expect(walk.steps.find((s) => s.kind === 'header')!.lengthM).toBeCloseTo(6.5 + 2.5 + 3, 6);
    expect(walk.endKpa).toBeCloseTo(two.minKpa, 6);
  });

  test('at the feed the pots’ pipe is beside the header; with the end beds at rest a header still leads to its end', () => {
    const feed = solved(beside({ begins: 'feed', plants: [p(1, -1, 0)] }));
    expect(feed.r.blocks[0].feedKpa - feed.r.runs[4].inletKpa).toBeLessThan(0.05);
    const rest = solved(
      beside(
        { begins: 'right', plants: [p(1, 9, 0)] },
        {
          beds: {
            count: 4,
            lengthM: 10,
            widthM: 1,
            pathM: 1,
            runsPerBed: 1,
            single: { '3': { resting: true }, '4': { resting: true } },
          },
        },
      ),
    );
    expect(rest.r.runs.map((x) => x.run.bed)).toEqual(['1', '2', 'p1']);
    expect(rest.layout.small!.nodes[0].at).toEqual([6.5, 0]);
    expect(rest.r.runs[2].flowLph).toBeCloseTo(button(rest.r.runs[2].inletKpa), 3);
  });

  test('a plant beside beds has a number that no bed has, and one alone has a bare one', () => {
    expect(JSON.stringify(refusalOf(beside({ plants: [plant(1, 0, 0)] })))).toMatch(/stands after a p/);
    expect(JSON.stringify(refusalOf(pots({ plants: [p(1, 0, 0)] })))).toMatch(/for plants beside beds/);
    expect(JSON.stringify(refusalOf(beside({ tape: 'x', plants: [p(1, 0, 0)] })))).toMatch(
      /there is no tape “x”/,
    );
  });
});

describe('any plants on any small pipe', () => {
  test('every litre is accounted for, and the walk to each plant adds up', () => {
    fc.assert(
      fc.property(anyPlaces, (plan) => {
        const { full, r } = solved(plan);
        expect(r.runs.reduce((q, run) => q + run.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
        for (let i = 0; i < r.runs.length; i++) {
          const walk = walkTo(full, r, i);
          let at = walk.steps[0].beforeKpa;
          for (const s of walk.steps) {
            expect(s.beforeKpa).toBe(at);
            at = s.afterKpa;
          }
          const header = walk.steps.find((s) => s.kind === 'header')!;
          if (header.shape!.length > 0) expect(header.shape!.at(-1)!.kpa).toBeCloseTo(r.runs[i].inletKpa, 9);
        }
      }),
      { numRuns: runs(60), endOnFailure: true },
    );
  });

  test('wider small pipe never starves the plants', () => {
    fc.assert(
      fc.property(anyPlaces, (plan) => {
        const flow = (pipe: string): number =>
          solved({
            ...plan,
            blocks: [{ ...plan.blocks[0], header: { pipe }, places: { ...plan.blocks[0].places, pipe } }],
          }).r.flowLph;
        expect(flow('pe-1')).toBeGreaterThanOrEqual(flow('hose-1/2') - 1e-4);
      }),
      { numRuns: runs(30), endOnFailure: true },
    );
  });
});
