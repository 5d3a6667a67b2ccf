import { createEvents, type EventAttributes } from 'ics';
import { msg } from '../language';
import type { Programme } from '../sets';
import { folded, idText } from './calendarText';

/** Shorter entries are lost in calendars. */
const LEAST_MIN = 1;

/**
 * A programme as a calendar (iCalendar, RFC 5545): each start of each set an event that comes again on every watering
 * day until the season ends. Times are those of the clock on the wall, in no zone.
 *
 * @param planId the plan's own id, so that events of two plans are never taken for each other
 * @param now when it is written, ms since 1970
 * @throws Error where it cannot be written
 */
export function writeCalendar(programme: Programme, planName: string, planId: string, now: number): string {
  const day = programme.from.split('-').map(Number) as [number, number, number];
  const until = `${programme.until.replaceAll('-', '')}T235959`;
  const events = programme.rows.flatMap((row) =>
    row.starts.map((start, i): EventAttributes => ({
      uid: `${idText(planId)}.${idText(row.set)}.${i + 1}@idle-furrow.local`,
      productId: 'idle-furrow',
      calName: msg`${planName.replace(/[,;\\\n\r]/g, ' ')}: watering`,
      title: msg`${row.name}: open for ${row.minutes} min`,
      description: msg`Station ${row.station}. Start ${i + 1} of ${row.starts.length}. Planning figures: look at the beds.`,
      start: [...day, Math.floor(start / 60), start % 60],
      startInputType: 'local',
      startOutputType: 'local',
      duration: {
        hours: Math.floor(Math.max(LEAST_MIN, row.minutes) / 60),
        minutes: Math.max(LEAST_MIN, row.minutes) % 60,
      },
      recurrenceRule: `FREQ=DAILY;INTERVAL=${row.everyDays};UNTIL=${until}`,
      created: now,
      lastModified: now,
      busyStatus: 'FREE',
    })),
  );
  if (events.length === 0)
    throw new Error(msg`there is nothing to water yet, so the calendar would be empty`);
  const { error, value } = createEvents(events);
  if (error || !value) throw error ?? new Error(msg`the calendar could not be written`);
  return folded(value);
}
