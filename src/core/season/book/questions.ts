import { msg } from '../../language';
import { cupLph } from '../diagnosis/cups';
import type { Expected } from '../diagnosis/expected';
import type { Standing } from './entries';
import type { Entry } from './types';

/** What an entry is asked about before it is taken: it may still be so. */
export interface Question {
  code:
    | 'below-vacuum'
    | 'meter-back'
    | 'future'
    | 'before-planting'
    | 'cup-large'
    | 'minutes-long'
    | 'rain-much'
    | 'gauge-huge';
  says: string;
}

/** No gauge reads less: that is a vacuum, kPa. */
const VACUUM_KPA = -100;
/** Nothing on a drip farm stands at so much, kPa. */
const HUGE_KPA = 2500;
const MIN_A_DAY = 1440;
/** More rain than this in one entry is rare anywhere, mm. */
const MUCH_RAIN_MM = 200;
/** A cup that fills so many times as fast as its emitter should is a slip of the pen, or a burst. */
const CUP_TIMES = 6;
/** A clock may be off by so much, ms. */
const CLOCK_MS = 300_000;

/** What is known when an entry is judged. */
export interface Known {
  now: number;
  standing: readonly Standing[];
  expected?: Expected;
  /** First day anything was planted, ms since 1970. */
  planted?: number;
  /** What an emitter gives by its label where cups were put, L/h. */
  labelLph?: number;
}

/** What is odd about an entry, each in a sentence; nothing where nothing is. */
export function questionsOf(entry: Entry, { now, standing, planted, labelLph }: Known): Question[] {
  const asked: Question[] = [];
  const { value } = entry;
  if (entry.at > now + CLOCK_MS)
    asked.push({ code: 'future', says: msg`This is in the future. Is the date right?` });
  if (planted !== undefined && entry.at < planted && (entry.what === 'soil' || entry.what === 'minutes'))
    asked.push({
      code: 'before-planting',
      says: msg`Nothing was planted yet on that day. Is the date right?`,
    });
  if (entry.what === 'reading' && value !== undefined) {
    if (value < VACUUM_KPA)
      asked.push({
        code: 'below-vacuum',
        says: msg`No gauge can read below a full vacuum. Is the sign or the unit right?`,
      });
    if (value > HUGE_KPA)
      asked.push({
        code: 'gauge-huge',
        says: msg`Drip parts would have burst long before. Is the unit right?`,
      });
  }
  if (entry.what === 'meter' && value !== undefined) {
    const before = standing
      .map((s) => s.entry)
      .find(
        (e) => e.what === 'meter' && e.spot === entry.spot && e.at <= entry.at && e.id !== entry.corrects,
      );
    if (before && value < before.value!)
      asked.push({
        code: 'meter-back',
        says: msg`The meter counted more the last time. Was it replaced, or did it start again from zero?`,
      });
  }
  if (entry.what === 'minutes' && value !== undefined && value > MIN_A_DAY)
    asked.push({ code: 'minutes-long', says: msg`That is longer than a day. Are these minutes?` });
  if (entry.what === 'rain' && value !== undefined && value > MUCH_RAIN_MM)
    asked.push({
      code: 'rain-much',
      says: msg`That is more rain than almost ever falls in a day. Is the unit right?`,
    });
  if (entry.what === 'cups' && entry.cups && entry.seconds && labelLph) {
    const most = Math.max(...entry.cups.map((c) => cupLph(c.ml, entry.seconds!)));
    if (most > CUP_TIMES * labelLph)
      asked.push({
        code: 'cup-large',
        says: msg`A cup holds far more than its emitter can give in this time. Are time and volume right, or does it run beside a leak?`,
      });
  }
  return asked;
}
