import Papa from 'papaparse';
import { msg } from '../language';
import { type Reading, type Seen, type Spot } from '../season';
import { parseQuantity, type KindName, type UnitChoice } from '../units';
import { decode } from './decode';
import { tableNumber } from './tableNumbers';

/** A spot that a table may name, and the set it belongs to. */
export interface NamedSpot {
  spot: Pick<Spot, 'id' | 'name' | 'kind'>;
}

/** A reading with its time, ms since 1970; none where the table has none. */
export interface TimedReading extends Reading {
  at?: number;
}

export interface ReadingsAsk {
  column: string;
  sample: string;
  options: string[];
  taken: string;
}

export interface ReadingsReading {
  readings: TimedReading[];
  refused: { line: number; why: string }[];
  /** Columns whose unit is not told. */
  asks: ReadingsAsk[];
  ignored: string[];
}

/** What a number of a spot is. */
export const kindOfSpot = (kind: Spot['kind']): KindName =>
  kind === 'gauge' ? 'pressure' : kind === 'meter' ? 'flow' : kind === 'cups' ? 'emitterFlow' : 'height';

/** Units that a column is asked for. */
const UNITS: Partial<Record<KindName, string[]>> = {
  pressure: ['kPa', 'bar', 'psi', 'mbar'],
  flow: ['L/h', 'L/min', 'm³/h', 'gpm'],
  emitterFlow: ['L/h', 'gph'],
  height: ['m', 'cm', 'ft'],
};

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[’'"().]/g, '')
    .replace(/\s+/g, ' ')
    .trim();

/** The spot of a name or id: the same, or the only one that holds it. */
function spotNamed(text: string, spots: readonly NamedSpot['spot'][]): NamedSpot['spot'] | undefined {
  const name = plain(text);
  if (!name) return undefined;
  const exact = spots.find((s) => s.id === text.trim() || plain(s.name) === name);
  if (exact) return exact;
  const holds = spots.filter((s) => plain(s.name).includes(name) || name.includes(plain(s.name)));
  return holds.length === 1 ? holds[0] : undefined;
}

const TIME = /^(time|date|when|at|timestamp|date ?time|datetime)$/i;
const PLACE = /^(place|spot|where|gauge)$/i;
const VALUE = /^(value|reading|reads|shows)$/i;
const UNIT = /^units?$/i;
const SET = /^set$/i;
const SEEN = /^(seen|saw)$/i;
/** A unit at the end of a title: “after filter (psi)”, “after filter [kPa]”. */
const TITLE_UNIT = /^(.*?)\s*[([]\s*([^)\]]+?)\s*[)\]]\s*$/;

/**
 * Reads gauges, meters and looks from a table: a line a reading with its place, value and unit; or a logger's table with a column
 * a place. What cannot be used is said line by line.
 *
 * @param spots that can be read
 * @param choice units that a number without any is taken in, until it is asked
 * @param answers units of columns, by their titles
 * @throws nothing: what is wrong stands in `refused`
 */
export function readReadings(
  bytes: Uint8Array | string,
  spots: readonly NamedSpot['spot'][],
  choice: UnitChoice,
  answers: Readonly<Record<string, string>> = {},
): ReadingsReading {
  const text = (typeof bytes === 'string' ? bytes : decode(bytes).text).replace(/^\uFEFF/, '');
  const { data: rows, meta } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: false });
  const result: ReadingsReading = { readings: [], refused: [], asks: [], ignored: [] };
  const titles = (rows[0] ?? []).map((t) => t.trim());
  if (titles.every((t) => t === '')) {
    result.refused.push({ line: 1, why: msg`the file is empty` });
    return result;
  }
  const commas = meta.delimiter !== ',';
  const find = (re: RegExp): number => titles.findIndex((t) => re.test(t));
  const [time, place, value, unit, set, seen] = [TIME, PLACE, VALUE, UNIT, SET, SEEN].map(find);
  const body = rows
    .slice(1)
    .map((cells, i) => ({ cells: cells.map((c) => c.trim()), line: i + 2 }))
    .filter((r) => r.cells.some((c) => c !== ''));
  const refuse = (line: number, why: string): void => void result.refused.push({ line, why });
  const timeOf = (cells: string[], line: number): number | undefined | 'bad' => {
    if (time < 0 || !cells[time]) return undefined;
    const at = whenOf(cells[time]);
    if (at !== undefined) return at;
    refuse(line, msg`“${cells[time]}” is not a time: write it like 2027-06-01 07:30`);
    return 'bad';
  };
  const setOf = (cells: string[]): { set?: string } => (set >= 0 && cells[set] ? { set: cells[set] } : {});

  if (place >= 0 && (value >= 0 || seen >= 0)) {
    for (const { cells, line } of body) {
      const spot = spotNamed(cells[place] ?? '', spots);
      if (!spot) {
        refuse(line, msg`no place is called “${cells[place] ?? ''}”`);
        continue;
      }
      const at = timeOf(cells, line);
      if (at === 'bad') continue;
      const when = at === undefined ? {} : { at };
      if (spot.kind === 'look') {
        const what = (seen >= 0 ? cells[seen] : '') || cells[value] || '';
        if (!/^(fine|(water|dry|gaps|open):.+)$/.test(what))
          refuse(
            line,
            msg`“${what}” is not something that can be seen: write fine, or water:, dry:, gaps: or open: with a place`,
          );
        else result.readings.push({ spot: spot.id, ...setOf(cells), ...when, seen: what as Seen });
        continue;
      }
      const said = `${cells[value] ?? ''} ${unit >= 0 ? cells[unit] : ''}`.trim();
      const parsed = parseQuantity(said, kindOfSpot(spot.kind), choice);
      if (!parsed.ok) refuse(line, parsed.why);
      else result.readings.push({ spot: spot.id, ...setOf(cells), ...when, value: parsed.value });
    }
    return result;
  }

  titles.forEach((title, column) => {
    if (column === time || column === set || title === '') return;
    const [, name = title, told] = TITLE_UNIT.exec(title) ?? [];
    const spot = spotNamed(name, spots);
    if (!spot || spot.kind === 'look') {
      result.ignored.push(title);
      return;
    }
    const kind = kindOfSpot(spot.kind);
    const options = UNITS[kind]!;
    const chosen = told ?? answers[title];
    if (!chosen) {
      const sample = body.find((r) => r.cells[column])?.cells[column] ?? '';
      result.asks.push({ column: title, sample, options, taken: options[0] });
    }
    for (const { cells, line } of body) {
      if (!cells[column]) continue;
      const number = tableNumber(cells[column], commas);
      if (number === undefined) {
        refuse(line, msg`${title}: “${cells[column]}” is not a number`);
        continue;
      }
      const parsed = parseQuantity(`${number} ${chosen ?? options[0]}`, kind, choice);
      if (!parsed.ok) {
        refuse(line, `${title}: ${parsed.why}`);
        continue;
      }
      const at = timeOf(cells, line);
      if (at === 'bad') continue;
      result.readings.push({
        spot: spot.id,
        ...setOf(cells),
        ...(at !== undefined && { at }),
        value: parsed.value,
      });
    }
  });
  if (result.readings.length === 0 && result.refused.length === 0)
    refuse(1, msg`no column has the name of a place that can be read, and none “place” and “value”`);
  return result;
}

/** A time as tables write it, of the wall's clock: 2027-06-01 07:30, 2027-06-01T07:30:00Z. */
function whenOf(text: string): number | undefined {
  const m = /^(\d{4})-(\d\d)-(\d\d)(?:[ T](\d\d):(\d\d)(?::(\d\d)(?:\.\d+)?)?(Z)?)?$/.exec(text);
  if (!m) return undefined;
  const [y, mo, d, h, mi, s] = m.slice(1, 7).map((v) => Number(v ?? 0));
  const at = m[7] ? Date.UTC(y, mo - 1, d, h, mi, s) : new Date(y, mo - 1, d, h, mi, s).getTime();
  const day = m[7] ? new Date(at).getUTCDate() : new Date(at).getDate();
  return day === d && mo <= 12 && h < 24 && mi < 60 ? at : undefined;
}
