import { createEvents, type EventAttributes } from 'ics';
import { msg } from '../language';
import type { Programme } from '../sets';
import { MIN_PER_HOUR, MS_PER_DAY } from '../units/time';
import { folded, idText } from './calendarText';

/** Shorter entries are lost in calendars. */
const LEAST_MIN = 1;

/** Days from which to which the minutes are so large a share of the programme's. */
interface Stretch {
  /** As 2027-05; none where the programme tells no months. */
  month: string;
  from: string;
  until: string;
  share: number;
}

const dayNumber = (date: string): number => Date.parse(`${date}T00:00Z`) / MS_PER_DAY;
const dateOf = (day: number): string => new Date(day * MS_PER_DAY).toISOString().slice(0, DATE_LENGTH);
const DATE_LENGTH = 10;

/** The months of a programme's season, each from its first watering day on. */
function stretchesOf({ months, from, until }: Programme, everyDays: number): Stretch[] {
  if (months.length === 0) return [{ month: '', from, until, share: 1 }];
  return months.flatMap(({ month, share }): Stretch[] => {
    const [year, number] = month.split('-').map(Number);
    const first = Math.max(dayNumber(from), Date.UTC(year, number - 1, 1) / MS_PER_DAY);
    const last = Math.min(dayNumber(until), Date.UTC(year, number, 1) / MS_PER_DAY - 1);
    // Watering days go on counting over the end of a month.
    const begins = first + ((everyDays - ((first - dayNumber(from)) % everyDays)) % everyDays);
    return begins <= last && share > 0 ? [{ month, from: dateOf(begins), until: dateOf(last), share }] : [];
  });
}

/**
 * A programme as a calendar (iCalendar, RFC 5545): each start of each set an event of every month, with the month's share of its
 * minutes, that comes again on every watering day. Times are those of the clock on the wall, in no zone.
 *
 * @param planId the plan's own id, so that events of two plans are never taken for each other
 * @param now when it is written, ms since 1970
 * @throws Error where it cannot be written
 */
export function writeCalendar(programme: Programme, planName: string, planId: string, now: number): string {
  const nth = new Map<string, number>();
  const events = programme.rows.flatMap((row) => {
    // A set that several timers open has as many events at a time.
    const n = nth.get(row.set) ?? 0;
    nth.set(row.set, n + 1);
    return stretchesOf(programme, row.everyDays).flatMap((stretch) =>
      row.starts.map((start, i) => eventOf(row, stretch, { start, i, n }, { planName, planId, now })),
    );
  });
  if (events.length === 0)
    throw new Error(msg`there is nothing to water yet, so the calendar would be empty`);
  const { error, value } = createEvents(events);
  if (error || !value) throw error ?? new Error(msg`the calendar could not be written`);
  return folded(value);
}

/** “by station 2”, “by hand”. */
const openedWords = ({ by, what, station }: Programme['rows'][number]): string =>
  by === 'hand' ? msg`by hand` : msg`by ${station === undefined ? what : msg`station ${station}`}`;

/** One start of one set in one month. */
function eventOf(
  row: Programme['rows'][number],
  { month, from, until, share }: Stretch,
  { start, i, n }: { start: number; i: number; n: number },
  { planName, planId, now }: { planName: string; planId: string; now: number },
): EventAttributes {
  const day = from.split('-').map(Number) as [number, number, number];
  const minutes = Math.max(LEAST_MIN, Math.round(row.minutes * share));
  return {
    uid: `${idText(planId)}.${idText(row.set)}.${n > 0 ? `${n + 1}.` : ''}${month === '' ? '' : `${month}.`}${i + 1}@idle-furrow.local`,
    productId: 'idle-furrow',
    calName: msg`${planName.replace(/[,;\\\n\r]/g, ' ')}: watering`,
    title: msg`${row.name}: open for ${minutes} min`,
    description: [
      row.valves === '' ? msg`Opened ${openedWords(row)}.` : msg`Opened ${openedWords(row)}: ${row.valves}.`,
      ...(row.litres === undefined
        ? []
        : [msg`The meter ends it after ${Math.round(row.litres * share)} L.`]),
      msg`Start ${i + 1} of ${row.starts.length}. Planning figures: look at the beds.`,
      ...(row.opens ? [msg`Opens ${row.opens}.`] : []),
    ].join(' '),
    start: [...day, Math.floor(start / MIN_PER_HOUR), start % MIN_PER_HOUR],
    startInputType: 'local',
    startOutputType: 'local',
    duration: { hours: Math.floor(minutes / MIN_PER_HOUR), minutes: minutes % MIN_PER_HOUR },
    recurrenceRule: `FREQ=DAILY;INTERVAL=${row.everyDays};UNTIL=${until.replaceAll('-', '')}T235959`,
    created: now,
    lastModified: now,
    busyStatus: 'FREE',
  };
}
