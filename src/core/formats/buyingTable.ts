import Papa from 'papaparse';
import { msg } from '../language';
import { isItemId, type Item } from '../farm';
import { decode } from './decode';

/** Items that names stand for. */
export interface Named {
  id: string;
  name: string;
  unit: Item['unit'];
  sold: Item['sold'];
  /** It is sold by the roll, stick or pack: a price may be for one or for the whole. */
  packed: boolean;
}

const plainName = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();

/** A table of prices or of what there is. */
export interface BuyingTable {
  /** Number in the file of the first line under the titles. */
  firstLine: number;
  rows: string[][];
  titles: string[];
  /** As they are written. */
  rawTitles: string[];
  /** Columns are not parted by commas. */
  commas: boolean;
  /** Lines by number whose quotes do not close. */
  openQuotes: ReadonlySet<number>;
}

/** What parts the columns: of the usual signs the one that the line of titles has most of. */
const delimiterOf = (titles: string): string =>
  [',', ';', '\t', '|']
    .map((sign) => ({ sign, count: titles.split(sign).length }))
    .reduce((a, b) => (b.count > a.count ? b : a)).sign;

/** Spreadsheet programs write what parts the columns in a line of its own. */
const SEPARATOR_LINE = /^sep=(.)\r?\n/i;
/** How workbooks begin: a zip, or the older binary form. */
const WORKBOOK = [
  [0x50, 0x4b, 3, 4],
  [0xd0, 0xcf, 0x11, 0xe0],
];
const isWorkbook = (bytes: Uint8Array | string): boolean =>
  typeof bytes !== 'string' && WORKBOOK.some((head) => head.every((b, i) => bytes[i] === b));

/** Reads a table; @returns why not, where it is none */
export function buyingTable(bytes: Uint8Array | string): BuyingTable | string {
  if (isWorkbook(bytes))
    return msg`it is a workbook: open it in the program that made it, save the sheet as CSV, and open that file`;
  const whole = (typeof bytes === 'string' ? bytes : decode(bytes).text).replace(/^\uFEFF/, '');
  const said = SEPARATOR_LINE.exec(whole);
  const text = said ? whole.slice(said[0].length) : whole;
  const delimiter = said?.[1] ?? delimiterOf(text.trimStart().split(/\r?\n/, 1)[0]);
  const { data: rows, errors } = Papa.parse<string[]>(text, { delimiter });
  const first = rows.findIndex((r) => r.some((c) => c.trim() !== ''));
  if (first < 0) return msg`the file is empty`;
  const before = said ? 1 : 0;
  const rawTitles = rows[first].map((t) => t.trim());
  return {
    firstLine: first + 2 + before,
    rows: rows.slice(first),
    titles: rawTitles.map((t) => t.toLowerCase()),
    rawTitles,
    commas: delimiter !== ',',
    openQuotes: new Set(
      errors.flatMap((e) => (e.type === 'Quotes' && e.row !== undefined ? [e.row + 1 + before] : [])),
    ),
  };
}

export const columnOf = (titles: readonly string[], says: RegExp): number =>
  titles.findIndex((t) => says.test(t));
/** Titles of columns in English and in Spanish. */
export const TITLES = {
  item: /^(item|id|key|code|código|clave)$/,
  name: /^(name|what|description|article|item name|nombre|descripción|artículo|qué)$/,
  price: /^(price|cost|unit price|precio|precio unitario|coste|costo)(?![a-zñ])/,
  per: /^(per|unit|for|por|unidad)$/,
  holds: /^(holds|in it|pack size|contents|contiene|contenido)(?![a-zñ])/,
  asked: /^(asked|date|day|fecha|día|preguntado)(?![a-zñ])/,
  count: /^(count|have|number|pieces|quantity|qty|cantidad|número|piezas|tengo)$/,
  lengths: /^(lengths?|largos?|longitud(es)?)(?![a-zñ])/,
} as const;

/** So long a word is kept of what could not be read. */
export const cutWord = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)} …` : text);

/** Finds the item that a line is of, by its id or by its name. */
export function finder(named: readonly Named[], t: BuyingTable): (row: string[]) => string | undefined {
  const byName = new Map(named.map((n) => [plainName(n.name), n.id]));
  const known = new Set(named.map((n) => n.id));
  const [item, name] = [columnOf(t.titles, TITLES.item), columnOf(t.titles, TITLES.name)];
  return (row) => {
    const id = item >= 0 ? row[item]?.trim() : '';
    if (id && (known.has(id) || isItemId(id))) return id;
    return byName.get(plainName(row[name] ?? '')) ?? byName.get(plainName(id ?? ''));
  };
}

/** Why a line cannot be read as a row of the table; nothing where it can. */
export function brokenLine(t: BuyingTable, row: readonly string[], line: number): string | undefined {
  if (t.openQuotes.has(line))
    return msg`a quotation mark is opened and not closed, so that the lines after it belong to it`;
  if (row.length > t.titles.length && row.slice(t.titles.length).some((c) => c.trim() !== ''))
    return msg`it has more columns than the first line: a name with ${t.commas ? msg`that sign` : msg`a comma`} in it needs quotation marks about it`;
  return undefined;
}
