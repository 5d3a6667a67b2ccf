import Papa from 'papaparse';
import { dayWeatherSchema } from '../plan';
import type { DayWeather } from '../soil';

/** Days read from a table, and lines that could not be used, each with the reason. */
export interface WeatherReading {
  days: DayWeather[];
  refused: { line: number; why: string }[];
  /** Columns that were understood, in words, and titles that were not. */
  taken: string[];
  ignored: string[];
}

type Field = Exclude<keyof DayWeather, 'date'>;

interface Column {
  field: Field;
  name: string;
  /** What its title may be, units taken off. */
  title: RegExp;
  /** Units by what the title says of them; the first where it says nothing. */
  units: readonly { says: RegExp; to: (v: number) => number }[];
}

const same = (v: number): number => v;
const celsius = [
  { says: /°?\s*c\b/i, to: same },
  { says: /°?\s*f\b|fahrenheit/i, to: (v: number) => ((v - 32) * 5) / 9 },
];
const humidity = [{ says: /%/, to: (v: number) => v / 100 }];
const KMH = 3.6;
const MPH_MPS = 0.44704;
const MM_PER_INCH = 25.4;
/** A mean of one watt through a day, MJ. */
const MJ_PER_WATT = 0.0864;

const COLUMNS: readonly Column[] = [
  {
    field: 'minC',
    name: 'least warmth',
    title: /^(t[_ ]?min|min(imum)?([ _]?(air )?temp\w*)?|least|low)$/i,
    units: celsius,
  },
  {
    field: 'maxC',
    name: 'greatest warmth',
    title: /^(t[_ ]?max|max(imum)?([ _]?(air )?temp\w*)?|greatest|high)$/i,
    units: celsius,
  },
  {
    field: 'humidityMin',
    name: 'least humidity',
    title: /^(rh|hum\w*)[_ ]?min|^min\w*[_ ](rh|hum\w*)/i,
    units: humidity,
  },
  {
    field: 'humidityMax',
    name: 'greatest humidity',
    title: /^(rh|hum\w*)[_ ]?max|^max\w*[_ ](rh|hum\w*)/i,
    units: humidity,
  },
  {
    field: 'windMps',
    name: 'wind',
    title: /^wind/i,
    units: [
      { says: /m\/s|mps/i, to: same },
      { says: /km\/?h/i, to: (v) => v / KMH },
      { says: /mph|mi\/h/i, to: (v) => v * MPH_MPS },
    ],
  },
  { field: 'sunH', name: 'sunshine', title: /^sun(shine)?( hours)?$/i, units: [{ says: /h/i, to: same }] },
  {
    field: 'sunMj',
    name: 'radiation',
    title: /^(solar|radiation|global|rs)/i,
    units: [
      { says: /mj/i, to: same },
      { says: /w\/?m/i, to: (v) => v * MJ_PER_WATT },
    ],
  },
  {
    field: 'rainMm',
    name: 'rain',
    title: /^(rain|precip)/i,
    units: [
      { says: /mm/i, to: same },
      { says: /\bin\b|inch/i, to: (v) => v * MM_PER_INCH },
    ],
  },
  {
    field: 'et0Mm',
    name: 'reference evapotranspiration',
    title: /^(et[_ ]?[0o]|eto|et$|reference)/i,
    units: [
      { says: /mm/i, to: same },
      { says: /\bin\b|inch/i, to: (v) => v * MM_PER_INCH },
    ],
  },
];

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

/**
 * Reads daily weather from a table with a line of titles: a date and the least and greatest warmth are needed, the rest
 * is taken where it is there. Units stand in brackets in the titles: "rain (in)".
 */
export function readWeatherCsv(text: string): WeatherReading {
  const none = (why: string): WeatherReading => ({
    days: [],
    refused: [{ line: 1, why }],
    taken: [],
    ignored: [],
  });
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  if (data.length === 0) return none('the table is empty');
  const titles = data[0].map(parted);
  const dateAt = titles.findIndex((t) => /^(date|day)$/i.test(t.name));
  if (dateAt < 0) return none('there is no column “date”');
  const taken: string[] = [];
  const ignored: string[] = [];
  const columns = titles.flatMap(({ name, unit }, at) => {
    if (at === dateAt) return [];
    const column = COLUMNS.find((c) => c.title.test(name));
    if (!column) {
      if (name) ignored.push(name);
      return [];
    }
    const to = unit === '' ? column.units[0] : column.units.find((u) => u.says.test(unit));
    if (!to) {
      ignored.push(`${name} in ${unit}`);
      return [];
    }
    taken.push(column.name);
    return [{ at, field: column.field, to: to.to }];
  });
  for (const need of ['minC', 'maxC'] as const)
    if (!columns.some((c) => c.field === need))
      return {
        ...none(
          `there is no column of the day’s ${need === 'minC' ? 'least' : 'greatest'} warmth (“min (°C)”, “max (°C)”)`,
        ),
        taken,
        ignored,
      };
  const days = new Map<string, DayWeather>();
  const refused: WeatherReading['refused'] = [];
  data.slice(1).forEach((cells, i) => {
    const line = i + 2;
    const refuse = (why: string): void => void refused.push({ line, why });
    const date = readDate(cells[dateAt] ?? '');
    if (!date) return refuse(`“${cells[dateAt] ?? ''}” is not a date like 2027-05-01`);
    const day: Record<string, unknown> = { date };
    for (const { at, field, to } of columns) {
      const cell = (cells[at] ?? '').trim();
      if (cell === '') continue;
      const value = Number(cell.replace(/^(-?\d+),(\d+)$/, '$1.$2'));
      if (!Number.isFinite(value)) return refuse(`“${cell}” is not a number`);
      day[field] = to(value);
    }
    const { error } = dayWeatherSchema.validate(day, { convert: false });
    if (error) {
      const column = COLUMNS.find((c) => c.field === error.details[0].path[0]);
      return refuse(
        error.details[0].type === 'any.required'
          ? `the ${column?.name} is missing`
          : column
            ? `its ${column.name} is not possible`
            : 'there is no such day',
      );
    }
    const { minC, maxC, humidityMin, humidityMax } = day as unknown as DayWeather;
    if (minC > maxC) return refuse('its least warmth is above its greatest');
    if (humidityMin !== undefined && humidityMax !== undefined && humidityMin > humidityMax)
      return refuse('its least humidity is above its greatest');
    if (days.has(date)) return refuse(`${date} stands in the table twice; the first is taken`);
    days.set(date, day as unknown as DayWeather);
  });
  return { days: [...days.values()].sort((a, b) => a.date.localeCompare(b.date)), refused, taken, ignored };
}
