import { fillIn, PLAN_VERSION, type FullPlan, type Plan } from '../../plan';
import { openFarm } from '../diagnosis/openFarm';
import { standingOf } from './entries';
import type { Entry } from './types';
import { FEEL_SHARES, seasonWater, type SeasonWater } from './water';

/** Noon of a day of June 2027 by the wall's clock. */
const noon = (day: number): number => new Date(2027, 5, day, 12).getTime();
let n = 0;
const entry = (fields: Partial<Entry>): Entry => ({
  id: `w${++n}`,
  what: 'note',
  at: noon(1),
  written: n,
  ...fields,
});

/** Two blocks of two beds, each a set of its own; flat, regulated low so that every emitter drips alike; lettuce from 20 May. */
function garden(watering: Plan['watering'] = {}, more: Partial<Plan> = {}): FullPlan {
  const block = (id: string, xM: number): Plan['blocks'][number] => ({
    id,
    name: id,
    xM,
    beds: { count: 2, lengthM: 10, runsPerBed: 1, widthM: 1, pathM: 0.5, crop: 'lettuce' },
    planted: '2027-05-20',
  });
  return fillIn({
    format: 'idle-furrow-plan',
    version: PLAN_VERSION,
    name: 'Two blocks',
    units: 'metric',
    sources: [{ id: 'tap', kind: 'tap', shutKpa: 300, bucketL: 10, triesS: [10] }],
    blocks: [block('a', 0), block('b', 20)],
    watering: {
      ...watering,
      sets: [
        { id: 's1', name: 'one', beds: [{ block: 'a' }] },
        { id: 's2', name: 'two', beds: [{ block: 'b' }] },
      ],
    },
    ...more,
  });
}
function waterOf(plan: FullPlan, entries: Entry[], now = noon(10)): SeasonWater {
  return seasonWater(
    plan,
    standingOf(entries),
    (set) =>
      set === undefined || plan.watering.sets.some((s) => s.id === set)
        ? openFarm(plan, set).results
        : undefined,
    now,
  );
}
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

describe('water of the season', () => {
  const plan = garden();
  const lph = openFarm(plan, 's1').results.flowLph;

  it('is the set’s flow times its minutes, given to its own beds on its own day', () => {
    const w = waterOf(plan, [
      entry({ what: 'minutes', set: 's1', value: 90, at: noon(2) }),
      entry({ what: 'minutes', set: 's1', value: 30, at: noon(4) }),
    ]);
    expect(w.dates[0]).toBe('2027-06-02');
    expect(w.dates.at(-1)).toBe('2027-06-10');
    expect(w.litres).toBeCloseTo(lph * 2, 6);
    expect(w.sets).toEqual([{ set: 's1', minutes: 120, litres: expect.closeTo(lph * 2, 6) as number }]);
    const [a, b] = w.beds;
    expect(a.givenL[0]).toBeCloseTo(lph * 1.5, 6);
    expect(a.givenL[2]).toBeCloseTo(lph * 0.5, 6);
    expect(sum(a.givenL)).toBeCloseTo(sum(a.beds.map((x) => x.givenL)), 6);
    expect(sum(b.givenL)).toBe(0);
    // A bed's need is its share of its beds' by length: two alike share it.
    expect(a.beds[0].neededL).toBeCloseTo(sum(a.neededL) / 2, 6);
    expect(sum(a.neededL)).toBeGreaterThan(0);
  });

  it('is put right by the meter between its counts, and only there', () => {
    const w = waterOf(plan, [
      entry({ what: 'meter', value: 1000, at: noon(2) }),
      entry({ what: 'minutes', set: 's1', value: 60, at: noon(3) }),
      entry({ what: 'minutes', set: 's2', value: 60, at: noon(3) }),
      entry({ what: 'meter', value: 1000 + 3 * lph, at: noon(4) }),
      entry({ what: 'minutes', set: 's1', value: 60, at: noon(5) }),
      entry({ what: 'meter', value: 900, at: noon(6) }),
      entry({ what: 'meter', value: 950, at: noon(7) }),
    ]);
    // Two sets of equal flow ran an hour: the meter says half as much again. It was replaced on the sixth; 50 L then had no minutes.
    expect(sum(w.beds[0].givenL)).toBeCloseTo(1.5 * lph + lph, 3);
    expect(sum(w.beds[1].givenL)).toBeCloseTo(1.5 * lph, 3);
    expect(w.meter).toEqual({
      countedL: expect.closeTo(3 * lph + 50, 3) as number,
      byMinutesL: expect.closeTo(2 * lph, 3) as number,
      withoutMinutesL: 50,
    });
    expect(w.litres).toBeCloseTo(4 * lph + 50, 3);
  });

  it('loses past the roots what is given to full soil, and just that', () => {
    const hours = (h: number) =>
      waterOf(plan, [
        entry({ what: 'minutes', set: 's1', value: h * 60, at: noon(2) }),
        entry({ what: 'rain', value: 0, at: noon(2) }),
      ]).beds[0];
    const [one, two] = [hours(5), hours(10)];
    // The soil began full that day: all of it sinks.
    expect(sum(two.lostL) - sum(one.lostL)).toBeCloseTo(5 * lph, 3);
    expect(sum(two.lostL)).toBeCloseTo(sum(two.givenL), 3);
  });

  it('takes rain of the book alone once any is noted', () => {
    const minutes = entry({ what: 'minutes', set: 's1', value: 60, at: noon(2) });
    const climate = waterOf(plan, [minutes]);
    expect(climate.rainFrom).toBe('weather');
    const w = waterOf(plan, [
      minutes,
      entry({ what: 'rain', value: 12, at: noon(3) }),
      entry({ what: 'rain', value: 3, at: noon(3) }),
    ]);
    expect([w.rainFrom, w.rainMm]).toEqual(['book', 15]);
    expect(w.beds[0].rainL.map((v) => v > 0)).toEqual([
      false,
      true,
      ...Array.from({ length: 7 }, () => false),
    ]);
  });

  it('goes on from what the hand felt, the latest of a day, in its block', () => {
    const w = waterOf(plan, [
      entry({ what: 'soil', feel: 'drips', block: 'a', at: noon(3) - 3_600_000 }),
      entry({ what: 'soil', feel: 'crumbles', block: 'a', at: noon(3) }),
      entry({ what: 'minutes', set: 's2', value: 1, at: noon(2) }),
      entry({ what: 'rain', value: 0, at: noon(2) }),
    ]);
    expect(w.beds[0].felt).toEqual([{ day: 1, share: 0.4, feel: 'crumbles' }]);
    expect(w.beds[0].full[1]).toBeCloseTo(0.4, 6);
    expect(w.beds[0].full[2]).toBeLessThan(0.4);
    expect(w.beds[1].felt).toEqual([]);
    expect(w.beds[1].full[1]).toBeGreaterThan(0.5);
    expect(FEEL_SHARES).toEqual({ dust: 0.15, crumbles: 0.4, holds: 0.65, wet: 0.9, drips: 1 });
  });

  it('knows nothing of a set that is gone, of the future, or of more than 400 days', () => {
    const w = waterOf(plan, [
      entry({ what: 'minutes', set: 'gone', value: 60, at: noon(2) }),
      entry({ what: 'minutes', set: 's1', value: 60, at: noon(12) }),
      entry({ what: 'note', at: noon(2) - 500 * 86_400_000 }),
    ]);
    expect(w.litres).toBe(0);
    expect(w.dates).toHaveLength(400);
    expect(w.dates.at(-1)).toBe('2027-06-10');
  });
});

describe('cost', () => {
  it('of water by the cubic metre; no power where no pump runs', () => {
    const plan = garden({ day: { waterPrice: 2.5, prices: [{ fromMin: 0, toMin: 1440, price: 1 }] } });
    const w = waterOf(plan, [entry({ what: 'minutes', set: 's1', value: 600, at: noon(2) })]);
    expect(w.waterCost).toBeCloseTo((w.litres / 1000) * 2.5, 9);
    expect(w.kwh).toBeUndefined();
  });
  it('of power by the price of each hour that it ran: two hours before noon, one of them in the cheap window', () => {
    const plan = garden(
      {
        day: {
          pumpKw: 1.5,
          prices: [
            { fromMin: 600, toMin: 660, price: 0.1 },
            { fromMin: 660, toMin: 1440, price: 0.3 },
          ],
        },
      },
      { sources: [{ id: 'p', kind: 'pump' }] },
    );
    const w = waterOf(plan, [entry({ what: 'minutes', set: 's1', value: 120, at: noon(2) })]);
    expect(w.kwh).toBeCloseTo(3, 9);
    expect(w.powerCost).toBeCloseTo(1.5 * 0.1 + 1.5 * 0.3, 9);
    expect(waterOf(garden({}, { sources: [{ id: 'p', kind: 'pump' }] }), []).powerCost).toBeUndefined();
  });
  it('goes over midnight', () => {
    const plan = garden(
      { day: { pumpKw: 1, prices: [{ fromMin: 1380, toMin: 60, price: 2 }] } },
      { sources: [{ id: 'p', kind: 'pump' }] },
    );
    const w = waterOf(plan, [
      entry({ what: 'minutes', set: 's1', value: 60, at: new Date(2027, 5, 3, 0, 30).getTime() }),
    ]);
    expect(w.powerCost).toBeCloseTo(2, 9);
  });
});
