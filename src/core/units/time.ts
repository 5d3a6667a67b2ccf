/** Spans of time in one another. */
export const S_PER_MIN = 60;
export const MIN_PER_HOUR = 60;
export const S_PER_HOUR = S_PER_MIN * MIN_PER_HOUR;
export const MIN_PER_DAY = 24 * MIN_PER_HOUR;
export const MS_PER_DAY = 1000 * S_PER_MIN * MIN_PER_DAY;
