import { writeCsv } from './csv';
import { msg } from '../language';
import { clockText, type Programme } from '../sets';

/** Days between waterings as timers ask for them. */
export const everyText = (days: number): string =>
  days === 1 ? msg`every day` : days === 2 ? msg`every other day` : msg`every ${days} days`;

/** A timer's programme as a table: a line for each station, timer or hand, then the budget of each month. */
export function writeProgrammeCsv(programme: Programme): string {
  const most = Math.max(1, ...programme.rows.map((r) => r.starts.length));
  const fields = [
    'opened by',
    'valves',
    'set',
    ...Array.from({ length: most }, (_, i) => `start ${i + 1}`),
    'minutes',
    'litres',
    'days',
    'budget %',
  ];
  const rows = programme.rows.map((r) => [
    r.what,
    r.valves,
    r.name,
    ...Array.from({ length: most }, (_, i) => (r.starts[i] === undefined ? '' : clockText(r.starts[i]))),
    r.minutes,
    r.litres === undefined ? '' : Math.round(r.litres),
    everyText(r.everyDays),
    100,
  ]);
  const months = programme.months.map((m) => [
    '',
    '',
    `budget ${m.month}`,
    ...Array.from({ length: most }, () => ''),
    '',
    '',
    '',
    Math.round(m.share * 100),
  ]);
  return writeCsv(fields, [...rows, ...months]);
}
