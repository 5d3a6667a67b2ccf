import { msg } from '../../language';
import { heading, num, para, table } from '../page';
import type { SheetMaker } from './printed';

const clock = (min: number): string =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

/** What is set on timers and controllers, or turned by hand, and each month's share of the minutes. */
export const timer: SheetMaker = (p) => [
  heading(msg`The programme`),
  p.programme.rows.length === 0
    ? para(msg`No times are worked out yet: see Sets.`)
    : table(
        ['auto', 'auto', '*', '*', 'auto', 'auto'],
        [msg`Opened by`, msg`Valves`, msg`Set`, msg`Opens at`, msg`For`, msg`Every`],
        p.programme.rows.map((r) => [
          r.what,
          r.valves,
          r.name,
          r.starts.map(clock).join(', '),
          num(
            r.litres === undefined
              ? msg`${r.minutes} min`
              : msg`${p.show(r.litres, 'volume')}, about ${r.minutes} min`,
          ),
          r.everyDays > 1 ? msg`${r.everyDays} days` : msg`day`,
        ]),
      ),
  ...(p.programme.months.length > 1 && p.programme.rows.length > 0
    ? [
        para(msg`Each month so much of these minutes:`),
        table(
          ['auto', 'auto'],
          [msg`Month`, msg`Share`],
          p.programme.months.map((m) => [m.month, num(`${Math.round(m.share * 100)} %`)]),
        ),
      ]
    : []),
];
