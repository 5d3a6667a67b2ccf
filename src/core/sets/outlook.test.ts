import { createPlanSolver } from '../network';
import { openings, type FullPlan, type Plan, type StatedWatering } from '../plan';
import { ALL_SET, outlookOf, type Outlook } from './outlook';
import { seasonOf } from './season';
import { gardenPlan } from './sets.testing';
import { setWorking } from './workings';

const look = (plan: FullPlan): Outlook => {
  const solver = createPlanSolver();
  const opened = openings(plan).map((o) => ({ ...o, results: solver.solve(o.plan) }));
  return outlookOf(plan, opened, solver);
};
const BLOCK: NonNullable<Plan['blocks']> = [
  { id: 'b', name: 'Yard', beds: { count: 4, lengthM: 20, widthM: 0.75, runsPerBed: 2 } },
];
const garden = (watering: StatedWatering = {}, more: Parameters<typeof gardenPlan>[0] = {}): FullPlan =>
  gardenPlan({ tapLph: 9000, blocks: BLOCK, watering, ...more });

describe('run time', () => {
  it('is need ÷ rate ÷ evenness and the filling, by hand', () => {
    const o = look(garden({ need: { by: 'depth', depthMm: 28, rainMm: 7 } }));
    const [s] = o.sets;
    // 28 mm less 7 of rain a week: 3 mm a day on 4 beds of 15 m²: 180 L.
    expect(s.time.needL).toBeCloseTo(180, 9);
    const rate = s.flowLph / 60;
    expect(s.time.beds[0].rateMm).toBeCloseTo(rate, 9);
    // Loam spreads 0.3 m from each of two runs: 0.6 of 0.75 m is wetted.
    expect(s.time.beds[0].stripRateMm).toBeCloseTo((rate * 0.75) / 0.6, 9);
    expect(s.time.minutes).toBeCloseTo((3 / rate / s.evenness) * 60 + s.filling.seconds / 60, 6);
    expect(s.time.beds[0].share).toBeCloseTo(1, 9);
    expect(o.weekL).toBeCloseTo(o.day.volumeL * 7, 6);
  });

  it('goes by litres for a metre of row, by minutes, or by the weather of a hot day', () => {
    // 7 L a week for each of 160 m of run: 160 L a day.
    expect(look(garden({ need: { by: 'row', rowL: 7 } })).sets[0].time.needL).toBeCloseTo(160, 9);
    const byMinutes = look(garden({ need: { by: 'minutes', minutes: 40 } })).sets[0];
    expect(byMinutes.time.minutes).toBeCloseTo(40 + byMinutes.filling.seconds / 60, 9);
    // 5.5 mm × 1.05 × 0.8 under mulch on 60 m².
    expect(look(garden()).sets[0].time.needL).toBeCloseTo(5.5 * 1.05 * 0.8 * 60, 6);
    const bare = garden({}, { blocks: [{ ...BLOCK[0], tape: { lies: 'surface' } }] });
    expect(look(bare).sets[0].time.needL).toBeCloseTo(5.5 * 1.05 * 60, 6);
    const tunnel = garden({}, { blocks: [{ id: 't', tunnel: { widthM: 6, lengthM: 20 } }] });
    const [t] = look(tunnel).sets;
    const area = t.time.beds.reduce((sum, b) => sum + b.beds.areaM2, 0);
    expect(t.time.needL).toBeCloseTo(5.5 * 1.05 * 0.8 * 0.75 * area, 6);
  });

  it('fills once for every start, and waters more on fewer days', () => {
    const once = look(garden()).sets[0];
    const twice = look(garden({ day: { startsPerDay: 2 } })).sets[0];
    expect(twice.time.minutes * 2 - once.time.minutes).toBeCloseTo(once.time.fillMin, 6);
    const third = look(garden({ day: { everyDays: 3 } }));
    expect(third.sets[0].time.needL).toBeCloseTo(3 * once.time.needL, 6);
  });

  it('takes off the rain of measured days, and counts none under film or in a tunnel', () => {
    const days = Array.from({ length: 30 }, (_, i) => ({
      date: `2027-06-${String(i + 1).padStart(2, '0')}`,
      minC: 10,
      maxC: 25,
      et0Mm: 5,
      rainMm: 2,
    }));
    const rainy = (lies: 'surface' | 'mulch'): Outlook =>
      look(
        garden(
          { weather: { days }, season: { from: '2027-06-01', days: 30 }, day: { forDate: '2027-06-05' } },
          { blocks: [{ ...BLOCK[0], tape: { lies } }] },
        ),
      );
    expect(rainy('surface').sets[0].time.needL).toBeCloseTo((5 * 1.05 - 2) * 60, 6);
    expect(rainy('mulch').sets[0].time.needL).toBeCloseTo((5 * 1.05 * 0.8 - 0.2) * 60, 6);
  });

  it('asks for pulses on sand in a hot spell and knows when water passes the roots', () => {
    const sandy = look(
      garden(
        { day: { everyDays: 2 } },
        { blocks: [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, crop: 'salad' }, ground: { soil: 'sand' } }] },
      ),
    );
    expect(sandy.sets[0].time.pulses).toBeGreaterThan(1);
    expect(sandy.sets[0].time.beds[0].longestMin).toBeLessThan(sandy.sets[0].time.minutes);
  });
});

describe('long and seldom', () => {
  it('is proposed where emitters meet only then, and does what it says', () => {
    const [s] = look(garden()).sets;
    expect(s.time.beds[0].wetted.meets).toBe(false);
    const days = s.time.meetDays!;
    expect(days).toBeGreaterThan(1);
    expect(days).toBeLessThanOrEqual(s.time.mostDays);
    const [then] = look(garden({ day: { everyDays: days } })).sets;
    expect(then.time.beds[0].wetted.meets).toBe(true);
    expect(then.time.meetDays).toBeUndefined();
    // With one day less they do not meet yet.
    if (days > 2)
      expect(look(garden({ day: { everyDays: days - 1 } })).sets[0].time.beds[0].wetted.meets).toBe(false);
  });
});

describe('water that lasts, or does not', () => {
  it('holds a week against a well’s yield', () => {
    const well = {
      sources: [
        {
          id: 'w',
          kind: 'well' as const,
          pumpingLevelM: 10,
          yieldLph: 10,
          xM: 0,
          yM: 0,
          drop: { lengthM: 20 },
        },
      ],
    };
    const o = look(garden({}, well));
    expect(o.well!.givesWeekL).toBeCloseTo(10 * 0.8 * 168, 9);
    expect(o.well!.weekL).toBeGreaterThan(o.well!.givesWeekL);
  });

  it('tells when a tank fails and what would do, by which it does', () => {
    const tank = (more: object = {}): FullPlan =>
      garden(
        { day: { pump: { fromMin: 1080, toMin: 1260 }, cool: { fromMin: 1080, toMin: 1260 }, dryDays: 10 } },
        {
          sources: [
            {
              id: 't',
              kind: 'tank',
              shape: 'stated',
              volumeL: 1500,
              outletM: 3,
              lowM: 3.1,
              highM: 4,
              count: 1,
              refill: 'none',
              xM: 0,
              yM: 0,
              ...more,
            },
          ],
          blocks: [{ ...BLOCK[0], inlet: [], tape: { minKpa: 15 } }],
        },
      );
    const o = look(tank());
    expect(o.tank!.days.dry!.minute).toBeGreaterThanOrEqual(1080);
    const larger = look(tank({ volumeL: o.tank!.enoughL! * 1.001 }));
    expect(larger.tank!.days.dry).toBeUndefined();
    const hose = look(tank({ refill: 'hose', refillLph: o.tank!.enoughLph! * 1.01 }));
    expect(hose.tank!.days.dry).toBeUndefined();
    const held = look(tank({ level: 'held', floatM: 3.8, fedBy: 'mains' }));
    expect(held.tank!.days.dry).toBeUndefined();
  });
});

describe('a season', () => {
  it('watered by need goes short on no day and loses little; by half the minutes it goes short', () => {
    const plan = garden({ season: { from: '2027-05-01', days: 60 } });
    const o = look(plan);
    const byNeed = seasonOf(plan, new Map(o.gifts));
    expect(byNeed.beds[0].shortDays).toBe(0);
    expect(byNeed.totals.usedL).toBeCloseTo(byNeed.totals.wantedL, 6);
    const halved = new Map(o.gifts.map(([id, g]) => [id, { ...g, perM: g.perM / 2 }]));
    const follows = garden({ season: { from: '2027-05-01', days: 60, follow: 'programme' } });
    expect(seasonOf(follows, halved).beds[0].shortDays).toBeGreaterThan(20);
    const doubled = new Map(o.gifts.map(([id, g]) => [id, { ...g, perM: g.perM * 2 }]));
    const over = seasonOf(follows, doubled);
    expect(over.beds[0].deepDays).toBeGreaterThan(50);
    expect(over.totals.deepL).toBeGreaterThan(0.3 * over.totals.givenL);
  });

  it('takes a hand’s word for the soil on its day', () => {
    const plan = garden({
      season: { from: '2027-05-01', days: 10, follow: 'programme' },
      notes: [{ id: 'n', date: '2027-05-04', block: 'b', feel: 'dry' }],
    });
    const s = seasonOf(plan, new Map());
    expect(s.beds[0].full[3]).toBeCloseTo(0.15, 9);
    expect(s.beds[0].full[2]).toBeGreaterThan(0.5);
  });
});

describe('workings', () => {
  it.each(['need', 'runTime', 'filling', 'travel', 'load', 'longest', 'week', 'inject'] as const)(
    '%s says how it was come by, with numbers throughout',
    (name) => {
      const plan = garden();
      const o = look(plan);
      const w = setWorking(name, ALL_SET, o, plan)!;
      expect(w.title.length).toBeGreaterThan(5);
      for (const t of [...w.terms, w.result]) expect(Number.isNaN(t.value)).toBe(false);
    },
  );

  it('of the run time gives that time from its own terms', () => {
    const plan = garden({ day: { everyDays: 2, startsPerDay: 2 } });
    const w = setWorking('runTime', ALL_SET, look(plan), plan)!;
    const of = (symbol: string): number => w.terms.find((t) => t.symbol === symbol)!.value;
    const hours = (of('N') * of('d')) / of('r') / of('E') / of('n');
    expect(hours * 3600 + of('t_fill')).toBeCloseTo(w.result.value, 6);
  });

  it('of an emptying tank is there for a tank only', () => {
    const plan = garden();
    expect(setWorking('emptying', ALL_SET, look(plan), plan)).toBeUndefined();
  });
});
