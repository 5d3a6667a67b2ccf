import { decimalComma, msg } from '../language';
import { kindOf, shownUnit, type KindName, type Unit, type UnitChoice } from './kinds';

export type Parsed = { ok: true; value: number } | { ok: false; why: string };

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅕': '1/5',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** One number as people write it: 1 1/2, 5/8, 1,500, 1 500, 2,4, .5, -3. */
const NUMBER =
  /^[+-]?(?:\d+\s+\d+\/\d+|\d+\/\d+|\d{1,3}(?:[,\u202f' ]\d{3})+(?:\.\d+)?(?!\d)|\d+(?:[.,]\d+)?|[.,]\d+)(?:e[+-]?\d+)?/i;

function toNumber(text: string): number {
  const sign = text.startsWith('-') ? -1 : 1;
  const body = text.replace(/^[+-]/, '').trim();
  const mixed = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(body);
  if (mixed) return sign * (Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]));
  // A comma before exactly three digits groups thousands (1,500); any other comma is a decimal comma (2,4).
  const grouped = /^[1-9]\d{0,2}(?:[,\u202f' ]\d{3})+(?:\.\d+)?$/.test(body);
  return sign * Number(grouped ? body.replace(/[,\u202f' ]/g, '') : body.replace(',', '.'));
}

/** A text as it is repeated to who typed it: no longer than a line. */
const LONGEST_TOLD = 40;
const told = (text: string): string => {
  const bare = text.trim();
  return bare.length > LONGEST_TOLD ? `${bare.slice(0, LONGEST_TOLD)}…` : bare;
};

const squeeze = (text: string): string =>
  text.toLowerCase().replace(/[\s.]/g, '').replace(/²/g, '2').replace(/³/g, '3');

function findUnit(units: Record<string, Unit>, text: string): string | undefined {
  // Case matters only between MPa and mPa-like pairs, so the exact key is tried first.
  if (text in units) return text;
  const wanted = squeeze(text);
  return Object.keys(units).find((key) => {
    const u = units[key];
    return (
      squeeze(key) === wanted || squeeze(u.symbol) === wanted || u.also.some((a) => squeeze(a) === wanted)
    );
  });
}

/** Where commas are decimal, a full stop before three digits groups thousands, and the marks trade places. */
const marksSwapped = (text: string): string =>
  text.replace(/(?<=\d)[.,](?=\d)|(?<!\d)[.,](?=\d)/g, (mark) => (mark === ',' ? '.' : ','));

/**
 * Reads what a person typed as a quantity, in core units.
 *
 * Takes a value with any unit of its kind ("35 psi", "2,4 bar", "5/8 in"), a sum of
 * such ("12 ft 6 in", "1 h 30 min") or a bare number, which is in the unit shown
 * under `choice`. A slope may also be written 1:50.
 *
 * @returns the value in the kind's core unit, or a sentence saying what is wrong.
 */
export function parseQuantity(text: string, kind: KindName, choice: UnitChoice): Parsed {
  const { noun, units } = kindOf(kind);
  const own = shownUnit(kind, choice);
  let rest = (decimalComma() ? marksSwapped(text) : text)
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/\s+/g, ' ')
    .replace(/(\d)\s*([½⅓⅔¼¾⅕⅛⅜⅝⅞])/g, '$1 $2');
  rest = rest.replace(/[½⅓⅔¼¾⅕⅛⅜⅝⅞]/g, (c) => VULGAR[c]);
  if (!rest) return { ok: false, why: msg`Type ${noun}, such as ${example(kind, choice)}.` };
  if (kind === 'slope') {
    const ratio = /^(-?)(\d+(?:[.,]\d+)?)\s*(?::|in|to)\s*(\d+(?:[.,]\d+)?)$/i.exec(rest);
    if (ratio && toNumber(ratio[3]) !== 0) {
      return { ok: true, value: (ratio[1] ? -1 : 1) * (toNumber(ratio[2]) / toNumber(ratio[3])) };
    }
  }
  let total = 0;
  let previous: string | undefined;
  let sign = 1;
  while (rest) {
    const found = NUMBER.exec(rest);
    if (!found)
      return {
        ok: false,
        why: msg`“${told(text)}” is not ${noun}. Write it like ${example(kind, choice)}.`,
      };
    const n = toNumber(found[0]);
    if (!Number.isFinite(n)) return { ok: false, why: msg`“${told(found[0])}” is not a number.` };
    rest = rest.slice(found[0].length).trim();
    // Units such as "gpm/100ft" hold digits, so every unit of the kind is tried, longest match first.
    const { key, length } = unitAtStart(units, rest);
    if (!key && rest && !/^[+-]?[.,]?\d/.test(rest)) {
      const bad = /^[^\d\s]+(?:\s*\/\s*\S+)?/.exec(rest)?.[0] ?? rest;
      return {
        ok: false,
        why: msg`“${told(bad)}” is not a unit of ${noun.replace(/^(an?|una?) /, '')}. Try ${unitList(units)}.`,
      };
    }
    if (!key && rest)
      return {
        ok: false,
        why: msg`“${told(text)}” is not ${noun}. Write it like ${example(kind, choice)}.`,
      };
    const used: string | undefined = key ?? (previous ? units[previous].then : own);
    if (used === undefined)
      return { ok: false, why: msg`What is the “${told(found[0])}” at the end? Add its unit.` };
    if (previous && units[used].perUnit >= units[previous].perUnit) {
      return { ok: false, why: msg`“${told(text)}” adds up oddly. Write it like ${example(kind, choice)}.` };
    }
    if (!previous && found[0].startsWith('-')) sign = -1;
    const u = units[used];
    total += previous ? sign * Math.abs(n) * u.perUnit : n * u.perUnit + (u.offset ?? 0);
    previous = used;
    rest = rest.slice(length).replace(/^[\s,+]+/, '');
  }
  return { ok: true, value: total };
}

/** Letters of the longest name of a kind's units. */
const longestNames = new WeakMap<Record<string, Unit>, number>();
function longestName(units: Record<string, Unit>): number {
  let longest = longestNames.get(units);
  if (longest === undefined) {
    const names = Object.entries(units).flatMap(([key, { symbol, also }]) => [key, symbol, ...also]);
    longest = Math.max(...names.map((name) => name.length));
    longestNames.set(units, longest);
  }
  return longest;
}
/** Between the letters of a unit there may be spaces and full stops: “l . p . h”. */
const SPREAD = 4;

function unitAtStart(units: Record<string, Unit>, text: string): { key?: string; length: number } {
  for (let end = Math.min(text.length, SPREAD * longestName(units)); end > 0; end--) {
    const piece = text.slice(0, end).trim();
    // A unit ends where the text ends, or before a space, a comma or a digit.
    if (end < text.length && !/[\s,\d]/.test(text[end])) continue;
    const key = piece && findUnit(units, piece);
    if (key) return { key, length: end };
  }
  return { length: 0 };
}

const unitList = (units: Record<string, Unit>): string =>
  Object.values(units)
    .map((u) => u.symbol)
    .filter(Boolean)
    .slice(0, 5)
    .join(', ');

const EXAMPLES: Partial<Record<KindName, number>> = {
  length: 30,
  width: 0.75,
  spacing: 0.3,
  height: 1.2,
  bore: 20,
  wall: 0.2,
  flow: 1500,
  emitterFlow: 1,
  flowPerLength: 4,
  pressure: 70,
  volume: 20,
  area: 500,
  time: 30,
  rate: 5,
  velocity: 1,
  slope: 0.01,
  share: 0.8,
  temperature: 15,
  count: 12,
  factor: 1,
};

function example(kind: KindName, choice: UnitChoice): string {
  const u = kindOf(kind).units[shownUnit(kind, choice)];
  const n = ((EXAMPLES[kind] ?? 1) - (u.offset ?? 0)) / u.perUnit;
  return `${Number(n.toPrecision(2))} ${u.symbol}`.trim();
}
