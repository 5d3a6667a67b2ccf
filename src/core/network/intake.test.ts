import { TAKE_OFF_VALVE_K, valveK } from '../hydraulics/valve';
import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, type Plan, type StatedBlock } from '../plan';
import { velocityMps } from '../hydraulics/friction';
import {
  createPlanSolver,
  headerSpeeds,
  headerStretches,
  intakeCurve,
  intakeOf,
  mediumOf,
  piecesTo,
  shutKpa,
  sourceFlowLph,
  tankLevelM,
} from './index';

const planOf = (source: object, block: Partial<StatedBlock> = {}, more: Partial<Plan> = {}) =>
  fillIn({
    ...blankPlan('metric'),
    sources: [{ id: 's', ...source }] as unknown as Plan['sources'],
    head: [],
    blocks: [{ id: 'b', inlet: [], ...block }],
    ...more,
  });
const TANK = { kind: 'tank', outletM: 1, lowM: 1.2, highM: 2, floatM: 1.7 };
const TAP = { kind: 'tap', method: 'gauge', shutKpa: 300, flowingKpa: 100, flowingLph: 2000 };

describe('a source as the solver takes it', () => {
  test('a tank stands at its low water as planned and at its high water at best; a float holds it at both', () => {
    const falling = planOf({ ...TANK, level: 'falling' }).sources[0];
    const held = planOf({ ...TANK, level: 'held' }).sources[0];
    if (falling.kind !== 'tank' || held.kind !== 'tank') throw new Error('no tank');
    expect([tankLevelM(falling, 'planned'), tankLevelM(falling, 'best')]).toEqual([1.2, 2]);
    expect([tankLevelM(held, 'planned'), tankLevelM(held, 'best')]).toEqual([1.7, 1.7]);
    const plan = planOf(TANK);
    expect(shutKpa(falling, plan)).toBeCloseTo(2 * KPA_PER_M, 9);
  });

  test('what others draw counts as planned and not at best, and is drawn first', () => {
    const shared = planOf({ ...TAP, othersLph: 500 }, {}, { wishes: { allowance: 1 } });
    const alone = planOf(TAP, {}, { wishes: { allowance: 1 } });
    const [a, b] = [shared.sources[0], alone.sources[0]];
    // 300 − 200·(Q/2000)²: at 100 kPa 2000 L/h in all.
    expect(sourceFlowLph(b, alone, 100)).toBeCloseTo(2000, 3);
    expect(sourceFlowLph(a, shared, 100)).toBeCloseTo(1500, 3);
    const kpa = (state: 'planned' | 'best') => intakeCurve(intakeOf(a, 1, state), mediumOf(shared)).kpa(0);
    expect(kpa('planned')).toBeCloseTo(300 - 200 * (500 / 2000) ** 2, 6);
    expect(kpa('best')).toBeCloseTo(300, 9);
  });

  test('the allowance is a share of what was measured as planned, and all of it at best', () => {
    const plan = planOf(TAP, {}, { wishes: { allowance: 0.5 } });
    expect(sourceFlowLph(plan.sources[0], plan, 100)).toBeCloseTo(1000, 3);
    expect(sourceFlowLph(plan.sources[0], { ...plan, water: 'best' }, 100)).toBeCloseTo(2000, 3);
  });

  test('a switch holds its cut-in as planned and its cut-out at best', () => {
    const well = planOf({
      kind: 'well',
      pumpingLevelM: 10,
      vessel: { part: 'tank', cutInKpa: 200, cutOutKpa: 340 },
    });
    const at = (state: 'planned' | 'best') =>
      intakeCurve(intakeOf(well.sources[0], 1, state), mediumOf(well)).kpa(0);
    expect([at('planned'), at('best')]).toEqual([200, 340]);
    const bare = planOf({ kind: 'well', pumpingLevelM: 10, vessel: { part: 'flow' } });
    // The typical pump comes to 62 m shut, 10 of them used up by the lift.
    expect(shutKpa(bare.sources[0], bare)).toBeCloseTo(52 * KPA_PER_M, 6);
  });
});

describe('headers as the solver takes them', () => {
  const BLOCK: Partial<StatedBlock> = {
    beds: { count: 4, lengthM: 10, widthM: 1, pathM: 1, runsPerBed: 1 },
    header: { pipe: 'pe-20', takeOffK: 2 },
  };
  const solved = (more: Partial<StatedBlock>) => {
    const plan = planOf({ ...TAP, xM: -2 }, { ...BLOCK, ...more });
    return { plan, r: createPlanSolver().solve(plan) };
  };

  test('a take-off valve that is turned adds its loss to the take-off’s', () => {
    const { r } = solved({ beds: { ...BLOCK.beds, single: { '2': { valveDeg: 40 } } } });
    const k = r.blocks[0].built.laterals.map((l) => l.inletK);
    expect(k[0]).toBe(2);
    expect(k[1]).toBeCloseTo(2 + TAKE_OFF_VALVE_K * valveK(40), 9);
    expect(k[1]).toBeGreaterThan(3);
  });

  test('the pieces to the last take-off are all of them, in the order of the water', () => {
    const { r } = solved({});
    const { built } = r.blocks[0];
    const way = piecesTo(built, 3).map((p) => built.header[p].atM);
    expect(way).toHaveLength(4);
    expect([...way].sort((a, b) => a - b)).toEqual(way);
    expect(piecesTo(built, 0)).toHaveLength(1);
  });

  test('speeds of every piece, and of the pipe that leads to the other end: flow over the bore', () => {
    const { plan, r } = solved({ header: { pipe: 'pe-20', feed: 'both', second: { pipe: 'pe-25' } } });
    const block = r.blocks[0];
    const speeds = headerSpeeds(r, block);
    expect(speeds).toHaveLength(block.built.header.length + 1);
    const tie = Math.abs(r.solution.tieLph[r.built.tieAt(block.built.ties[0].link)]);
    const { boreMm } = plan.blocks[0].header.second;
    expect(speeds.at(-1)).toBeCloseTo(velocityMps(tie, boreMm), 9);
    expect(tie).toBeGreaterThan(0);
    // What comes by the first piece and by the other end is all that the block takes.
    const first = r.solution.linkLph[r.built.linkAt(block.built.header[0].link)];
    expect(Math.abs(first) + tie).toBeCloseTo(block.flowLph, 4);
    expect(speeds[0]).toBeCloseTo(velocityMps(Math.abs(first), plan.blocks[0].header.boreMm), 9);
    const stretches = headerStretches(plan, r, block);
    expect(stretches.map((s) => s.second)).toEqual([false, true]);
    expect(stretches[1].flowLph).toBeCloseTo(tie, 9);
    expect(stretches[0].velocityMps).toBeCloseTo(Math.max(...speeds.slice(0, -1)), 9);
  });
});
