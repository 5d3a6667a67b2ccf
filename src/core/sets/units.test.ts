import { layOut } from '../layout';
import { createPlanSolver } from '../network';
import { blankPlan, fillIn, type FullPlan, type Plan, type StatedBlock } from '../plan';
import { gardenPlan } from './sets.testing';
import { loadOf } from './parts';
import { monthBudgets, programmeRows } from './programme';
import { bedsOf, byLike, holds, lphOf, valveUnits, type ValveUnit } from './valveUnits';

const BLOCK: StatedBlock = {
  id: 'a',
  inlet: [],
  beds: { count: 3, lengthM: 10, widthM: 1, pathM: 1, runsPerBed: 1 },
};
const unitsOf = (plan: FullPlan): ValveUnit[] =>
  valveUnits(plan, layOut(plan), createPlanSolver().solve(plan));
const garden = (blocks: Plan['blocks'], more: object = {}): FullPlan =>
  gardenPlan({ tapLph: 20000, shutKpa: 100, blocks, ...more });

describe('what opens and shuts as one', () => {
  test('beds with valves are units each, in the middle of themselves; their flows together are what the block asks for', () => {
    const plan = garden([{ ...BLOCK, xM: 5, yM: 2 }]);
    const units = unitsOf(plan);
    expect(units.map((u) => u.key)).toEqual(['1', '2', '3']);
    expect(units.map((u) => [u.xM, u.yM])).toEqual([
      [5.5, 7],
      [7.5, 7],
      [9.5, 7],
    ]);
    const asked = createPlanSolver().solve(plan).demand.blocks[0].askedLph;
    expect(lphOf(units)).toBeCloseTo(asked, 6);
    expect(units[0].lph).toBeCloseTo(asked / 3, 6);
  });

  test('behind one valve the block is one, in the middle of all; beds at rest count for nothing', () => {
    const [unit, ...rest] = unitsOf(garden([{ ...BLOCK, xM: 5, yM: 2, valves: 'block' }]));
    expect(rest).toEqual([]);
    expect(unit.key).toBeUndefined();
    expect([unit.xM, unit.yM]).toEqual([7.5, 7]);
    const resting = unitsOf(
      garden([{ ...BLOCK, beds: { ...BLOCK.beds, single: { '2': { resting: true } } } }]),
    );
    expect(resting.map((u) => u.key)).toEqual(['1', '3']);
    expect(unitsOf(garden([{ ...BLOCK, beds: { ...BLOCK.beds, lengthM: 0.2 } }]))).toEqual([]);
  });

  test('a bed of twice the runs asks for half the hours; a longer one for as many', () => {
    const units = unitsOf(
      garden([{ ...BLOCK, beds: { ...BLOCK.beds, single: { '2': { runs: 2 }, '3': { lengthM: 20 } } } }]),
    );
    const hours = new Map(units.map((u) => [u.key, u.needH]));
    expect(hours.get('1')! / hours.get('2')!).toBeCloseTo(2, 1);
    expect(hours.get('3')! / hours.get('1')!).toBeCloseTo(1, 1);
  });

  test('like are those of one material whose hours differ by no more than half', () => {
    const like = (single: Record<string, object>, more: object = {}) =>
      new Set(unitsOf(garden([{ ...BLOCK, beds: { ...BLOCK.beds, single } }], more)).map((u) => u.like)).size;
    expect(like({})).toBe(1);
    expect(like({ '2': { runs: 2 } })).toBe(2);
    const plan = fillIn({
      ...blankPlan('metric'),
      sources: [{ id: 'tap', kind: 'tap', shutKpa: 100, bucketL: 55, triesS: [10] }],
      head: [],
      tapes: [{ id: 't', tape: { kind: 'dripline', flowLph: 0.95, atKpa: 55 } }],
      blocks: [{ ...BLOCK, beds: { ...BLOCK.beds, single: { '2': { tape: 't' } } } }],
    });
    expect(new Set(unitsOf(plan).map((u) => u.like.split(' ')[0]))).toEqual(new Set(['tape', 'dripline']));
  });

  test('blocks follow each other from neighbour to neighbour, from the source on; beds by their numbers', () => {
    const at = (id: string, xM: number): StatedBlock => ({
      ...BLOCK,
      id,
      xM,
      beds: { ...BLOCK.beds, count: 12 },
    });
    const units = unitsOf(garden([at('far', 80), at('near', 0), at('middle', 40)]));
    expect([...new Set(units.map((u) => u.block))]).toEqual(['near', 'middle', 'far']);
    expect(units.filter((u) => u.block === 'near').map((u) => Number(u.key))).toEqual(
      Array.from({ length: 12 }, (_, i) => i + 1),
    );
  });
});

describe('units as sets name them', () => {
  const unit = (block: string, key?: string, like = 'x', lph = 10): ValveUnit => ({
    block,
    ...(key && { key }),
    lph,
    needH: 1,
    like,
    xM: 0,
    yM: 0,
  });

  test('beds block by block, a whole block without its beds', () => {
    expect(bedsOf([unit('a', '1'), unit('b'), unit('a', '3')])).toEqual([
      { block: 'a', keys: ['1', '3'] },
      { block: 'b' },
    ]);
  });

  test('a set holds a unit by its bed, or all of its block', () => {
    const set = { beds: [{ block: 'a', keys: ['1', '2'] }, { block: 'b' }] };
    expect(holds(set, unit('a', '1'))).toBe(true);
    expect(holds(set, unit('a', '3'))).toBe(false);
    expect(holds(set, unit('b', '9'))).toBe(true);
    expect(holds(set, unit('c', '1'))).toBe(false);
    // A block behind one valve is held only whole.
    expect(holds(set, unit('a'))).toBe(false);
    expect(holds(set, unit('b'))).toBe(true);
  });

  test('flows add up, and like ones are put together in the order they come', () => {
    expect(lphOf([unit('a', '1', 'x', 4), unit('a', '2', 'y', 5)])).toBe(9);
    const parts = byLike([unit('a', '1', 'x'), unit('a', '2', 'y'), unit('a', '3', 'x')]);
    expect(parts.map((p) => p.map((u) => u.key))).toEqual([['1', '3'], ['2']]);
  });
});

describe('what a set asks of its source', () => {
  const load = (tapLph: number, blocks: Plan['blocks'] = [BLOCK]) => {
    const plan = gardenPlan({ tapLph, shutKpa: 100, blocks, wishes: { allowance: 1 } });
    return loadOf(createPlanSolver().solve(plan), plan.wishes.uniformity);
  };

  test('is what it asks over what there is at the pressure it needs', () => {
    const plenty = load(20000);
    expect(plenty.ok).toBe(true);
    expect(plenty.load).toBeCloseTo(plenty.asksLph / plenty.givesLph, 9);
    const little = load(60);
    expect(little.ok).toBe(false);
    expect(little.load).toBeGreaterThan(1);
    expect(load(20000, [{ ...BLOCK, beds: { ...BLOCK.beds, lengthM: 0.2 } }])).toMatchObject({
      ok: true,
      load: 0,
    });
  });

  test('under a tank is how uneven it drips against how uneven it may', () => {
    const tank = (more: object, tape: StatedBlock['tape'] = {}) => {
      const plan = gardenPlan({
        sources: [{ id: 't', kind: 'tank', outletM: 1, lowM: 1.1, highM: 2, ...more } as never],
        blocks: [{ ...BLOCK, tape }],
      });
      const results = createPlanSolver().solve(plan);
      return { results, ...loadOf(results, 0.9) };
    };
    const drips = tank({});
    expect(drips.givesLph).toBe(Infinity);
    expect(drips.asksLph).toBe(drips.results.flowLph);
    expect(drips.load).toBeCloseTo((1 - drips.results.uniformity) / 0.1, 6);
    // What shuts itself below its least pressure does not drip at all.
    expect(tank({}, { kind: 'compensating' }).load).toBe(Infinity);
    // High up the label's pressure is there, and it is asked against given.
    expect(tank({ outletM: 8, lowM: 8.1, highM: 9 }).givesLph).toBe(
      tank({ outletM: 8, lowM: 8.1, highM: 9 }).results.demand.availableLph,
    );
  });
});

describe('a timer’s table', () => {
  const time = (id: string, minutes: number) =>
    ({ id, name: id.toUpperCase(), minutes, flowLph: 3000 }) as never;
  const entry = (set: string, fromMin: number) => ({ set, fromMin, toMin: fromMin + 30 }) as never;

  test('a station for each set in their order, its starts in the order of the day, whole minutes', () => {
    const plan = garden([BLOCK, { ...BLOCK, id: 'c', name: 'C' }], {
      watering: {
        switching: { by: 'wired' },
        day: { everyDays: 3 },
        sets: [
          { id: 'a', name: 'A', beds: [{ block: BLOCK.id }] },
          { id: 'b', name: 'B', beds: [{ block: 'c' }], litres: 500 },
        ],
      },
    });
    const rows = programmeRows(
      [time('a', 29.4), time('b', 12)],
      { entries: [entry('b', 400), entry('a', 1500), entry('a', 360)] } as never,
      plan,
    );
    expect(rows).toMatchObject([
      { station: 1, what: 'station 1', valves: 'V1', set: 'a', starts: [60, 360], minutes: 30, everyDays: 3 },
      { station: 2, what: 'station 2', valves: 'V2', set: 'b', starts: [400], minutes: 12, litres: 500 },
    ]);
  });

  test('each month’s budget is its need against the week’s that the programme is for, in twentieths', () => {
    const plan = garden([BLOCK], { watering: { season: { from: '2027-04-05', days: 140 } } });
    const july = monthBudgets(plan, '2027-07-10');
    expect(july[0].month).toBe('2027-04');
    expect(july.map((m) => m.month)).toEqual(['2027-04', '2027-05', '2027-06', '2027-07', '2027-08']);
    for (const { share } of july) expect(Math.abs(share * 20 - Math.round(share * 20))).toBeLessThan(1e-9);
    const of = (list: typeof july, month: string): number => list.find((m) => m.month === month)!.share;
    expect(of(july, '2027-07')).toBeCloseTo(1, 1);
    expect(of(july, '2027-04')).toBeLessThan(of(july, '2027-06'));
    // Against a week in spring summer asks for more than all of it.
    expect(of(monthBudgets(plan, '2027-04-06'), '2027-07')).toBeGreaterThan(1.2);
    const byMinutes = garden([BLOCK], {
      watering: { need: { by: 'minutes' }, season: { from: '2027-04-05', days: 60 } },
    });
    expect(new Set(monthBudgets(byMinutes, '2027-04-20').map((m) => m.share))).toEqual(new Set([1]));
  });
});
