import { createPlanSolver } from '../network';
import { openings, type FullPlan, type Plan, type StatedWatering } from '../plan';
import { ALL_SET, outlookOf, type Outlook } from './outlook';
import { usableShare } from '../soil';
import { seasonOf } from './seasonDays';
import { gardenPlan } from './sets.testing';
import { setWorking } from './workings';

const look = (plan: FullPlan): Outlook => {
  const solver = createPlanSolver();
  const opened = openings(plan).map((o) => ({ ...o, results: solver.solve(o.plan) }));
  return outlookOf(plan, opened, solver);
};
const BLOCK: NonNullable<Plan['blocks']> = [
  { id: 'b', name: 'Yard', beds: { count: 4, lengthM: 20, widthM: 0.75, pathM: 0.45, runsPerBed: 2 } },
];
const garden = (watering: StatedWatering = {}, more: Parameters<typeof gardenPlan>[0] = {}): FullPlan =>
  gardenPlan({ tapLph: 9000, blocks: BLOCK, watering, ...more });

/** A dry June with one reference for all its days, in which beds are watered. */
const dry = (et0Mm: number) => ({
  days: Array.from({ length: 30 }, (_, i) => ({
    date: `2027-06-${String(i + 1).padStart(2, '0')}`,
    minC: 10,
    maxC: 25,
    et0Mm,
  })),
});
const JUNE = { season: { from: '2027-06-01', days: 30 }, day: { forDate: '2027-06-10' } };

describe('run time', () => {
  it('is need ÷ rate ÷ evenness and the filling, by hand', () => {
    const o = look(garden({ need: { by: 'depth', depthMm: 28, rainMm: 7 } }));
    const [s] = o.sets;
    // 28 mm a week, of which a tenth of the 7 mm of rain gets through film: 3.9 mm a day on 4 beds of 15 m²: 234 L.
    expect(s.time.needL).toBeCloseTo(234, 9);
    const rate = s.flowLph / 60;
    expect(s.time.beds[0].rateMm).toBeCloseTo(rate, 9);
    // Loam spreads 0.3 m from each of two runs: 0.6 of 0.75 m is wetted.
    expect(s.time.beds[0].stripRateMm).toBeCloseTo((rate * 0.75) / 0.6, 9);
    const exact = (3.9 / rate / s.evenness) * 60 + s.filling.seconds / 60;
    expect(s.time.fullMin).toBeCloseTo(exact, 6);
    // Timers know no seconds, and a started minute is a full one.
    expect(s.time.minutes).toBe(Math.ceil(exact));
    const fill = s.filling.seconds / 60;
    expect(s.time.beds[0].share).toBeCloseTo((Math.ceil(exact) - fill) / (exact - fill), 9);
    expect(o.weekL).toBeCloseTo(o.day.volumeL * 7, 6);
  });

  it('goes by litres for a metre of row, by minutes, or by the weather of a hot day', () => {
    // 7 L a week for each of 160 m of run: 160 L a day.
    expect(look(garden({ need: { by: 'row', rowL: 7 } })).sets[0].time.needL).toBeCloseTo(160, 9);
    const byMinutes = look(garden({ need: { by: 'minutes', minutes: 40 } })).sets[0];
    expect(byMinutes.time.fullMin).toBeCloseTo(40 + byMinutes.filling.seconds / 60, 9);
    // Mixed vegetables at full cover: 0.95 of 5 mm; beds of 0.75 on 1.2 m leave √0.625 and film 0.9 of it, on 96 m² with paths;
    // and a tenth evaporates of what lies wet and open under the film.
    const weather = dry(5);
    const film = look(garden({ weather, ...JUNE })).sets[0].time;
    const { kcb, ke } = film.beds[0].need.coefficient;
    expect(kcb).toBeCloseTo(0.95 * Math.sqrt(0.625) * 0.9, 9);
    expect(ke).toBeLessThan(0.05);
    expect(film.needL).toBeCloseTo(5 * (kcb + ke) * 96, 6);
    const bare = garden({ weather, ...JUNE }, { blocks: [{ ...BLOCK[0], tape: { lies: 'surface' } }] });
    const open = look(bare).sets[0].time.beds[0].need.coefficient;
    expect(open.kcb).toBeCloseTo(0.95 * Math.sqrt(0.625), 9);
    expect(open.ke).toBeCloseTo(10 * ke, 9);
    // Straw that was chosen halves it, wherever the tape lies.
    const straw = garden(
      { weather, ...JUNE },
      { blocks: [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, cover: 'straw' } }] },
    );
    expect(look(straw).sets[0].time.beds[0].need.coefficient.ke).toBeCloseTo(open.ke / 2, 9);
    const tunnel = garden(
      { weather, ...JUNE },
      { blocks: [{ id: 't', tunnel: { widthM: 6, lengthM: 20 } }] },
    );
    const [t] = look(tunnel).sets;
    const area = t.time.beds.reduce((sum, b) => sum + b.beds.areaM2, 0);
    const inside = t.time.beds[0].need.coefficient.kc;
    expect(t.time.beds[0].need.mm).toBeCloseTo(5 * 0.75 * inside, 9);
    expect(area).toBeGreaterThan(60);
  });

  it('serves all the water, the mean or the thirstiest, and says what each bed gets', () => {
    const mixed = (serves: 'area' | 'mean' | 'thirstiest') =>
      look(
        garden(
          { need: { by: 'depth', depthMm: 35, serves } },
          { blocks: [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, single: { 1: { runs: 1 } } } }] },
        ),
      ).sets[0].time;
    // All beds need alike; one has half the runs, and so gets about half of what the others do.
    const area = mixed('area');
    const [low, high] = area.beds.map((b) => b.share).sort((a, b) => a - b);
    expect(low).toBeLessThan(0.62);
    expect(high).toBeGreaterThan(1.1);
    // No bed goes short, and no minute more is given than makes the thirstiest's whole.
    const thirstiest = mixed('thirstiest');
    const least = Math.min(...thirstiest.beds.map((b) => b.share));
    expect(least).toBeGreaterThanOrEqual(1);
    expect(least).toBeLessThan(1 + 1 / (thirstiest.minutes - thirstiest.fillMin));
    const mean = mixed('mean');
    expect(mean.minutes).toBeGreaterThan(area.minutes);
    expect(mean.minutes).toBeLessThan(mixed('thirstiest').minutes);
    const hours = (mean.minutes - mean.fillMin) / 60;
    const exactHours = (mean.fullMin - mean.fillMin) / 60;
    const own = mean.beds.map((b) => (b.need.mm * b.beds.areaM2) / b.flowLph);
    expect(hours * mean.beds[0].share).toBeGreaterThan(0);
    expect((own[0] + own[1]) / 2 / exactHours).toBeCloseTo(mean.beds[0].share / (hours / own[0]), 9);
  });

  it('washes salt down where the water’s is known', () => {
    const salty = (waterDsM?: number) =>
      look(
        garden(
          { need: { by: 'depth', depthMm: 35, ...(waterDsM !== undefined && { waterDsM }) } },
          { blocks: [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, crop: 'salad' } }] },
        ),
      ).sets[0].time.needL;
    // Lettuce yields nothing at 9 dS/m: water of 1.8 takes a tenth more away.
    expect(salty(1.8)).toBeCloseTo(salty() / 0.9, 6);
  });

  it('shares out what may be drawn, in the order that is given', () => {
    const sets = [
      { id: 's1', beds: [{ block: 'b', keys: ['1', '2'] }] },
      { id: 's2', beds: [{ block: 'b', keys: ['3', '4'] }] },
    ] as NonNullable<StatedWatering['sets']>;
    const need = { by: 'depth', depthMm: 35 } as const;
    const free = look(garden({ need, sets }));
    expect(free.ration).toBeUndefined();
    const wanted = free.sets.map((s) => (s.flowLph * s.time.minutes) / 60);
    const dayL = wanted[0] + wanted[1] / 2;
    const short = look(garden({ need, sets, allowed: { dayL } }));
    expect(short.ration!.shares.get('s1')).toBe(1);
    expect(short.ration!.shares.get('s2')).toBeCloseTo(0.5, 6);
    expect(short.day.volumeL).toBeLessThanOrEqual(dayL * 1.001 + (free.sets[1].flowLph / 60) * 1);
    expect(short.sets[1].time.minutes).toBe(Math.floor(free.sets[1].time.minutes / 2));
    expect(short.sets[1].time.beds[0].share).toBeLessThan(free.sets[1].time.beds[0].share / 2);
    const turned = look(garden({ need, sets, allowed: { dayL, order: ['s2'] } }));
    expect(turned.ration!.shares.get('s2')).toBe(1);
    expect(turned.ration!.shares.get('s1')).toBeCloseTo(1 - wanted[1] / 2 / wanted[0], 6);
    // A week's limit is shared over its watering days.
    const week = look(garden({ need, sets, allowed: { weekL: 7 * dayL } }));
    expect(week.ration!.allowedL).toBeCloseTo(dayL, 9);
  });

  it('ends a set by a meter: as long as its litres take, whatever minutes were said, and by its share where water is rationed', () => {
    const metered = (litres: number, more: object = {}) =>
      look(garden({ sets: [{ id: 's', name: 'S', beds: [{ block: 'b' }], minutes: 5, litres }], ...more }));
    const o = metered(200);
    const [s] = o.sets;
    // 200 L at its flow, in whole minutes; the meter itself stops at 200.
    expect(s.time.fullMin).toBeCloseTo((200 / s.flowLph) * 60, 9);
    expect(s.time.minutes).toBe(Math.ceil((200 / s.flowLph) * 60));
    expect(o.programme.rows[0]).toMatchObject({ litres: 200, minutes: s.time.minutes });
    const short = metered(200, { allowed: { dayL: 120 } });
    const [row] = short.programme.rows;
    expect(row.litres!).toBeLessThanOrEqual(120);
    expect(row.litres!).toBeCloseTo((s.flowLph * row.minutes) / 60, 6);
  });

  it('fills once for every start, and waters more on fewer days', () => {
    const once = look(garden()).sets[0];
    const twice = look(garden({ day: { startsPerDay: 2 } })).sets[0];
    expect(twice.time.fullMin * 2 - once.time.fullMin).toBeCloseTo(once.time.fillMin, 6);
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
    // 2 mm on the beds' 60 m²; through film a tenth, which is under a fifth of the reference only before it is let through.
    const needs = (o: Outlook): number => o.sets[0].time.beds[0].need.useMm * 96;
    const surface = rainy('surface');
    expect(surface.sets[0].time.needL).toBeCloseTo(needs(surface) - 2 * 60, 6);
    const mulch = rainy('mulch');
    expect(mulch.sets[0].time.needL).toBeCloseTo(needs(mulch) - 0.2 * 60, 6);
  });

  it('asks for pulses on sand in a hot spell and knows when water passes the roots', () => {
    const sandy = look(
      garden(
        { weather: dry(6), season: JUNE.season, day: { forDate: '2027-06-10', everyDays: 2 } },
        { blocks: [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, crop: 'salad' }, ground: { soil: 'sand' } }] },
      ),
    );
    expect(sandy.sets[0].time.pulses).toBeGreaterThan(1);
    // Water for a week in one goes past the roots on sand, in however many starts.
    for (const startsPerDay of [1, 4]) {
      const weekly = look(
        garden(
          { day: { everyDays: 7, startsPerDay } },
          { blocks: [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, crop: 'salad' }, ground: { soil: 'sand' } }] },
        ),
      );
      const { time } = weekly.sets[0];
      expect(time.beds[0].longestMin).toBeLessThan((time.minutes - time.fillMin) * time.starts);
    }
  });
});

describe('long and seldom', () => {
  it('is proposed where emitters meet only then, and does what it says', () => {
    const far = { blocks: [{ ...BLOCK[0], tape: { spacingM: 0.35 } }] };
    const [s] = look(garden({}, far)).sets;
    expect(s.time.beds[0].wetted.meets).toBe(false);
    const days = s.time.meetDays!;
    expect(days).toBeGreaterThan(1);
    expect(days).toBeLessThanOrEqual(s.time.mostDays);
    const [then] = look(garden({ day: { everyDays: days } }, far)).sets;
    expect(then.time.beds[0].wetted.meets).toBe(true);
    expect(then.time.meetDays).toBeUndefined();
    // With one day less they do not meet yet.
    if (days > 2)
      expect(look(garden({ day: { everyDays: days - 1 } }, far)).sets[0].time.beds[0].wetted.meets).toBe(
        false,
      );
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

  it('is asked of a well only where one is drawn on, whatever else the plan has', () => {
    const tap = { id: 't', kind: 'tap' as const, bucketL: 25, triesS: [10], shutKpa: 300, xM: 0, yM: 0 };
    const well = { id: 'w', kind: 'well' as const, pumpingLevelM: 10, yieldLph: 800, xM: 0, yM: 0 };
    expect(look(garden({}, { sources: [tap, well] })).well).toBeUndefined();
    expect(look(garden({}, { sources: [well, tap] })).well!.givesDayL).toBeCloseTo(800 * 0.8 * 24, 6);
    const others = look(garden({}, { sources: [{ ...well, othersLph: 100 }] })).well!;
    expect(others.givesDayL).toBeCloseTo((800 * 0.8 - 100) * 24, 6);
  });

  it('what drains after each start is lost as often as it starts; each set is told with its material’s least pressure', () => {
    const starts = (n: number) => look(garden({ day: { startsPerDay: n } })).sets[0];
    const [one, three] = [starts(1), starts(3)];
    expect(one.time.drainsL).toBeCloseTo(one.filling.drainsL, 9);
    expect(three.time.drainsL).toBeCloseTo(3 * three.filling.drainsL, 9);
    // The typical tape’s window begins at 6 psi, dripline’s at 50 kPa.
    expect(one.windowKpa).toBeCloseTo(41.4, 9);
    const dripline = garden({}, { blocks: [{ ...BLOCK[0], tape: { kind: 'dripline' } }] });
    expect(look(dripline).sets[0].windowKpa).toBe(50);
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

it('most days between waterings is what the strip holds over what a day takes', () => {
  const [b] = look(garden({ need: { by: 'depth', depthMm: 28, rainMm: 0 } })).sets[0].time.beds;
  const usable = b.beds.soil.heldMmPerM * usableShare(b.beds.need.useShare, b.need.useMm) * b.need.crop.rootM;
  expect(b.mostDays).toBeCloseTo((usable * b.beds.stripM2) / (b.need.mm * b.beds.areaM2), 9);
  const [dry] = look(garden({ need: { by: 'depth', depthMm: 0 } })).sets[0].time.beds;
  expect(dry.mostDays).toBe(Infinity);
});

it('a season is watered on every so many days, and on no other', () => {
  const plan = garden({
    day: { everyDays: 3 },
    season: { from: '2027-06-01', days: 12, follow: 'programme' },
  });
  const [b] = seasonOf(plan, new Map(look(plan).gifts)).beds;
  expect(b.givenL.map((l) => l > 0)).toEqual(Array.from({ length: 12 }, (_, i) => i % 3 === 0));
});

it('the working of an emptying tank is there for a tank only', () => {
  const plan = garden();
  expect(setWorking('emptying', ALL_SET, look(plan), plan)).toBeUndefined();
});
