import { lossAcross } from '../hydraulics/network';
import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, type Plan, type SingleBed, type StatedBlock } from '../plan';
import { createPlanSolver, headerLoss, headerStretches, walkTo, type FarmResults } from './index';

/** Ten beds of one run, 1.2 m from middle to middle: take-offs at 0.4, 1.6 … 11.2 m; compensating, so that flows stay alike. */
const BLOCK: StatedBlock = {
  id: 'b',
  xM: 0,
  yM: 0,
  beds: { count: 10, lengthM: 30, widthM: 0.8, pathM: 0.4, runsPerBed: 1 },
  tape: { kind: 'compensating' },
  header: { pipe: 'pe-25' },
  inlet: [{ id: 'r', kind: 'regulator-mid', setKpa: 200 }],
};
const solved = (more: Partial<StatedBlock> = {}, plan: Partial<Plan> = {}) => {
  const full = fillIn({
    ...blankPlan('metric'),
    sources: [
      {
        id: 's',
        kind: 'tap',
        method: 'gauge',
        shutKpa: 500,
        flowingKpa: 450,
        flowingLph: 6000,
        xM: -3,
        yM: 0,
      },
    ],
    head: [],
    blocks: [{ ...BLOCK, ...more }],
    ...plan,
  });
  return { plan: full, r: createPlanSolver().solve(full) };
};
const headerStep = (
  { plan, r }: { plan: ReturnType<typeof solved>['plan']; r: FarmResults },
  run: number,
) => {
  const walk = walkTo(plan, r, run);
  return walk.steps.find((s) => s.kind === 'header')!;
};
/** Flow of one run: as many emitters as fit, each at its label. */
const runLph = (r: FarmResults): number => r.runs[0].flowLph;

describe('the way of the water through a header', () => {
  test('is as long as from the feed to the take-off, and its pressures fall along it to that of the run', () => {
    const made = solved();
    const last = made.r.runs.length - 1;
    const step = headerStep(made, last);
    // The first take-off is at the feed's end of the bed in the middle: 0.4 m; the last at 11.2 m.
    const [{ fromXM }] = made.r.layout.blocks[0].headers;
    expect(step.lengthM).toBeCloseTo(made.r.layout.blocks[0].takeOffs[last].xM - fromXM, 9);
    const shape = step.shape!;
    expect(shape.at(-1)!.share).toBeCloseTo(1, 9);
    expect(shape.at(-1)!.kpa).toBeCloseTo(made.r.runs[last].inletKpa, 6);
    shape.slice(1).forEach((s, i) => {
      expect(s.share).toBeGreaterThan(shape[i].share);
      expect(s.kpa).toBeLessThan(shape[i].kpa);
    });
    // All ten runs pass the piece that leads to the first take-off.
    expect(step.flowLph).toBeCloseTo(10 * runLph(made.r), 3);
  });

  test('goes round by the far end where that is fed too', () => {
    const made = solved({ header: { pipe: 'pe-25', feed: 'both', second: { pipe: 'pe-50', extraM: 3 } } });
    const { r } = made;
    const last = r.runs.length - 1;
    const far = headerStep(made, last);
    const { takeOffs, box } = r.layout.blocks[0];
    const [{ feed }] = r.layout.blocks[0].headers;
    // Along the block, 3 m more, and back from its right edge to the last take-off.
    expect(far.lengthM).toBeCloseTo(box.rightM - feed[0] + (box.rightM - takeOffs[last].xM) + 3, 6);
    expect(far.shape!.at(-1)!.kpa).toBeCloseTo(r.runs[last].inletKpa, 6);
    // The first bed beside the feed is not reached that way.
    expect(headerStep(made, 0).lengthM).toBeLessThan(1);
    // The one before the last comes by one piece more.
    expect(headerStep(made, last - 1).lengthM).toBeCloseTo(
      far.lengthM! + (takeOffs[last].xM - takeOffs[last - 1].xM),
      6,
    );
    expect(headerStep(made, last).flowLph).toBeGreaterThan(runLph(r));
  });

  test('loses to friction what the pressures tell, the rise set apart', () => {
    const flat = solved();
    const steep = solved({ ground: { slopeAcross: 0.05 } });
    const [a, b] = [flat, steep].map(({ r }) => headerLoss(r, r.blocks[0]));
    // Flows are the label's on both, so friction is alike, and the rise is the slope times the way.
    expect(b.frictionKpa).toBeCloseTo(a.frictionKpa, 3);
    expect(a.riseM).toBeCloseTo(0, 9);
    expect(b.riseM).toBeCloseTo(0.05 * b.lengthM, 2);
    const { r } = steep;
    const last = r.runs.length - 1;
    expect(b.takeOff).toBe(last);
    expect(b.frictionKpa).toBeCloseTo(r.blocks[0].feedKpa - r.runs[last].inletKpa - b.riseM * KPA_PER_M, 3);
  });

  test('is told stretch by stretch: of one size its friction is that of its pieces together', () => {
    const { plan, r } = solved();
    const [one] = headerStretches(plan, r, r.blocks[0]);
    expect(one.frictionKpa).toBeCloseTo(headerLoss(r, r.blocks[0]).frictionKpa, 3);
    expect(one.second).toBe(false);
    const two = solved({ header: { pipe: 'pe-25', feed: 'both', second: { pipe: 'pe-50', extraM: 3 } } });
    const told = headerStretches(two.plan, two.r, two.r.blocks[0]);
    expect(told.map((s) => s.second)).toEqual([false, true]);
    const { box, headers } = two.r.layout.blocks[0];
    expect(told[1].lengthM).toBeCloseTo(
      box.rightM - headers[0].feed[0] + (box.rightM - two.r.layout.blocks[0].takeOffs.at(-1)!.xM) + 3,
      6,
    );
  });
});

describe('two headers', () => {
  const other = { line: 'far-ends', pipe: 'pe-50', link: { pipe: 'pe-50', extraM: 4 } } as const;

  test('the second is laid of its own pipe and fed through the one that leads to it', () => {
    const { r } = solved({ header: { pipe: 'pe-25', other } });
    const { built } = r.blocks[0];
    const second = built.header.filter((p) => p.header === 1);
    expect(second.length).toBeGreaterThan(3);
    expect(new Set(second.map((p) => p.pipe.pipe))).toEqual(new Set(['pe-50']));
    expect(new Set(built.header.filter((p) => p.header === 0).map((p) => p.pipe.pipe))).toEqual(
      new Set(['pe-25']),
    );
    // From the first header's feed to the second's, 30 m of bed away, and 4 m more.
    const [link] = second.filter((p) => p.before < 0);
    const [a, b] = r.layout.blocks[0].headers;
    expect(link.lengthM).toBeCloseTo(Math.hypot(b.feed[0] - a.feed[0], b.feed[1] - a.feed[1]) + 4, 6);
    expect(link.lengthM).toBeGreaterThan(30);
    // Its last take-off is reached over the link and the whole width.
    const last = r.runs.findLastIndex((x) => r.layout.blocks[0].takeOffs[x.run.takeOff].header === 1);
    const fed = built.header[built.lastPiece[r.runs[last].run.takeOff]];
    expect(fed.header).toBe(1);
  });
});

test('the weakest run is the one nearest to the least pressure of its own material', () => {
  const tapes = [{ id: 'strong', tape: { kind: 'compensating', minKpa: 150 } }] as Plan['tapes'];
  const { r } = solved(
    { beds: { ...BLOCK.beds, single: { '2': { tape: 'strong' } } }, header: { pipe: 'pe-63' } },
    { tapes },
  );
  expect(r.runs[r.weakest].run.bed).toBe('2');
  // Friction alone would name the last.
  const least = r.runs.reduce((a, x, i) => (x.minKpa < r.runs[a].minKpa ? i : a), 0);
  expect(r.runs[least].run.bed).not.toBe('2');
});

describe('a header of cut hose and tees', () => {
  const solved = (
    header: object,
    single: Record<string, SingleBed> = {},
    valves: 'beds' | 'runs' = 'beds',
  ) => {
    const plan = fillIn({
      ...blankPlan('metric'),
      sources: [{ id: 's', kind: 'tap', bucketL: 1000, triesS: [120], shutKpa: 300, xM: 0, yM: -2 }],
      blocks: [
        {
          id: 'b',
          inlet: [],
          valves,
          beds: { count: 4, lengthM: 10, runsPerBed: 3, single },
          header: { pipe: 'hose-1/2', ...header },
        },
      ],
    });
    return createPlanSolver().solve(plan);
  };

  test('loses at each tee that the water passes: K·v²/2 with the speed in the hose', () => {
    const [plain, teed] = [solved({}), solved({ throughK: 0.6 })];
    // What one tee takes by hand, at the flow of the last piece.
    const last = teed.blocks[0].built.header.at(-1)!;
    const lph = teed.solution.linkLph[teed.built.linkAt(last.link)];
    const v = lph / 3.6e6 / ((Math.PI / 4) * 0.0127 ** 2);
    const [from, to] = [last.link.from, last.link.to].map((n) => teed.solution.nodeKpa[teed.built.nodeAt(n)]);
    const bare = { ...last.link, minorK: 0 } as typeof last.link;
    const friction = lossAcross(bare, lph, { waterC: 20, friction: 'darcy-weisbach' });
    expect(from - to - friction).toBeCloseTo((0.6 * 998.2 * v ** 2) / 2 / 1000, 4);
    expect(teed.flowLph).toBeLessThan(plain.flowLph);
  });

  test('a run shut by its own valve takes nothing, and only where runs have valves', () => {
    const shut = { '2': { shutRuns: [1, 3] } };
    expect(
      solved({}, shut, 'runs')
        .runs.filter((r) => r.run.bed === '2')
        .map((r) => r.run.id),
    ).toEqual(['b/bed-2/run-2']);
    expect(solved({}, shut).runs.filter((r) => r.run.bed === '2')).toHaveLength(3);
  });
});
