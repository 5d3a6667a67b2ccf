import fc from 'fast-check';
import {
  asShown,
  dateDay,
  format,
  METRIC,
  parseQuantity,
  US,
  KINDS,
  type KindName,
  type UnitChoice,
  formatDuration,
} from './index';

const value = (text: string, kind: KindName, choice: UnitChoice = METRIC): number => {
  const parsed = parseQuantity(text, kind, choice);
  if (!parsed.ok) throw new Error(parsed.why);
  return parsed.value;
};

describe('reading what people type', () => {
  test.each<[string, KindName, number]>([
    ['35 psi', 'pressure', 241.3165],
    ['2,4 bar', 'pressure', 240],
    ['2.4bar', 'pressure', 240],
    ['10 ft of water', 'pressure', 29.8907],
    ['12 ft 6 in', 'length', 3.81],
    [`12' 6"`, 'length', 3.81],
    ["12'6", 'length', 3.81],
    ['12 ft 6', 'length', 3.81],
    ['5 gal', 'volume', 18.92706],
    ['0.65 gpm/100ft', 'flowPerLength', 4.84373],
    ['0.65 gpm per 100 ft', 'flowPerLength', 4.84373],
    ['400 L/h per 100 m', 'flowPerLength', 4],
    ['20 l/min', 'flow', 1200],
    ['11.4 gpm', 'flow', 2589.2217],
    ['1,500 L/h', 'flow', 1500],
    ['1 500', 'flow', 1500],
    ['1.5 m3/h', 'flow', 1500],
    ['⅝ in', 'bore', 15.875],
    ['1½ in', 'bore', 38.1],
    ['1 1/2"', 'bore', 38.1],
    ['8 mil', 'wall', 0.2032],
    ['1 h 30 min', 'time', 5400],
    ['1 min 12', 'time', 72],
    ['2 %', 'slope', 0.02],
    ['1:50', 'slope', 0.02],
    ['-1 in 40', 'slope', -0.025],
    ['−2 ft', 'height', -0.6096],
    ['-2 ft 6 in', 'height', -0.762],
    ['68 °F', 'temperature', 20],
    ['1 acre-inch', 'volume', 102790.15],
    ['.5', 'length', 0.5],
  ])('%s as %s', (text, kind, expected) => {
    expect(value(text, kind)).toBeCloseTo(expected, expected > 1000 ? 1 : 3);
  });

  test('a bare number is in the unit shown', () => {
    expect(value('30', 'length', US)).toBeCloseTo(9.144, 9);
    expect(value('30', 'length', METRIC)).toBe(30);
    expect(value('3', 'pressure', { ...METRIC, pressure: 'bar' })).toBe(300);
    expect(value('20', 'flow', { ...METRIC, flow: 'L/min' })).toBe(1200);
  });

  test.each<[string, KindName, RegExp]>([
    ['', 'length', /Type a length/],
    ['about six', 'length', /is not a length/],
    ['12 parsecs', 'length', /“parsecs” is not a unit of length/],
    ['35 gpm', 'pressure', /“gpm” is not a unit of pressure/],
    ['6 in 12 ft', 'length', /adds up oddly/],
    ['1.2.3', 'length', /./],
    ['3 4', 'pressure', /./],
  ])('%p as %s is refused with a sentence', (text, kind, why) => {
    const parsed = parseQuantity(text, kind, METRIC);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(parsed.why).toMatch(why);
  });

  test('never throws and never gives a number that is not one', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...(Object.keys(KINDS) as KindName[])), (text, kind) => {
        const parsed = parseQuantity(text, kind, US);
        return parsed.ok ? Number.isFinite(parsed.value) : parsed.why.length > 0;
      }),
    );
  });
});

describe('writing', () => {
  test.each<[number, KindName, UnitChoice, string]>([
    [2589.2217, 'flow', US, '11.4 gpm'],
    [2589.2217, 'flow', METRIC, '2,589 L/h'],
    [2589.2217, 'flow', { ...METRIC, flow: 'L/min' }, '43.2 L/min'],
    [55, 'pressure', US, '8.0 psi'],
    [55, 'pressure', METRIC, '55 kPa'],
    [5.5, 'pressure', METRIC, '5.5 kPa'],
    [241.3, 'pressure', { ...METRIC, pressure: 'bar' }, '2.41 bar'],
    [46.0248, 'length', US, '151 ft'],
    [0.3, 'spacing', METRIC, '30 cm'],
    [0.3048, 'spacing', US, '12 in'],
    [-0.6096, 'height', US, '−2 ft'],
    [0.2032, 'wall', US, '8 mil'],
    [20, 'temperature', US, '68 °F'],
    [NaN, 'pressure', US, '–'],
  ])('%p %s', (v, kind, choice, text) => {
    expect(format(v, kind, choice).replace(/\u00a0/g, ' ')).toBe(text);
  });

  test('what is put in a field reads back as the same value', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 90000, noNaN: true }),
        fc.constantFrom<KindName>(
          'length',
          'flow',
          'pressure',
          'volume',
          'bore',
          'wall',
          'slope',
          'temperature',
          'flowPerLength',
          'width',
        ),
        fc.constantFrom(US, METRIC),
        (v, kind, choice) => {
          // What stands in a field is read back as what it says.
          const again = value(format(v, kind, choice).replace('\u2212', '-'), kind, choice);
          return Math.abs(again - asShown(v, kind, choice)) <= 1e-9 * Math.abs(v) + 1e-9;
        },
      ),
    );
  });
});

test('a stretch of time is told as people say it', () => {
  const said = [0.5, 25.4, 119, 322, 26 * 60, 9 * 24 * 60, Infinity].map((m) =>
    formatDuration(m).replace(/\u00a0/g, ' '),
  );
  expect(said).toEqual(['30 s', '25 min', '119 min', '5 h 22 min', '1 d 2 h', '9 d', '–']);
});

describe('units of watering', () => {
  test('minutes, depths, feed and strength read and show in both systems', () => {
    const read = (text: string, kind: Parameters<typeof parseQuantity>[1]): number => {
      const r = parseQuantity(text, kind, US);
      if (!r.ok) throw new Error(r.why);
      return r.value;
    };
    expect(read('1 h 30', 'minutes')).toBeCloseTo(5400, 9);
    expect(read('45', 'minutes')).toBeCloseTo(2700, 9);
    expect(read('0.2 in', 'depth')).toBeCloseTo(5.08, 9);
    // 1 oz on 100 ft²: 28.3495 g on 9.2903 m².
    expect(read('1 oz/100 ft²', 'feedOnBed')).toBeCloseTo(28.349523 / 9.290304, 5);
    expect(read('1 oz/gal', 'strength')).toBeCloseTo(28.349523 / 3.785411784, 5);
    // Half a step is rounded up, whatever a change of units left behind the twelfth digit.
    expect(format(0.3125 * (1 - 2 ** -50), 'share', METRIC, 1)).toMatch(/^31\.3\s%$/);
    expect(format(2700, 'minutes', METRIC)).toMatch(/^45\smin$/);
    expect(format(12345.6, 'volume', METRIC)).toMatch(/^12,346\sL$/);
  });
});

test('a small flow is told in a unit that says something of it', () => {
  // 0.05 gpm is 3 gph; more than half a gallon a minute stays as it is.
  expect(format(0.05 * 227.1247, 'flow', US)).toBe('3.0\u00a0gph');
  expect(format(0.6 * 227.1247, 'flow', US)).toBe('0.6\u00a0gpm');
  expect(format(0, 'flow', US)).toBe('0\u00a0gpm');
  expect(format(12, 'flow', { ...METRIC, flow: 'L/min' })).toBe('12\u00a0L/h');
  expect(value('3 gph', 'flow', US)).toBeCloseTo(11.356, 3);
});

describe('dates by habit', () => {
  const day = dateDay('2027-05-01');

  test('a day counted from 1970 is written day first or month first, in words that no order confuses', () => {
    expect(day).toBe(20939);
    expect(format(day, 'date', METRIC)).toBe('1 May');
    expect(format(day, 'date', { ...US, dates: 'month-day' })).toBe('May 1');
    expect(format(dateDay('2028-02-29'), 'date', METRIC)).toBe('29 Feb');
    expect(format(NaN, 'date', METRIC)).toBe('–');
  });
});

test('a text that is far too long is refused with its beginning only', () => {
  const parsed = parseQuantity('x '.repeat(5000), 'length', METRIC);
  expect(parsed.ok).toBe(false);
  if (!parsed.ok) expect(parsed.why.length).toBeLessThan(160);
  // Units that are spread out are read all the same.
  expect(parseQuantity('3 l . p . h', 'flow', METRIC)).toEqual(parseQuantity('3 lph', 'flow', METRIC));
});
