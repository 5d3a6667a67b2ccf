import {
  fittingKpaPerLph2,
  friction,
  frictionKpaPerM,
  frictionSlope,
  SMOOTH_C,
  type Friction,
} from './friction';

/** A thin tube as an emitter: what comes out of its end is what its own friction lets through. */
export interface MicrotubeEmitter {
  kind: 'microtube';
  spacingM: number;
  tubeMm: number;
  tubeM: number;
  barbLengthM?: number;
}

/** Loss at a tube's entrance and the jet at its end, as a fitting loss (K) (sharp entrance 0.5, free exit 1). */
export const TUBE_ENDS_K = 1.5;

/** A microtube prepared for many pressures. */
export interface Tube {
  friction: Friction;
  lengthM: number;
  endsKpaPerLph2: number;
}

/** @param waterC its friction is Darcy–Weisbach's whatever the school: the flow in it is laminar or nearly so */
export const prepareTube = (tubeMm: number, tubeM: number, waterC: number): Tube => ({
  friction: friction(tubeMm, SMOOTH_C, { waterC, friction: 'darcy-weisbach' }),
  lengthM: tubeM,
  endsKpaPerLph2: fittingKpaPerLph2(TUBE_ENDS_K, tubeMm),
});

/** Pressure, kPa, that drives a flow through a tube. */
export const tubeKpa = (t: Tube, lph: number): number =>
  t.lengthM * frictionKpaPerM(t.friction, lph) + t.endsKpaPerLph2 * lph * lph;

/** How its flow rises with pressure, L/h per kPa. */
export const tubeSlope = (t: Tube, lph: number): number =>
  1 / (t.lengthM * frictionSlope(t.friction, lph) + 2 * t.endsKpaPerLph2 * lph);

const MOST_STEPS = 60;
const CLOSE = 1e-13;

/**
 * Flow of a tube, L/h, at a gauge pressure, kPa: its friction and ends use up the pressure. Closed while laminar
 * (a quadratic), by Newton steps beyond. 0 at p ≤ 0.
 * @example tubeLph(prepareTube(0.9, 0.6, 20), 50) // about 6 L/h
 */
export function tubeLph(t: Tube, kpa: number): number {
  if (!(kpa > 0)) return 0;
  const b = t.lengthM * t.friction.laminar;
  const c = t.endsKpaPerLph2;
  // (−b + √(b² + 4cp)) / 2c, written so that it does not cancel.
  let q = (2 * kpa) / (b + Math.sqrt(b * b + 4 * c * kpa));
  if (q <= t.friction.q1) return q;
  // Beyond laminar the loss is steeper: the root lies below, and steps from above come down to it.
  for (let i = 0; i < MOST_STEPS; i++) {
    const step = (tubeKpa(t, q) - kpa) * tubeSlope(t, q);
    q -= step;
    if (Math.abs(step) <= CLOSE * q) break;
  }
  return q;
}

/**
 * The tube's length, m, that gives a wished flow at a pressure.
 * @returns 0 where even its ends alone let less through
 */
export function tubeLengthM(tubeMm: number, lph: number, kpa: number, waterC: number): number {
  const t = prepareTube(tubeMm, 1, waterC);
  return Math.max(0, (kpa - t.endsKpaPerLph2 * lph * lph) / frictionKpaPerM(t.friction, lph));
}
