import type { FullPlan, Plan, StatedWatering } from '../plan';
import { makeSets, seasonOf } from '../sets';
import { gardenPlan } from '../sets/sets.testing';
import { METRIC } from '../units';
import { describe as inWords, judge, roots, stageOf, type Judgement } from './index';

// A plan filled in is stated in full.
const look = (plan: FullPlan): Judgement => judge(plan as unknown as Plan);
const codes = (j: Judgement): string[] => j.each.map((f) => f.code);
const words = (j: Judgement): string =>
  roots(j.told)
    .filter((f) => stageOf(f) === 'sets' || f.code === 'flow-short')
    .map((f) => inWords(f, j.plan, METRIC))
    .map((w) => `${w.title}. ${w.howMuch}`)
    .join('\n');
const BLOCK: NonNullable<Plan['blocks']> = [
  { id: 'b', name: 'Yard', beds: { count: 4, lengthM: 20, widthM: 0.75, runsPerBed: 2 } },
];
const garden = (watering: StatedWatering = {}, more: Parameters<typeof gardenPlan>[0] = {}): FullPlan =>
  gardenPlan({ tapLph: 9000, blocks: BLOCK, watering, ...more });

describe('what is found of sets and timing', () => {
  it('is nothing where all is well', () => {
    const plan = garden();
    const sets = makeSets(plan).sets;
    expect(words(look(garden({ sets })))).toBe('');
  });

  it('names sets over supply, beds in none, and sets without beds', () => {
    const o = look(
      garden(
        {
          sets: [
            { id: 's', beds: [{ block: 'b', keys: ['1', '2', '3'] }] },
            { id: 'e', beds: [{ block: 'b', keys: ['9'] }] },
          ],
        },
        { tapLph: 300 },
      ),
    );
    expect(codes(o)).toEqual(expect.arrayContaining(['flow-short', 'beds-unset', 'set-empty']));
    expect(words(o)).toMatch(/1 bed in no set[\s\S]*Yard: 4/);
  });

  it.each<[string, string, StatedWatering, RegExp]>([
    [
      'less water allowed than the sets take',
      'water-rationed',
      { allowed: { dayL: 50 } },
      /take more water than may be drawn[\s\S]*50.L may be drawn/,
    ],
    [
      'weather of another year',
      'weather-other-year',
      { weather: { days: [{ date: '2020-06-01', minC: 10, maxC: 20 }] } },
      /weather given is of another time[\s\S]*no day of the season/,
    ],
    [
      'days without weather',
      'weather-gaps',
      { weather: { days: [{ date: '2027-06-01', minC: 10, maxC: 20 }] } },
      /199 days of the season have no weather/,
    ],
    ['a need of zero', 'need-none', { need: { by: 'depth', depthMm: 0 } }, /needs no water/],
    [
      'pump hours that end as they begin',
      'hours-none',
      { day: { pump: { fromMin: 400, toMin: 400 } } },
      /No watering hours set/,
    ],
    [
      'nobody there',
      'hours-none',
      { day: { byHand: true, person: { fromMin: 60, toMin: 120 } } },
      /Nobody is there/,
    ],
    ['a day too short', 'day-short', { day: { pump: { fromMin: 400, toMin: 405 } } }, /too short/],
    [
      'planting after the season',
      'planted-late',
      { planted: { salad: '2028-01-01' } },
      /after the season ends/,
    ],
    [
      'harvest before the season',
      'over-before',
      { planted: { salad: '2026-01-01' } },
      /before the season begins/,
    ],
    [
      'starts upon each other',
      'clash-overlap',
      {
        sets: [
          { id: 's', beds: [{ block: 'b', keys: ['1', '2'] }], starts: [400] },
          { id: 't', beds: [{ block: 'b', keys: ['3', '4'] }], starts: [401] },
        ],
      },
      /while another set runs/,
    ],
    [
      'weather with gaps',
      'weather-gaps',
      { weather: { days: [{ date: '2027-05-01', minC: 8, maxC: 20 }] } },
      /199 days of the season/,
    ],
  ])('says %s in words, and nothing else breaks', (_, code, watering, says) => {
    const salad = [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, crop: 'salad' as const } }];
    const plan = garden(watering, { blocks: salad });
    const o = look(plan);
    expect(codes(o)).toContain(code);
    expect(words(o)).toMatch(says);
    const season = seasonOf(plan, new Map(o.outlook!.gifts));
    expect(season.beds).toHaveLength(1);
    expect(Object.values(season.totals).every(Number.isFinite)).toBe(true);
  });

  it.each([
    ['planted-late', '2028-01-01'],
    ['over-before', '2026-01-01'],
  ] as const)('tells %s of each crop apart', (code, date) => {
    const own = (id: string, crop: 'salad' | 'roots') => ({
      ...BLOCK[0],
      id,
      beds: { ...BLOCK[0].beds, crop },
    });
    const plan = garden(
      { planted: { salad: date, roots: date } },
      { blocks: [own('b', 'salad'), own('c', 'roots')] },
    );
    expect(codes(look(plan)).filter((c) => c === code)).toHaveLength(2);
  });

  it('asks for less at a time where sand lets water pass the roots', () => {
    const sandy = look(
      garden(
        { day: { everyDays: 2 } },
        { blocks: [{ ...BLOCK[0], beds: { ...BLOCK[0].beds, crop: 'salad' }, ground: { soil: 'sand' } }] },
      ),
    );
    expect(codes(sandy)).toEqual(expect.arrayContaining(['past-roots', 'days-apart']));
  });

  it('checks the feed: where it goes in, how strong, how long', () => {
    const fed = (watering: StatedWatering, head: Plan['head'] = []): Judgement =>
      look(garden(watering, { wishes: { feeding: true }, head }));
    expect(codes(fed({}))).toContain('feed-nowhere');
    const strong = fed({ feeding: { perM2G: 900, stockGPerL: 5 } }, [{ id: 'v', kind: 'venturi-1' }]);
    expect(codes(strong)).toContain('feed-strong');
    const short = fed({ need: { by: 'minutes', minutes: 1 } }, [{ id: 'v', kind: 'dosing-3/4' }]);
    expect(codes(short)).toContain('feed-long');
  });

  it('tells beds that get more than they need, and less, whichever the minutes serve', () => {
    const set = (minutes: number): StatedWatering['sets'] =>
      [{ id: 's', name: 'Set 1', beds: [{ block: 'b' }], minutes }] as StatedWatering['sets'];
    const need = { by: 'depth', depthMm: 35 } as const;
    const right = look(garden({ need, sets: [{ id: 's', beds: [{ block: 'b' }] }] }));
    const { fullMin, fillMin } = right.outlook!.sets[0].time;
    expect(codes(right)).not.toContain('unlike-needs');
    const give = (share: number): string =>
      words(look(garden({ need, sets: set(fillMin + (fullMin - fillMin) * share) })));
    expect(give(1.4)).toMatch(/Set 1 gives its beds more than they need[\s\S]*140 % of the need/);
    expect(give(0.5)).toMatch(/Set 1 gives its beds less than they need[\s\S]*50 % of the need/);
    expect(give(1.1)).not.toMatch(/than they need/);
    expect(give(0.95)).not.toMatch(/than they need/);
  });

  it('counts the same days of another year where that is wished', () => {
    const days = [{ date: '2020-06-01', minC: 10, maxC: 20 }];
    const o = look(garden({ weather: { days, likeLast: true } }));
    expect(codes(o)).not.toContain('weather-other-year');
  });
});
