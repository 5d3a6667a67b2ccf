import { MIN_PER_DAY, MIN_PER_HOUR } from './time';

/** From this many days on hours say nothing. */
const DAYS_ALONE = 3;

/**
 * A stretch of time as people say it: "40 s", "25 min", "5 h 20 min", "2 d 4 h", "9 d".
 * @param minutes a value that is not finite comes out as an en dash
 */
export function formatDuration(minutes: number): string {
  if (!Number.isFinite(minutes)) return '–';
  if (minutes < 2) return `${Math.round(minutes * 60)}\u00a0s`;
  const whole = Math.round(minutes);
  if (whole < 2 * MIN_PER_HOUR) return `${whole}\u00a0min`;
  const days = Math.floor(whole / MIN_PER_DAY);
  const hours = Math.floor((whole % MIN_PER_DAY) / MIN_PER_HOUR);
  if (days >= DAYS_ALONE) return `${Math.round(whole / MIN_PER_DAY)}\u00a0d`;
  if (days > 0) return `${days}\u00a0d ${hours}\u00a0h`;
  return `${hours}\u00a0h ${whole % MIN_PER_HOUR}\u00a0min`;
}
