const two = (n: number): string => String(n).padStart(2, '0');

/** The day of a time by the wall's clock, 2027-06-01. @param at ms since 1970 */
export function localDay(at: number): string {
  const d = new Date(at);
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}`;
}

/** Minutes after midnight by the wall's clock. */
export function localMinute(at: number): number {
  const d = new Date(at);
  return d.getHours() * 60 + d.getMinutes();
}

/** Day and time as tables write them, 2027-06-01 07:30. */
export const localTime = (at: number): string => {
  const minute = localMinute(at);
  return `${localDay(at)} ${two(Math.floor(minute / 60))}:${two(minute % 60)}`;
};
