import { storedLevelM } from '../plan';
import { TAKE_OFF_VALVE_K, valveK } from '../hydraulics/valve';
import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, type Plan, type StatedBlock } from '../plan';
import { velocityMps } from '../hydraulics/friction';
import {
  boosterCycle,
  createPlanSolver,
  headerSpeeds,
  headerStretches,
  intakeCurve,
  intakeOf,
  mediumOf,
  piecesTo,
  shutKpa,
  sourceFlowLph,
  suctionFacts,
  switchFacts,
  tankFacts,
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
    expect([storedLevelM(falling, 'planned'), storedLevelM(falling, 'best')]).toEqual([1.2, 2]);
    expect([storedLevelM(held, 'planned'), storedLevelM(held, 'best')]).toEqual([1.7, 1.7]);
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

  test('a booster adds pressure, not water, and a pump promises nothing past its last point', () => {
    const boosted = { ...TAP, booster: { kind: 'fixed', lowCutKpa: 30 } };
    const plan = planOf(boosted, {}, { wishes: { allowance: 1 } });
    // Before it 300 − 200·(Q/2000)² = 30 at Q = 2000·√1.35.
    expect(sourceFlowLph(plan.sources[0], plan, 100)).toBeCloseTo(2000 * Math.sqrt(1.35), 3);
    const tank = planOf({ ...TANK, booster: { kind: 'fixed' } });
    // 1.2 m of water is no dry run: the booster's own last point ends it.
    expect(sourceFlowLph(tank.sources[0], tank, 100)).toBe(4000);
    const well = planOf({ kind: 'well', othersLph: 300 });
    expect(sourceFlowLph(well.sources[0], well, 0)).toBe(4000 - 300);
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

describe('facts of sources', () => {
  const WELL = { kind: 'well', pumpingLevelM: 10, drop: { lengthM: 15 } };
  const facts = (source: object) => {
    const plan = planOf(source);
    return switchFacts(plan.sources[0], plan);
  };

  test('only a pump on a pressure tank has a switch; one that cannot reach its cut-out never stops', () => {
    expect(facts(TAP)).toBeUndefined();
    expect(facts(TANK)).toBeUndefined();
    expect(facts({ ...WELL, vessel: { part: 'none' } })).toBeUndefined();
    const tank = (cutOutKpa: number) =>
      facts({
        ...WELL,
        vessel: { part: 'tank', volumeL: 100, prechargeKpa: 180, cutInKpa: 200, cutOutKpa },
      })!;
    // 62 m shut less 10 m of lift: 510 kPa.
    expect(tank(500).neverStops).toBe(false);
    expect(tank(500).cutOutLph).toBeGreaterThan(0);
    expect(tank(520).neverStops).toBe(true);
    expect(tank(520).cutOutLph).toBe(0);
    expect(tank(340).cutInLph).toBeGreaterThan(tank(340).cutOutLph);
    // Boyle, at sea level: 100 L · 281.325 · (1/301.325 − 1/441.325).
    expect(tank(340).drawdownL).toBeCloseTo(100 * 281.325 * (1 / 301.325 - 1 / 441.325), 6);
  });

  test('in thinner air a pressure tank gives otherwise, and less suction head is left', () => {
    const pump = (altitudeM: number) => ({
      kind: 'pump',
      altitudeM,
      liftM: 3,
      suction: { lengthM: 8, pipe: 'pe-1-1/2', minorK: 3 },
      vessel: { part: 'tank' },
    });
    expect(facts(pump(2000))!.airKpa).toBeLessThan(facts(pump(0))!.airKpa - 15);
    const left = (altitudeM: number, lph: number) => {
      const plan = planOf(pump(altitudeM));
      const [s] = plan.sources;
      if (s.kind !== 'pump') throw new Error('no pump');
      return suctionFacts(s, plan, lph, 0.5);
    };
    const still = left(0, 0);
    // 10.33 m of air less the vapour at 20 °C, 0.24 m, and the lift.
    expect(still.airM).toBeCloseTo(101.325 / KPA_PER_M, 2);
    expect(still.frictionM).toBe(0);
    expect(still.haveM).toBeCloseTo(still.airM - still.vapourM - 3, 6);
    expect(still.spareM).toBeCloseTo(still.haveM - still.needsM, 9);
    // Raised by what is left but for the margin it would just do.
    expect(still.highestLiftM).toBeCloseTo(3 + still.spareM - 0.5, 9);
    const drawn = left(0, 4000);
    expect(drawn.frictionM).toBeGreaterThan(0.05);
    expect(drawn.haveM).toBeCloseTo(still.haveM - drawn.frictionM, 6);
    expect(left(1500, 0).haveM).toBeLessThan(still.haveM - 1.5);
  });

  test('a tank lasts its usable water over the flow, weighs a kilogram a litre, and is filled by its roof or hose', () => {
    const of = (more: object, lph: number) => {
      const [tank] = planOf({ ...TANK, shape: 'stated', volumeL: 1000, ...more }).sources;
      if (tank.kind !== 'tank') throw new Error('no tank');
      return tankFacts(tank, lph);
    };
    // From 2 m down to 1.2 m of the 1 m that holds 1000 L.
    expect(of({}, 400).usableL).toBeCloseTo(800, 9);
    expect(of({}, 400).lastsMin).toBeCloseTo(120, 9);
    expect(of({}, 0).lastsMin).toBe(Infinity);
    expect(of({ level: 'held' }, 400).lastsMin).toBe(Infinity);
    // A float is fed until its store is empty: 600 L and the 1000 of the canister at 400 L/h are four hours.
    const fed = of({ level: 'held', fedBy: 'store', storeL: 600, shape: 'stated', volumeL: 1000 }, 400);
    expect(fed.usableL).toBeCloseTo(1600, 6);
    expect(fed.lastsMin).toBeCloseTo(240, 6);
    expect(of({ level: 'held', fedBy: 'pumped', storeL: 600 }, 400).lastsMin).toBeCloseTo(240, 6);
    expect(of({ level: 'held', fedBy: 'mains', storeL: 600 }, 400).lastsMin).toBe(Infinity);
    expect(of({ refillLph: 200 }, 1).refillH).toBe(Infinity);
    expect(of({ count: 3 }, 400).fullKg).toBeCloseTo(3 * of({}, 400).fullKg, 9);
    expect(of({ refill: 'roof', roofM2: 50, rainMm: 12, roofShare: 0.8 }, 1).rainL).toBeCloseTo(480, 9);
    expect(of({ refill: 'hose', refillLph: 200 }, 1).refillH).toBeCloseTo(4, 9);
  });
});

test('a booster on its switch starts as often as its vessel asks, and not at all where it runs on', () => {
  const tap = (more: object) =>
    planOf(
      {
        kind: 'tap',
        method: 'gauge',
        shutKpa: 200,
        flowingKpa: 199.999,
        flowingLph: 1e6,
        // The same at any flow: 200 kPa of the tap and 20 m more.
        booster: {
          kind: 'fixed',
          curve: {
            method: 'points',
            points: [
              { flowLph: 0, headM: 20.001 },
              { flowLph: 2000, headM: 20 },
              { flowLph: 2001, headM: 0 },
            ],
          },
          startKpa: 250,
          highCutKpa: 350,
          vesselL: 10,
          ...more,
        },
      },
      {},
      { wishes: { allowance: 1 } },
    );
  const cycle = (plan: ReturnType<typeof tap>, lph: number) => boosterCycle(plan.sources[0], plan, lph);
  // Air at 236 kPa and the air's own 101.3: of 10 L of vessel 10 · 337.3 · (1/351.3 − 1/451.3) = 2.13 L between the two.
  const drawdown = 10 * 337.325 * (1 / 351.325 - 1 / 451.325);
  const half = cycle(tap({}), 1000)!;
  // It gives about 2000 and 1000 are drawn: as long to fill as to empty.
  expect(half.restMin).toBeCloseTo((drawdown / 1000) * 60, 3);
  expect(half.startsPerHour).toBeCloseTo(1000 / (2 * drawdown), -1);
  expect(cycle(tap({}), 2500)!.steady).toBe(true);
  expect(cycle(tap({ startKpa: undefined }), 1000)).toBeUndefined();
  expect(cycle(tap({ kind: 'variable' }), 1000)).toBeUndefined();
});
