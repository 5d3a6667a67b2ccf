import fc from 'fast-check';
import { blankPlan, fillIn, type DayRules } from '../plan';
import { layOut } from '../layout';
import { dayOf, minutesIn, type SetTime } from './day';
import { MINUTES_A_DAY } from './days';
import { alikeBeds } from './groups';
import { cropOn, needDays, needFrom, peakDay, rainInMm, rainRoomMm } from './need';
import { skyOver } from './sky';
import { monthBudgets, programmeRows } from './programme';
import { gardenPlan } from './sets.testing';
import { emptyTank, tankThrough, type TankTable } from './tankOverTime';
import { alongRunS } from './travel';
import { runs } from '../effort.testing';

const RULES: DayRules = fillIn(blankPlan('metric')).watering.day;
const minute = fc.integer({ min: 0, max: MINUTES_A_DAY - 1 });

describe('any day', () => {
  it('has one set open at a time, inside the hours, and leaves no start out without saying so', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            minutes: fc.double({ min: 1, max: 240, noNaN: true }),
            starts: fc.integer({ min: 1, max: 4 }),
          }),
          { minLength: 1, maxLength: 8 },
        ),
        fc.record({ fromMin: minute, toMin: minute }),
        fc.record({ fromMin: minute, toMin: minute }),
        fc.boolean(),
        (sets, pump, person, byHand) => {
          const times = sets.map((s, i): SetTime => ({
            id: `s${i}`,
            name: `S${i}`,
            ...s,
            flowLph: 100,
            cyclesPerHour: 0,
          }));
          const day = dayOf(times, { ...RULES, pump, person, byHand });
          const asked = sets.reduce((sum, s) => sum + s.starts, 0);
          expect(day.entries.length + day.homeless.length).toBe(asked);
          expect(day.entries.flatMap((e) => e.clashes)).toEqual([]);
          const may = minutesIn(pump);
          const there = minutesIn(person);
          const open = new Uint8Array(MINUTES_A_DAY);
          for (const e of day.entries)
            for (let m = Math.ceil(e.fromMin); m < Math.floor(e.toMin); m++) {
              const at = m % MINUTES_A_DAY;
              expect(open[at]).toBe(0);
              open[at] = 1;
              expect(may[at]).toBe(1);
              if (byHand) expect(there[at]).toBe(1);
            }
          expect(day.waterMin).toBeCloseTo(
            day.entries.reduce((sum, e) => sum + e.toMin - e.fromMin, 0),
            6,
          );
        },
      ),
      { numRuns: runs(60), endOnFailure: true },
    );
  });
});

describe('any tank', () => {
  const level = fc.double({ min: 0.2, max: 3, noNaN: true });
  const tableOf = (highM: number, litresPerM: number, k: number): TankTable => ({
    outletM: 0,
    highM,
    litresPerM,
    held: false,
    levels: Array.from({ length: 13 }, (_, i) => {
      const levelM = highM * (i / 12) ** 2;
      return {
        levelM,
        flowLph: k * Math.sqrt(levelM),
        weakestKpa: 9.8 * levelM,
        marginKpa: 1,
        evenness: 0.9,
      };
    }),
  });

  it('gives all that it holds, in the time of the closed form', () => {
    fc.assert(
      fc.property(
        level,
        fc.double({ min: 100, max: 5000, noNaN: true }),
        fc.double({ min: 50, max: 900, noNaN: true }),
        (highM, perM, k) => {
          const run = emptyTank(tableOf(highM, perM, k));
          expect(run.emptyL).toBeCloseTo(perM * highM, 6);
          const closed = ((2 * perM * Math.sqrt(highM)) / k) * 60;
          expect(Math.abs(run.emptyMin / closed - 1)).toBeLessThan(0.01);
          // Twice the area lasts twice as long.
          expect(emptyTank(tableOf(highM, perM, k), 2).emptyMin / run.emptyMin).toBeCloseTo(2, 9);
        },
      ),
      { numRuns: runs(40), endOnFailure: true },
    );
  });

  it('never gives more than it held and was refilled with, and never stands over full or under its outlet', () => {
    fc.assert(
      fc.property(
        level,
        fc.array(fc.record({ fromMin: minute, minutes: fc.integer({ min: 1, max: 200 }) }), {
          minLength: 1,
          maxLength: 3,
        }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (highM, list, refill) => {
          const table = tableOf(highM, 1000, 300);
          const draws = list.map((d) => ({ set: 'a', ...d }));
          const days = tankThrough(new Map([['a', table]]), draws, 6, 1, refill, () => 0);
          expect(days.givenL).toBeLessThanOrEqual(1000 * highM + refill * 24 * 7 + 1e-6);
          for (const p of days.points) {
            expect(p.levelM).toBeLessThanOrEqual(highM + 1e-9);
            expect(p.levelM).toBeGreaterThanOrEqual(-1e-9);
          }
        },
      ),
      { numRuns: runs(40), endOnFailure: true },
    );
  });
});

describe('travel', () => {
  it('takes longer the more emitters and the wider the tape, and less the more flows', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.double({ min: 0.01, max: 0.3, noNaN: true }),
        (n, q, v) => {
          const s = alongRunS(new Array(n).fill(q), v, v);
          expect(alongRunS(new Array(n + 1).fill(q), v, v)).toBeGreaterThan(s);
          expect(alongRunS(new Array(n).fill(q), v * 2, v * 2)).toBeCloseTo(2 * s, 6);
          expect(alongRunS(new Array(n).fill(q * 2), v, v)).toBeCloseTo(s / 2, 6);
        },
      ),
    );
  });
});

describe('need by the season', () => {
  const plan = gardenPlan({
    blocks: [
      {
        id: 'b',
        beds: {
          count: 4,
          widthM: 0.75,
          pathM: 0.45,
          crop: 'potatoes',
          single: { 2: { crop: 'salad' }, 3: { planted: '2027-06-01' }, 4: { resting: true } },
        },
        tape: { lies: 'surface' },
      },
    ],
    watering: { season: { from: '2027-04-01', days: 180 }, planted: { potatoes: '2027-04-10' } },
  });
  const groups = alikeBeds(plan, layOut(plan));
  const sky = skyOver(plan);

  it('puts beds together by crop and planting; a resting one is left out', () => {
    expect(groups.map((g) => [g.crop, g.planted, g.plantedIsDefault, g.keys])).toEqual([
      ['potatoes', '2027-04-10', false, ['1']],
      ['salad', '2027-04-01', true, ['2']],
      ['potatoes', '2027-06-01', false, ['3']],
    ]);
    expect(groups[0].until).toBe('2027-09-01'); // 145 days
  });

  it('peaks in the week that asks for most, and is nothing before planting and after harvest', () => {
    const peak = peakDay(plan, groups, sky);
    const litres = (date: string): number =>
      groups.reduce((sum, g) => sum + needFrom(plan, g, date, sky).mm * g.areaM2, 0);
    for (const date of ['2027-04-20', '2027-05-20', '2027-06-20', '2027-07-20', '2027-08-20'])
      expect(litres(date)).toBeLessThanOrEqual(litres(peak) + 1e-9);
    expect(cropOn(groups[0], '2027-04-01').phase).toBe('not yet');
    expect(cropOn(groups[0], '2027-09-02').phase).toBe('over');
    // Potatoes in their middle: 1.1 of the week's reference, of which beds that shade 0.75 m of 1.2 leave √0.625; and what
    // lies open and wet evaporates, at most up to 1.2 in all.
    const middle = needFrom(plan, groups[0], '2027-06-20', sky);
    expect(middle.coefficient.kcb).toBeCloseTo(1.1 * Math.sqrt(0.625), 9);
    expect(middle.coefficient.ke).toBeGreaterThan(0);
    expect(middle.mm).toBeCloseTo(middle.et0Mm * middle.coefficient.kc, 3);
    expect(middle.perM).toBeCloseTo(middle.mm * 1.2, 9);
    const months = monthBudgets(plan, peak);
    expect(Math.max(...months.map((m) => m.share))).toBeLessThanOrEqual(1);
    expect(months.map((m) => m.month)).toEqual([
      '2027-04',
      '2027-05',
      '2027-06',
      '2027-07',
      '2027-08',
      '2027-09',
    ]);
    expect(months.at(-1)!.share).toBeLessThan(0.7);
  });

  it('lets little rain by: a shower under a fifth of the day’s reference is gone by evening', () => {
    const day = { ...sky.on('2027-06-10'), et0Mm: 5 };
    expect(rainInMm(plan, groups[0], { ...day, rainMm: 0.9 })).toBe(0);
    // What falls on the bed's 0.75 m counts on the 1.2 m that it is reckoned on.
    expect(rainInMm(plan, groups[0], { ...day, rainMm: 8 })).toBeCloseTo(8 * 0.625, 9);
    // Film lets in what the plan says of it, a tunnel nothing.
    const film = { ...groups[0], cover: 'film' as const };
    expect(rainInMm(plan, film, { ...day, rainMm: 8 })).toBeCloseTo(
      8 * 0.625 * plan.watering.need.filmRain,
      9,
    );
    expect(rainInMm(plan, { ...groups[0], tunnel: true }, { ...day, rainMm: 8 })).toBe(0);
  });

  it('keeps rain as far as there is room, and for later days: a week of rain on sand runs through', () => {
    const week = (
      soil: 'sand' | 'silt-loam',
      rainMm: number,
    ): { useMm: number; byRainMm: number; room: number } => {
      const days = Array.from({ length: 14 }, (_, i) => ({
        date: `2027-06-${String(i + 1).padStart(2, '0')}`,
        minC: 12,
        maxC: 26,
        et0Mm: 5,
        rainMm: i === 0 ? rainMm : 0,
      }));
      const p = gardenPlan({
        blocks: [
          {
            id: 'b',
            beds: { count: 1, widthM: 0.75, pathM: 0.45, runsPerBed: 1 },
            ground: { soil },
            tape: { lies: 'surface' },
          },
        ],
        watering: { season: { from: '2027-06-01', days: 14 }, weather: { days } },
      });
      const [g] = alikeBeds(p, layOut(p));
      const all = needDays(p, g, '2027-06-01', skyOver(p));
      const list = Array.from({ length: 14 }, () => all.next().value);
      const sum = (of: 'useMm' | 'byRainMm'): number => list.reduce((s, d) => s + d[of], 0);
      return {
        useMm: sum('useMm'),
        byRainMm: sum('byRainMm'),
        room: rainRoomMm(g, cropOn(g, '2027-06-01'), list[0].useMm),
      };
    };
    // 10 mm find room in both, and are used on that day and the next ones.
    expect(week('sand', 10).byRainMm).toBeCloseTo(10 * 0.625, 9);
    expect(week('silt-loam', 10).byRainMm).toBeCloseTo(10 * 0.625, 9);
    // Of 120 mm sand keeps what it has room for, and the rest runs away; silt loam keeps more.
    const sand = week('sand', 120);
    expect(sand.byRainMm).toBeCloseTo(sand.room, 9);
    expect(sand.room).toBeLessThan(20);
    expect(week('silt-loam', 120).byRainMm).toBeGreaterThan(1.6 * sand.byRainMm);
    expect(sand.byRainMm).toBeLessThan(sand.useMm);
  });

  it('knows where a day’s weather is from, in order of goodness', () => {
    const season = { from: '2027-06-01', days: 3 };
    const days = [{ date: '2027-06-01', minC: 10, maxC: 20, et0Mm: 3 }];
    const months = Array.from({ length: 12 }, () => ({ minC: 10, maxC: 20, et0Mm: 4 }));
    const days2026 = [{ date: '2026-06-02', minC: 10, maxC: 20, et0Mm: 9 }];
    const over = (watering: object) => skyOver(gardenPlan({ watering: { season, ...watering } }));
    const wet = Array.from({ length: 12 }, (_, m) => ({ minC: 10, maxC: 20, rainMm: 10 * (m + 1) }));
    // A month's rain falls on one day a week: of May 50 mm, 50 · 7 / 30.44.
    const may = Array.from(
      { length: 7 },
      (_, d) => over({ climate: { months: wet } }).on(`2027-05-1${d}`).rainMm,
    );
    expect(may.filter((mm) => mm > 0)).toHaveLength(1);
    expect(Math.max(...may)).toBeCloseTo((50 * 7) / (365.25 / 12), 9);
    expect(over({}).days).toMatchObject({ climate: 3 });
    expect(over({ climate: { months } }).on('2027-06-02')).toMatchObject({ et0Mm: 4, from: 'months' });
    expect(over({ weather: { days } }).days).toMatchObject({ told: 1, climate: 2 });
    // Another year counts only where that is said.
    expect(over({ weather: { days: days2026 } }).days).toMatchObject({ climate: 3 });
    const like = over({ weather: { days: [...days2026, ...days], likeLast: true } });
    expect(like.days).toMatchObject({ told: 1, 'another year': 1, climate: 1 });
    expect(like.on('2027-06-02')).toMatchObject({ date: '2027-06-02', et0Mm: 9 });
    // The hot day that is typed draws all months up or down.
    const usual = over({}).on('2027-06-01').et0Mm;
    const drawn = over({ need: { hotDayMm: 10 } });
    expect(drawn.on('2027-06-01').et0Mm / drawn.on('2027-03-01').et0Mm).toBeCloseTo(
      usual / over({}).on('2027-03-01').et0Mm,
      9,
    );
    // Rain of a usual week falls on one day of it.
    const rainy = over({ need: { rainMm: 14 } });
    expect(Array.from({ length: 7 }, (_, i) => rainy.on(`2027-06-0${i + 1}`).rainMm).sort()).toEqual([
      0, 0, 0, 0, 0, 0, 14,
    ]);
  });

  it('makes a timer’s rows of whole minutes, started ones counted', () => {
    const times: SetTime[] = [
      { id: 'a', name: 'A', minutes: 20.2, starts: 2, flowLph: 100, cyclesPerHour: 0 },
    ];
    const [row] = programmeRows(
      times,
      dayOf(times, RULES),
      fillIn({ ...blankPlan('metric'), watering: { day: { everyDays: 2 } } }),
    );
    expect(row).toMatchObject({ what: 'by hand', minutes: 21, everyDays: 2 });
    expect(row.starts).toHaveLength(2);
    expect(row.starts[1]).toBeGreaterThan(row.starts[0]);
  });
});
