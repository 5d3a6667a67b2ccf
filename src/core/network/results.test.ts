import { KPA_PER_M } from '../hydraulics/water';
import { riseAlong } from '../layout';
import { blankPlan, fillIn, type Plan, type StatedBlock, type StatedPart } from '../plan';
import {
  bedsWhere,
  createPlanSolver,
  emittersOf,
  headerLoss,
  inletParts,
  kpaAt,
  longestWhere,
  pressuresAlong,
  walkTo,
} from './index';

const BLOCK: StatedBlock = {
  id: 'b',
  xM: 0,
  yM: 0,
  beds: { count: 4, lengthM: 30, widthM: 1, pathM: 1, runsPerBed: 1 },
  header: { pipe: 'pe-20' },
  inlet: [],
};
const solved = (block: Partial<StatedBlock> = {}, plan: Partial<Plan> = {}) => {
  const full = fillIn({
    ...blankPlan('metric'),
    sources: [
      {
        id: 's',
        kind: 'tap',
        method: 'gauge',
        shutKpa: 300,
        flowingKpa: 250,
        flowingLph: 3000,
        xM: -2,
        yM: 0,
      },
    ],
    head: [],
    blocks: [{ ...BLOCK, ...block }],
    ...plan,
  });
  return { plan: full, r: createPlanSolver().solve(full) };
};
const part = (id: string, kind: string, more: object = {}): StatedPart => ({ id, kind, ...more });

describe('parts in line', () => {
  test('one that loses with the square of the flow, one that loses always, one that loses nothing, one on a branch', () => {
    const { r } = solved(
      {},
      {
        head: [
          part('square', 'ball-1', { fixedKpa: 0, lossKpa: 8, atLph: 1000 }),
          part('fixed', 'ball-1', { fixedKpa: 5, lossKpa: 0, atLph: 1000 }),
          part('none', 'ball-1', { fixedKpa: 0, lossKpa: 0, atLph: 1000 }),
          part('gauge', 'gauge'),
        ],
      },
    );
    const [square, fixed, none, gauge] = r.head;
    const lost = (p: typeof square): number => p.beforeKpa - p.afterKpa;
    expect(lost(square)).toBeCloseTo(8 * (r.flowLph / 1000) ** 2, 5);
    expect(lost(fixed)).toBeCloseTo(5, 5);
    expect([lost(none), lost(gauge)]).toEqual([0, 0]);
    expect(r.built.head.map((s) => s.link !== undefined)).toEqual([true, true, false, false]);
    // The water goes from one to the next.
    expect(r.head.slice(1).map((p) => p.beforeKpa)).toEqual(r.head.slice(0, -1).map((p) => p.afterKpa));
    expect(r.head.every((p) => p.flowLph === r.flowLph)).toBe(true);
  });

  test('a filter due for cleaning takes so much more, with the square of the flow', () => {
    const { r } = solved({}, { head: [part('f', 'screen-1', { dirtyKpa: 30, atLph: 2000 })] });
    expect(r.head[0].dirtyKpa).toBeCloseTo(30 * (r.flowLph / 2000) ** 2, 6);
  });

  test('a regulator holds its set pressure wherever it stands, and takes no more than there is', () => {
    const held = (setKpa: number): number =>
      solved({ inlet: [part('r', 'regulator-mid', { setKpa })] }).r.blocks[0].feedKpa;
    expect(held(69)).toBeCloseTo(69, 6);
    expect(held(100)).toBeCloseTo(100, 6);
    const starved = solved({ inlet: [part('r', 'regulator-mid', { setKpa: 600 })] }).r;
    const [regulator] = inletParts(starved, starved.blocks[0]);
    expect(regulator.afterKpa).toBeLessThan(regulator.beforeKpa);
  });
});

describe('with nothing flowing', () => {
  const falls = { by: 'falls' as const, slopeAlong: 0, slopeAcross: 0 };

  test('the source’s pressure less each metre of height, no more than a regulator or relief valve lets stand', () => {
    const { r } = solved({ heightM: 4, ground: falls });
    expect(r.rest.sourceKpa).toBeCloseTo(300, 9);
    expect(r.blocks[0].rest.entryKpa).toBeCloseTo(300 - 4 * KPA_PER_M, 9);
    expect(r.blocks[0].rest.feedKpa).toBeCloseTo(300 - 4 * KPA_PER_M, 9);
    const raised = solved(
      { heightM: 14, ground: falls },
      { sources: [{ id: 's', kind: 'tap', shutKpa: 300, heightM: 10 }] },
    ).r;
    expect(raised.blocks[0].rest.entryKpa).toBeCloseTo(300 - 4 * KPA_PER_M, 9);
    const held = solved({}, { head: [part('r', 'regulator-mid', { setKpa: 120 })] }).r;
    expect([held.rest.outletKpa, held.blocks[0].rest.entryKpa]).toEqual([120, 120]);
    const relief = solved({ inlet: [part('v', 'relief', { opensKpa: 90 })] }).r;
    expect([relief.rest.outletKpa, relief.blocks[0].rest.feedKpa]).toEqual([300, 90]);
    expect(inletParts(relief, relief.blocks[0])[0].restKpa).toBe(90);
    const below = solved({
      heightM: -5,
      ground: falls,
      inlet: [part('r', 'regulator-mid', { setKpa: 69 })],
    }).r;
    expect(below.blocks[0].rest.entryKpa).toBeCloseTo(300 + 5 * KPA_PER_M, 9);
    expect(below.blocks[0].rest.feedKpa).toBe(69);
  });

  test('the lowest tape has what the fall from its feed adds', () => {
    const { r } = solved({
      ground: { by: 'falls', slopeAlong: -0.1, slopeAcross: 0 },
      inlet: [part('r', 'regulator-mid', { setKpa: 69 })],
    });
    expect(r.blocks[0].rest.lowestTapeKpa).toBeCloseTo(69 + 3 * KPA_PER_M, 6);
    const up = solved({
      ground: { by: 'falls', slopeAlong: 0.1, slopeAcross: 0 },
      inlet: [part('r', 'regulator-mid', { setKpa: 69 })],
    }).r;
    expect(up.blocks[0].rest.lowestTapeKpa).toBeCloseTo(69, 6);
  });
});

describe('a block’s figures', () => {
  test('of beds its own runs’ flows, least and greatest; of the block all together', () => {
    const { r } = solved({ beds: { ...BLOCK.beds, runsPerBed: 2 } });
    const [block] = r.blocks;
    for (const [i, bed] of block.beds.entries()) {
      const own = r.runs.filter((x) => x.run.bedIndex === i);
      expect(own).toHaveLength(2);
      expect(bed.flowLph).toBeCloseTo(own[0].flowLph + own[1].flowLph, 9);
      expect(bed.minKpa).toBe(Math.min(...own.map((x) => x.minKpa)));
      expect(bed.maxKpa).toBe(Math.max(...own.map((x) => x.maxKpa)));
    }
    expect(block.emitters).toBe(8 * 100);
    expect(block.emitters).toBe(r.emitters);
    expect(block.weakest).toBe(
      r.runs.findIndex((x) => x.minKpa === Math.min(...r.runs.map((y) => y.minKpa))),
    );
    expect(block.strongest).toBe(
      r.runs.findIndex((x) => x.maxKpa === Math.max(...r.runs.map((y) => y.maxKpa))),
    );
  });

  test('beds too short for an emitter count for nothing, alone or beside others', () => {
    const none = solved({ beds: { ...BLOCK.beds, lengthM: 0.2 } }).r;
    expect([none.emitters, none.uniformity, none.weakest, none.strongest]).toEqual([0, 0, -1, -1]);
    expect(none.blocks[0].uniformity).toBe(0);
    const some = solved({ beds: { ...BLOCK.beds, single: { '4': { lengthM: 0.2 } } } }).r;
    expect(some.emitters).toBe(300);
    expect(some.uniformity).toBeGreaterThan(0.5);
    expect(some.blocks[0].uniformity).toBe(some.uniformity);
    expect(some.runs[some.weakest].emitters).toBeGreaterThan(0);
    expect(bedsWhere(some, some.blocks[0], () => true)).toBe(3);
    expect(bedsWhere(some, some.blocks[0], (x) => x.run.bed === '2')).toBe(1);
  });

  test('of two blocks the farm is as even as the less even', () => {
    const { r } = solved(
      {},
      { blocks: [BLOCK, { ...BLOCK, id: 'c', yM: 60, beds: { ...BLOCK.beds, lengthM: 120 } }] },
    );
    const [a, b] = r.blocks;
    expect(b.uniformity).toBeLessThan(a.uniformity);
    expect(r.uniformity).toBe(b.uniformity);
    expect(r.runs[r.weakest].run.block).toBe(1);
  });
});

describe('what the header takes of a block’s losses', () => {
  test('its friction to the weakest run over that and the run’s own', () => {
    const { r } = solved({ beds: { ...BLOCK.beds, lengthM: 80 }, header: { pipe: 'pe-16' } });
    const [block] = r.blocks;
    const loss = headerLoss(r, block);
    const weak = r.runs[block.weakest];
    const header = block.feedKpa - weak.inletKpa;
    const along = weak.inletKpa - weak.minKpa;
    expect(header).toBeGreaterThan(1);
    expect(along).toBeGreaterThan(1);
    // Not quite its inlet: the take-off loses a little of it too.
    const atTakeOff = block.feedKpa - kpaAt(r, block.built.takeOffs[weak.run.takeOff]);
    expect(loss.shareOfBlockLoss).toBeCloseTo(atTakeOff / (atTakeOff + along), 6);
    expect(loss.frictionKpa).toBeCloseTo(atTakeOff, 6);
    expect(loss.feedKpa).toBe(block.feedKpa);
    expect(loss.lengthM).toBeCloseTo(6.5, 9);
  });

  test('on a slope the rise is set apart, along the header and along the run', () => {
    const ground = { by: 'falls' as const, slopeAlong: -0.01, slopeAcross: 0.02 };
    const { r } = solved({ beds: { ...BLOCK.beds, lengthM: 80 }, header: { pipe: 'pe-16' }, ground });
    const [block] = r.blocks;
    const loss = headerLoss(r, block);
    const weak = r.runs[block.weakest];
    const rise = block.built.takeOffRiseM[weak.run.takeOff] * KPA_PER_M;
    const header = block.feedKpa - kpaAt(r, block.built.takeOffs[weak.run.takeOff]) - rise;
    const along = Math.max(
      0,
      weak.inletKpa - weak.minKpa - riseAlong(weak.run, weak.run.lengthM) * KPA_PER_M,
    );
    expect(rise).toBeGreaterThan(0.5);
    expect(loss.shareOfBlockLoss).toBeCloseTo(header / (header + along), 6);
    expect(loss.riseM).toBeCloseTo(block.built.takeOffRiseM[loss.takeOff], 9);
  });

  test('where nothing is lost it has no share', () => {
    const { r } = solved({ beds: { ...BLOCK.beds, lengthM: 0.2 } });
    expect(headerLoss(r, r.blocks[0]).shareOfBlockLoss).toBe(0);
  });
});

describe('a run in a picture', () => {
  test('is near what its emitters have, place by place, and exact at its end', () => {
    const { plan, r } = solved({ beds: { ...BLOCK.beds, lengthM: 120 } });
    const POINTS = 9;
    const along = pressuresAlong(plan, r, POINTS);
    r.runs.forEach((run, i) => {
      const exact = emittersOf(plan, r, i).kpa;
      const drawn = along.slice(i * POINTS, (i + 1) * POINTS);
      expect(drawn[POINTS - 1]).toBeCloseTo(run.endKpa, 3);
      const range = run.inletKpa - run.endKpa;
      for (let p = 0; p < POINTS; p++) {
        const at = exact[Math.round((p / (POINTS - 1)) * (exact.length - 1))];
        expect(Math.abs(drawn[p] - at)).toBeLessThan(0.06 * range + 0.02);
      }
    });
    // Asked again of the same answer it is the same.
    expect([...pressuresAlong(plan, r, POINTS)]).toEqual([...along]);
  });

  test('of a run that loses nothing is level, of one without emitters nothing', () => {
    const { plan, r } = solved({ beds: { ...BLOCK.beds, single: { '1': { lengthM: 0.2 } }, lengthM: 0.3 } });
    const along = pressuresAlong(plan, r, 3);
    expect([...along.slice(0, 3)].every(Number.isNaN)).toBe(true);
    expect(along[3]).toBeCloseTo(r.runs[1].endKpa, 3);
    expect(along[4]).toBeCloseTo(along[5], 3);
  });
});

describe('the longest that will do', () => {
  const found = (good: (m: number) => boolean): number => longestWhere((m) => (good(m) ? 0.95 : 0.7), 0.9);

  test('is where it stops being even enough, to a tenth of a metre', () => {
    expect(found((m) => m <= 57.3)).toBeCloseTo(57.3, 0);
    expect(found((m) => m <= 57.3)).toBeLessThanOrEqual(57.3);
    expect(found((m) => m <= 57.3)).toBeGreaterThan(57.3 - 0.1001);
  });

  test('is nothing where none will do, and all that is looked at where every length will', () => {
    expect(found(() => false)).toBe(0);
    expect(found(() => true)).toBe(1000);
    expect(found((m) => m <= 1.5)).toBe(0);
  });

  test('of several stretches that will do it is in the last', () => {
    const two = found((m) => m <= 20 || (m >= 60 && m <= 150));
    expect(two).toBeGreaterThan(149);
    expect(two).toBeLessThanOrEqual(150);
    // Past one so uneven that nothing makes it good again none is looked for.
    const hopeless = longestWhere((m) => (m <= 20 || m > 60 ? 0.95 : 0.1), 0.9);
    expect(hopeless).toBeLessThanOrEqual(20);
    expect(hopeless).toBeGreaterThan(19.8);
  });
});

describe('the walk and what is asked for', () => {
  test('a part that takes nothing is no step of the walk, and each other is one', () => {
    const { plan, r } = solved(
      { inlet: [part('g', 'gauge'), part('r', 'regulator-mid', { setKpa: 69 })] },
      { head: [part('v', 'ball-1', { lossKpa: 0, fixedKpa: 0 }), part('f', 'screen-1'), part('h', 'gauge')] },
    );
    const steps = walkTo(plan, r, 0).steps.filter((s) => s.kind === 'part');
    expect(steps.map((s) => s.step!.part.id)).toEqual(['f', 'r']);
    expect(steps.map((s) => s.flowLph)).toEqual([r.flowLph, r.blocks[0].flowLph]);
    for (const s of steps) expect(s.beforeKpa - s.afterKpa).toBeGreaterThan(0);
  });

  test('parts before a block’s regulator ask for their loss on top, parts after it lie behind what it holds', () => {
    const REGULATOR = part('r', 'regulator-mid', { setKpa: 69, fixedKpa: 0, lossKpa: 0 });
    const VALVE = part('v', 'ball-1', { fixedKpa: 6, lossKpa: 0, atLph: 1000 });
    const needs = (...inlet: StatedPart[]): number => solved({ inlet }).r.demand.blocks[0].entryKpa;
    const asks = (...inlet: StatedPart[]): number => solved({ inlet }).r.demand.blocks[0].askedLph;
    expect(needs(VALVE, REGULATOR) - needs(REGULATOR)).toBeCloseTo(6, 6);
    expect(needs(REGULATOR, VALVE) - needs(REGULATOR)).toBeCloseTo(0, 6);
    expect(asks(VALVE, REGULATOR)).toBeCloseTo(asks(REGULATOR), 6);
    expect(asks(REGULATOR, VALVE)).toBeLessThan(asks(REGULATOR));
    // Of two regulators the last one holds what the beds get.
    const low = part('low', 'regulator-mid', { setKpa: 50, fixedKpa: 0, lossKpa: 0 });
    expect(asks(REGULATOR, low)).toBeCloseTo(asks(low), 6);
  });

  test('without a regulator it asks for what lifts the weakest emitter of any tape to its own least pressure', () => {
    const two = solved(
      { beds: { ...BLOCK.beds, single: { '4': { tape: 't' } } } },
      { tapes: [{ id: 't', tape: { kind: 'dripline', flowLph: 1, atKpa: 100, minKpa: 60 } }] },
    ).r;
    const [demand] = two.demand.blocks;
    expect(demand.feedKpa).toBeGreaterThan(60);
    expect(demand.feedKpa).toBeLessThan(66);
    const one = solved().r.demand.blocks[0];
    // The typical tape’s window begins at 41.
    expect(one.feedKpa).toBeGreaterThan(41);
    expect(one.feedKpa).toBeLessThan(45);
  });

  test('two headers are two ways from the feed, each piece of each its own', () => {
    const { r } = solved({ header: { pipe: 'pe-20', other: { along: 1, pipe: 'pe-20' } } });
    const [block] = r.blocks;
    expect(new Set(block.built.takeOffs).size).toBe(8);
    expect(new Set(block.built.nodes.map((n) => n.id)).size).toBe(block.built.nodes.length);
    expect(r.runs.reduce((q, x) => q + x.flowLph, 0)).toBeCloseTo(r.flowLph, 5);
  });
});

describe('the steps of the walk', () => {
  const walk = (source: object, block: Partial<StatedBlock> = {}, plan: Partial<Plan> = {}) => {
    const made = solved(
      { inlet: [part('r', 'regulator-mid', { setKpa: 69 })], ...block },
      { sources: [{ id: 's', xM: -2, yM: 0, ...source }] as unknown as Plan['sources'], ...plan },
    );
    return { ...made, steps: walkTo(made.plan, made.r, 0).steps };
  };
  const kinds = (of: ReturnType<typeof walk>): string[] => of.steps.map((s) => s.kind);
  const meets = ({ steps, r }: ReturnType<typeof walk>): void => {
    steps.slice(1).forEach((s, i) => expect(s.beforeKpa).toBe(steps[i].afterKpa));
    expect(steps.at(-1)!.afterKpa).toBeCloseTo(r.runs[0].minKpa, 6);
  };
  const TAP = { kind: 'tap', method: 'gauge', shutKpa: 300, flowingKpa: 250, flowingLph: 3000 };

  test('from a tap: what it stands at shut, what drawing takes, parts, main, header, run', () => {
    const tap = walk(TAP);
    expect(kinds(tap)).toEqual(['rest', 'drawing', 'main', 'part', 'header', 'run']);
    meets(tap);
    const [rest, drawing, main, regulator, header, run] = tap.steps;
    expect([rest.afterKpa, rest.flowLph]).toEqual([300, 0]);
    expect(drawing.afterKpa).toBeCloseTo(300 - 50 * (tap.r.flowLph / (0.8 * 3000)) ** 2, 4);
    expect(main.key).toBe('main b');
    expect(main.lengthM).toBeCloseTo(2, 9);
    expect(main.flowLph).toBeCloseTo(tap.r.flowLph, 6);
    expect(regulator).toMatchObject({ key: 'part b r', lengthM: 0, riseM: 0, afterKpa: 69 });
    expect(header.key).toBe('header b');
    expect(run.key).toBe('run');
    expect(run.flowLph).toBeCloseTo(tap.r.runs[0].flowLph, 9);
  });

  test('from a tank nothing is lost by drawing; from a well it is lifted and held by its switch', () => {
    const tank = walk({ kind: 'tank', outletM: 8, lowM: 8.5, highM: 9 }, { inlet: [] });
    expect(kinds(tank)).toEqual(['rest', 'main', 'header', 'run']);
    expect(tank.steps[0].afterKpa).toBeCloseTo(8.5 * KPA_PER_M, 6);
    meets(tank);
    const well = walk({ kind: 'well', pumpingLevelM: 12, drop: { lengthM: 16 } });
    expect(kinds(well)).toEqual(['rest', 'drawing', 'lift', 'switch', 'main', 'part', 'header', 'run']);
    const lift = well.steps[2];
    expect([lift.riseM, lift.lengthM, lift.key]).toEqual([12, 16, 'source']);
    expect(lift.beforeKpa - lift.afterKpa).toBeGreaterThan(12 * KPA_PER_M);
    expect(well.steps[3].afterKpa).toBeCloseTo(207, 3);
    meets(well);
  });

  test('a booster adds to what it gets, and holds what it is set to', () => {
    const fixed = walk({ ...TAP, shutKpa: 120, flowingKpa: 90, booster: { kind: 'fixed' } });
    expect(kinds(fixed)).toEqual(['rest', 'drawing', 'boost', 'main', 'part', 'header', 'run']);
    expect(fixed.steps[2].afterKpa - fixed.steps[2].beforeKpa).toBeGreaterThan(150);
    const held = walk({ ...TAP, shutKpa: 120, flowingKpa: 90, booster: { kind: 'variable', holdKpa: 200 } });
    expect(kinds(held)).toEqual(['rest', 'drawing', 'boost', 'hold', 'main', 'part', 'header', 'run']);
    expect(held.steps[3].afterKpa).toBeCloseTo(200, 3);
    meets(held);
  });

  test('over tees piece by piece, each with its rise and what flows through it', () => {
    const two = solved(
      {},
      {
        tees: [{ id: 't', xM: 0, yM: -5, heightM: 2, main: { pipe: 'pe-32' } }],
        blocks: [
          { ...BLOCK, main: { from: 't' } },
          { ...BLOCK, id: 'c', xM: 20, main: { from: 't' } },
        ],
      },
    );
    const steps = walkTo(two.plan, two.r, 5).steps.filter((s) => s.kind === 'main');
    expect(steps.map((s) => s.key)).toEqual(['main t', 'main c']);
    expect(steps.map((s) => s.riseM)).toEqual([2, -2]);
    expect(steps[0].flowLph).toBeCloseTo(two.r.flowLph, 5);
    expect(steps[1].flowLph).toBeCloseTo(two.r.blocks[1].flowLph, 5);
    expect(walkTo(two.plan, two.r, 5).block).toBe(1);
    expect(walkTo(two.plan, two.r, 5).bed).toBe('2');
    // A tee that leads to nothing in use is no part of the network.
    const shut = solved(
      {},
      {
        tees: [
          { id: 't', xM: 0, yM: -5, main: { pipe: 'pe-32' } },
          { id: 'u', xM: 9, yM: -5, main: { from: 't', pipe: 'pe-32' } },
        ],
        blocks: [
          { ...BLOCK, main: { from: 't' } },
          { ...BLOCK, id: 'c', xM: 20, main: { from: 'u' }, inUse: false },
        ],
      },
    ).r;
    expect(shut.mains.map((m) => m.laid.to)).toEqual(['t', 'b']);
    expect(shut.blocks).toHaveLength(1);
  });

  test('within a run the line bends as its emitters do, and ends at the weakest', () => {
    const long = solved({ beds: { ...BLOCK.beds, lengthM: 120 } });
    const made = walkTo(long.plan, long.r, 2);
    const run = made.steps.at(-1)!;
    expect(run.shape!.length).toBeGreaterThan(5);
    const shares = run.shape!.map((p) => p.share);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
    expect(run.shape!.at(-1)!.kpa - long.r.runs[2].minKpa).toBeLessThan(0.05);
    expect(made.endKpa).toBeCloseTo(long.r.runs[2].minKpa, 4);
    expect(made.endDistanceM).toBeGreaterThan(110);
    expect(made.endDistanceM).toBeLessThanOrEqual(120);
  });
});
