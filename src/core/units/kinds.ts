import { convert } from 'convert';
import { msg } from '../language';
import type { DateOrder } from './date';

/**
 * The quantities the application deals in, and the units people write them in.
 * Every kind has one core unit, the one plan files and the core hold; `perUnit`
 * says how many core units one of the unit is. Factors of plain units come from
 * the `convert` package (exact definitions: 1 in = 25.4 mm, 1 US gal = 3.785411784 L);
 * compound units are built from those.
 */
export interface Unit {
  /** How it is written after a number. */
  symbol: string;
  /** Core units in one of this unit. */
  perUnit: number;
  /** Value of the unit's zero in core units (temperature only). */
  offset?: number;
  /** Other spellings, lower case, without spaces or full stops. */
  also: readonly string[];
  /** Decimals that the work needs. */
  decimals: number;
  /** Unit of a bare number that follows this one: "12 ft 6". */
  then?: string;
}

export interface Kind {
  /** What a person calls it, for error sentences. */
  noun: string;
  units: Record<string, Unit>;
  us: string;
  metric: string;
}

const psi = convert(1, 'psi').to('kPa');
const gal = convert(1, 'gal').to('L');
const impGal = convert(1, 'imperial gallon').to('L');
const ft = convert(1, 'ft').to('m');
const inch = convert(1, 'in').to('m');
const acre = convert(1, 'acre').to('m2');
/** Standard gravity times the density of water: kPa in one metre of water. */
const metreOfWater = 9.80665;
const minutesPerHour = 60;
/** A horsepower of 550 foot-pounds a second. */
const HORSEPOWER_KW = 0.7456998715822702;
const mm = 1e-3;

const unit = (symbol: string, perUnit: number, decimals: number, ...also: string[]): Unit => ({
  symbol,
  perUnit,
  decimals,
  also,
});

const M = unit('m', 1, 1, 'metre', 'metres', 'metro', 'metros', 'meter', 'meters');
const CM = unit(
  'cm',
  0.01,
  0,
  'centímetro',
  'centímetros',
  'centimetre',
  'centimetres',
  'centimeter',
  'centimeters',
);
/** How millimetres are written, in either language. */
const MM_WORDS = ['milímetro', 'milímetros', 'millimetre', 'millimetres', 'millimeter', 'millimeters'];
const MM = unit('mm', mm, 0, ...MM_WORDS);
const KM = unit('km', 1000, 2, 'kilometre', 'kilometres', 'kilometer', 'kilometers');
const FT: Unit = { ...unit('ft', ft, 1, "'", '′', 'foot', 'feet', 'pie', 'pies'), then: 'in' };
const IN = unit('in', inch, 1, '"', '″', 'inch', 'inches', 'pulgada', 'pulgadas', 'pulg', "''");
const YD = unit('yd', convert(1, 'yd').to('m'), 1, 'yard', 'yards');

const lengths = (m: number, cm: number, ftD: number, inD: number): Record<string, Unit> => ({
  m: { ...M, decimals: m },
  cm: { ...CM, decimals: cm },
  mm: MM,
  km: KM,
  ft: { ...FT, decimals: ftD },
  in: { ...IN, decimals: inD },
  yd: YD,
});

/** Flow units, in L/h. */
const flows: Record<string, Unit> = {
  'L/h': unit(
    'L/h',
    1,
    0,
    'l/hr',
    'l/hour',
    'lph',
    'litres/h',
    'liters/h',
    'litresperhour',
    'litersperhour',
    'l/std',
  ),
  'L/min': unit(
    'L/min',
    minutesPerHour,
    1,
    'lpm',
    'litres/min',
    'liters/min',
    'l/m',
    'litresperminute',
    'litersperminute',
  ),
  'L/s': unit('L/s', 3600, 2, 'lps', 'l/sec', 'litrespersecond', 'literspersecond'),
  'm³/h': unit('m³/h', 1000, 2, 'm3/h', 'm^3/h', 'm3/hr', 'cbm/h'),
  gpm: unit('gpm', gal * minutesPerHour, 1, 'gal/min', 'usgpm', 'gallons/min', 'gallonsperminute', 'gal/m'),
  gph: unit('gph', gal, 1, 'gal/h', 'gal/hr', 'gallons/h', 'gallonsperhour'),
};

const flowWith = (lph: number): Record<string, Unit> => ({
  ...flows,
  'L/h': { ...flows['L/h'], decimals: lph },
  gph: { ...flows.gph, decimals: lph },
});

const areas: Record<string, Unit> = {
  'm²': unit('m²', 1, 0, 'm2', 'm^2', 'sqm', 'squaremetres', 'squaremeters'),
  ha: unit('ha', convert(1, 'ha').to('m2'), 2, 'hectare', 'hectares'),
  'ft²': unit('ft²', ft * ft, 0, 'ft2', 'ft^2', 'sqft', 'squarefeet'),
  acre: unit('acre', acre, 2, 'acres', 'ac'),
};

export const KINDS = {
  /** Distances on the field, m. */
  length: { noun: msg`a length`, units: lengths(1, 0, 1, 0), us: 'ft', metric: 'm' },
  /** Widths of beds and paths, m. */
  width: { noun: msg`a width`, units: lengths(2, 0, 2, 1), us: 'in', metric: 'm' },
  /** Emitter and plant spacings, m. */
  spacing: { noun: msg`a spacing`, units: lengths(2, 1, 2, 1), us: 'in', metric: 'cm' },
  /** Rises and falls, may be negative, m. */
  height: { noun: msg`a height`, units: lengths(2, 0, 1, 0), us: 'ft', metric: 'm' },
  /** Inside diameters, mm. */
  bore: {
    noun: msg`an inside diameter`,
    units: {
      mm: unit('mm', 1, 1, ...MM_WORDS),
      in: unit('in', inch / mm, 3, '"', '″', 'inch', 'inches', 'pulgada', 'pulgadas', 'pulg'),
      cm: unit('cm', 10, 2),
    },
    us: 'in',
    metric: 'mm',
  },
  /** Wall thickness, mm. */
  wall: {
    noun: msg`a wall thickness`,
    units: {
      mm: unit('mm', 1, 2, 'milímetro', 'milímetros', 'millimetre', 'millimetres'),
      mil: unit('mil', inch, 0, 'mils', 'thou'),
      µm: unit('µm', mm, 0, 'um', 'micron', 'microns'),
    },
    us: 'mil',
    metric: 'mm',
  },
  /** Flow of pipes and sources, L/h. */
  flow: { noun: msg`a flow`, units: flows, us: 'gpm', metric: 'L/h' },
  /** Flow of one emitter, L/h. */
  emitterFlow: { noun: msg`an emitter’s flow`, units: flowWith(2), us: 'gph', metric: 'L/h' },
  /** Flow of a length of tape, L/h per metre. */
  flowPerLength: {
    noun: msg`a flow per length`,
    units: {
      'L/h per 100 m': unit(
        'L/h per 100 m',
        1 / 100,
        0,
        'l/h/100m',
        'lph/100m',
        'l/hper100m',
        'lphper100m',
        'l/h100m',
      ),
      'L/h per m': unit('L/h per m', 1, 2, 'l/h/m', 'l/hperm', 'lph/m'),
      'L/min per 100 m': unit(
        'L/min per 100 m',
        minutesPerHour / 100,
        2,
        'l/min/100m',
        'lpm/100m',
        'l/minper100m',
      ),
      'gpm per 100 ft': unit(
        'gpm per 100 ft',
        (gal * minutesPerHour) / (100 * ft),
        2,
        'gpm/100ft',
        'gpmper100ft',
        'gal/min/100ft',
        'gpm/100feet',
        "gpm/100'",
      ),
      'gph per 100 ft': unit(
        'gph per 100 ft',
        gal / (100 * ft),
        1,
        'gph/100ft',
        'gphper100ft',
        'gal/h/100ft',
      ),
    },
    us: 'gpm per 100 ft',
    metric: 'L/h per 100 m',
  },
  /** Water for a length of bed or in a height of tank, L/m. */
  volumePerLength: {
    noun: msg`a volume per length`,
    units: {
      'L/m': unit('L/m', 1, 2, 'l/m', 'lperm'),
      'gal/ft': unit('gal/ft', gal / ft, 3, 'gal/ft', 'galperft'),
    },
    us: 'gal/ft',
    metric: 'L/m',
  },
  /** Gauge pressure, kPa. */
  pressure: {
    noun: msg`a pressure`,
    units: {
      kPa: unit('kPa', 1, 0, 'kilopascal', 'kilopascals'),
      bar: unit('bar', 100, 2, 'bars', 'barg'),
      psi: unit('psi', psi, 1, 'psig', 'lb/in2', 'lbs', 'pounds'),
      mH2O: unit('m of water', metreOfWater, 2, 'mh2o', 'mwc', 'mofwater', 'mwater', 'mofhead'),
      ftH2O: unit(
        'ft of water',
        metreOfWater * ft,
        1,
        'fth2o',
        'ftofwater',
        'ftofhead',
        'feetofwater',
        'feetofhead',
      ),
      mbar: unit('mbar', 0.1, 0, 'hpa'),
      Pa: unit('Pa', 1e-3, 0),
      MPa: unit('MPa', 1000, 3),
    },
    us: 'psi',
    metric: 'kPa',
  },
  /** Volume, L. */
  volume: {
    noun: msg`a volume`,
    units: {
      L: unit('L', 1, 1, 'litre', 'litres', 'litro', 'litros', 'liter', 'liters', 'ltr'),
      'm³': unit('m³', 1000, 2, 'm3', 'm^3', 'cbm', 'cubicmetres'),
      mL: unit('mL', 1e-3, 0, 'millilitre', 'millilitres'),
      gal: unit('gal', gal, 1, 'gallon', 'gallons', 'galón', 'galones', 'usgal'),
      'imp gal': unit('imp gal', impGal, 1, 'impgal', 'ukgal', 'imperialgallon', 'imperialgallons'),
      qt: unit('qt', convert(1, 'qt').to('L'), 1, 'quart', 'quarts'),
      'acre-inch': unit('acre-inch', acre * inch * 1000, 2, 'acrein', 'acre-in', 'acin', 'acreinch', 'ac-in'),
    },
    us: 'gal',
    metric: 'L',
  },
  /** Area, m². */
  area: { noun: msg`an area`, units: areas, us: 'ft²', metric: 'm²' },
  /** Duration, s. */
  time: {
    noun: msg`a time`,
    units: {
      s: { ...unit('s', 1, 1, 'sec', 'secs', 'second', 'seconds', 'segundo', 'segundos') },
      min: { ...unit('min', 60, 1, 'mins', 'minute', 'minutes', 'minuto', 'minutos', 'm'), then: 's' },
      h: { ...unit('h', 3600, 2, 'hr', 'hrs', 'hour', 'hours', 'hora', 'horas'), then: 'min' },
      d: { ...unit('d', 86400, 1, 'day', 'days', 'día', 'días'), then: 'h' },
    },
    us: 's',
    metric: 's',
  },
  /** Depth of water put on in a time, mm/h. */
  rate: {
    noun: msg`a rate`,
    units: {
      'mm/h': unit('mm/h', 1, 1, 'mm/hr', 'mmperhour'),
      'in/h': unit('in/h', inch / mm, 2, 'in/hr', 'iph', 'inchesperhour'),
    },
    us: 'in/h',
    metric: 'mm/h',
  },
  /** Speed of water, m/s. */
  velocity: {
    noun: msg`a speed`,
    units: { 'm/s': unit('m/s', 1, 2, 'mps'), 'ft/s': unit('ft/s', ft, 1, 'fps') },
    us: 'ft/s',
    metric: 'm/s',
  },
  /** Rise per length, a ratio. */
  slope: {
    noun: msg`a slope`,
    units: {
      '%': unit('%', 0.01, 2, 'percent', 'cm/m', 'm/100m', 'ft/100ft', 'mper100m', 'ftper100ft'),
      '‰': unit('‰', 1e-3, 1, 'permille', 'mm/m'),
      ratio: unit('', 1, 4, 'm/m', 'ft/ft'),
    },
    us: '%',
    metric: '%',
  },
  /** A direction or a turn, degrees. */
  angle: {
    noun: msg`an angle`,
    units: { '°': unit('°', 1, 1, 'deg', 'degree', 'degrees') },
    us: '°',
    metric: '°',
  },
  /** A share of a whole, a ratio. */
  share: { noun: msg`a percentage`, units: { '%': unit('%', 0.01, 0, 'percent') }, us: '%', metric: '%' },
  /** Temperature, °C. */
  temperature: {
    noun: msg`a temperature`,
    units: {
      '°C': unit('°C', 1, 0, 'c', 'degc', 'celsius'),
      '°F': { ...unit('°F', 5 / 9, 0, 'f', 'degf', 'fahrenheit'), offset: (-32 * 5) / 9 },
    },
    us: '°F',
    metric: '°C',
  },
  /** A bare count. */
  /** Power of a motor, kW. */
  power: {
    noun: msg`a power`,
    units: {
      kW: unit('kW', 1, 2, 'kilowatt', 'kilowatts'),
      W: unit('W', 1e-3, 0, 'watt', 'watts'),
      hp: unit('hp', HORSEPOWER_KW, 2, 'horsepower', 'bhp'),
    },
    us: 'hp',
    metric: 'kW',
  },
  /** Weight, kg. */
  weight: {
    noun: msg`a weight`,
    units: {
      kg: unit('kg', 1, 0, 'kilogram', 'kilograms', 'kilo', 'kilos'),
      t: unit('t', 1000, 1, 'tonne', 'tonnes'),
      lb: unit('lb', convert(1, 'lb').to('kg'), 0, 'lbs', 'pound', 'pounds'),
    },
    us: 'lb',
    metric: 'kg',
  },
  /** How long something is to run, s: told in minutes. */
  minutes: {
    noun: msg`a time`,
    units: {
      min: { ...unit('min', 60, 0, 'mins', 'minute', 'minutes', 'minuto', 'minutos', 'm'), then: 's' },
      h: { ...unit('h', 3600, 2, 'hr', 'hrs', 'hour', 'hours', 'hora', 'horas'), then: 'min' },
      s: unit('s', 1, 0, 'sec', 'secs', 'second', 'seconds', 'segundo', 'segundos'),
      d: unit('d', 86400, 1, 'day', 'days', 'día', 'días'),
    },
    us: 'min',
    metric: 'min',
  },
  /** Depth of water on the ground, mm, to a tenth. */
  depth: {
    noun: msg`a depth of water`,
    units: {
      mm: unit('mm', 1, 1, 'millimetres', 'millimeters'),
      in: unit('in', 25.4, 2, '"', 'inch', 'inches', 'pulgada', 'pulgadas', 'pulg'),
    },
    us: 'in',
    metric: 'mm',
  },
  /** Small weights, g. */
  grams: {
    noun: msg`a weight`,
    units: {
      g: unit('g', 1, 0, 'gram', 'grams'),
      kg: unit('kg', 1000, 2, 'kilo', 'kilos'),
      oz: unit('oz', convert(1, 'oz').to('g'), 2, 'ounce', 'ounces'),
      lb: unit('lb', convert(1, 'lb').to('g'), 2, 'lbs', 'pound', 'pounds'),
    },
    us: 'oz',
    metric: 'g',
  },
  /** Feed on the ground, g/m². */
  feedOnBed: {
    noun: msg`an amount of feed on an area`,
    units: {
      'g/m²': unit('g/m²', 1, 1, 'g/m2', 'g/sqm', 'gm-2'),
      'kg/ha': unit('kg/ha', 0.1, 0),
      'oz/100 ft²': unit(
        'oz/100 ft²',
        convert(1, 'oz').to('g') / (100 * ft * ft),
        2,
        'oz/100ft2',
        'ozper100ft2',
        'oz/100sqft',
      ),
      'lb/acre': unit('lb/acre', convert(1, 'lb').to('g') / acre, 0, 'lbs/acre', 'lb/ac'),
    },
    us: 'oz/100 ft²',
    metric: 'g/m²',
  },
  /** What is dissolved in water, g/L. */
  strength: {
    noun: msg`a strength`,
    units: {
      'g/L': unit('g/L', 1, 1, 'g/l', 'gperl'),
      'oz/gal': unit('oz/gal', convert(1, 'oz').to('g') / gal, 2, 'ozpergal'),
      'lb/gal': unit('lb/gal', convert(1, 'lb').to('g') / gal, 2, 'lbs/gal'),
    },
    us: 'oz/gal',
    metric: 'g/L',
  },
  /** Salt in water by its conductivity, dS/m. */
  salt: {
    noun: msg`a conductivity`,
    units: {
      'dS/m': unit('dS/m', 1, 2, 'ds/m', 'mS/cm', 'ms/cm', 'mmho/cm'),
      'µS/cm': unit('µS/cm', 1e-3, 0, 'us/cm', 'μS/cm', 'μs/cm'),
    },
    us: 'dS/m',
    metric: 'dS/m',
  },
  /** Depth of rain, mm. */
  rain: {
    noun: msg`a depth of rain`,
    units: {
      mm: unit('mm', 1, 0, 'millimetres', 'millimeters'),
      in: unit('in', 25.4, 1, '"', 'inch', 'inches', 'pulgada', 'pulgadas', 'pulg'),
    },
    us: 'in',
    metric: 'mm',
  },
  /** A day, counted from the beginning of 1970; see `date.ts`. */
  date: { noun: msg`a date`, units: { '': unit('', 1, 0) }, us: '', metric: '' },
  count: { noun: msg`a number`, units: { '': unit('', 1, 0) }, us: '', metric: '' },
  /** A bare factor. */
  factor: { noun: msg`a number`, units: { '': unit('', 1, 2) }, us: '', metric: '' },
} satisfies Record<string, Kind>;

export type KindName = keyof typeof KINDS;

/** Which units a person wants to see, and how dates are written. Pressure and flow matter under metric only. */
export interface UnitChoice {
  system: 'us' | 'metric';
  pressure: 'kPa' | 'bar';
  flow: 'L/h' | 'L/min';
  /** Day first if not said. */
  dates?: DateOrder;
}

export const METRIC: UnitChoice = { system: 'metric', pressure: 'kPa', flow: 'L/h' };
export const US: UnitChoice = { system: 'us', pressure: 'kPa', flow: 'L/h' };

/** The kind's table entry, with the common type. */
export const kindOf = (name: KindName): Kind => KINDS[name];

/** The unit, by its key in the kind's table, in which a kind is shown under a choice. */
export function shownUnit(name: KindName, choice: UnitChoice): string {
  if (choice.system === 'us') return KINDS[name].us;
  if (name === 'pressure') return choice.pressure;
  if (name === 'flow') return choice.flow;
  return KINDS[name].metric;
}

/** Core units in one of the unit that a kind is shown in. */
export const perShownUnit = (name: KindName, choice: UnitChoice): number =>
  (KINDS[name].units as Record<string, Unit>)[shownUnit(name, choice)].perUnit;
