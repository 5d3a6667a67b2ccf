import { msg } from '../../language';
import { heading, num, para, table } from '../page';
import type { SheetMaker } from './printed';

const clock = (min: number): string =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

export const timer: SheetMaker = (p) => [
  heading(msg`The timer’s programme`),
  p.programme.length === 0
    ? para(msg`No times are worked out yet: see Sets.`)
    : table(
        ['auto', '*', '*', 'auto', 'auto'],
        [msg`Station`, msg`Set`, msg`Opens at`, msg`Minutes`, msg`Every`],
        p.programme.map((r) => [
          num(`${r.station}`),
          r.name,
          r.starts.map(clock).join(', '),
          num(`${r.minutes}`),
          r.everyDays > 1 ? msg`${r.everyDays} days` : msg`day`,
        ]),
      ),
];
