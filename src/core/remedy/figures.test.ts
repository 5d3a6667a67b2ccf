import { format, METRIC, type KindName } from '../units';
import { fallenIn, tellFallen, type Figures } from './figures';

const show = (value: number, kind: KindName): string => format(value, kind, METRIC);
const BEFORE: Figures = {
  weakestKpa: 80,
  windowKpa: 40,
  uniformity: 0.9,
  askedLph: 1000,
  availableLph: 1400,
  dryBeds: 0,
  spare: 0.4,
  restKpa: 70,
  bearsKpa: 100,
  cost: 100,
};
const fallen = (more: Partial<Figures>, before: Partial<Figures> = {}) =>
  fallenIn({ ...BEFORE, ...before }, { ...BEFORE, ...before, ...more });

describe('a figure that is worse by five in a hundred is named, a lesser fall is not', () => {
  it('of the weakest emitter against what it needs, whatever that then is', () => {
    expect(fallen({ weakestKpa: 76.1 })).toEqual([]);
    expect(fallen({ weakestKpa: 75.9 })).toEqual(['weakest']);
    // 80 of 40 is twice what is needed; 100 of 55 is 1.82 times, though it is more.
    expect(fallen({ weakestKpa: 100, windowKpa: 55 })).toEqual(['weakest']);
    expect(fallen({ weakestKpa: 60, windowKpa: 30 })).toEqual([]);
    // 24.3 of 50 against 39.5 of 55.
    expect(fallen({ weakestKpa: 24.3, windowKpa: 50 }, { weakestKpa: 39.5, windowKpa: 55 })).toEqual([
      'weakest',
    ]);
  });
  it('of evenness', () => {
    expect(fallen({ uniformity: 0.856 })).toEqual([]);
    expect(fallen({ uniformity: 0.854 })).toEqual(['even']);
  });
  it('of what the source gives against what is asked: 1.4 times, then 1.33 or 1.34', () => {
    expect(fallen({ spare: 0.34 })).toEqual([]);
    expect(fallen({ spare: 0.32 })).toEqual(['spare']);
    // Of plenty the words would be the same.
    expect(fallen({ spare: 2 }, { spare: 5 })).toEqual([]);
    expect(fallen({ spare: 0.5 }, { spare: 5 })).toEqual(['spare']);
    expect(fallen({ spare: 3 }, { spare: Infinity })).toEqual([]);
    expect(fallen({ spare: 0.5 }, { spare: Infinity })).toEqual(['spare']);
  });
  it('of the pressure against shut valves, by what bears it', () => {
    expect(fallen({ restKpa: 73.6 })).toEqual([]);
    expect(fallen({ restKpa: 73.8 })).toEqual(['rest']);
    expect(fallen({ bearsKpa: 90 })).toEqual(['rest']);
    expect(fallen({ restKpa: 140, bearsKpa: 200 })).toEqual([]);
  });
});

test('what is worse is told with both figures', () => {
  const after = { ...BEFORE, weakestKpa: 50, uniformity: 0.8, spare: -0.1, restKpa: 95 };
  const named = fallenIn(BEFORE, after);
  expect(tellFallen({ before: BEFORE, after, fallen: named }, show)).toEqual([
    'the weakest emitter gets 50\u00a0kPa of 40\u00a0kPa needed, before 80\u00a0kPa of 40\u00a0kPa',
    'evenness falls from 90\u00a0% to 80\u00a0%',
    'the source gives less than is asked',
    'with the valves shut 95\u00a0kPa instead of 70\u00a0kPa stand in what bears 100\u00a0kPa',
  ]);
});
