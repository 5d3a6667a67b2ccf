import Papa from 'papaparse';

/** A cell of a table; nothing where it is empty. */
export type Cell = string | number | null | undefined;

/** What a spreadsheet would take for a formula, in wide letters too. A plain number is none. */
const FORMULA = /^[=+\-@\t\r\n＝＋－＠]/;
const NUMBER = /^[+-]?\d+([.,]\d+)?$/;

/** A text that a spreadsheet would take for a formula is kept a text, by an apostrophe before it. */
export const guarded = (cell: Cell): Cell =>
  typeof cell === 'string' && FORMULA.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell;

/** A text as it was before {@link guarded}. */
export const unguarded = (text: string): string =>
  text.startsWith("'") && FORMULA.test(text.slice(1)) ? text.slice(1) : text;

/** Says to spreadsheets that the text is UTF-8. */
const MARK = '\uFEFF';

/**
 * Writes a table as CSV; every cell and title is guarded against formulas.
 * @param marked with a mark before it that tells spreadsheets its letters
 */
export const writeCsv = (
  fields: readonly string[],
  rows: readonly (readonly Cell[])[],
  { marked = true }: { marked?: boolean } = {},
): string => `${marked ? MARK : ''}${Papa.unparse([fields, ...rows].map((row) => row.map(guarded)))}\r\n`;
