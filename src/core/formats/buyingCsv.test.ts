import { fillIn, blankPlan } from '../plan';
import { format, METRIC } from '../units';
import { type Show } from '../farm';
import { shopFor } from '../works';
import { haveCsv, namedItems, partsCsv, priceBookCsv, readHave, readPriceBook } from './buyingCsv';
import { moneyIn, tableNumber } from './tableNumbers';

const show: Show = (v, k) => format(v, k, METRIC);
const plan = fillIn({
  ...blankPlan('metric'),
  blocks: [{ id: 'b', beds: { count: 3, lengthM: 20 }, header: { pipe: 'pe-32' } }],
});
const shop = shopFor(plan);
const named = namedItems(shop, show);
const pipe = 'pipe:pe-32';

test('numbers of tables are read with points and commas, groups, spaces and money about them', () => {
  for (const [text, commas, value] of [
    ['3.20', false, 3.2],
    ['3,20', true, 3.2],
    ['€ 3,20', true, 3.2],
    ['1.234,50', true, 1234.5],
    ['1,234.50', false, 1234.5],
    ['1,234', false, 1234],
    ['0,085', true, 0.085],
    ['1 234,5 kr', true, 1234.5],
    ['1’234.50', false, 1234.5],
    ['−2', false, -2],
    ['$7', false, 7],
  ] as const)
    expect([text, tableNumber(text, commas)]).toEqual([text, value]);
  for (const bad of ['', 'x', '1a', '€', '1.2.x', '--2']) expect(tableNumber(bad, true)).toBeUndefined();
  expect(moneyIn('3,20 €')).toBe('€');
  expect(moneyIn('12 EUR')).toBe('EUR');
  expect(moneyIn('12')).toBeUndefined();
});

test('a price book with semicolons and decimal commas is taken by id and by name', () => {
  const name = named.find((n) => n.id === 'staple')!.name;
  const book = readPriceBook(
    `item;name;per;price €;holds;asked\n${pipe};;m;1,85;50;2027-02-03\n;${name};pack;6,40;;\n;;;;;\n`,
    named,
    '',
  );
  expect(book.refused).toEqual([]);
  expect(book.currency).toBe('€');
  expect(book.prices).toEqual([
    { item: pipe, price: 1.85, per: 'unit', asked: '2027-02-03' },
    { item: 'staple', price: 6.4, per: 'pack' },
  ]);
  expect(book.packs).toEqual({ [pipe]: 50 });
});

test('every bad line is told with its number and why, and the good ones are taken', () => {
  const book = readPriceBook(
    [
      'item,name,per,price,holds,asked',
      `${pipe},,m,1.85,,`,
      `${pipe},,m,2,,`,
      'staple,,pack,-4,,',
      'staple,,pack,four,,',
      'staple,,dozen,4,,',
      'staple,,pack,4,nought,',
      'staple,,pack,4,,32.1.2027',
      'staple,,pack,4,,2027-02-30',
      ',green paint,each,4,,',
      'staple,,pack,99999999999,,',
      'staple,,pack,4,,',
    ].join('\n'),
    named,
    '',
  );
  expect(book.prices.map((p) => p.item)).toEqual([pipe, 'staple']);
  expect(book.refused.map((r) => [r.line, r.why])).toEqual([
    [3, 'it is already on line 2'],
    [4, 'a price of -4 is below zero'],
    [5, '“four” is not a price'],
    [6, '“dozen” is neither a metre or piece nor a roll, stick or pack'],
    [7, '“nought” is not how much a roll or pack holds'],
    [8, '“32.1.2027” is not a day like 2027-03-01'],
    [9, '“2027-02-30” is not a day like 2027-03-01'],
    [10, '“green paint” is not on this plan’s list'],
    [11, 'a price of 99999999999 is more than anything here costs'],
  ]);
});

test('other money is not mixed in: not with the plan’s, not within a book', () => {
  const book = readPriceBook(`item;price\n${pipe};€ 2\nstaple;$ 3\n`, named, '');
  expect(book.prices.map((p) => p.item)).toEqual([pipe]);
  expect(book.refused).toEqual([{ line: 3, why: 'it is in $, the others are in €' }]);
  expect(readPriceBook(`item;price\n${pipe};€ 2\n`, named, 'kr').refused[0].why).toBe(
    'it is in €, the others are in kr',
  );
});

test('a file that is none is told so', () => {
  expect(readPriceBook('', named, '').refused[0].why).toBe('the file is empty');
  expect(readPriceBook('a,b\n1,2\n', named, '').refused[0].why).toMatch(/names no column “price”/);
  expect(readHave('a,b\n1,2\n', named).refused[0].why).toMatch(/“count” or “lengths”/);
});

test('a hundred thousand lines are answered, line by line', () => {
  const lines = Array.from({ length: 100_000 }, (_, i) => `thing:${i},${i % 7 === 0 ? -1 : 2}`);
  const book = readPriceBook(`item,price\n${lines.join('\n')}\n`, named, '');
  expect(book.prices).toHaveLength(3000);
  expect(book.prices.length + book.refused.length).toBe(100_000);
  expect(book.refused.some((r) => /at most 3,000 prices/.test(r.why))).toBe(true);
});

test('what there is is read as counts and as lengths, in metres or feet', () => {
  const list = readHave(`item;count;lengths m\nstaple;40;\n${pipe};;12,5 + 3 + 4\n`, named);
  expect(list.refused).toEqual([]);
  expect(list.have).toEqual([
    { item: 'staple', count: 40 },
    { item: pipe, piecesM: [12.5, 3, 4] },
  ]);
  expect(readHave(`item,lengths ft\n${pipe},10 + 20\n`, named).have[0].piecesM).toEqual([
    10 * 0.3048,
    20 * 0.3048,
  ]);
  const bad = readHave(
    `item,count,lengths\nstaple,-3,\nstaple,many,\n${pipe},,-4\n${pipe},,4 x\nnothing,1,\nstaple,2,\nstaple,3,\n`,
    named,
  );
  expect(bad.have).toEqual([{ item: 'staple', count: 2 }]);
  expect(bad.refused.map((r) => r.line)).toEqual([2, 3, 4, 5, 6, 8]);
});

test('what is written is read back the same', () => {
  const prices = [
    { item: pipe, price: 1.85, per: 'unit' as const, asked: '2027-02-03' },
    { item: 'staple', price: 6, per: 'pack' as const },
  ];
  const book = readPriceBook(priceBookCsv(shop, prices, { staple: 50 }, '€', show), named, '€');
  expect(book.refused).toEqual([]);
  expect(book.prices.sort((a, b) => a.item.localeCompare(b.item))).toEqual(prices);
  expect(book.packs).toEqual({ staple: 50 });
  const have = [
    { item: 'staple', count: 4 },
    { item: pipe, piecesM: [3, 2.5] },
  ];
  const list = readHave(haveCsv(shop, have, show), named);
  expect(list.have.sort((a, b) => b.item.localeCompare(a.item))).toEqual(have);
  const rows = partsCsv(shop, show).trim().split('\r\n');
  expect(rows).toHaveLength(shop.lines.length + 1);
  expect(rows[0]).toBe('item,name,unit,used,spares,had,buy,sold as,sizes,left,price,typical');
});
