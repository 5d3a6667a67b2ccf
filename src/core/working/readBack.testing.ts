import { METRIC, parseQuantity, US, type KindName, type UnitChoice } from '../units';
import { printed, type Working } from './index';

/** What a reader takes from a printed number, in core units. */
function readBack(text: string, kind: KindName, choice: UnitChoice): number {
  if (text === 'no limit') return Infinity;
  const parsed = parseQuantity(text.replaceAll(',', '').replace('\u2212', '-'), kind, choice);
  if (!parsed.ok) throw new Error(`${text}: ${parsed.why}`);
  return parsed.value;
}

/** Puts the printed terms into the formula. @returns what comes out and what is printed, in the same words */
function reckoned(w: Working, choice: UnitChoice): { comes: string | undefined; told: string | undefined } {
  const { terms, result } = printed(w, choice);
  const value = w.gives!(w.terms.map((t, i) => readBack(terms[i], t.kind, choice)));
  return {
    comes: printed({ ...w, gives: undefined, result: { ...w.result!, value } }, choice).result,
    told: result,
  };
}

/** Where a working's printed terms do not give its printed result, in either system of units. */
export const wrongIn = (name: string, working: Working): string[] =>
  [METRIC, US].flatMap((choice) => {
    const { comes, told } = reckoned(working, choice);
    return comes === told ? [] : [`${name}: ${comes}, not ${told}`];
  });
