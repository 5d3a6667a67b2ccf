import type { KindName } from '../units';
import type { Term, Working } from './types';

/** A working as plain lines, to be copied or printed. @param assumed whether a term's field holds a default */
export function workingText(
  w: Working,
  show: (value: number, kind: KindName) => string,
  assumed: (field: string | undefined) => boolean,
): string {
  const line = (t: Term): string =>
    `${t.symbol ? `${t.symbol} = ` : ''}${Number.isFinite(t.value) ? show(t.value, t.kind) : 'no limit'}  (${t.meaning}${assumed(t.field) ? '; a default' : ''})`;
  return [w.title, w.says, w.formula, ...w.terms.map(line), line(w.result), w.source].join('\n');
}
