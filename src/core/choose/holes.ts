import { drilledHole, HOLE_DISCHARGE } from '../hydraulics/emitter';
import { endPressure } from '../hydraulics/endPressure';
import { march, newMarch } from '../hydraulics/march';
import { tubeLengthM } from '../hydraulics/microtube';
import { prepareRun } from '../hydraulics/run';
import { DENSITY } from '../hydraulics/water';
import type { Tape } from '../plan';
import { evennessAt, type RunLengthCase } from './runLength';

/** Drills that hole sizes are rounded to, mm. */
const DRILL_STEP_MM = 0.1;
const LEAST_DRILL_MM = 0.5;
const LARGEST_DRILL_MM = 5;

const withHole = (tape: Tape, holeMm: number): Tape => {
  const { flowLph, atKpa, exponent } = drilledHole(holeMm, tape.spacingM);
  return { ...tape, kind: 'drilled', holeMm, flowLph, atKpa, exponent: exponent! };
};

/**
 * The largest drill, mm, whose holes, all alike, still water a run as evenly as asked.
 * @returns undefined where not even the smallest does
 */
export function largestEvenHoleMm(
  c: RunLengthCase,
  lengthM: number,
  slope: number,
  evenness: number,
): number | undefined {
  let best: number | undefined;
  for (let n = Math.round(LEAST_DRILL_MM / DRILL_STEP_MM); n * DRILL_STEP_MM <= LARGEST_DRILL_MM; n++) {
    const holeMm = Number((n * DRILL_STEP_MM).toFixed(1));
    // Larger holes draw more and are less even: the first that is not even enough ends it.
    if (evennessAt({ ...c, tape: withHole(c.tape, holeMm) }, lengthM, slope) < evenness) break;
    best = holeMm;
  }
  return best;
}

/** A drill for a stretch of a hose, so that every stretch gives alike. */
export interface DrillStretch {
  fromM: number;
  toM: number;
  holeMm: number;
  kpa: number;
}

/** Diameter of a hole, mm, that gives a flow at a pressure: Torricelli's orifice read backwards. */
export function holeForMm(flowLph: number, kpa: number): number {
  const m3s = flowLph / 3.6e6;
  const areaM2 = m3s / (HOLE_DISCHARGE * Math.sqrt((2 * kpa * 1000) / DENSITY));
  return 1000 * Math.sqrt((4 * areaM2) / Math.PI);
}

/**
 * Drills along a hose, stretch by stretch from its inlet, for a wished flow of each hole: pressures are those of a hose
 * whose holes all give exactly that.
 * @param stretches into how many the hose is parted
 */
export function drillsAlong(
  c: RunLengthCase,
  lengthM: number,
  slope: number,
  flowLph: number,
  stretches: number,
): DrillStretch[] {
  const { tape } = c;
  const even = prepareRun(
    {
      lengthM,
      diameterMm: tape.boreMm,
      slope,
      inletK: c.takeOffK,
      // Of a hole that always gives the same, whatever the pressure.
      emitter: { kind: 'power', spacingM: tape.spacingM, flowLph, atKpa: 1, exponent: 0 },
    },
    c.medium,
  );
  if (even.n === 0) return [];
  const m = newMarch();
  endPressure(even, c.inletKpa, m);
  const kpa = new Float64Array(even.n);
  march(even, m.startKpa, newMarch(), m.tail, kpa);
  return Array.from({ length: stretches }, (_, i) => {
    const from = Math.floor((i * even.n) / stretches);
    const to = Math.max(from + 1, Math.floor(((i + 1) * even.n) / stretches));
    const mean = kpa.subarray(from, to).reduce((s, p) => s + p, 0) / (to - from);
    return {
      fromM: tape.spacingM * from,
      toM: tape.spacingM * to,
      holeMm: mean > 0 ? holeForMm(flowLph, mean) : NaN,
      kpa: mean,
    };
  });
}

/** Lengths of microtube, m, for a wished flow at each of some pressures: the nearer the water, the longer. */
export const tubesFor = (
  tubeMm: number,
  flowLph: number,
  pressuresKpa: readonly number[],
  waterC: number,
): number[] => pressuresKpa.map((kpa) => tubeLengthM(tubeMm, flowLph, kpa, waterC));
