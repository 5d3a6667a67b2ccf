import { heading, num, para, table } from '../page';
import type { SheetMaker } from './printed';

const clock = (min: number): string =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

export const timer: SheetMaker = (p) => [
  heading('The timer’s programme'),
  p.programme.length === 0
    ? para('No times are worked out yet: see Sets.')
    : table(
        ['auto', '*', '*', 'auto', 'auto'],
        ['Station', 'Set', 'Opens at', 'Minutes', 'Every'],
        p.programme.map((r) => [
          num(`${r.station}`),
          r.name,
          r.starts.map(clock).join(', '),
          num(`${r.minutes}`),
          r.everyDays > 1 ? `${r.everyDays} days` : 'day',
        ]),
      ),
];
