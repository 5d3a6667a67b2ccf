import { dateDay } from '../units';
import { MS_PER_DAY } from '../units/time';

/** Of a date alone JavaScript reckons in universal time, where every day is as long. */
const daysOf = dateDay;
const DATE_LENGTH = '2027-05-01'.length;

/** Dates as they are written, by their days: judging a plan asks for the same few hundred tens of thousands of times. */
const written = new Map<number, string>();
const MOST_WRITTEN = 10_000;

/** Days as plans write them: 2027-05-01. They are calendar days, whatever the clock's zone. */
export function dayAfter(date: string, days: number): string {
  const day = daysOf(date) + days;
  let text = written.get(day);
  if (text === undefined) {
    if (written.size >= MOST_WRITTEN) written.clear();
    written.set(day, (text = new Date(day * MS_PER_DAY).toISOString().slice(0, DATE_LENGTH)));
  }
  return text;
}

/** Days from one date to another; below 0 where the other lies before. */
export const daysBetween = (from: string, to: string): number => daysOf(to) - daysOf(from);

export const MINUTES_A_DAY = 24 * 60;

/** A time of day: 06:05. */
export function clockText(minute: number): string {
  const m = ((Math.round(minute) % MINUTES_A_DAY) + MINUTES_A_DAY) % MINUTES_A_DAY;
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${two(Math.floor(m / 60))}:${two(m % 60)}`;
}

/** Minutes of a time of day as people type it: 6, 6:05, 06.05, 6h05, 6:05 pm; nothing where it is none. */
export function readClock(text: string): number | undefined {
  const m = /^\s*(\d{1,2})(?:\s*[:.h]\s*(\d{2}))?\s*h?\s*([ap]\.?m\.?)?\s*$/i.exec(text);
  if (!m) return undefined;
  let hour = Number(m[1]);
  const minute = Number(m[2] ?? 0);
  const half = m[3]?.[0].toLowerCase();
  if (half && (hour < 1 || hour > 12)) return undefined;
  if (half) hour = (hour % 12) + (half === 'p' ? 12 : 0);
  const all = hour * 60 + minute;
  return minute < 60 && all <= MINUTES_A_DAY ? all : undefined;
}

const ROUNDING_MIN = 1e-6;
/** Whole minutes of a start: timers know no seconds, and a started minute is a full one. */
export const wholeMinutes = (minutes: number): number => Math.ceil(minutes - ROUNDING_MIN);
/** Whole minutes that are no more than so many: what may be drawn is not overdrawn. */
export const fullMinutes = (minutes: number): number => Math.floor(minutes + ROUNDING_MIN);
