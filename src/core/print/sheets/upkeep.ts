import { msg } from '../../language';
import { flushingOf, openFarm, upkeepOf } from '../../season';
import { box, caution, heading, para, subheading } from '../page';
import type { Content } from 'pdfmake/interfaces';
import type { SheetMaker } from './printed';

/** What keeps the farm going through the year; days are of a farm that is first under water when it is printed. */
export const upkeep: SheetMaker = (p) => {
  const on = Date.parse(p.on);
  const set = p.plan.watering.sets[0]?.id;
  const flushing = flushingOf(openFarm(p.plan, set));
  const tasks = upkeepOf({ plan: p.plan, standing: [], now: on, started: on, flushing, show: p.show });
  return [
    heading(msg`Upkeep through the year`),
    para(
      msg`Days are counted from the day this was printed; the book in Season counts them from what was really done.`,
    ),
    ...tasks.flatMap((t): Content[] => [
      subheading(
        `${t.title}: ${t.everyDays && t.everyDays < 365 ? msg`every ${t.everyDays} days` : p.show(Math.round(t.due / 86_400_000), 'date')}`,
      ),
      para(t.why),
      ...t.how.map((text): Content => ({ columns: [box(), { text }], margin: [0, 1, 0, 1] })),
      ...(t.caution ? [caution(t.caution)] : []),
    ]),
  ];
};
