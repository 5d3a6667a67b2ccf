import { fillIn, blankPlan } from '../plan';
import { format, METRIC } from '../units';
import { type Show } from '../farm';
import { shopFor } from '../works';
import { haveCsv, lengthsIn, namedItems, partsCsv, priceBookCsv, readHave, readPriceBook } from './buyingCsv';
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
  const book = readPriceBook(`item;per;price\n${pipe};m;€ 2\nstaple;pack;$ 3\n`, named, '');
  expect(book.prices.map((p) => p.item)).toEqual([pipe]);
  expect(book.refused).toEqual([{ line: 3, why: 'it is in $, the others are in €' }]);
  expect(readPriceBook(`item;per;price\n${pipe};m;€ 2\n`, named, 'kr').refused[0].why).toBe(
    'it is in €, the others are in kr',
  );
});

test('a file that is none is told so', () => {
  expect(readPriceBook('', named, '').refused[0].why).toBe('the file is empty');
  expect(readPriceBook('a,b\n1,2\n', named, '').refused[0].why).toMatch(/names no column “price”/);
  expect(readHave('a,b\n1,2\n', named).refused[0].why).toMatch(/“count” or “lengths”/);
});

test('a hundred thousand lines are answered, line by line', () => {
  const lines = Array.from({ length: 100_000 }, (_, i) => `thing:${i},each,${i % 7 === 0 ? -1 : 2}`);
  const book = readPriceBook(`item,per,price\n${lines.join('\n')}\n`, named, '');
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
  const book = readPriceBook(
    priceBookCsv(shop, prices, { staple: 50 }, '€', { show, feet: false }),
    named,
    '€',
  );
  expect(book.refused).toEqual([]);
  expect(book.prices.sort((a, b) => a.item.localeCompare(b.item))).toEqual(prices);
  expect(book.packs).toEqual({ staple: 50 });
  const have = [
    { item: 'staple', count: 4 },
    { item: pipe, piecesM: [3, 2.5] },
  ];
  const list = readHave(haveCsv(shop, have, { show, feet: false }), named);
  expect(list.have.sort((a, b) => b.item.localeCompare(a.item))).toEqual(have);
  const rows = partsCsv(shop, show).trim().split('\r\n');
  expect(rows).toHaveLength(shop.lines.length + 1);
  expect(rows[0]).toBe('item,name,unit,used,spares,had,buy,sold as,sizes,left,price,typical');
});

test.each(['€', 'US$', 'kr.', 'R$', 'Fr. 2', 'Bs', 'CFA', 'лв', 'per'])(
  'a book in %s comes back as it went out, in metres and in feet',
  (currency) => {
    const prices = [
      { item: pipe, price: 1.125, per: 'unit' as const },
      { item: 'staple', price: 1250, per: 'pack' as const },
      { item: 'header-stake', price: 0.005, per: 'unit' as const },
    ];
    for (const feet of [false, true]) {
      const book = readPriceBook(priceBookCsv(shop, prices, {}, currency, { show, feet }), named, currency);
      expect(book.refused).toEqual([]);
      const back = new Map(book.prices.map((p) => [p.item, p]));
      for (const p of prices) expect(back.get(p.item)).toEqual({ ...p, price: expect.closeTo(p.price, 5) });
    }
  },
);

test('what can be read in two ways is asked, not guessed', () => {
  const why = (text: string): string[] =>
    readPriceBook(text, named, '').refused.map((r) => `${r.line}: ${r.why}`);
  // A thousand or thousandths: where others show the decimal sign it is that.
  expect(why(`item;per;price\n${pipe};m;1.250\nstaple;pack;3,50\n`)).toEqual([
    '2: “1.250” can be read as 1250 or as 1.25: write it without a sign for thousands',
  ]);
  expect(why(`item;per;price\n${pipe};m;1.250\n`)[0]).toMatch(/^2: “1.250” can be read/);
  const shown = readPriceBook(`item;per;price\n${pipe};m;1,250\nstaple;pack;3,50\n`, named, '');
  expect(shown.prices.map((p) => p.price)).toEqual([1.25, 3.5]);
  // Of a roll or of a metre.
  expect(why(`item,price\n${pipe},38\nheader-stake,1\n`)).toEqual([
    '2: say in a column “per” whether that is for a metre or for the whole roll',
  ]);
  const per = (word: string) => readPriceBook(`item,per,price\n${pipe},${word},38\n`, named, '').prices[0];
  expect(per('per roll')).toMatchObject({ per: 'pack', price: 38 });
  expect(per('a metre')).toMatchObject({ per: 'unit', price: 38 });
  expect(per('ft').price).toBeCloseTo(38 / 0.3048, 9);
  // A comma in a name without quotation marks, and marks that do not close.
  expect(why(`name,per,price\ntape, 16 mm,m,0.12\n`)[0]).toMatch(/^2: it has more columns/);
  expect(why(`item,per,price\n"${pipe},m,2\nstaple,pack,4\n`)[0]).toMatch(/^2: a quotation mark is opened/);
});

test('titles in Spanish, the line that says what parts columns, and workbooks', () => {
  const book = readPriceBook(`sep=;\nclave;por;precio;fecha\n${pipe};metro;1,85;2027-02-03\n`, named, '€');
  expect(book).toMatchObject({ refused: [], prices: [{ item: pipe, price: 1.85, asked: '2027-02-03' }] });
  const workbook = readPriceBook(new Uint8Array([0x50, 0x4b, 3, 4, 20, 0]), named, '');
  expect(workbook.refused[0].why).toMatch(/save the sheet as CSV/);
  expect(readHave(`clave;cantidad\nstaple;40\n`, named).have).toEqual([{ item: 'staple', count: 40 }]);
});

test('stock is read in the unit that stands beside it', () => {
  const lengths = (text: string, feet = false) =>
    lengthsIn(text, feet)?.map((v) => Math.round(v * 10_000) / 10_000);
  expect(lengths('12 ft')).toEqual([3.6576]);
  expect(lengths('12 ft 6 in + 3 m')).toEqual([3.81, 3]);
  expect(lengths('12.5 + 3')).toEqual([12.5, 3]);
  expect(lengths('12,5 3', true)).toEqual([3.81, 0.9144]);
  expect(lengths('40cm; 2m')).toEqual([0.4, 2]);
  expect(lengths('4 x')).toBeUndefined();
  expect(lengths('-4')).toBeUndefined();
  expect(lengths('')).toBeUndefined();
});
