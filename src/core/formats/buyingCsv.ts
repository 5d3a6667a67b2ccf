import { writeCsv } from './csv';
import { grouped, msg } from '../language';
import { itemName, type Item, type Show } from '../farm';
import { boughtText, type Line, type Shop } from '../works';
import { LIMITS, type Have, type Price } from '../plan';
import {
  brokenLine,
  buyingTable,
  columnOf,
  cutWord,
  finder,
  TITLES,
  type BuyingTable,
  type Named,
} from './buyingTable';
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

export const namedItems = (shop: Shop, show: Show): Named[] =>
  shop.lines.map(({ item }) => ({
    id: item.id,
    name: itemName(item, show),
    unit: item.unit,
    sold: item.sold,
    packed: item.sold !== 'each' || item.unit === 'm',
  }));

const UNIT = /^(m|metre|meter|metro|each|piece|pc|1|unit|pieza|ud|unidad)$/i;
const FOOT = /^(ft|foot|feet|pie|pies)$/i;
const PACK = /^(roll|stick|pack|box|bag|coil|rollo|barra|paquete|caja|bolsa)s?\b/i;
/** “per roll”, “a metre”, “por rollo” */
const perWord = (text: string): string => text.replace(/^(per|a|an|each|por|el|la)\s+(?=\S)/i, '');
const DAY = /^\d{4}-\d{2}-\d{2}$/;
const isDay = (text: string): boolean => {
  const [y, m, d] = text.split('-').map(Number);
  const real = new Date(Date.UTC(y, m - 1, d));
  return DAY.test(text) && real.getUTCMonth() === m - 1 && real.getUTCDate() === d;
};

/** The money that the title of a column of prices names. */
function moneyOfTitle(title: string): string | undefined {
  const rest = title
    .replace(/^(unit price|precio unitario|price|cost|precio|coste|costo)/i, '')
    .replace(/^[\s:,([]+|[\s)\]]+$/g, '');
  return rest === '' || /^(per|por|in|en|a)\b/i.test(rest) ? undefined : rest;
}

/** One separator and three figures after it: a thousand, or thousandths. */
const EITHER = /^[1-9]\d{0,2}[.,]\d{3}$/;
const figures = (text: string): string => text.replace(/[^\d.,]/g, '');
/** The signs that stand before one or two decimals in a column: they say which sign is the decimal one. */
function decimalSigns(texts: readonly string[]): Set<string> {
  return new Set(texts.flatMap((t) => /([.,])\d{1,2}$/.exec(figures(t))?.[1] ?? []));
}

/**
 * Reads a price book: a column of items by their id or name, one of prices, of what a price is for, and if there are any those of how much
 * a roll or pack holds, and the day it was asked. Commas, semicolons or tabs part columns; decimal commas and points are read.
 * Every line that cannot be used, or can be read in two ways, is told with its reason, and the others are taken.
 * @param currency of the prices there are; a price in other money is not taken
 */
export function readPriceBook(
  bytes: Uint8Array | string,
  named: readonly Named[],
  currency: string,
): PriceReading {
  const reading: PriceReading = { prices: [], packs: {}, currency: undefined, refused: [] };
  const t = buyingTable(bytes);
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
  const byId = new Map(named.map((n) => [n.id, n]));
  const titleMoney = moneyOfTitle(t.rawTitles[at.price]);
  const line = new PriceLine(at, t, titleMoney ?? currency);
  const seen = new Map<string, number>();
  const money = new Set<string>(currency ? [currency] : []);
  t.rows.slice(1).forEach((row, i) => {
    const number = t.firstLine + i;
    const refuse = (why: string): void => void reading.refused.push({ line: number, why });
    if (row.every((c) => c.trim() === '')) return;
    const broken = brokenLine(t, row, number);
    if (broken) return refuse(broken);
    // A list that was printed with blanks comes back with some of them.
    if ((row[at.price]?.trim() ?? '') === '') return;
    const item = find(row);
    if (!item)
      return refuse(msg`“${cutWord(row[at.name] ?? row[at.item] ?? '')}” is not on this plan’s list`);
    const read = line.read(row, byId.get(item));
    if (typeof read === 'string') return refuse(read);
    const own = read.money ?? titleMoney;
    if (own && money.size > 0 && !money.has(own))
      return refuse(msg`it is in ${own}, the others are in ${[...money][0]}`);
    if (own) money.add(own);
    if (seen.has(item)) return refuse(msg`it is already on line ${seen.get(item)}`);
    if (reading.prices.length >= LIMITS.prices)
      return refuse(msg`a plan keeps at most ${grouped(LIMITS.prices)} prices`);
    seen.set(item, number);
    reading.prices.push({ item, ...read.price });
    if (read.holds !== undefined) reading.packs[item] = read.holds;
  });
  [reading.currency] = [...money];
  return reading;
}
const MOST_PRICE = 1e7;

/** What a line of a price book says. */
interface PriceRead {
  price: Omit<Price, 'item'>;
  holds: number | undefined;
  money: string | undefined;
}

/** Reads the figures of one line after the other. */
class PriceLine {
  private readonly at: Record<keyof typeof TITLES, number>;
  private readonly t: BuyingTable;
  private readonly money: string;
  /** Signs that are decimal ones in the column of prices. */
  private readonly signs: Set<string>;

  constructor(at: Record<keyof typeof TITLES, number>, t: BuyingTable, money: string) {
    this.at = at;
    this.t = t;
    this.money = money;
    this.signs = decimalSigns(t.rows.slice(1).map((r) => r[at.price] ?? ''));
  }

  private cell(row: readonly string[], title: keyof typeof TITLES): string {
    return this.at[title] >= 0 ? (row[this.at[title]]?.trim() ?? '') : '';
  }

  /** @returns the line, or why it cannot be used */
  read(row: readonly string[], named: Named | undefined): PriceRead | string {
    const text = this.cell(row, 'price');
    const bare = this.money === '' ? text : text.split(this.money).join('');
    const price = this.number(bare);
    if (typeof price === 'string') return price;
    if (price === undefined) return msg`“${cutWord(text)}” is not a price`;
    if (price < 0) return msg`a price of ${cutWord(text)} is below zero`;
    if (price > MOST_PRICE) return msg`a price of ${cutWord(text)} is more than anything here costs`;
    const per = this.per(row, named);
    if (typeof per === 'string') return per;
    const asked = this.cell(row, 'asked');
    if (asked !== '' && !isDay(asked)) return msg`“${cutWord(asked)}” is not a day like 2027-03-01`;
    const holdsText = this.cell(row, 'holds');
    const holds = holdsText === '' ? undefined : tableNumber(holdsText, this.t.commas);
    if (holdsText !== '' && !(holds !== undefined && holds > 0 && holds <= LIMITS.rollM))
      return msg`“${cutWord(holdsText)}” is not how much a roll or pack holds`;
    const own = text.includes(this.money) && this.money !== '' ? this.money : moneyIn(text);
    return {
      price: { price: price * per.times, per: per.per, ...(asked && { asked }) },
      holds,
      money: own,
    };
  }

  /** A price, or why it can be read in two ways. */
  private number(text: string): number | string | undefined {
    const written = figures(text);
    if (EITHER.test(written)) {
      const sign = /[.,]/.exec(written)![0];
      // Only where other prices show that this sign stands before decimals is it one.
      if (this.signs.size !== 1 || !this.signs.has(sign))
        return msg`“${cutWord(text.trim())}” can be read as ${written.replace(/[.,]/, '')} or as ${Number(written.replace(',', '.'))}: write it without a sign for thousands`;
      return Number(written.replace(sign, '.'));
    }
    return tableNumber(text, this.t.commas);
  }

  /** What a price is for; of what is sold by the roll or pack it must be said. */
  private per(
    row: readonly string[],
    named: Named | undefined,
  ): { per: Price['per']; times: number } | string {
    const text = perWord(this.cell(row, 'per'));
    if (text === '')
      return named?.packed
        ? msg`say in a column “per” whether that is for ${named.unit === 'm' ? msg`a metre` : msg`one`} or for the whole ${named.sold}`
        : { per: 'unit', times: 1 };
    if (FOOT.test(text)) return { per: 'unit', times: 1 / M_PER_FT };
    if (UNIT.test(text)) return { per: 'unit', times: 1 };
    if (PACK.test(text)) return { per: 'pack', times: 1 };
    return msg`“${cutWord(text)}” is neither a metre or piece nor a roll, stick or pack`;
  }
}

const IN_PER_FT = 12;
const FEET: readonly string[] = ['ft', 'feet', 'foot', "'"];
const INCHES: readonly string[] = ['in', 'inch', '"'];
const METRES: Record<string, number> = { m: 1, cm: 0.01, mm: 0.001 };
const perUnit = (unit: string): number =>
  METRES[unit] ?? (INCHES.includes(unit) ? M_PER_FT / IN_PER_FT : M_PER_FT);
const LENGTH = /([\d.,]+)\s*(feet|foot|inch|cm|mm|ft|in|m|['"])?/gi;

/**
 * Lengths of pieces as they are typed, m: parted by plus signs, semicolons or spaces, each with its unit or in the one that is usual;
 * inches after feet belong to them.
 * @returns nothing where one of them cannot be read
 */
export function lengthsIn(text: string, feet: boolean): number[] | undefined {
  if (/[^+;|\s]/.test(text.replace(LENGTH, ''))) return undefined;
  const lengths: number[] = [];
  let before: { unit: string; end: number } | undefined;
  for (const found of text.matchAll(LENGTH)) {
    const value = tableNumber(found[1], true);
    if (value === undefined) return undefined;
    const unit = found[2]?.toLowerCase() ?? (feet ? 'ft' : 'm');
    const belongs =
      before !== undefined &&
      FEET.includes(before.unit) &&
      INCHES.includes(unit) &&
      text.slice(before.end, found.index).trim() === '';
    if (belongs) lengths[lengths.length - 1] += value * perUnit(unit);
    else lengths.push(value * perUnit(unit));
    before = { unit, end: found.index + found[0].trimEnd().length };
  }
  return lengths.length > 0 && lengths.every((l) => l > 0 && l <= LIMITS.rollM) ? lengths : undefined;
}

/**
 * Reads a list of what the grower has: items by id or name, how many, or lengths of pieces parted by spaces, semicolons or plus signs,
 * each with its unit, or in metres, or in feet where the column's title says so.
 */
export function readHave(bytes: Uint8Array | string, named: readonly Named[]): HaveReading {
  const reading: HaveReading = { have: [], refused: [] };
  const t = buyingTable(bytes);
  if (typeof t === 'string') return { ...reading, refused: [{ line: 1, why: t }] };
  const [count, lengths] = [columnOf(t.titles, TITLES.count), columnOf(t.titles, TITLES.lengths)];
  if (count < 0 && lengths < 0)
    return {
      ...reading,
      refused: [{ line: 1, why: msg`the first line names no column “count” or “lengths”` }],
    };
  const find = finder(named, t);
  const feet = lengths >= 0 && /\b(ft|feet|foot|pies?)\b/.test(t.titles[lengths]);
  const seen = new Map<string, number>();
  t.rows.slice(1).forEach((row, i) => {
    const line = t.firstLine + i;
    const refuse = (why: string): void => void reading.refused.push({ line, why });
    const broken = brokenLine(t, row, line);
    if (broken) return refuse(broken);
    const [countText, lengthText] = [
      count >= 0 ? (row[count]?.trim() ?? '') : '',
      lengths >= 0 ? (row[lengths]?.trim() ?? '') : '',
    ];
    if (countText === '' && lengthText === '') return;
    const item = find(row);
    if (!item)
      return refuse(msg`“${cutWord(row.find((c) => c.trim() !== '') ?? '')}” is not on this plan’s list`);
    if (seen.has(item)) return refuse(msg`it is already on line ${seen.get(item)}`);
    const n = countText === '' ? undefined : tableNumber(countText, t.commas);
    if (countText !== '' && (n === undefined || n < 0 || n > MOST_COUNT))
      return refuse(msg`“${cutWord(countText)}” is not a number of pieces`);
    const pieces = lengthText === '' ? [] : lengthsIn(lengthText, feet);
    if (!pieces) return refuse(msg`“${cutWord(lengthText)}” holds a length that cannot be read`);
    if (pieces.length > LIMITS.pieces) return refuse(msg`it lists more than ${LIMITS.pieces} pieces`);
    if (reading.have.length >= LIMITS.prices)
      return refuse(msg`a plan keeps at most ${grouped(LIMITS.prices)} lines of what you have`);
    seen.set(item, line);
    reading.have.push({
      item,
      ...(n !== undefined && { count: n }),
      ...(pieces.length > 0 && { piecesM: pieces }),
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

/** A price in so many decimals that it is read back as it is, and never with three that could be thousands. */
function priceText(price: number): string | number {
  const short = Number(price.toFixed(PRICE_DECIMALS));
  return /\.\d{3}$/.test(String(short)) ? short.toFixed(PRICE_DECIMALS) : short;
}
const PRICE_DECIMALS = 6;

/** The price book as a table, with a blank for every item to buy that has no price yet. */
export function priceBookCsv(
  shop: Shop,
  prices: readonly Price[],
  packs: Readonly<Record<string, number>>,
  currency: string,
  { show, feet }: { show: Show; feet: boolean },
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
      p?.per === 'pack' ? (line?.item.sold ?? 'pack') : line?.item.unit !== 'm' ? 'each' : feet ? 'ft' : 'm',
      p ? priceText(p.per === 'unit' && line?.item.unit === 'm' && feet ? p.price * M_PER_FT : p.price) : '',
      packs[id] ?? '',
      p?.asked ?? '',
    ];
  });
  return writeCsv(['item', 'name', 'per', currency ? `price ${currency}` : 'price', 'holds', 'asked'], rows, {
    marked: false,
  });
}

/** What the grower has as a table, with a blank for every item of the list. */
export function haveCsv(
  shop: Shop,
  have: readonly Have[],
  { show, feet }: { show: Show; feet: boolean },
): string {
  const known = new Map(have.map((h) => [h.item, h]));
  const names = new Map(shop.lines.map((l) => [l.item.id, lineName(l.item, show)]));
  const ids = [...new Set([...shop.lines.map((l) => l.item.id), ...known.keys()])];
  const rows = ids.map((id) => {
    const h = known.get(id);
    return [
      id,
      names.get(id) ?? '',
      h?.count ?? '',
      (h?.piecesM ?? []).map((p) => Number((feet ? p / M_PER_FT : p).toFixed(4))).join(' + '),
    ];
  });
  return writeCsv(['item', 'name', 'count', feet ? 'lengths ft' : 'lengths m'], rows, { marked: false });
}
