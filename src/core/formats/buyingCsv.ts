import Papa from 'papaparse';
import { writeCsv } from './csv';
import { grouped, msg } from '../language';
import { isItemId, itemName, type Item, type Show } from '../farm';
import { boughtText, type Line, type Shop } from '../works';
import { LIMITS, type Have, type Price } from '../plan';
import { decode } from './decode';
import { moneyIn, tableNumber } from './tableNumbers';
import { M_PER_FT } from '../units';

/** A line that could not be used, by its number in the file, and why. */
export interface Refused {
  line: number;
  why: string;
}

/** Prices read from a table. */
export interface PriceReading {
  prices: Price[];
  packs: Record<string, number>;
  /** Money that stands in the table, where it is one. */
  currency: string | undefined;
  refused: Refused[];
}

export interface HaveReading {
  have: Have[];
  refused: Refused[];
}

/** Items that names stand for. */
export interface Named {
  id: string;
  name: string;
}
export const namedItems = (shop: Shop, show: Show): Named[] =>
  shop.lines.map(({ item }) => ({ id: item.id, name: itemName(item, show) }));

const plainName = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();

interface Table {
  /** Number in the file of the first line under the titles. */
  firstLine: number;
  rows: string[][];
  titles: string[];
  /** Columns are not parted by commas. */
  commas: boolean;
}

/** What parts the columns: of the usual signs the one that the line of titles has most of. */
const delimiterOf = (titles: string): string =>
  [',', ';', '\t', '|']
    .map((sign) => ({ sign, count: titles.split(sign).length }))
    .reduce((a, b) => (b.count > a.count ? b : a)).sign;

function tableOf(bytes: Uint8Array | string): Table | string {
  const text = (typeof bytes === 'string' ? bytes : decode(bytes).text).replace(/^\uFEFF/, '');
  const delimiter = delimiterOf(text.trimStart().split(/\r?\n/, 1)[0]);
  const { data: rows } = Papa.parse<string[]>(text, { delimiter });
  const first = rows.findIndex((r) => r.some((c) => c.trim() !== ''));
  if (first < 0) return msg`the file is empty`;
  return {
    firstLine: first + 2,
    rows: rows.slice(first),
    titles: rows[first].map((t) => t.trim().toLowerCase()),
    commas: delimiter !== ',',
  };
}

const columnOf = (titles: readonly string[], says: RegExp): number => titles.findIndex((t) => says.test(t));
const TITLES = {
  item: /^(item|id|key|code)$/,
  name: /^(name|what|description|article|item name)$/,
  price: /^(price|cost|unit price)\b/,
  per: /^(per|unit|for)$/,
  holds: /^(holds|in it|pack size|contents)\b/,
  asked: /^(asked|date|day)\b/,
  count: /^(count|have|number|pieces|quantity|qty)$/,
  lengths: /^(lengths?)\b/,
};
const UNIT = /^(m|metre|meter|each|piece|pc|1|unit)$/i;
const PACK = /^(roll|stick|pack|box|bag|coil)\b/i;
const DAY = /^\d{4}-\d{2}-\d{2}$/;
const isDay = (text: string): boolean => {
  const [y, m, d] = text.split('-').map(Number);
  const real = new Date(Date.UTC(y, m - 1, d));
  return DAY.test(text) && real.getUTCMonth() === m - 1 && real.getUTCDate() === d;
};
/** So long a word is kept of what could not be read. */
const cut = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)} …` : text);

/** Finds the item that a line is of, by its id or by its name. */
function finder(named: readonly Named[], t: Table): (row: string[]) => string | undefined {
  const byName = new Map(named.map((n) => [plainName(n.name), n.id]));
  const known = new Set(named.map((n) => n.id));
  const [item, name] = [columnOf(t.titles, TITLES.item), columnOf(t.titles, TITLES.name)];
  return (row) => {
    const id = item >= 0 ? row[item]?.trim() : '';
    if (id && (known.has(id) || isItemId(id))) return id;
    return byName.get(plainName(row[name] ?? '')) ?? byName.get(plainName(id ?? ''));
  };
}

/**
 * Reads a price book: a column of items by their id or name, one of prices, and if there are any those of what a price is for, how much a
 * roll or pack holds, and the day it was asked. Commas, semicolons or tabs part columns; decimal commas and points are read.
 * Every line that cannot be used is told with its reason, and the others are taken.
 * @param currency of the prices there are; a price in other money is not taken
 */
export function readPriceBook(
  bytes: Uint8Array | string,
  named: readonly Named[],
  currency: string,
): PriceReading {
  const reading: PriceReading = { prices: [], packs: {}, currency: undefined, refused: [] };
  const t = tableOf(bytes);
  if (typeof t === 'string') return { ...reading, refused: [{ line: 1, why: t }] };
  const at = Object.fromEntries(Object.entries(TITLES).map(([k, r]) => [k, columnOf(t.titles, r)])) as Record<
    keyof typeof TITLES,
    number
  >;
  if (at.price < 0 || (at.item < 0 && at.name < 0))
    return {
      ...reading,
      refused: [{ line: 1, why: msg`the first line names no column “price”, or none “item” or “name”` }],
    };
  const find = finder(named, t);
  const seen = new Map<string, number>();
  const money = new Set<string>(currency ? [currency] : []);
  t.rows.slice(1).forEach((row, i) => {
    const line = t.firstLine + i;
    const refuse = (why: string): void => void reading.refused.push({ line, why });
    if (row.every((c) => c.trim() === '')) return;
    const text = row[at.price]?.trim() ?? '';
    // A list that was printed with blanks comes back with some of them.
    if (text === '') return;
    const item = find(row);
    if (!item) return refuse(msg`“${cut(row[at.name] ?? row[at.item] ?? '')}” is not on this plan’s list`);
    const price = tableNumber(text, t.commas);
    if (price === undefined) return refuse(msg`“${cut(text)}” is not a price`);
    if (price < 0) return refuse(msg`a price of ${cut(text)} is below zero`);
    if (price > MOST_PRICE) return refuse(msg`a price of ${cut(text)} is more than anything here costs`);
    const own =
      moneyIn(text) ?? moneyIn(t.titles[at.price].toUpperCase().replace(/^(PRICE|COST|UNIT PRICE)/, ''));
    if (own && money.size > 0 && !money.has(own))
      return refuse(msg`it is in ${own}, the others are in ${[...money][0]}`);
    if (own) money.add(own);
    const perText = at.per >= 0 ? (row[at.per]?.trim() ?? '') : '';
    if (perText !== '' && !UNIT.test(perText) && !PACK.test(perText))
      return refuse(msg`“${cut(perText)}” is neither a metre or piece nor a roll, stick or pack`);
    const asked = at.asked >= 0 ? (row[at.asked]?.trim() ?? '') : '';
    if (asked !== '' && !isDay(asked)) return refuse(msg`“${cut(asked)}” is not a day like 2027-03-01`);
    const holdsText = at.holds >= 0 ? (row[at.holds]?.trim() ?? '') : '';
    const holds = holdsText === '' ? undefined : tableNumber(holdsText, t.commas);
    if (holdsText !== '' && !(holds !== undefined && holds > 0 && holds <= LIMITS.rollM))
      return refuse(msg`“${cut(holdsText)}” is not how much a roll or pack holds`);
    if (seen.has(item)) return refuse(msg`it is already on line ${seen.get(item)}`);
    if (reading.prices.length >= LIMITS.prices)
      return refuse(msg`a plan keeps at most ${grouped(LIMITS.prices)} prices`);
    seen.set(item, line);
    reading.prices.push({ item, price, per: PACK.test(perText) ? 'pack' : 'unit', ...(asked && { asked }) });
    if (holds !== undefined) reading.packs[item] = holds;
  });
  [reading.currency] = [...money];
  return reading;
}
const MOST_PRICE = 1e7;

/**
 * Reads a list of what the grower has: items by id or name, how many, or lengths of pieces parted by spaces, semicolons or plus signs
 * (in metres, or in feet where the column's title says so).
 */
export function readHave(bytes: Uint8Array | string, named: readonly Named[]): HaveReading {
  const reading: HaveReading = { have: [], refused: [] };
  const t = tableOf(bytes);
  if (typeof t === 'string') return { ...reading, refused: [{ line: 1, why: t }] };
  const [count, lengths] = [columnOf(t.titles, TITLES.count), columnOf(t.titles, TITLES.lengths)];
  if (count < 0 && lengths < 0)
    return {
      ...reading,
      refused: [{ line: 1, why: msg`the first line names no column “count” or “lengths”` }],
    };
  const find = finder(named, t);
  const feet = lengths >= 0 && /\b(ft|feet|foot)\b/.test(t.titles[lengths]);
  const seen = new Map<string, number>();
  t.rows.slice(1).forEach((row, i) => {
    const line = t.firstLine + i;
    const refuse = (why: string): void => void reading.refused.push({ line, why });
    const [countText, lengthText] = [
      count >= 0 ? (row[count]?.trim() ?? '') : '',
      lengths >= 0 ? (row[lengths]?.trim() ?? '') : '',
    ];
    if (countText === '' && lengthText === '') return;
    const item = find(row);
    if (!item)
      return refuse(msg`“${cut(row.find((c) => c.trim() !== '') ?? '')}” is not on this plan’s list`);
    if (seen.has(item)) return refuse(msg`it is already on line ${seen.get(item)}`);
    const n = countText === '' ? undefined : tableNumber(countText, t.commas);
    if (countText !== '' && (n === undefined || n < 0 || n > MOST_COUNT))
      return refuse(msg`“${cut(countText)}” is not a number of pieces`);
    const pieces =
      lengthText === ''
        ? []
        : lengthText
            .split(/\s*[+;|]\s*|\s+(?=[\d.,])/)
            .filter((p) => p !== '')
            .map((p) => tableNumber(p.replace(/(m|ft)$/i, ''), true));
    const bad = pieces.findIndex((p) => p === undefined || p <= 0 || p > LIMITS.rollM);
    if (bad >= 0) return refuse(msg`“${cut(lengthText)}” holds a length that cannot be read`);
    if (pieces.length > LIMITS.pieces) return refuse(msg`it lists more than ${LIMITS.pieces} pieces`);
    if (reading.have.length >= LIMITS.prices)
      return refuse(msg`a plan keeps at most ${grouped(LIMITS.prices)} lines of what you have`);
    seen.set(item, line);
    reading.have.push({
      item,
      ...(n !== undefined && { count: n }),
      ...(pieces.length > 0 && { piecesM: pieces.map((p) => p! * (feet ? M_PER_FT : 1)) }),
    });
  });
  return reading;
}
const MOST_COUNT = 1e6;

const DECIMALS = 2;
const round = (v: number): number => Number(v.toFixed(DECIMALS));
const lineName = (item: Item, show: Show): string => itemName(item, show).replace(/\u00a0/g, ' ');
export const PART_COLUMNS = [
  'item',
  'name',
  'unit',
  'used',
  'spares',
  'had',
  'buy',
  'sold as',
  'sizes',
  'left',
  'price',
  'typical',
] as const;

/** The parts list as rows of cells, in metres and pieces. */
export const partRows = (shop: Shop, show: Show): (string | number)[][] =>
  shop.lines.map((l: Line) => [
    l.item.id,
    lineName(l.item, show),
    l.item.unit,
    round(l.used),
    round(l.spares),
    round(l.had),
    l.packs,
    l.item.sold,
    boughtText(l, (held) => `${round(held)}`).replaceAll('×', 'x'),
    round(l.left),
    l.price === undefined ? '' : round(l.price),
    round(l.typical),
  ]);

/** The parts list as a table. A price that is not known is an empty cell. */
export const partsCsv = (shop: Shop, show: Show): string =>
  writeCsv(PART_COLUMNS, partRows(shop, show), { marked: false });

/** The price book as a table, with a blank for every item to buy that has no price yet. */
export function priceBookCsv(
  shop: Shop,
  prices: readonly Price[],
  packs: Readonly<Record<string, number>>,
  currency: string,
  show: Show,
): string {
  const known = new Map(prices.map((p) => [p.item, p]));
  const names = new Map(shop.lines.map((l) => [l.item.id, lineName(l.item, show)]));
  const ids = [...new Set([...shop.lines.filter((l) => l.packs > 0).map((l) => l.item.id), ...known.keys()])];
  const rows = ids.map((id) => {
    const p = known.get(id);
    const line = shop.lines.find((l) => l.item.id === id);
    return [
      id,
      names.get(id) ?? '',
      p?.per === 'pack' ? (line?.item.sold ?? 'pack') : line?.item.unit === 'm' ? 'm' : 'each',
      p ? p.price : '',
      packs[id] ?? '',
      p?.asked ?? '',
    ];
  });
  return writeCsv(['item', 'name', 'per', currency ? `price ${currency}` : 'price', 'holds', 'asked'], rows, {
    marked: false,
  });
}

/** What the grower has as a table, with a blank for every item of the list. */
export function haveCsv(shop: Shop, have: readonly Have[], show: Show): string {
  const known = new Map(have.map((h) => [h.item, h]));
  const names = new Map(shop.lines.map((l) => [l.item.id, lineName(l.item, show)]));
  const ids = [...new Set([...shop.lines.map((l) => l.item.id), ...known.keys()])];
  const rows = ids.map((id) => {
    const h = known.get(id);
    return [
      id,
      names.get(id) ?? '',
      h?.count ?? '',
      (h?.piecesM ?? []).map((p) => Number(p.toFixed(3))).join(' + '),
    ];
  });
  return writeCsv(['item', 'name', 'count', 'lengths m'], rows, { marked: false });
}
