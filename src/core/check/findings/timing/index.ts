import { bedsUnset } from './bedsUnset';
import { clashOverlap } from './clashOverlap';
import { clashPerson } from './clashPerson';
import { clashPump } from './clashPump';
import { dayShort } from './dayShort';
import { daysApart } from './daysApart';
import { drainsMuch } from './drainsMuch';
import { feedLong } from './feedLong';
import { feedNowhere } from './feedNowhere';
import { feedStrong } from './feedStrong';
import { hoursNone } from './hoursNone';
import { needNone } from './needNone';
import { neverFills } from './neverFills';
import { pastRoots } from './pastRoots';
import { overBefore } from './overBefore';
import { plantedLate } from './plantedLate';
import { setEmpty } from './setEmpty';
import { shorterThanFill } from './shorterThanFill';
import { tankDry } from './tankDry';
import { unlikeNeeds } from './unlikeNeeds';
import { waterRationed } from './waterRationed';
import { weatherGaps } from './weatherGaps';
import { weatherOfOtherYear } from './weatherOfOtherYear';
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
  weatherOfOtherYear,
  weatherGaps,
  yieldShort,
  waterRationed,
  tankDry,
  unlikeNeeds,
  pastRoots,
  daysApart,
  drainsMuch,
  feedLong,
  feedStrong,
  feedNowhere,
] as const;
