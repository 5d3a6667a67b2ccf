import type { Allowed } from '../plan';
import { fullMinutes } from './days';
import type { RunTime } from './runTime';

/** Water that may be drawn against what the sets would take on a watering day. */
export interface Ration {
  allowedL: number;
  wantedL: number;
  /** Of each set by its id, what it may have of what it would take; 1 where that is all. */
  shares: ReadonlyMap<string, number>;
}

const WEEK_D = 7;

/** Litres that may be drawn on a watering day: of the day's and of the week's limit the lesser; none where nothing limits it. */
export const allowedOnDayL = ({ dayL = Infinity, weekL = Infinity }: Allowed, everyDays: number): number =>
  Math.min(dayL, (weekL * everyDays) / WEEK_D);

/**
 * Shares out what may be drawn: sets that are named first have theirs first, then the rest in the plan's order. What is left
 * when it runs short goes to the next one, and those after it have none.
 * @param wants litres of each set on a watering day, in the plan's order
 * @returns nothing where all have enough
 */
export function rationOf(
  allowed: Allowed,
  everyDays: number,
  wants: readonly { id: string; litres: number }[],
): Ration | undefined {
  const allowedL = allowedOnDayL(allowed, everyDays);
  const wantedL = wants.reduce((sum, w) => sum + w.litres, 0);
  // Within a thousandth it is the same water.
  if (wantedL <= allowedL * 1.001) return undefined;
  const place = (id: string): number => {
    const at = allowed.order.indexOf(id);
    return at < 0 ? allowed.order.length : at;
  };
  const shares = new Map<string, number>();
  let left = allowedL;
  for (const { id, litres } of [...wants].sort((a, b) => place(a.id) - place(b.id))) {
    const has = Math.min(left, litres);
    shares.set(id, litres > 0 ? has / litres : 1);
    left -= has;
  }
  return { allowedL, wantedL, shares };
}

/** A set's time with only a share of its water: its pipes fill as before, and it runs the shorter. */
export function rationed(time: RunTime, share: number): RunTime {
  if (share >= 1) return time;
  const drawnMin = fullMinutes(time.minutes * share);
  const netMin = Math.max(0, time.minutes - time.fillMin);
  const nowMin = Math.max(0, drawnMin - time.fillMin);
  // What would not even fill the pipes is not opened at all.
  const left = netMin > 0 ? nowMin / netMin : 0;
  return {
    ...time,
    minutes: nowMin > 0 ? drawnMin : 0,
    givesL: time.givesL * left,
    beds: time.beds.map((b) => ({ ...b, share: b.share * left })),
  };
}
