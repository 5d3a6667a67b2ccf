import { createPlanSolver, type FarmResults } from '../network';
import { fillIn, blankPlan, type FullPlan, type TankSource } from '../plan';
import { evenOut, withValves } from './evenOut';
import { feedOf } from './feeding';
import { fillingOf, pipeL } from './filling';
import { heldOrFalling } from './lasting';
import { gardenPlan } from './sets.testing';
import { emptyTank, leastThat, tankTable, tankThrough } from './tankOverTime';
import { alongRunS, slowestTravel } from './travel';

const solve = (plan: FullPlan): FarmResults => createPlanSolver().solve(plan);

describe('filling', () => {
  /** A tap whose open bucket gives 1,000 L/h: into empty wide pipes it gives just that. Emitters hardly drip. */
  const plan = gardenPlan({
    tapLph: 1000,
    shutKpa: 100,
    wishes: { allowance: 1 },
    blocks: [
      {
        id: 'b',
        inlet: [],
        beds: { count: 2, lengthM: 1, widthM: 1, pathM: 19, runsPerBed: 1 },
        tape: { flowLph: 0.01, atKpa: 50, spacingM: 0.9, boreMm: 4 },
        header: { pipe: 'pe-63', boreMm: 55.4, takeOffK: 0 },
        main: { pipe: 'pe-63', boreMm: 55.4, extraM: 10, minorK: 0 },
      },
    ],
  });

  it('of a simple header takes its volume over the flow', () => {
    const { headersL, mainsL, seconds, flowLph } = fillingOf(plan, solve(plan), false);
    // From the feed at the first bed's edge to the runs in the middles of the beds: 0.5 m and 20 m on.
    expect(headersL).toBeCloseTo((Math.PI / 4) * 0.554 ** 2 * 205, 6);
    expect(mainsL).toBeCloseTo((Math.PI / 4) * 0.554 ** 2 * 100, 0);
    expect(flowLph).toBeGreaterThan(985);
    expect(flowLph).toBeLessThanOrEqual(1000);
    // The runs, 12 mL each, hardly count.
    expect(seconds / ((headersL / flowLph) * 3600)).toBeGreaterThan(1);
    expect(seconds / ((headersL / flowLph) * 3600)).toBeLessThan(1.01);
    // A main that drains fills again too.
    const drained = fillingOf(plan, solve(plan), true);
    expect(drained.seconds - seconds).toBeCloseTo((mainsL / flowLph) * 3600, 3);
    expect(drained.drainsL).toBeCloseTo(headersL + mainsL + drained.runsL, 9);
  });

  it('takes longer the weaker the source, and never ends where runs drip away what comes', () => {
    const seconds = (tapLph: number): number => {
      const p = gardenPlan({ tapLph, blocks: [{ id: 'b', beds: { count: 8, lengthM: 40 } }] });
      return fillingOf(p, solve(p), false).seconds;
    };
    expect(seconds(4000)).toBeGreaterThan(seconds(8000));
    expect(seconds(8000)).toBeGreaterThan(0);
    // Runs that climb 3 m from a tap of 20 kPa never fill to their ends.
    const uphill = gardenPlan({
      tapLph: 3000,
      shutKpa: 20,
      blocks: [{ id: 'b', inlet: [], ground: { slopeAlong: 0.05 }, beds: { count: 2, lengthM: 60 } }],
    });
    expect(fillingOf(uphill, solve(uphill), false).seconds).toBe(Infinity);
  });
});

describe('filling up and down hill', () => {
  const seconds = (heightM: number, sourceM: number, takeOffK = 1.5): number => {
    const p = gardenPlan({
      sources: [
        { id: 'tap', kind: 'tap', shutKpa: 200, bucketL: 10, triesS: [10], xM: 0, yM: 0, heightM: sourceM },
      ],
      blocks: [
        {
          id: 'b',
          inlet: [],
          heightM,
          ground: { by: 'falls', slopeAlong: 0, slopeAcross: 0 },
          beds: { count: 4, lengthM: 20 },
          header: { pipe: 'pe-1', takeOffK },
        },
      ],
    });
    return fillingOf(p, solve(p), false).seconds;
  };

  it('goes by the height between source and block, not by that over the sea', () => {
    expect(seconds(30, 30)).toBeCloseTo(seconds(0, 0), 6);
    expect(seconds(35, 30)).toBeGreaterThan(1.05 * seconds(30, 30));
    expect(seconds(25, 30)).toBeLessThan(0.98 * seconds(30, 30));
  });

  it('takes longer through narrow take-offs', () => {
    expect(seconds(0, 0, 400)).toBeGreaterThan(1.02 * seconds(0, 0));
  });
});

describe('travel', () => {
  it('along a run of like emitters is the closed sum', () => {
    // Ten emitters of q with v litres between them: v/q · (1/10 + 1/9 + … + 1).
    const harmonic = Array.from({ length: 10 }, (_, i) => 1 / (i + 1)).reduce((a, b) => a + b, 0);
    expect(alongRunS(new Array(10).fill(1.2), 0.06, 0.06)).toBeCloseTo((0.06 / 1.2) * harmonic * 3600, 9);
    expect(alongRunS([], 1, 1)).toBe(0);
  });

  it('of a plan is main, header and run of the slowest way', () => {
    const plan = gardenPlan({ tapLph: 8000, blocks: [{ id: 'b', beds: { count: 6, lengthM: 40 } }] });
    const results = solve(plan);
    const t = slowestTravel(plan, results);
    expect(t.seconds).toBeCloseTo(t.mainS + t.headerS + t.runS, 9);
    const r = results.runs[t.runIndex];
    // Emitters nearly alike: volume over flow times the harmonic sum.
    const harmonic = Array.from({ length: r.emitters }, (_, i) => 1 / (i + 1)).reduce((a, b) => a + b, 0);
    const like = (pipeL(r.run.tape.boreMm, r.emitters * r.run.tape.spacingM) / r.flowLph) * harmonic * 3600;
    expect(t.runS / like).toBeGreaterThan(0.95);
    expect(t.runS / like).toBeLessThan(1.1);
    const [main] = results.mains;
    expect(t.mainS).toBeCloseTo((pipeL(main.laid.piece.boreMm, main.laid.lengthM) / main.flowLph) * 3600, 6);
  });
});

describe('a tank that empties', () => {
  /** A round tank on its stand, a wide pipe, and one hole that lets it out at the outlet's height. */
  const tank = (more: Partial<TankSource> = {}): FullPlan =>
    fillIn({
      ...blankPlan('metric'),
      sources: [
        {
          id: 'tank',
          kind: 'tank',
          shape: 'round',
          diameterM: 1.2,
          outletM: 0,
          lowM: 0.1,
          highM: 1.6,
          count: 1,
          refill: 'none',
          xM: 0,
          yM: 0,
          ...more,
        },
      ],
      head: [],
      blocks: [
        {
          id: 'b',
          inlet: [],
          beds: { count: 1, lengthM: 1, runsPerBed: 1 },
          tape: { flowLph: 300, atKpa: 10, exponent: 0.5, spacingM: 0.9, boreMm: 60, minKpa: 5, maxKpa: 80 },
          header: { boreMm: 100, takeOffK: 0 },
          main: { boreMm: 100, minorK: 0 },
        },
      ],
    });

  it('through a fixed opening takes the time of the closed form', () => {
    const run = emptyTank(tankTable(tank(), createPlanSolver())!);
    // q = k·√h, so from h₁ to 0 it takes 2·A·√h₁ / k: here k = 300·√(9.80665/10) L/h per √m.
    const area = (Math.PI / 4) * 1.2 ** 2 * 1000;
    const k = 300 * Math.sqrt(9.80665 / 10);
    const closed = ((2 * area * Math.sqrt(1.6)) / k) * 60;
    expect(Math.abs(run.emptyMin / closed - 1)).toBeLessThan(0.01);
    expect(run.emptyL).toBeCloseTo(area * 1.6, 6);
    // One emitter is as even as can be: it drips as it should, however little, to the last of the water.
    expect(run.leavesL / run.emptyL).toBeGreaterThan(0.98);
    // Where more evenness is wished than its maker's variation leaves, the label's least pressure counts: at 5 kPa, 0.51 m
    // of water, 2·A·(√1.6 − √0.51)/k.
    const strict = emptyTank(
      tankTable({ ...tank(), wishes: { ...tank().wishes, uniformity: 0.99 } }, createPlanSolver())!,
    );
    const leaves = ((2 * area * (Math.sqrt(1.6) - Math.sqrt(5 / 9.80665))) / k) * 60;
    expect(Math.abs(strict.leavesMin / leaves - 1)).toBeLessThan(0.02);
    // Flow, pressure and level only fall.
    run.moments.slice(1).forEach((m, i) => {
      expect(m.flowLph).toBeLessThanOrEqual(run.moments[i].flowLph + 1e-9);
      expect(m.levelM).toBeLessThanOrEqual(run.moments[i].levelM);
    });
  });

  it('held by a float gives the same to the end of its store', () => {
    const table = tankTable(tank({ level: 'held', floatM: 1, fedBy: 'store' }), createPlanSolver())!;
    const run = emptyTank(table);
    const area = (Math.PI / 4) * 1.2 ** 2 * 1000;
    expect(run.emptyMin).toBeCloseTo(((area * 1.6) / (300 * Math.sqrt(9.80665 / 10))) * 60, 0);
    expect(run.moments.at(-1)!.flowLph).toBeCloseTo(run.moments[0].flowLph, 9);
  });

  it('waterings of a day are followed in the order of the day, however they are listed', () => {
    const table = tankTable(tank(), createPlanSolver())!;
    const tables = new Map([['a', table]]);
    const draws = [6, 18, 12].map((h) => ({ set: 'a', fromMin: h * 60, minutes: 60 }));
    const days = tankThrough(tables, draws, 2, 1, 5, () => 0);
    const sorted = tankThrough(
      tables,
      [...draws].sort((a, b) => a.fromMin - b.fromMin),
      2,
      1,
      5,
      () => 0,
    );
    expect(days).toEqual(sorted);
    days.points.slice(1).forEach((p, i) => expect(p.minute).toBeGreaterThanOrEqual(days.points[i].minute));
  });

  it('a tank with no height of water gives the same at every level', () => {
    const table = tankTable(tank({ highM: 0, lowM: 0 }), createPlanSolver())!;
    const run = emptyTank(table);
    expect(run.moments[0].flowLph).toBeCloseTo(table.levels[0].flowLph, 9);
    expect(run.emptyL).toBe(0);
  });

  it('a float against a falling level: the one runs steady, the other slows', () => {
    const run = emptyTank(tankTable(tank(), createPlanSolver())!);
    const area = (Math.PI / 4) * 1.2 ** 2 * 1000;
    const k = 300 * Math.sqrt(9.80665 / 10);
    const litres = area * 0.5;
    const { held, falling } = heldOrFalling(run, run.moments[0].levelM - 0.6, litres);
    // 1 m of water over the opening gives k L/h for as long as wished.
    expect(held.fromLph / k).toBeCloseTo(1, 2);
    expect(held.toLph).toBe(held.fromLph);
    expect(held.minutes / ((litres / k) * 60)).toBeCloseTo(1, 2);
    // From 1.6 to 1.1 m: 2·A·(√1.6 − √1.1)/k.
    const closed = ((2 * area * (Math.sqrt(1.6) - Math.sqrt(1.1))) / k) * 60;
    expect(falling.minutes / closed).toBeCloseTo(1, 2);
    expect(falling.toLph / (k * Math.sqrt(1.1))).toBeCloseTo(1, 2);
    expect(falling.fromLph / (k * Math.sqrt(1.6))).toBeCloseTo(1, 2);
    // More than there is never comes.
    expect(heldOrFalling(run, 0, area * 2).falling.minutes).toBe(Infinity);
  });

  it('between two moments of a run is found by straight lines, and is the last one beyond them', () => {
    const moment = (minutes: number, levelM: number, litres: number, flowLph: number, evenness: number) => ({
      minutes,
      levelM,
      litres,
      flowLph,
      evenness,
    });
    const moments = [moment(0, 2, 0, 100, 0.9), moment(60, 1, 90, 80, 0.8), moment(90, 0.5, 120, 40, 0.7)];
    const of = (floatM: number, litres: number) => heldOrFalling({ moments } as never, floatM, litres);
    // A quarter of the way from 1 to 0.5 m; two thirds from 0 to 90 L.
    expect(of(0.875, 60).held).toMatchObject({ fromLph: 70, toLph: 70 });
    expect(of(0.875, 60).held.evenness).toBeCloseTo(0.775, 12);
    const { falling } = of(0.875, 60);
    expect(falling.minutes).toBeCloseTo(40, 12);
    expect(falling.toLph).toBeCloseTo(100 - (2 / 3) * 20, 12);
    expect(falling.fromLph).toBe(100);
    // A float above high water holds it full, one below all is as low as it goes; moments that are alike have no way between.
    expect(of(3, 60).held.fromLph).toBe(100);
    expect(of(0.1, 60).held.fromLph).toBe(40);
    const flat = { moments: [moment(0, 1, 0, 50, 1), moment(10, 1, 0, 50, 1), moment(20, 0.5, 10, 30, 1)] };
    expect(heldOrFalling(flat as never, 1, 0).held.fromLph).toBe(50);
  });

  it('through days: what is given and what is left make up what was there', () => {
    const table = tankTable(tank(), createPlanSolver())!;
    const tables = new Map([['a', table]]);
    const draws = [{ set: 'a', fromMin: 18 * 60, minutes: 60 }];
    const days = tankThrough(tables, draws, 4, 1, 10, () => 0);
    const last = days.points.at(-1)!.levelM;
    const full = table.litresPerM * 1.6;
    // 10 L/h, but for what runs over while it is full until the first evening.
    expect(full - days.givenL + 10 * (96 - 18)).toBeCloseTo(table.litresPerM * last, 3);
    const many = tankThrough(tables, draws, 30, 1, 0, () => 0);
    expect(many.dry).toMatchObject({ set: 'a' });
    expect(many.dry!.minute).toBeGreaterThanOrEqual(18 * 60);
    expect(many.dry!.minute).toBeLessThan(19 * 60);
    // A larger one lasts longer; one large enough never fails.
    const scale = leastThat((s) => !tankThrough(tables, draws, 30, 1, 0, () => 0, s).dry, 1, 200)!;
    expect(scale).toBeGreaterThan(1);
    expect(tankThrough(tables, draws, 30, 1, 0, () => 0, scale).dry).toBeUndefined();
    expect(tankThrough(tables, draws, 30, 1, 0, () => 0, scale * 0.98).dry).toBeDefined();
    // Rain in time keeps it going.
    expect(tankThrough(tables, draws, 30, 1, 0, () => 1000).dry).toBeUndefined();
  });

  it('is none where the source is a tap', () => {
    expect(tankTable(gardenPlan({}), createPlanSolver())).toBeUndefined();
  });
});

describe('feeding', () => {
  it('works out stock, rate and ratio by hand', () => {
    const plan = gardenPlan({
      tapLph: 8000,
      head: [{ id: 'v', kind: 'venturi-1' }],
      blocks: [{ id: 'b', beds: { count: 4, lengthM: 20, widthM: 0.75 } }],
      watering: { feeding: { perM2G: 2, stockGPerL: 100 } },
    });
    const results = solve(plan);
    const filling = fillingOf(plan, results, true);
    const travel = slowestTravel(plan, results);
    const feed = feedOf(plan, results, filling, travel);
    // 4 beds of 15 m²: 120 g, in 1.2 L of stock.
    expect(feed.feedG).toBeCloseTo(120, 9);
    expect(feed.stockL).toBeCloseTo(1.2, 9);
    expect(feed.rateLph).toBeCloseTo(1.2 / (feed.injectMin / 60), 9);
    expect(feed.ratio).toBeCloseTo(results.flowLph / feed.rateLph, 9);
    // All the feed in the water that passes while it is injected.
    expect(feed.strengthGPerL * results.flowLph * (feed.injectMin / 60)).toBeCloseTo(120, 6);
    expect(feed.fillMin).toBeCloseTo(filling.seconds / 60, 9);
    expect(feed.totalMin).toBeCloseTo(feed.fillMin + feed.injectMin + feed.rinseMin, 9);
    expect(feed.injectMin).toBeCloseTo(travel.seconds / 60, 9);
  });

  it('is injected until a venturi has drawn all the stock, and no sooner', () => {
    const fed = (stockLph: number) => {
      const plan = gardenPlan({
        tapLph: 8000,
        head: [{ id: 'v', kind: 'venturi-1', stockLph }],
        blocks: [{ id: 'b', beds: { count: 4, lengthM: 20, widthM: 0.75 } }],
        watering: { feeding: { perM2G: 20, stockGPerL: 100 } },
      });
      const results = solve(plan);
      const [venturi] = results.head;
      const feed = feedOf(plan, results, fillingOf(plan, results, true), slowestTravel(plan, results));
      return { feed, results, venturi };
    };
    const { feed, results, venturi } = fed(5);
    const has = venturi.beforeKpa - results.blocks[0].feedKpa;
    expect(feed.injector).toMatchObject({ kind: 'venturi', needsKpa: venturi.beforeKpa / 5 });
    expect(feed.injector!.hasKpa).toBeCloseTo(has, 9);
    // 12 L of stock at what the suction of its throat draws.
    const draws = 5 * Math.sqrt(Math.min(90, 5 * has - venturi.beforeKpa) / 90);
    expect(feed.injector!.drawsLph).toBeCloseTo(draws, 9);
    expect(feed.injectMin).toBeCloseTo((12 / draws) * 60, 6);
    expect(fed(5000).feed.injectMin).toBeLessThan(feed.injectMin / 2);
  });

  it('goes to open beds only', () => {
    const plan = gardenPlan({
      tapLph: 8000,
      blocks: [{ id: 'b', beds: { count: 4, lengthM: 20, widthM: 0.75, single: { 1: { resting: true } } } }],
    });
    const results = solve(plan);
    const feed = feedOf(plan, results, fillingOf(plan, results, true), slowestTravel(plan, results));
    expect(feed.areaM2).toBeCloseTo(45, 9);
  });
});

describe('valves turned for evenness', () => {
  it('bring the beds of an undersized header together', () => {
    const plan = gardenPlan({
      tapLph: 9000,
      blocks: [
        {
          id: 'b',
          inlet: [],
          beds: { count: 16, lengthM: 30 },
          header: { pipe: 'pe-3/4', boreMm: 20.9 },
        },
      ],
    });
    const { before, after, valves } = evenOut(plan, createPlanSolver());
    expect(before.most - before.least).toBeGreaterThan(0.1);
    expect(after.most - after.least).toBeLessThan((before.most - before.least) / 4);
    const turned = [...valves.get('b')!.entries()];
    expect(turned.length).toBeGreaterThan(8);
    // Those near the feed are turned most; the last one stands open.
    expect(valves.get('b')!.get('1')!).toBeGreaterThanOrEqual(valves.get('b')!.get('10') ?? 0);
    expect(valves.get('b')!.get('16')).toBeUndefined();
  });

  it('begins from open valves, whatever the plan says; those of beds that rest, or are shut now, stay as they are', () => {
    const turned = (
      single: Record<string, { valveDeg?: number; resting?: boolean; crop?: string }>,
      open?: string[],
    ) => {
      const plan = gardenPlan({ blocks: [{ id: 'b', beds: { count: 4, lengthM: 20, single } }] });
      const now = open ? { ...plan, blocks: plan.blocks.map((b) => ({ ...b, open })) } : plan;
      return (anew: boolean, own: [string, number][] = []) =>
        withValves(now, new Map([['b', new Map(own)]]), anew).blocks[0].beds.single;
    };
    const two = turned({ '1': { valveDeg: 30, crop: 'squash' }, '2': { valveDeg: 50 } });
    expect(two(true)).toEqual({ '1': { crop: 'squash' }, '2': {} });
    expect(two(false)).toEqual({ '1': { valveDeg: 30, crop: 'squash' }, '2': { valveDeg: 50 } });
    expect(two(true, [['2', 15]])).toEqual({ '1': { crop: 'squash' }, '2': { valveDeg: 15 } });
    expect(two(false, [['3', 15]])['3']).toEqual({ valveDeg: 15 });
    // A set that opens bed 2 alone leaves bed 1's valve be.
    expect(turned({ '1': { valveDeg: 30 }, '2': { valveDeg: 50 } }, ['2'])(true)).toEqual({
      '1': { valveDeg: 30 },
      '2': {},
    });
    const idle = gardenPlan({
      blocks: [{ id: 'b', inUse: false, beds: { count: 2, single: { '1': { valveDeg: 9 } } } }],
    });
    expect(withValves(idle, new Map(), true).blocks[0]).toBe(idle.blocks[0]);
  });

  it('evens a plan whose valves stand wrong as well as one whose valves stand open', () => {
    const plan = (single: Record<string, { valveDeg: number }>) =>
      gardenPlan({
        tapLph: 9000,
        blocks: [
          {
            id: 'b',
            inlet: [],
            beds: { count: 8, lengthM: 30, single },
            header: { pipe: 'pe-3/4', boreMm: 18 },
          },
        ],
      });
    const open = evenOut(plan({}), createPlanSolver());
    const wrong = evenOut(plan({ '8': { valveDeg: 60 } }), createPlanSolver());
    expect([...wrong.valves.get('b')!]).toEqual([...open.valves.get('b')!]);
    expect(wrong.before.most - wrong.before.least).toBeGreaterThan(open.before.most - open.before.least);
  });
});

describe('a tank that is filled while it is drawn on', () => {
  const level = (levelM: number) => ({ levelM, flowLph: 60, weakestKpa: 10, marginKpa: 5, evenness: 1 });
  const table = {
    levels: [level(0), level(0.5), level(1)],
    outletM: 0,
    highM: 1,
    litresPerM: 100,
    held: false,
  };
  const through = (refillLph: number, minutes: number) =>
    tankThrough(new Map([['a', table]]), [{ set: 'a', fromMin: 0, minutes }], 1, 1, refillLph, () => 0);

  it('gives what is in it and what runs in: 100 L at 60 L/h less 20 L/h of hose last two hours and a half', () => {
    expect(through(0, 90).dry).toBeUndefined();
    expect(through(0, 120).dry).toMatchObject({ minute: 100 });
    expect(through(20, 145).dry).toBeUndefined();
    expect(through(20, 200).dry?.minute).toBe(150);
    // Empty, it gives what the hose brings.
    const spent = through(20, 200);
    expect(spent.givenL).toBeCloseTo(100 + (20 * 200) / 60, 6);
    expect(spent.missingL).toBeCloseTo(200 - spent.givenL, 6);
    expect(through(60, 600).dry).toBeUndefined();
  });
});
