import fc from 'fast-check';
import { blankPlan, fillIn, type DayRules } from '../plan';
import { layOut } from '../layout';
import { dayOf, minutesIn, type SetTime } from './day';
import { MINUTES_A_DAY } from './days';
import { alikeBeds } from './groups';
import { cropOn, needFrom, peakDay, rainInMm, skyOver } from './need';
import { monthBudgets, programmeRows } from './programme';
import { gardenPlan } from './sets.testing';
import { emptyTank, tankThrough, type TankTable } from './tankOverTime';
import { alongRunS } from './travel';

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
      { numRuns: 60, endOnFailure: true },
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
      { numRuns: 40, endOnFailure: true },
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
      { numRuns: 40, endOnFailure: true },
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
    expect(groups[0].until).toBe('2027-08-07'); // 120 days
  });

  it('peaks in the week that asks for most, and is nothing before planting and after harvest', () => {
    const peak = peakDay(plan, groups, sky);
    const litres = (date: string): number =>
      groups.reduce((sum, g) => sum + needFrom(plan, g, date, sky).mm * g.areaM2, 0);
    for (const date of ['2027-04-20', '2027-05-20', '2027-06-20', '2027-07-20', '2027-08-20'])
      expect(litres(date)).toBeLessThanOrEqual(litres(peak) + 1e-9);
    expect(cropOn(groups[0], '2027-04-01').phase).toBe('not yet');
    expect(cropOn(groups[0], '2027-08-08').phase).toBe('over');
    // Potatoes in their middle: 1.15 of 5.5 mm, on bare ground and without rain.
    expect(needFrom(plan, groups[0], '2027-06-10', sky).mm).toBeCloseTo(5.5 * 1.15, 9);
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
    const day = { date: '2027-06-10', et0Mm: 5, measured: true };
    expect(rainInMm(plan, groups[0], { ...day, rainMm: 0.9 })).toBe(0);
    expect(rainInMm(plan, groups[0], { ...day, rainMm: 8 })).toBe(8);
  });

  it('makes a timer’s rows of whole minutes, started ones counted', () => {
    const times: SetTime[] = [
      { id: 'a', name: 'A', minutes: 20.2, starts: 2, flowLph: 100, cyclesPerHour: 0 },
    ];
    const [row] = programmeRows(times, dayOf(times, RULES), 2);
    expect(row).toMatchObject({ station: 1, minutes: 21, everyDays: 2 });
    expect(row.starts).toHaveLength(2);
    expect(row.starts[1]).toBeGreaterThan(row.starts[0]);
  });
});
