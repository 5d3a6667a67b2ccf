import { writeCsv } from './csv';
import { msg } from '../language';
import { localTime, seenName, type Standing } from '../season';
import type { FullPlan } from '../plan';

export const BOOK_COLUMNS = [
  'time',
  'what',
  'set',
  'place',
  'value',
  'unit',
  'seen',
  'feel',
  'block',
  'beds',
  'part',
  'text',
  'corrected',
] as const;

/** Units of what an entry's value is, as they stand in the file. */
const UNITS: Record<string, string> = { reading: 'kPa', meter: 'L', minutes: 'min', rain: 'mm' };

/** The book as a table, the oldest entry first. A cup test has a line for each cup. */
export function writeBookCsv(standing: readonly Standing[], plan: FullPlan): string {
  const rows = [...standing].reverse().flatMap(({ entry: e, before }) => {
    const line = (value: number | '', unit: string, text: string): (string | number)[] => [
      localTime(e.at),
      e.what,
      plan.watering.sets.find((s) => s.id === e.set)?.name ?? e.set ?? '',
      e.spot ?? '',
      value,
      unit,
      e.seen ? seenName(e.seen, plan) : '',
      e.feel ?? '',
      plan.blocks.find((b) => b.id === e.block)?.name ?? e.block ?? '',
      e.beds?.join(' ') ?? '',
      e.part ?? '',
      text,
      before.length > 0 ? 'yes' : '',
    ];
    if (e.what === 'cups')
      return (e.cups ?? []).map((c) =>
        line(c.ml, 'mL', msg`bed ${c.bed}, ${Math.round(c.along * 100)} % along, ${e.seconds} s`),
      );
    return [line(e.value ?? '', e.value === undefined ? '' : (UNITS[e.what] ?? ''), e.text ?? '')];
  });
  return writeCsv(BOOK_COLUMNS, rows);
}
