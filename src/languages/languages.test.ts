import { IntlMessageFormat } from 'intl-messageformat';
import { fixed, forms, grouped, language, msg, speak } from '../core/language';
import { format, METRIC, parseQuantity, US } from '../core/units';
import { table } from './es';
import { made } from './load';

const english = language();
afterEach(() => speak(english));

const inSpanish = (words = table.words, wishes?: string[]): void =>
  speak(made('es', { ...table, words }, IntlMessageFormat, wishes));

test('in English a message is what stands there', () => {
  const n = (beds: number): string => msg`${beds} ${forms(beds, 'bed', 'beds')} dry`;
  expect([n(0), n(1), n(2)]).toEqual(['0 beds dry', '1 bed dry', '2 beds dry']);
  expect(msg` in {sets} and “${true}”`).toBe(' in {sets} and “true”');
});

test('in another language its table speaks, with that language’s forms; the spaces stay with the place', () => {
  inSpanish({
    '{0} {1, plural, one {bed} other {beds}} dry': '{1, plural, one {Una cama seca} other {{0} camas secas}}',
  });
  const n = (beds: number): string => msg` ${beds} ${forms(beds, 'bed', 'beds')} dry `;
  expect([n(1), n(3)]).toEqual([' Una cama seca ', ' 3 camas secas ']);
});

test('what a table lacks is told in English, and one language does not speak for another', () => {
  const told = (): string => msg`a header nobody translated`;
  inSpanish({});
  expect(told()).toBe('a header nobody translated');
  inSpanish({ 'a header nobody translated': 'una secundaria' });
  expect(told()).toBe('una secundaria');
  speak(english);
  expect(told()).toBe('a header nobody translated');
});

test('de and el, a and el run together; names and other words do not', () => {
  inSpanish({ 'of {0}': 'de {0}', 'to {0}': 'a {0}' });
  const el = 'el filtro';
  expect([msg`of ${el}`, msg`to ${el}`]).toEqual(['del filtro', 'al filtro']);
  expect([msg`of ${'El Alto'}`, msg`to ${'ella'}`, msg`of ${'él'}`]).toEqual([
    'de El Alto',
    'a ella',
    'de él',
  ]);
});

test('numbers are written and read as people of that language do', () => {
  inSpanish();
  expect(fixed(1234.5, 2)).toBe('1234,50');
  expect(grouped(12345)).toBe('12.345');
  expect(format(0.31, 'spacing', US)).toBe('12,2\u00a0in');
  expect(msg`${1.5} times`).toMatch(/^1,5/);
  expect(parseQuantity('2,5 m', 'length', METRIC)).toEqual({ ok: true, value: 2.5 });
  expect(parseQuantity('12.500 L', 'volume', METRIC)).toMatchObject({ value: 12500 });
  expect(parseQuantity('1,500 m', 'length', METRIC)).toMatchObject({ value: 1.5 });
  expect(parseQuantity('2.5 m', 'length', METRIC)).toMatchObject({ value: 2.5 });
  expect(parseQuantity('3 pies 6 pulgadas', 'length', US)).toMatchObject({
    ok: true,
    value: expect.closeTo(1.0668, 4),
  });
  expect(parseQuantity('12 litros', 'volume', METRIC)).toMatchObject({ ok: true, value: 12 });
  inSpanish(table.words, ['en-US', 'es-MX', 'es']);
  expect(fixed(1234.5, 1)).toBe('1234.5');
});

test('what is shown reads back as itself, in every unit of both systems', () => {
  for (const wishes of [undefined, ['es-MX']]) {
    inSpanish(table.words, wishes);
    for (const choice of [METRIC, US])
      for (const [value, kind] of [
        [1234.56, 'flow'],
        [12345.6, 'volume'],
        [0.305, 'spacing'],
        [68.9, 'pressure'],
        [1500, 'length'],
      ] as const) {
        const text = format(value, kind, choice);
        const again = parseQuantity(text, kind, choice);
        expect([text, again.ok && format(again.value, kind, choice)]).toEqual([text, text]);
      }
  }
});

test('every message of the table can be made', () => {
  const broken = Object.entries(table.words).flatMap(([key, text]) => {
    const values = Object.fromEntries([...key.matchAll(/\{(\d+)/g)].map((m) => [m[1], 2]));
    try {
      const said = new IntlMessageFormat(text, 'es', undefined, { ignoreTag: true }).format(values);
      return typeof said === 'string' && !/undefined|\{\d/.test(said) ? [] : [`${key} → ${said}`];
    } catch (error) {
      return [`${key}: ${(error as Error).message}`];
    }
  });
  expect(broken).toEqual([]);
});
