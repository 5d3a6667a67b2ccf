import { march, type March } from './march';
import type { Run } from './run';

/** Runs that can be marched side by side: tape on an even slope under Darcy–Weisbach. */
export const canPair = (run: Run): boolean =>
  run.law === 0 && run.riseKpa === undefined && !run.friction.hazen && run.n > 1;

/**
 * Marches two runs at once, emitter beside emitter from their far ends.
 *
 * In one march each step waits for the roots and quotients of the one before; two that know nothing of each other fill
 * each other's waiting. What comes out is what {@link march} gives, to the last digits.
 *
 * @param a a run for which {@link canPair} holds; `b` likewise
 */
export function marchPair(
  a: Run,
  aStartKpa: number,
  aOut: March,
  b: Run,
  bStartKpa: number,
  bOut: March,
): void {
  const together = Math.min(a.n, b.n) - 1;
  const aK = a.k;
  const bK = b.k;
  const aRise = a.evenRiseKpa;
  const bRise = b.evenRiseKpa;
  const { q1: aQ1, q2: aQ2, q3: aQ3 } = a.friction;
  const aLaminar = a.pieceM * a.friction.laminar;
  const aA = a.pieceM * a.friction.a;
  const aB = a.pieceM * a.friction.b;
  const aBlasius = a.pieceM * a.friction.blasius;
  const { q1: bQ1, q2: bQ2, q3: bQ3 } = b.friction;
  const bLaminar = b.pieceM * b.friction.laminar;
  const bA = b.pieceM * b.friction.a;
  const bB = b.pieceM * b.friction.b;
  const bBlasius = b.pieceM * b.friction.blasius;
  // Known to be numbers, as in the single march.
  let aP = +aStartKpa;
  let aDp = 1;
  let aQ = 0;
  let aDq = 0;
  let aLow = aStartKpa;
  let aDLow = 1;
  let aLowAt = 0;
  let aFalls = aRise < 0;
  let bP = +bStartKpa;
  let bDp = 1;
  let bQ = 0;
  let bDq = 0;
  let bLow = bStartKpa;
  let bDLow = 1;
  let bLowAt = 0;
  let bFalls = bRise < 0;
  let steps = 0;
  for (; steps < together; steps++) {
    const aRoot = Math.sqrt(aP);
    const bRoot = Math.sqrt(bP);
    const aNext = aQ + aK * aRoot;
    const bNext = bQ + bK * bRoot;
    // Dry, or beyond Blasius: the single march knows how.
    if (!(aP > 0 && bP > 0 && aNext < aQ3 && bNext < bQ3)) break;
    aQ = aNext;
    bQ = bNext;
    aDq += ((0.5 * aK) / aRoot) * aDp;
    bDq += ((0.5 * bK) / bRoot) * bDp;
    let aPer: number;
    let aSlope: number;
    if (aQ >= aQ2) {
      aPer = (aBlasius * aQ) / Math.sqrt(Math.sqrt(aQ));
      aSlope = 1.75 * aPer;
    } else if (aQ <= aQ1) {
      aPer = aLaminar;
      aSlope = aLaminar;
    } else {
      aPer = (aA + aB * aQ) * aQ;
      aSlope = (2 * aA + 3 * aB * aQ) * aQ;
    }
    let bPer: number;
    let bSlope: number;
    if (bQ >= bQ2) {
      bPer = (bBlasius * bQ) / Math.sqrt(Math.sqrt(bQ));
      bSlope = 1.75 * bPer;
    } else if (bQ <= bQ1) {
      bPer = bLaminar;
      bSlope = bLaminar;
    } else {
      bPer = (bA + bB * bQ) * bQ;
      bSlope = (2 * bA + 3 * bB * bQ) * bQ;
    }
    const aStep = aPer * aQ + aRise;
    const bStep = bPer * bQ + bRise;
    // Friction only grows towards the inlet: once the pressure rises it has passed its least.
    if (aFalls && aStep >= 0) {
      aFalls = false;
      aLow = aP;
      aDLow = aDp;
      aLowAt = steps;
    }
    if (bFalls && bStep >= 0) {
      bFalls = false;
      bLow = bP;
      bDLow = bDp;
      bLowAt = steps;
    }
    aP += aStep;
    bP += bStep;
    aDp += aSlope * aDq;
    bDp += bSlope * bDq;
  }
  if (aFalls) {
    aLow = aP;
    aDLow = aDp;
    aLowAt = steps;
  }
  if (bFalls) {
    bLow = bP;
    bDLow = bDp;
    bLowAt = steps;
  }
  finish(a, steps, aStartKpa, aP, aDp, aQ, aDq, aLow, aDLow, aLowAt, aOut);
  finish(b, steps, bStartKpa, bP, bDp, bQ, bDq, bLow, bDLow, bLowAt, bOut);
}

/** Marches on alone from where a run left its partner. */
function finish(
  run: Run,
  steps: number,
  startKpa: number,
  p: number,
  dp: number,
  q: number,
  dq: number,
  low: number,
  dLow: number,
  lowAt: number,
  out: March,
): void {
  march(run, startKpa, out, undefined, undefined, undefined, { steps, p, dp, q, dq, low, dLow, lowAt });
}
