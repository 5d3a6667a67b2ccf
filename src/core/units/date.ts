import { locale } from '../language';
import { MS_PER_DAY } from './time';

/** How people write a day of the year: 1 May, or May 1. */
export type DateOrder = 'day-month' | 'month-day';

/** Dates that were read, by how they are written: judging a plan reads the same few hundred tens of thousands of times. */
const read = new Map<string, number>();
const MOST_READ = 10_000;

/** A date as plans write it, 2027-05-01, as days from the beginning of 1970. Of a date alone every day is as long. */
export function dateDay(date: string): number {
  let day = read.get(date);
  if (day === undefined) {
    if (read.size >= MOST_READ) read.clear();
    read.set(date, (day = Date.parse(date) / MS_PER_DAY));
  }
  return day;
}

/** A day, counted from the beginning of 1970, as people write it. */
export function formatDay(day: number, order: DateOrder = 'day-month'): string {
  const at = new Date(day * MS_PER_DAY);
  const month = at.toLocaleDateString(locale(), { month: 'short', timeZone: 'UTC' });
  return order === 'month-day' ? `${month} ${at.getUTCDate()}` : `${at.getUTCDate()} ${month}`;
}
