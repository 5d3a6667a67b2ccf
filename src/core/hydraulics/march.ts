import { frictionKpaPerM, frictionSlope } from './friction';
import { tubeLph, tubeSlope } from './microtube';
import type { Run } from './run';

/** A march that was begun elsewhere: how far it came from the far end, and what it found. */
export interface Begun {
  steps: number;
  p: number;
  dp: number;
  q: number;
  dq: number;
  low: number;
  dLow: number;
  /** Steps from the far end. */
  lowAt: number;
}

/** What one march tells. Slopes are with respect to the end pressure. */
export interface March {
  inletKpa: number;
  inletSlope: number;
  flowLph: number;
  flowSlope: number;
  minKpa: number;
  minSlope: number;
  /** Place of the emitter with the least pressure, from the inlet on. */
  minAt: number;
  maxKpa: number;
  maxSlope: number;
  maxAt: number;
  /** At the last emitter; hydrostatic where it is dry. */
  endKpa: number;
  /** At the emitter marched from. */
  startKpa: number;
  /** What lies beyond the emitter marched from, where that is not the last. */
  tail?: Tail;
}

/**
 * The settled end of a run, beyond emitter `from`: its pressures at their places, and the flow it takes, which rises
 * by `lphPerKpa` from what it is at `lowKpa`.
 */
export interface Tail {
  from: number;
  /** Pressure that the settled end leads to at `from`. */
  lowKpa: number;
  highKpa: number;
  lph: number;
  lphPerKpa: number;
  pressures: Float64Array;
}

export const newMarch = (): March => ({
  inletKpa: 0,
  inletSlope: 1,
  flowLph: 0,
  flowSlope: 0,
  minKpa: 0,
  minSlope: 1,
  minAt: 0,
  maxKpa: 0,
  maxSlope: 1,
  maxAt: 0,
  endKpa: 0,
  startKpa: 0,
  tail: undefined,
});

/**
 * Marches a run from its far end to its inlet, emitter by emitter.
 *
 * The end pressure settles everything upstream: each emitter's flow adds to the pipe's, and each
 * piece's friction and rise add to the pressure. Slopes are carried along, so that one march
 * gives a Newton step. Where the pressure is not above 0 the emitter is dry.
 *
 * @param startKpa gauge pressure at the last emitter, may be negative (dry, hydrostatic)
 * @param out receives the answer; nothing is allocated
 * @param tail if given, the march starts at its emitter, with its flow
 * @param pressures if given, receives each emitter's pressure, from the inlet on
 * @param flows if given, receives the flow in the piece before each emitter
 * @param begun if given, the march goes on from there; the pressure so far must not have risen over both its ends
 */
export function march(
  run: Run,
  startKpa: number,
  out: March,
  tail?: Tail,
  pressures?: Float64Array,
  flows?: Float64Array,
  begun?: Begun,
): March {
  const { n, law, k, exponent, minKpa, ratedLph, pieceM, firstM, riseKpa, firstRiseKpa, evenRiseKpa } = run;
  const f = run.friction;
  const { hazen, laminar, a, b, blasius, q1, q2, q3 } = f;
  // Known to be a number: else each step's pressure would be put into a box of its own.
  let p = +startKpa;
  let dp = 1;
  let q = tail ? tail.lph + tail.lphPerKpa * (startKpa - tail.lowKpa) : 0;
  let dq = tail ? tail.lphPerKpa : 0;
  let low = Infinity;
  let dLow = 1;
  let lowAt = 0;
  let high = -Infinity;
  let dHigh = 1;
  let highAt = 0;
  let from = tail ? tail.from : n - 1;
  if (begun && begun.steps > 0) {
    ({ p, dp, q, dq, low } = begun);
    dLow = begun.dLow;
    lowAt = n - 1 - begun.lowAt;
    // Friction only grows towards the inlet: on an even slope the greatest pressure stands at one of the ends.
    high = startKpa;
    highAt = n - 1;
    from = n - 1 - begun.steps;
  }
  for (let i = from + 1; tail && i < n; i++) {
    const beyond = tail.pressures[i];
    if (pressures) pressures[i] = beyond;
    if (beyond < low) {
      low = beyond;
      lowAt = i;
    }
    if (beyond > high) {
      high = beyond;
      highAt = i;
    }
  }
  for (let i = from; i >= 0; i--) {
    if (pressures) pressures[i] = p;
    if (p < low) {
      low = p;
      dLow = dp;
      lowAt = i;
    }
    if (p > high) {
      high = p;
      dHigh = dp;
      highAt = i;
    }
    if (p > 0) {
      if (law === 0) {
        const e = k * Math.sqrt(p);
        q += e;
        dq += ((0.5 * e) / p) * dp;
      } else if (law === 1) {
        q += k * p;
        dq += k * dp;
      } else if (law === 3 && p >= minKpa) {
        q += ratedLph;
      } else if (law === 4) {
        const e = tubeLph(run.tube!, p);
        q += run.perGroup * e;
        dq += run.perGroup * tubeSlope(run.tube!, e) * dp;
      } else {
        const e = k * Math.pow(p, exponent);
        q += e;
        dq += (exponent * e * dp) / p;
      }
    }
    if (flows) flows[i] = q;
    const length = i > 0 ? pieceM : firstM;
    let loss: number;
    let slope: number;
    if (hazen || q >= q3) {
      loss = frictionKpaPerM(f, q);
      slope = frictionSlope(f, q);
    } else if (q <= q1) {
      loss = laminar * q;
      slope = laminar;
    } else if (q < q2) {
      loss = (a + b * q) * q * q;
      slope = (2 * a + 3 * b * q) * q;
    } else {
      const perLph = (blasius * q) / Math.sqrt(Math.sqrt(q));
      loss = perLph * q;
      slope = 1.75 * perLph;
    }
    p += length * loss + (riseKpa ? riseKpa[i] : i > 0 ? evenRiseKpa : firstRiseKpa);
    dp += length * slope * dq;
  }
  out.inletKpa = p + run.inletKpaPerLph2 * q * q;
  out.inletSlope = dp + 2 * run.inletKpaPerLph2 * q * dq;
  out.flowLph = q;
  out.flowSlope = dq;
  out.minKpa = n > 0 ? low : startKpa;
  out.minSlope = n > 0 ? dLow : 1;
  out.minAt = lowAt;
  out.maxKpa = n > 0 ? high : startKpa;
  out.maxSlope = n > 0 ? dHigh : 1;
  out.maxAt = highAt;
  out.endKpa = tail ? tail.pressures[n - 1] : startKpa;
  out.startKpa = startKpa;
  out.tail = tail;
  return out;
}
