import { digits } from './digits';
import { language, type Language, type Ready } from './language';

/** As many as are ever written out. */
const MOST_DECIMALS = 20;
const GROUPED_DECIMALS = 3;

/** One of two forms, by a number: for use in a message. */
export class Forms {
  constructor(
    readonly n: number,
    readonly one: string,
    readonly other: string,
  ) {}
}

/** “bed” of one, “beds” of more; in other languages as many forms as they have. Both are written out where they stand. */
export const forms = (n: number, one: string, other: string): Forms => new Forms(n, one, other);

export type Value = string | number | boolean | null | undefined | Forms;

/** Messages made ready, by the place in the code that says them; nothing where they stand in English. */
const known = new WeakMap<Language, Map<TemplateStringsArray, Ready | undefined>>();

/**
 * What a person reads, in the language spoken here. The English is the key: “${n} ${forms(n, 'bed', 'beds')} dry”
 * is “{0} {1, plural, one {bed} other {beds}} dry” in the tables, an ICU message. Spaces about it belong to its place.
 */
export function msg(strings: TemplateStringsArray, ...values: Value[]): string {
  const spoken = language();
  if (spoken.id === 'en') return english(strings, values);
  let made = known.get(spoken);
  if (!made) known.set(spoken, (made = new Map()));
  if (!made.has(strings)) made.set(strings, spoken.ready(keyOf(strings, values).trim()));
  const ready = made.get(strings);
  if (!ready) return english(strings, values);
  const text = ready(Object.fromEntries(values.map((v, i) => [i, valueOf(v)])));
  const lead = /^\s*/.exec(strings[0])![0];
  const trail = strings.length === 1 && lead === strings[0] ? '' : /\s*$/.exec(strings.at(-1)!)![0];
  return lead + (spoken.finish?.(text) ?? text) + trail;
}

function english(strings: TemplateStringsArray, values: readonly Value[]): string {
  let text = strings[0];
  for (let i = 0; i < values.length; i++) {
    const v = values[i];
    text += (v instanceof Forms ? (v.n === 1 ? v.one : v.other) : String(v)) + strings[i + 1];
  }
  return text;
}

/** The key that a message has in the tables. */
export const keyOf = (strings: readonly string[], values: readonly unknown[]): string =>
  strings.reduce((key, s, i) => {
    const v = values[i - 1];
    return `${key}{${i - 1}${v instanceof Forms ? `, plural, one {${v.one}} other {${v.other}}` : ''}}${s}`;
  });

const valueOf = (v: Value): string | number =>
  v instanceof Forms ? v.n : typeof v === 'number' ? numberOf(v) : String(v);

/** A bare number of a message, with all of its decimals and not grouped. */
const numberOf = (v: number): string =>
  Number.isInteger(v) ? String(v) : digits(0, MOST_DECIMALS, false).format(v);

/** A number with so many decimals, as people here write it. */
export const fixed = (v: number, decimals: number): string => digits(decimals, decimals, false).format(v);

/** Whether people here write 2,5 for two and a half, and 12.500 for twelve thousand five hundred. */
export const decimalComma = (): boolean => digits(0, 1).format(1.5).includes(',');

/** A number in groups of thousands, as people here write it. */
export const grouped = (v: number): string => digits(0, GROUPED_DECIMALS).format(v);
