export { M_PER_FT } from './foot';
export { KINDS, METRIC, US, perShownUnit, shownUnit, type KindName, type UnitChoice } from './kinds';
export { parseQuantity, type Parsed } from './parse';
export { asShown, format, formatParts, type Formatted } from './format';
export { dateDay, formatDay, type DateOrder } from './date';
export { formatDuration } from './duration';
