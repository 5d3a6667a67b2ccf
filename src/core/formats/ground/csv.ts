import Papa from 'papaparse';
import { forms, grouped, msg } from '../../language';
import { emptyRaw, isHeight, type RawReading } from './types';
import { M_PER_FT } from '../../units';

/** The foot of older land surveys of the United States. */
const M_PER_SURVEY_FT = 1200 / 3937;

export type SurveyUnit = 'm' | 'ft' | 'survey ft';
const METRES: Record<SurveyUnit, number> = { m: 1, ft: M_PER_FT, 'survey ft': M_PER_SURVEY_FT };

/** Which column is what, by its place from 0, and what the numbers are in. */
export interface SurveyColumns {
  x: number;
  y: number;
  z: number;
  /** The places are longitude and latitude. Heights are in `unit` all the same. */
  degrees: boolean;
  unit: SurveyUnit;
}

/** A table of surveyed points, with what its columns seem to be. */
export interface SurveyTable {
  header: string[];
  rows: string[][];
  /** By the columns' names; nothing where they do not tell. */
  guess: SurveyColumns | undefined;
}

const NAMES: Record<'x' | 'y' | 'z' | 'lon' | 'lat', readonly string[]> = {
  lon: ['lon', 'long', 'lng', 'longitude', 'lon_dd', 'point_x', 'länge', 'längengrad'],
  lat: ['lat', 'latitude', 'lat_dd', 'point_y', 'breite', 'breitengrad'],
  x: [
    'x',
    'e',
    'east',
    'easting',
    'eastings',
    'right',
    'rechtswert',
    'ost',
    'este',
    'est',
    'x_m',
    'xcoord',
    'xm',
  ],
  y: ['y', 'n', 'north', 'northing', 'northings', 'up', 'hochwert', 'nord', 'norte', 'y_m', 'ycoord', 'ym'],
  z: [
    'z',
    'h',
    'ele',
    'elev',
    'elevation',
    'height',
    'alt',
    'altitude',
    'level',
    'rl',
    'höhe',
    'hoehe',
    'cota',
    'zm',
    'z_m',
  ],
};
const bare = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[([].*?[)\]]/g, '')
    .trim()
    .replace(/[\s.]+/g, '_')
    .replace(/_(m|ft|metres?|meters?|feet)$/, '');

/** A number as surveyors' programs write it: with a decimal comma or point. */
const numberOf = (text: string | undefined): number | undefined => {
  const clean = (text ?? '').trim().replace(/\s/g, '');
  if (clean === '') return undefined;
  const n = Number(/^[-+]?\d*,\d+$/.test(clean) ? clean.replace(',', '.') : clean);
  return Number.isFinite(n) ? n : undefined;
};

/** Reads a table of points. @returns why, where it is none */
export function readSurveyTable(text: string): SurveyTable | string {
  const clean = text.replace(/^\uFEFF/, '');
  // With decimal commas the columns stand apart by semicolons or tabs: such a file is not to be cut at commas.
  const firstLine = clean.split(/\r?\n/, 1)[0];
  const delimiter = firstLine.includes(';') ? ';' : firstLine.includes('\t') ? '\t' : '';
  const parsed = Papa.parse<string[]>(clean, { skipEmptyLines: 'greedy', delimiter });
  const lines = parsed.data.map((row) => row.map((cell) => cell.trim()));
  if (lines.length === 0) return msg`The file is empty.`;
  const joined = commasJoined(lines);
  if (joined) lines.splice(0, lines.length, ...joined);
  const titled = lines[0].every((cell) => numberOf(cell) === undefined || cell === '');
  const header = titled ? lines[0] : lines[0].map((_, i) => msg`column ${i + 1}`);
  const rows = titled ? lines.slice(1) : lines;
  if (header.length < 2)
    return msg`The file has only one column. Points need a column each for right, up and height; separate them by commas, semicolons or tabs.`;
  if (rows.length === 0) return msg`The file has titles but no rows.`;
  const columnOf = (what: keyof typeof NAMES): number =>
    header.findIndex((t) => NAMES[what].includes(bare(t)));
  const z = columnOf('z');
  const [lon, lat, x, y] = [columnOf('lon'), columnOf('lat'), columnOf('x'), columnOf('y')];
  const unit: SurveyUnit = header.some((t) => /\b(ft|feet|foot)\b/i.test(t)) ? 'ft' : 'm';
  const degrees = lon >= 0 && lat >= 0;
  const guess = degrees
    ? { x: lon, y: lat, z, degrees, unit }
    : x >= 0 && y >= 0
      ? { x, y, z, degrees: false, unit }
      : undefined;
  return { header, rows, guess };
}

/**
 * Rows whose numbers have decimal commas and stand apart by commas too: each number fell into two. They are told by rows of
 * twice as many cells as there are titles, or by digits alone in every other cell.
 */
function commasJoined(lines: readonly string[][]): string[][] | undefined {
  const [first, ...rest] = lines;
  const digits = (cell: string): boolean => /^\d+$/.test(cell);
  const whole = (cell: string): boolean => /^[-+]?\d+$/.test(cell);
  const titled = first.every((cell) => numberOf(cell) === undefined);
  const rows = titled ? rest : lines;
  if (!titled || rows.length === 0 || !rows.every((r) => r.length === 2 * first.length)) return undefined;
  if (!rows.every((r) => r.every((cell, i) => (i % 2 ? digits(cell) : whole(cell))))) return undefined;
  const pairs = (r: readonly string[]): string[] => first.map((_, i) => `${r[2 * i]}.${r[2 * i + 1]}`);
  return [first, ...rows.map(pairs)];
}

/** The points of a table, taken by its columns. */
export function groundFromTable({ rows }: SurveyTable, columns: SurveyColumns): RawReading {
  const raw = emptyRaw(columns.degrees ? 'degrees' : 'metres');
  const perUnit = METRES[columns.unit];
  const perPlace = columns.degrees ? 1 : perUnit;
  let unread = 0;
  let noHeights = 0;
  const outline: [number, number][] = [];
  for (const row of rows) {
    const x = numberOf(row[columns.x]);
    const y = numberOf(row[columns.y]);
    const told = columns.z >= 0 ? numberOf(row[columns.z]) : undefined;
    const z = told === undefined || isHeight(told * perUnit) ? told : undefined;
    if (told !== z) noHeights++;
    if (x === undefined || y === undefined) unread++;
    else {
      outline.push([x * perPlace, y * perPlace]);
      if (z === undefined) raw.bare += told === undefined ? 1 : 0;
      else raw.heights.push([x * perPlace, y * perPlace, z * perUnit]);
    }
  }
  if (outline.length === 0)
    return {
      ok: false,
      why: msg`None of the ${rows.length} rows has two numbers in the columns chosen. Choose the columns for right and up again.`,
    };
  // Points with no height at all are the corners of a field, in order.
  if (raw.heights.length === 0 && noHeights === 0) raw.outlines.push({ points: outline });
  if (unread > 0)
    raw.left.push(
      msg`${grouped(unread)} ${forms(unread, 'row', 'rows')} without two numbers in the columns chosen ${forms(unread, 'is', 'are')} left out.`,
    );
  if (noHeights > 0)
    raw.left.push(
      msg`${grouped(noHeights)} ${forms(noHeights, 'height', 'heights')} that cannot be (such as −9999) were dropped.`,
    );
  return { ok: true, raw };
}
