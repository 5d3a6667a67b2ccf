import { digits } from '../language';
import { formatDay } from './date';
import { kindOf, shownUnit, type KindName, type Unit, type UnitChoice } from './kinds';

export interface Formatted {
  /** The number alone, grouped as people here write it: "2,590". */
  number: string;
  /** The unit alone: "L/h". */
  unit: string;
  /** Both, with a no-break space: "2,590 L/h". */
  text: string;
}

const NO_BREAK_SPACE = '\u00a0';
/** Signs that stand right behind their number, or none. */
const CLOSE = ['', '°'];
const MINUS = '\u2212';

/** Kinds whose trailing zeros say nothing, because they are what somebody stated. */
const PLAIN: readonly KindName[] = [
  'length',
  'width',
  'spacing',
  'height',
  'bore',
  'wall',
  'volume',
  'time',
  'slope',
  'count',
  'factor',
  'angle',
];

/** Units that show nothing of a small flow, and the finer ones it is told in then. */
const FINER: Partial<Record<KindName, Record<string, string>>> = {
  flow: { gpm: 'gph', 'L/min': 'L/h', 'm³/h': 'L/h' },
};
/** Below so much of the usual unit a flow is told in the finer one. */
const FEW = 0.5;

/** The unit that a quantity is told in: the choice's, or a finer one where that would say next to nothing. */
function unitFor(value: number, kind: KindName, choice: UnitChoice): Unit {
  const name = shownUnit(kind, choice);
  const { units } = kindOf(kind);
  const finer = FINER[kind]?.[name];
  return finer && value !== 0 && Math.abs(value / units[name].perUnit) < FEW ? units[finer] : units[name];
}

/**
 * A quantity in the units of a choice, rounded to what the work needs
 * (0.1 psi, 1 kPa, 0.1 gpm).
 * @param value in core units; a value that is not finite comes out as an en dash.
 * @param extraDecimals decimals beyond the usual, for small values and workings.
 */
export function formatParts(value: number, kind: KindName, choice: UnitChoice, extraDecimals = 0): Formatted {
  const u = unitFor(value, kind, choice);
  if (kind === 'date' && Number.isFinite(value)) {
    const text = formatDay(value, choice.dates);
    return { number: text, unit: '', text };
  }
  if (!Number.isFinite(value)) return { number: '–', unit: u.symbol, text: '–' };
  const own = (value - (u.offset ?? 0)) / u.perUnit;
  const decimals = Math.max(0, u.decimals + extraDecimals + smallValueDecimals(kind, own, u.decimals));
  const rounded = roundOff(own, decimals);
  // Nothing flows is told by a plain 0: 0.0 would be a little.
  const least = PLAIN.includes(kind) || (kind === 'flow' && value === 0) ? 0 : decimals;
  const written = digits(least, decimals).format(Math.abs(rounded));
  const number = (rounded < 0 ? MINUS : '') + written;
  const gap = CLOSE.includes(u.symbol) ? '' : NO_BREAK_SPACE;
  return { number, unit: u.symbol, text: number + gap + u.symbol };
}

/** Digits that a number has for certain after changes of unit: half a step, as 31.25 to one decimal, is rounded up always. */
const SURE_DIGITS = 12;
const roundOff = (own: number, decimals: number): number =>
  Number(Number(own.toPrecision(SURE_DIGITS)).toFixed(decimals));

/** What a quantity says once it is rounded as {@link formatParts} rounds it, in core units. */
export function asShown(value: number, kind: KindName, choice: UnitChoice, extraDecimals = 0): number {
  if (!Number.isFinite(value)) return value;
  const u = unitFor(value, kind, choice);
  const own = (value - (u.offset ?? 0)) / u.perUnit;
  const decimals = Math.max(0, u.decimals + extraDecimals + smallValueDecimals(kind, own, u.decimals));
  return roundOff(own, decimals) * u.perUnit + (u.offset ?? 0);
}

/** Lengths on the field and volumes of 100 units or more lose their decimal; whole kPa under 10 gain one. */
function smallValueDecimals(kind: KindName, own: number, decimals: number): number {
  if ((kind === 'length' || kind === 'volume') && Math.abs(own) >= 100) return -1;
  if (kind === 'pressure' && decimals === 0 && Math.abs(own) < 10 && own !== 0) return 1;
  return 0;
}

/** A quantity with its unit as one string; see {@link formatParts}. */
export const format = (value: number, kind: KindName, choice: UnitChoice, extraDecimals = 0): string =>
  formatParts(value, kind, choice, extraDecimals).text;
