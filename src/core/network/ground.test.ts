import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, type Plan, type StatedBlock } from '../plan';
import { createPlanSolver, emittersOf, kpaAt, walkTo, type FarmResults } from './index';

const STRONG: Plan['sources'] = [
  { id: 's', kind: 'tap', xM: -3, yM: 0, method: 'gauge', shutKpa: 300, flowingKpa: 280, flowingLph: 50000 },
];
const solve = (
  block: Partial<StatedBlock>,
  more: Partial<Plan> = {},
): { r: FarmResults; plan: ReturnType<typeof fillIn> } => {
  const plan = fillIn({
    ...blankPlan('metric'),
    sources: STRONG,
    head: [],
    ...more,
    blocks: [
      {
        id: 'b',
        xM: 0,
        yM: 0,
        inlet: [{ id: 'r', kind: 'regulator-mid', setKpa: 80, minLph: 0, maxLph: 90000 }],
        ...block,
      },
    ],
  });
  return { r: createPlanSolver().solve(plan), plan };
};
const FIELD: [number, number][] = [
  [0, 0],
  [0, 50],
  [12, 60],
  [20, 30],
  [18, 0],
];

describe('relief in the pressures', () => {
  test('measured heights on an even slope give what the same falls give', () => {
    const slope = { slopeAlong: 0.02, slopeAcross: -0.01 };
    const beds = { count: 6, lengthM: 40, runsPerBed: 2 };
    const byFalls = solve({ beds, ground: slope }).r;
    const heights = [
      [0, 0],
      [30, 0],
      [0, 50],
      [30, 50],
      [11, 23],
    ].map(([x, y]) => ({ xM: x, yM: y, zM: 0.02 * y - 0.01 * x }));
    for (const surface of ['plane', 'triangulated'] as const) {
      // Source and head stand on the same ground as before: at nought.
      const measured = solve(
        { beds },
        { ground: { heights, surface }, sources: [{ ...STRONG[0], heightM: 0 }] },
      ).r;
      expect(measured.flowLph).toBeCloseTo(byFalls.flowLph, 3);
      byFalls.runs.forEach((run, i) => {
        expect(measured.runs[i].minKpa).toBeCloseTo(run.minKpa, 4);
        expect(measured.runs[i].inletKpa).toBeCloseTo(run.inletKpa, 4);
      });
    }
  });

  test('with next to no flow the pressure along a run is what the hump takes, metre for metre', () => {
    const heights = Array.from({ length: 9 * 5 }, (_, i) => ({
      xM: (i % 5) * 4 - 4,
      yM: Math.floor(i / 5) * 6 - 4,
      zM: 1.2 * Math.exp(-(((Math.floor(i / 5) * 6 - 4 - 20) / 8) ** 2)),
    }));
    const { r, plan } = solve(
      {
        beds: { count: 2, lengthM: 40, runsPerBed: 1 },
        tape: { flowLph: 0.001, boreMm: 34 },
        header: { boreMm: 100 },
        main: { boreMm: 100 },
      },
      { ground: { heights } },
    );
    const layout = r.layout.blocks[0];
    const { run, inletKpa } = r.runs[0];
    const { distanceM, kpa } = emittersOf(plan, r, 0);
    const zero = layout.ground.heightM(run.xM, 0);
    const worst = Math.max(
      ...Array.from(kpa, (p, i) =>
        Math.abs(p - (inletKpa - (layout.ground.heightM(run.xM, distanceM[i]) - zero) * KPA_PER_M)),
      ),
    );
    // Heights are felt for every two metres: between them the hump's bend may be worth a quarter of a kilopascal.
    expect(worst).toBeLessThan(0.3);
    const least = distanceM[kpa.indexOf(Math.min(...kpa))];
    expect(Math.abs(least - 20)).toBeLessThan(1.5);
    expect(r.runs[0].minKpa).toBeCloseTo(inletKpa - 1.2 * KPA_PER_M, 0);
  });

  test('the walk to a run over uneven ground still meets step by step', () => {
    const heights = [
      [0, 0, 0],
      [20, 0, 1],
      [0, 60, 2],
      [20, 60, 0.5],
      [10, 30, 3],
    ].map(([xM, yM, zM]) => ({ xM, yM, zM }));
    const { r, plan } = solve({ outline: FIELD, beds: {} }, { ground: { heights } });
    const walk = walkTo(plan, r, r.weakest);
    walk.steps.slice(1).forEach((s, i) => expect(s.beforeKpa).toBeCloseTo(walk.steps[i].afterKpa, 9));
    expect(walk.steps.at(-1)!.afterKpa).toBeCloseTo(r.runs[r.weakest].minKpa, 3);
  });
});

describe('odd ground, odd headers', () => {
  test('each way a header lies, every litre that goes in comes out of a bed', () => {
    const headers: StatedBlock['header'][] = [
      { along: 0 },
      { along: 1, feed: 'middle' },
      { along: 0, alongRight: 0.3 },
      { line: 'near-ends', feed: 'right' },
      { line: 'far-ends', feed: 'both', pipe: 'pe-25' },
      { along: 0.5, staggerM: 0.15 },
      { along: 0.1, other: { along: 0.9 } },
      { along: 0.2, feed: 'both', other: { line: 'far-ends', link: { pipe: 'pe-32', extraM: 4 } } },
    ];
    for (const header of headers) {
      const { r } = solve({ outline: FIELD, beds: { headNearM: 1, headFarM: 1 }, header });
      const beds = r.blocks[0].beds.reduce((q, b) => q + b.flowLph, 0);
      expect(beds).toBeCloseTo(r.flowLph, 4);
      expect(r.runs.every((run) => run.emitters === 0 || run.minKpa > 0)).toBe(true);
      // Water only flows down its pressure, the rise told apart: every take-off stands at or under the feed.
      const { built } = r.blocks[0];
      built.takeOffs.forEach((node) =>
        expect(kpaAt(r, node)).toBeLessThanOrEqual(r.blocks[0].feedKpa + 1e-6),
      );
    }
  });

  test('two headers make long runs even', () => {
    const tape = { flowLph: 1.6 };
    const beds = { count: 4, lengthM: 160, runsPerBed: 1 };
    const one = solve({ beds, tape, header: { along: 0, pipe: 'pe-63' } }).r;
    const two = solve({ beds, tape, header: { along: 0, pipe: 'pe-63', other: { along: 1 } } }).r;
    expect(two.uniformity).toBeGreaterThan(one.uniformity + 0.1);
  });

  test('beds of another tape are judged by their own window and evenness', () => {
    const { r } = solve(
      { beds: { count: 4, lengthM: 30, single: { '3': { tape: 'drip' } } } },
      { tapes: [{ id: 'drip', name: 'dripline', tape: { kind: 'compensating', flowLph: 2 } }] },
    );
    const drip = r.runs.filter((run) => run.run.bed === '3');
    expect(drip.length).toBeGreaterThan(0);
    for (const run of drip) {
      expect(run.run.tape.kind).toBe('compensating');
      expect(run.flowLph / run.emitters).toBeCloseTo(2, 6);
    }
    // Emitters of unlike flow do not count as uneven.
    expect(r.blocks[0].uniformity).toBeGreaterThan(0.9);
  });

  test('a resting bed draws nothing and the others get what it leaves', () => {
    const all = solve({ beds: { count: 4, lengthM: 60 }, inlet: [] }).r;
    const three = solve({ beds: { count: 4, lengthM: 60, single: { '2': { resting: true } } }, inlet: [] }).r;
    expect(three.blocks[0].beds[1].flowLph).toBe(0);
    expect(three.flowLph).toBeLessThan(all.flowLph);
    expect(three.runs[three.weakest].minKpa).toBeGreaterThan(all.runs[all.weakest].minKpa);
  });

  test('a block with no bed at all is solved as well', () => {
    const { r } = solve({
      outline: [
        [0, 0],
        [0, 1],
        [1, 0],
      ],
      beds: { widthM: 3 },
    });
    expect(r.flowLph).toBeCloseTo(0, 6);
    expect(r.weakest).toBe(-1);
  });
});
