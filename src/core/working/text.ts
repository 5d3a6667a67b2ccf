import { msg } from '../language';
import { asShown, format, type UnitChoice } from '../units';
import type { Term, Working } from './types';

/** A working's numbers in words: its terms in their order, and its result. */
export interface Printed {
  terms: string[];
  result?: string;
}

/** Results say a digit more than elsewhere; numbers of things do not. */
const extraOf = (t: Term): number => (t.kind === 'count' ? 0 : 1);
/** No number is written with more than so many digits beyond the usual. */
const MOST_EXTRA = 8;

const write = (t: Term, choice: UnitChoice, extra: number): string =>
  Number.isFinite(t.value) ? format(t.value, t.kind, choice, extra) : msg`no limit`;

/**
 * A working's numbers with as many digits as it takes: whoever puts the printed terms into the formula comes to the printed
 * result, to its last digit, in either system of units.
 */
export function printed({ terms, result, gives }: Working, choice: UnitChoice): Printed {
  const told = result && write(result, choice, extraOf(result));
  const comesOut = (more: number): boolean =>
    !gives ||
    !result ||
    write(
      { ...result, value: gives(terms.map((t) => asShown(t.value, t.kind, choice, extraOf(t) + more))) },
      choice,
      extraOf(result),
    ) === told;
  let more = 0;
  while (more < MOST_EXTRA && !comesOut(more)) more++;
  return {
    terms: terms.map((t) => write(t, choice, extraOf(t) + more)),
    ...(told !== undefined && { result: told }),
  };
}

/** A working as plain lines, to be copied or printed. @param assumed whether a term's field holds a default */
export function workingText(
  w: Working,
  choice: UnitChoice,
  assumed: (field: string | undefined) => boolean,
): string {
  const { terms, result } = printed(w, choice);
  const line = (t: Term, text: string): string =>
    `${t.symbol ? `${t.symbol} = ` : ''}${text}  (${t.meaning}${assumed(t.field) ? msg`; a default` : ''})`;
  return [
    w.title,
    w.says,
    w.formula,
    ...w.terms.map((t, i) => line(t, terms[i])),
    ...(w.result && result !== undefined ? [line(w.result, result)] : []),
    w.source,
  ].join('\n');
}
