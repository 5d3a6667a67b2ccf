import Papa from 'papaparse';
import { forms, grouped, msg } from '../language';
import { dayWeatherSchema } from '../plan';
import { dayAfter, daysBetween } from '../sets';
import type { DayWeather } from '../soil';
import { decode } from './decode';
import { MIN_PER_HOUR } from '../units/time';

/** What a table's numbers are in, where its titles do not say: by the group of columns that it is asked for. */
export type WeatherAnswers = Partial<Record<WeatherGroup, string>>;

/** A group of columns whose unit the titles do not tell. */
export interface WeatherAsk {
  group: WeatherGroup;
  /** Its columns' titles, and the first number in them. */
  columns: string[];
  sample: string;
  options: string[];
  /** The one that was taken for now. */
  taken: string;
}

/** Days read from a table, and lines that could not be used, each with the reason. */
export interface WeatherReading {
  days: DayWeather[];
  refused: { line: number; why: string }[];
  /** Columns that were understood, in words, and titles that were not. */
  taken: string[];
  ignored: string[];
  /** Units to be asked for. */
  asks: WeatherAsk[];
  /** What was done to the table to make days of it. */
  notes: string[];
}

type Field = Exclude<keyof DayWeather, 'date'>;
export type WeatherGroup =
  'temperature' | 'humidity' | 'wind' | 'sunshine' | 'radiation' | 'rain' | 'reference';
/** How readings of one day become the day's. */
type Joining = 'least' | 'greatest' | 'mean' | 'sum';

interface Unit {
  name: string;
  says: RegExp;
  to: (v: number) => number;
  /** Of readings within a day, how they become the day's, where the unit says so. */
  joins?: Joining;
}

interface Column {
  fields: readonly { field: Field; joins: Joining }[];
  name: string;
  group: WeatherGroup;
  /** What its title may be, units taken off. */
  title: RegExp;
}

const same = (v: number): number => v;
const KMH = 3.6;
const MPH_MPS = 0.44704;
const KNOT_MPS = 1852 / 3600;
const MM_PER_INCH = 25.4;
/** A mean of one watt through a day, MJ. */
const MJ_PER_WATT = 0.0864;

/** Units of each group of columns, the usual one first. */
const UNITS: Record<WeatherGroup, readonly Unit[]> = {
  temperature: [
    { name: '°C', says: /°?\s*c\b|celsius/i, to: same },
    { name: '°F', says: /°?\s*f\b|fahrenheit/i, to: (v) => ((v - 32) * 5) / 9 },
  ],
  humidity: [
    { name: '%', says: /%|percent/i, to: (v) => v / 100 },
    { name: msg`shares of 1`, says: /share|ratio|^1$|0-1/i, to: same },
  ],
  wind: [
    { name: 'm/s', says: /m\/s|mps/i, to: same },
    { name: 'km/h', says: /km\/?h|kph/i, to: (v) => v / KMH },
    { name: 'mph', says: /mph|mi\/h/i, to: (v) => v * MPH_MPS },
    { name: 'knots', says: /knot|kn\b|kt/i, to: (v) => v * KNOT_MPS },
  ],
  sunshine: [
    { name: 'hours', says: /^h|hour/i, to: same },
    { name: 'minutes', says: /min/i, to: (v) => v / MIN_PER_HOUR },
  ],
  radiation: [
    { name: 'MJ/m²', says: /mj/i, to: same, joins: 'sum' },
    { name: 'W/m²', says: /w\/?m|watt/i, to: (v) => v * MJ_PER_WATT, joins: 'mean' },
  ],
  rain: [
    { name: 'mm', says: /mm/i, to: same },
    { name: 'in', says: /\bin\b|inch|"/i, to: (v) => v * MM_PER_INCH },
  ],
  reference: [
    { name: 'mm', says: /mm/i, to: same },
    { name: 'in', says: /\bin\b|inch|"/i, to: (v) => v * MM_PER_INCH },
  ],
};

const COLUMNS: readonly Column[] = [
  {
    fields: [{ field: 'minC', joins: 'least' }],
    name: msg`minimum temperature`,
    group: 'temperature',
    title: /^(t[_ ]?min|min(imum)?([ _]?(air )?temp\w*)?|least|low)$/i,
  },
  {
    fields: [{ field: 'maxC', joins: 'greatest' }],
    name: msg`maximum temperature`,
    group: 'temperature',
    title: /^(t[_ ]?max|max(imum)?([ _]?(air )?temp\w*)?|greatest|high)$/i,
  },
  {
    fields: [
      { field: 'minC', joins: 'least' },
      { field: 'maxC', joins: 'greatest' },
    ],
    name: msg`temperature`,
    group: 'temperature',
    title: /^((air[ _]?)?temp(erature)?([ _]?2 ?m)?|t[_ ]?air|t)$/i,
  },
  {
    fields: [{ field: 'humidityMin', joins: 'least' }],
    name: msg`minimum humidity`,
    group: 'humidity',
    title: /^(rh|hum\w*)[_ ]?min|^min\w*[_ ](rh|hum\w*)/i,
  },
  {
    fields: [{ field: 'humidityMax', joins: 'greatest' }],
    name: msg`maximum humidity`,
    group: 'humidity',
    title: /^(rh|hum\w*)[_ ]?max|^max\w*[_ ](rh|hum\w*)/i,
  },
  {
    fields: [
      { field: 'humidityMin', joins: 'least' },
      { field: 'humidityMax', joins: 'greatest' },
    ],
    name: msg`humidity`,
    group: 'humidity',
    title: /^(rel\w*[ _])?(rh|humidity|hum)$/i,
  },
  {
    fields: [{ field: 'dewC', joins: 'mean' }],
    name: msg`dew point`,
    group: 'temperature',
    title: /^dew([ _]?p(oin)?t)?\b|^t[_ ]?dew/i,
  },
  { fields: [{ field: 'windMps', joins: 'mean' }], name: msg`wind`, group: 'wind', title: /^wind(?!.*dir)/i },
  {
    fields: [{ field: 'sunH', joins: 'sum' }],
    name: msg`sunshine`,
    group: 'sunshine',
    title: /^sun(shine)?( hours| duration)?$/i,
  },
  {
    fields: [{ field: 'sunMj', joins: 'sum' }],
    name: msg`radiation`,
    group: 'radiation',
    title: /^(solar|radiation|global|rs)/i,
  },
  { fields: [{ field: 'rainMm', joins: 'sum' }], name: msg`rain`, group: 'rain', title: /^(rain|precip)/i },
  {
    fields: [{ field: 'et0Mm', joins: 'sum' }],
    name: msg`reference evapotranspiration`,
    group: 'reference',
    title: /^(et[_ ]?[0o]|eto|et$|reference)/i,
  },
];

/** Readings that make a day: with fewer its least and greatest are not known. */
const LEAST_READINGS = 20;
/** Rows a day from which a table is one of readings within days. */
const SOME_READINGS = 2;

/** A date as tables write it without doubt: 2027-05-01, 2027/5/1 or 1.5.2027. */
function readDate(text: string): string | undefined {
  const two = (n: string): string => n.padStart(2, '0');
  const iso = /^(\d{4})[-/](\d{1,2})[-/](\d{1,2})/.exec(text.trim());
  if (iso) return `${iso[1]}-${two(iso[2])}-${two(iso[3])}`;
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text.trim());
  return dotted ? `${dotted[3]}-${two(dotted[2])}-${two(dotted[1])}` : undefined;
}

/** The part of a title before its unit, and the unit. */
const parted = (title: string): { name: string; unit: string } => {
  const m = /^\s*(.*?)\s*[([]\s*(.*?)\s*[)\]]\s*$/.exec(title);
  return m ? { name: m[1], unit: m[2] } : { name: title.trim(), unit: '' };
};

/** A number as tables write it, with a decimal point or comma. */
const numberIn = (cell: string): number => Number(cell.replace(/^(-?\d+),(\d+)$/, '$1.$2'));

/** What the values say of their unit where titles do not: warmth over 55 is no Celsius, humidity up to 1 is a share. */
function unitByValues(group: WeatherGroup, values: readonly number[]): string | undefined {
  const most = values.reduce((m, v) => Math.max(m, v), -Infinity);
  if (group === 'temperature' && most > 55) return '°F';
  if (group === 'humidity' && Number.isFinite(most)) return most <= 1 ? msg`shares of 1` : '%';
  return undefined;
}

interface Taken {
  at: number;
  column: Column;
  unit: Unit;
}

/**
 * Reads weather from a table with a line of titles: a date and the warmth of each day are needed, the rest is taken where
 * it is there. Units stand in brackets in the titles, "rain (in)"; where they do not they are asked for, and the answers
 * told with the next reading. Tables with several readings a day are made daily.
 *
 * @param answers units by group of columns, as they were asked for
 */
export function readWeatherCsv(text: string, answers: WeatherAnswers = {}): WeatherReading {
  const none = (why: string, more: Partial<WeatherReading> = {}): WeatherReading => ({
    days: [],
    refused: [{ line: 1, why }],
    taken: [],
    ignored: [],
    asks: [],
    notes: [],
    ...more,
  });
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  if (data.length === 0) return none(msg`the table is empty`);
  const titles = data[0].map(parted);
  const dateAt = titles.findIndex((t) => /^(date|day|time|timestamp|date[ _]?time)$/i.test(t.name));
  if (dateAt < 0) return none(msg`there is no column “date”`);
  const hourAt = titles.findIndex((t, i) => i !== dateAt && /^(time|hour)$/i.test(t.name));
  const taken: string[] = [];
  const ignored: string[] = [];
  const asks = new Map<WeatherGroup, WeatherAsk>();
  const columns = titles.flatMap(({ name, unit }, at): Taken[] => {
    if (at === dateAt || at === hourAt) return [];
    const column = COLUMNS.find((c) => c.title.test(name));
    if (!column) {
      if (name) ignored.push(name);
      return [];
    }
    const units = UNITS[column.group];
    const told = unit === '' ? undefined : units.find((u) => u.says.test(unit));
    if (unit !== '' && !told) {
      ignored.push(msg`${name} in ${unit}`);
      return [];
    }
    taken.push(column.name);
    if (told) return [{ at, column, unit: told }];
    const cells = data.slice(1).map((row) => (row[at] ?? '').trim());
    const plain = unitByValues(column.group, cells.filter(Boolean).map(numberIn).filter(Number.isFinite));
    const chosen = units.find((u) => u.name === (answers[column.group] ?? plain)) ?? units[0];
    if (!plain && column.group !== 'sunshine') {
      askOnce(asks, column, name, cells, units, chosen);
    }
    return [{ at, column, unit: chosen }];
  });
  const about = { taken, ignored, asks: [...asks.values()] };
  for (const need of ['minC', 'maxC'] as const)
    if (!columns.some((c) => c.column.fields.some((f) => f.field === need)))
      return none(
        msg`there is no column of the day’s ${need === 'minC' ? msg`minimum` : msg`maximum`} temperature (“min (°C)”, “max (°C)”)`,
        about,
      );
  const refused: WeatherReading['refused'] = [];
  const byDate = readRows(data, dateAt, columns, refused);
  const { days, notes } = daysOf(byDate, columns, refused);
  refused.sort((a, b) => a.line - b.line);
  return { days: days.sort((a, b) => a.date.localeCompare(b.date)), refused, ...about, notes };
}

/** Asks about a group of columns once, whichever of them came first. */
function askOnce(
  asks: Map<WeatherGroup, WeatherAsk>,
  column: Column,
  name: string,
  cells: string[],
  units: readonly Unit[],
  chosen: Unit,
) {
  const ask = asks.get(column.group);
  if (ask) ask.columns.push(name);
  else
    asks.set(column.group, {
      group: column.group,
      columns: [name],
      sample: cells.find(Boolean) ?? '',
      options: units.map((u) => u.name),
      taken: chosen.name,
    });
}

/** The same from a file's bytes, in whatever letters it is written. */
export function readWeatherTable(bytes: Uint8Array, answers: WeatherAnswers = {}): WeatherReading {
  const { text, as } = decode(bytes);
  const reading = readWeatherCsv(text, answers);
  return as ? { ...reading, notes: [msg`The file is written in ${as}.`, ...reading.notes] } : reading;
}

/** One line of a table: its numbers by column, in core units. */
interface Row {
  line: number;
  values: Map<number, number>;
}

function readRows(
  data: readonly string[][],
  dateAt: number,
  columns: readonly Taken[],
  refused: WeatherReading['refused'],
): Map<string, Row[]> {
  const byDate = new Map<string, Row[]>();
  data.slice(1).forEach((cells, i) => {
    const line = i + 2;
    const date = readDate(cells[dateAt] ?? '');
    if (!date) {
      refused.push({ line, why: msg`“${(cells[dateAt] ?? '').slice(0, 40)}” is not a date like 2027-05-01` });
      return;
    }
    const values = new Map<number, number>();
    for (const { at, unit } of columns) {
      const cell = (cells[at] ?? '').trim();
      if (cell === '') continue;
      const value = numberIn(cell);
      if (!Number.isFinite(value)) {
        refused.push({ line, why: msg`“${cell.slice(0, 40)}” is not a number` });
        return;
      }
      values.set(at, unit.to(value));
    }
    const rows = byDate.get(date);
    if (rows) rows.push({ line, values });
    else byDate.set(date, [{ line, values }]);
  });
  return byDate;
}

const JOIN: Record<Joining, (values: readonly number[]) => number> = {
  least: (values) => Math.min(...values),
  greatest: (values) => Math.max(...values),
  mean: (values) => values.reduce((sum, v) => sum + v, 0) / values.length,
  sum: (values) => values.reduce((sum, v) => sum + v, 0),
};

/** The days of rows: a row a day, or readings within days joined. */
function daysOf(
  byDate: Map<string, Row[]>,
  columns: readonly Taken[],
  refused: WeatherReading['refused'],
): { days: DayWeather[]; notes: string[] } {
  const counts = [...byDate.values()].map((rows) => rows.length);
  const within = counts.length > 0 && JOIN.mean(counts) > SOME_READINGS;
  const single = columns.some((c) => c.column.fields.length > 1 && c.column.group === 'temperature');
  const days: DayWeather[] = [];
  let short = 0;
  for (const [date, rows] of byDate) {
    const { line } = rows[0];
    const refuse = (why: string): void => void refused.push({ line, why });
    if (within && rows.length < LEAST_READINGS) {
      short++;
      refuse(msg`${date} has only ${rows.length} readings: its lowest and highest are not known`);
      continue;
    }
    if (!within && single) {
      refuse(msg`one temperature a day does not give the minimum and the maximum`);
      continue;
    }
    if (!within)
      for (const again of rows.slice(1))
        refused.push({ line: again.line, why: msg`${date} is in the table twice; the first is used` });
    const day: Record<string, unknown> = { date };
    for (const { at, column, unit } of columns) {
      const values = (within ? rows : rows.slice(0, 1)).flatMap((r) => r.values.get(at) ?? []);
      if (values.length === 0) continue;
      for (const { field, joins } of column.fields) day[field] = JOIN[unit.joins ?? joins](values);
    }
    const why = whyNot(day);
    if (why) refuse(why);
    else days.push(day as unknown as DayWeather);
  }
  const notes = within
    ? [
        msg`${grouped(counts.reduce((a, b) => a + b, 0))} readings made into ${days.length} days: lowest and highest, wind and radiation as means, rain as a sum.`,
        ...(short > 0
          ? [
              msg`${short} ${forms(short, 'day is', 'days are')} left out that ${forms(short, 'is', 'are')} not whole.`,
            ]
          : []),
      ]
    : [];
  return { days, notes };
}

/** Why a day is not possible; nothing where it is. */
function whyNot(day: Record<string, unknown>): string | undefined {
  const { error } = dayWeatherSchema.validate(day, { convert: false });
  if (error) {
    const column = COLUMNS.find((c) => c.fields[0].field === error.details[0].path[0]);
    if (error.details[0].type === 'any.required') return msg`the ${column?.name} is missing`;
    return column ? msg`its ${column.name} is not possible` : msg`there is no such day`;
  }
  const { minC, maxC, humidityMin, humidityMax } = day as unknown as DayWeather;
  if (minC > maxC) return msg`its minimum temperature is above its maximum`;
  if (humidityMin !== undefined && humidityMax !== undefined && humidityMin > humidityMax)
    return msg`its minimum humidity is above its maximum`;
  return undefined;
}

/** What days told have to do with a season: days missing within it, and days outside of it, in words. */
export function seasonNotes(days: readonly DayWeather[], season: { from: string; days: number }): string[] {
  if (days.length === 0) return [];
  const told = new Set(days.map((d) => d.date));
  const first = days[0].date;
  const last = days[days.length - 1].date;
  const until = dayAfter(season.from, season.days - 1);
  const notes: string[] = [];
  const span = daysBetween(first, last) + 1;
  if (told.size < span)
    notes.push(
      msg`${grouped(span - told.size)} ${forms(span - told.size, 'day', 'days')} between ${first} and ${last} ${forms(span - told.size, 'is', 'are')} missing.`,
    );
  const outside = days.filter((d) => d.date < season.from || d.date > until).length;
  if (outside > 0)
    notes.push(
      msg`${grouped(outside)} ${forms(outside, 'day', 'days')} ${forms(outside, 'lies', 'lie')} outside the season (${season.from} to ${until})${outside === days.length ? msg`: none of them counts. Set the season, or take another table` : msg` and will not count`}.`,
    );
  return notes;
}
