import { locale } from './language';

const known = new Map<string, Intl.NumberFormat>();

/** A writer of numbers, as people here write them; making one is slow, so each is made once. */
export function digits(least: number, most: number, useGrouping = true): Intl.NumberFormat {
  const key = `${locale()} ${least} ${most} ${useGrouping}`;
  let writer = known.get(key);
  if (!writer) {
    const decimals = { minimumFractionDigits: least, maximumFractionDigits: most };
    known.set(key, (writer = new Intl.NumberFormat(locale(), { ...decimals, useGrouping })));
  }
  return writer;
}
