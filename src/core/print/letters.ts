import { msg } from '../language';

/** Letters of the page's own type; */
const OWN =
  '\\s\\u0021-\\u00ff\\u0131\\u0152\\u0153\\u02c6\\u02da\\u02dc\\u2010-\\u2027\\u2030-\\u205e\\u20ac\\u2122\\u2212';
/** and those that the wider one has beside them: other Latin, Greek and Cyrillic ones, fractions, signs. */
const WIDER =
  '\\u0100-\\u017f\\u018f\\u0192\\u01a0\\u01a1\\u01af\\u01b0\\u01f0\\u01fa-\\u01ff\\u0218-\\u021b\\u0237\\u0259\\u0384-\\u038a\\u038c\\u038e-\\u03a1\\u03a3-\\u03ce\\u0400-\\u0486\\u0488-\\u0513\\u1e80-\\u1e85\\u1e9e\\u1ea0-\\u1ef9\\u2070\\u2074-\\u208e\\u20a6-\\u20ac\\u20b9\\u20ba\\u20bc\\u20bd\\u2116\\u215b-\\u215e\\u2202\\u2206\\u220f\\u2211\\u221a\\u221e\\u222b\\u2248\\u2260\\u2264\\u2265';
const ALL_OWN = new RegExp(`^[${OWN}]*$`, 'u');
const RUNS = new RegExp(`[${OWN}]+|[^${OWN}]+`, 'gu');
const OTHERS = new RegExp(`[^${OWN}${WIDER}]+`, 'gu');

/** In drawings, whose text has one type, these are written out. */
const IN_DRAWINGS: Record<string, string> = {
  '⅝': ' 5/8',
  '⅞': ' 7/8',
  '⅜': ' 3/8',
  '⅛': ' 1/8',
  '≤': msg`at most `,
  '≥': msg`at least `,
};

/** Says letters of another script in plain ones. */
export type InPlainLetters = (text: string) => string;
const UNKNOWN = '?';
/** Where nothing says them, they are told to be missing; never drawn as boxes. */
const missing: InPlainLetters = (text) => UNKNOWN.repeat([...text].length);

/** Whether anything is written in letters that neither type has. */
export function hasOtherLetters(node: unknown): boolean {
  if (typeof node === 'string') return node.normalize('NFC').search(OTHERS) >= 0;
  if (Array.isArray(node)) return node.some(hasOtherLetters);
  if (typeof node !== 'object' || node === null) return false;
  return Object.entries(node).some(([key, value]) => READ.includes(key) && hasOtherLetters(value));
}

/**
 * A document's content with every text in letters that its types have: those of other scripts in plain ones. A word too long for
 * a column is broken.
 */
export function inOwnLetters(node: unknown, plain: InPlainLetters = missing): unknown {
  if (Array.isArray(node)) return node.map((n) => inOwnLetters(n, plain));
  if (typeof node === 'string') {
    const text = known(node, plain);
    if (TOO_LONG.test(text)) return { text: ALL_OWN.test(text) ? text : cut(text), wordBreak: 'break-all' };
    return ALL_OWN.test(text) ? text : { text: cut(text) };
  }
  if (typeof node !== 'object' || node === null) return node;
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(node)) {
    if (key === 'text' && typeof value === 'string') {
      const text = known(value, plain);
      out.text = ALL_OWN.test(text) ? text : cut(text);
      if (TOO_LONG.test(text)) out.wordBreak = 'break-all';
    } else if (key === 'svg' && typeof value === 'string') out.svg = drawn(value, plain);
    else out[key] = CONTENT.includes(key) ? inOwnLetters(value, plain) : value;
  }
  return out;
}
const CONTENT = ['content', 'stack', 'columns', 'table', 'body', 'text', 'ul', 'ol'];
const READ = [...CONTENT, 'svg'];
/** Words longer than this are wider than the narrowest columns. */
const TOO_LONG = /\S{25,}/u;

const known = (text: string, plain: InPlainLetters): string => text.normalize('NFC').replace(OTHERS, plain);

const cut = (text: string): { text: string; font?: string }[] =>
  (text.match(RUNS) ?? []).map((part) =>
    ALL_OWN.test(part) ? { text: part } : { text: part, font: 'Wide' },
  );

/** A drawing in one type: the page's own, or the wider one where a name needs it. */
function drawn(svg: string, plain: InPlainLetters): string {
  const escaped: InPlainLetters = (text) => plain(text).replace(/[<>&"]/g, ' ');
  const text = known(
    svg.replace(/[⅝⅞⅜⅛≤≥]/g, (c) => IN_DRAWINGS[c]),
    escaped,
  );
  return ALL_OWN.test(text) ? text : text.replace(/font-family="Page"/g, 'font-family="Wide"');
}
