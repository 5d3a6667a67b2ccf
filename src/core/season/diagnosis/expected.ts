import { createNetworkSolver } from '../../hydraulics/network';
import { deviationAt, soundFarm } from './noise';
import { spotsOf } from './spots';
import type { OpenFarm, Spot } from './types';

/** What a spot should read with nothing wrong. */
export interface Expected {
  spot: Spot;
  value: number;
  /** Of all that may be out with nothing wrong, instrument included. */
  deviation: number;
  /** Nineteen of twenty readings with nothing wrong lie between. */
  low: number;
  high: number;
}

/** Nineteen of twenty lie within so many deviations. */
const BAND = 2;
/** Beyond so many nothing is wrong once in some ten thousand. */
const FAR = 4;

/** What every place that can be read should show while a set runs; looks aside. */
export function expectedReadings(farm: OpenFarm, checkpoint: () => void = () => {}): Expected[] {
  const sound = soundFarm(farm, createNetworkSolver(), checkpoint);
  return spotsOf(farm).flatMap((spot, i): Expected[] => {
    if (spot.kind === 'look') return [];
    const value = sound.shown.values[i];
    const deviation = deviationAt(farm, sound, i);
    const least = spot.kind === 'level' ? -Infinity : 0;
    return [
      {
        spot,
        value,
        deviation,
        low: Math.max(least, value - BAND * deviation),
        high: value + BAND * deviation,
      },
    ];
  });
}

export const JUDGED = ['as-expected', 'drifting', 'stop'] as const;
/** As expected; drifting off; stop and look. */
export type Judged = (typeof JUDGED)[number];

/** How a reading stands to what is expected there. */
export function judgeReading(
  value: number,
  { value: expected, deviation }: Pick<Expected, 'value' | 'deviation'>,
): Judged {
  const off = Math.abs(value - expected) / deviation;
  return off <= BAND ? 'as-expected' : off <= FAR ? 'drifting' : 'stop';
}
