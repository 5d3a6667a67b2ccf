import { prepareRun } from '../hydraulics/run';
import type { Medium } from '../hydraulics/friction';
import { emitterOf, evennessOfRun, longestWhere } from '../network';
import type { EvennessSchool, Tape } from '../plan';

/** What a run length is asked for. */
export interface RunLengthCase {
  tape: Tape;
  medium: Medium;
  school: EvennessSchool;
  /** In the header at its take-off. */
  inletKpa: number;
  takeOffK: number;
}

/** Evenness of a run of a length on a slope, a ratio; 1 where no emitter fits. */
export function evennessAt(c: RunLengthCase, lengthM: number, slope: number): number {
  const { tape } = c;
  const run = prepareRun(
    {
      lengthM,
      diameterMm: tape.boreMm,
      hazenWilliamsC: tape.hazenWilliamsC,
      slope,
      inletK: c.takeOffK,
      emitter: emitterOf(tape),
    },
    c.medium,
  );
  return run.n === 0 ? 1 : evennessOfRun(run, c.inletKpa, c.school, tape.cv).evenness;
}

/** The longest run, m, that is as even as asked on a slope (above 0: rising away from the header); 0 where none is. */
export function longestRunOn(c: RunLengthCase, slope: number, evenness: number): number {
  const longest = longestWhere((lengthM) => evennessAt(c, lengthM, slope), evenness);
  // So short that hardly an emitter fits: it is not length that is wrong.
  return longest > MOST_FEW * c.tape.spacingM ? longest : 0;
}

/** Runs of no more emitters than this are none. */
const MOST_FEW = 10;

/** Evenness that a run-length chart is drawn for. */
export const CHART_EVENNESS = [0.95, 0.9, 0.85] as const;
/** Slopes from steep fall to steep rise, ratios. */
export const CHART_SLOPES: readonly number[] = Array.from({ length: 17 }, (_, i) => (i - 8) * 0.005);

/** Longest runs against slope, a line for each evenness. */
export interface RunLengthChart {
  evenness: number;
  points: { slope: number; lengthM: number }[];
}

export const runLengthChart = (c: RunLengthCase): RunLengthChart[] =>
  CHART_EVENNESS.map((evenness) => ({
    evenness,
    points: CHART_SLOPES.map((slope) => ({ slope, lengthM: longestRunOn(c, slope, evenness) })),
  }));
