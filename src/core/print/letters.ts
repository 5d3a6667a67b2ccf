import { msg } from '../language';
/** Letters of the page's own type; whatever else is written is set in the wider one. */
const OWN =
  /^[\s\u0021-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2010-\u2027\u2030-\u205e\u20ac\u2122\u2212]*$/u;
const RUNS =
  /[\s\u0021-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2010-\u2027\u2030-\u205e\u20ac\u2122\u2212]+|[^\s\u0021-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2010-\u2027\u2030-\u205e\u20ac\u2122\u2212]+/gu;

/** In drawings, whose text has one type, fractions are written out. */
const IN_DRAWINGS: Record<string, string> = {
  '⅝': ' 5/8',
  '⅞': ' 7/8',
  '⅜': ' 3/8',
  '⅛': ' 1/8',
  '≤': msg`at most `,
  '≥': msg`at least `,
};

/** A document's content with every text in letters that its types have. */
export function inOwnLetters(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(inOwnLetters);
  if (typeof node === 'string') return OWN.test(node) ? node : { text: cut(node) };
  if (typeof node !== 'object' || node === null) return node;
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(node)) {
    if (key === 'text' && typeof value === 'string') out.text = OWN.test(value) ? value : cut(value);
    else if (key === 'svg' && typeof value === 'string')
      out.svg = value.replace(/[⅝⅞⅜⅛≤≥]/g, (c) => IN_DRAWINGS[c]);
    else out[key] = CONTENT.includes(key) ? inOwnLetters(value) : value;
  }
  return out;
}
const CONTENT = ['content', 'stack', 'columns', 'table', 'body', 'text', 'ul', 'ol'];

const cut = (text: string): { text: string; font?: string }[] =>
  (text.match(RUNS) ?? []).map((part) => (OWN.test(part) ? { text: part } : { text: part, font: 'Wide' }));
