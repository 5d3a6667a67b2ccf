import { bedsUnset } from './bedsUnset';
import { clashOverlap, clashPerson, clashPump } from './clashes';
import { dayShort } from './dayShort';
import { daysApart } from './daysApart';
import { drainsMuch } from './drainsMuch';
import { feedLong, feedNowhere, feedStrong } from './feeding';
import { hoursNone } from './hoursNone';
import { needNone } from './needNone';
import { neverFills } from './neverFills';
import { pastRoots } from './pastRoots';
import { overBefore, plantedLate } from './plantedOutside';
import { setEmpty } from './setEmpty';
import { shorterThanFill } from './shorterThanFill';
import { tankDry } from './tankDry';
import { unlikeNeeds } from './unlikeNeeds';
import { weatherGaps } from './weatherGaps';
import { yieldShort } from './yieldShort';

/** What is found of sets and timing. */
export const TIMING_KINDS = [
  bedsUnset,
  setEmpty,
  neverFills,
  needNone,
  hoursNone,
  dayShort,
  clashOverlap,
  clashPump,
  clashPerson,
  shorterThanFill,
  plantedLate,
  overBefore,
  weatherGaps,
  yieldShort,
  tankDry,
  unlikeNeeds,
  pastRoots,
  daysApart,
  drainsMuch,
  feedLong,
  feedStrong,
  feedNowhere,
] as const;
