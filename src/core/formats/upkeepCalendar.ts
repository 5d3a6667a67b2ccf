import { createEvents, type EventAttributes } from 'ics';
import { msg } from '../language';
import type { Task } from '../season';
import { folded, idText } from './calendarText';

/**
 * Upkeep as a calendar (iCalendar, RFC 5545): a whole day for each task, that comes again where the task does.
 * @param planId the plan's own id, so that events of two plans are never taken for each other
 * @throws Error where it cannot be written
 */
export function writeUpkeepCalendar(
  tasks: readonly Task[],
  planName: string,
  planId: string,
  now: number,
): string {
  const events = tasks.map((t): EventAttributes => {
    const due = new Date(Math.max(t.due, now));
    return {
      uid: `${idText(planId)}.upkeep.${idText(t.id)}@idle-furrow.local`,
      productId: 'idle-furrow',
      calName: msg`${planName.replace(/[,;\\\n\r]/g, ' ')}: upkeep`,
      title: t.title,
      description: [...t.how, t.why, ...(t.caution ? [t.caution] : [])].join('\n'),
      start: [due.getFullYear(), due.getMonth() + 1, due.getDate()],
      duration: { days: 1 },
      ...(t.everyDays && { recurrenceRule: `FREQ=DAILY;INTERVAL=${t.everyDays};COUNT=12` }),
      created: now,
      lastModified: now,
      busyStatus: 'FREE',
    };
  });
  if (events.length === 0) throw new Error(msg`nothing is due, so the calendar would be empty`);
  const { error, value } = createEvents(events);
  if (error || !value) throw error ?? new Error(msg`the calendar could not be written`);
  return folded(value);
}
