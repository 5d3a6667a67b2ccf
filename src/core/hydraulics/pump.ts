import { meanS } from './bucket';
import type { Supply } from './source';
import { KPA_PER_M } from './water';

/**
 * A pump by its curve, by its label (power and one point), or only by a bucket filled while a gauge was read: its points are
 * then an estimate. Heads in metres of water.
 */
export interface PumpCurve {
  method: 'points' | 'label' | 'bucket';
  points: readonly { flowLph: number; headM: number }[];
  powerKw: number;
  labelLph: number;
  labelM: number;
  bucketL: number;
  /** Seconds of each try to fill the bucket while the pump runs, */
  triesS: readonly number[];
  /** and what the gauge after it reads then. */
  bucketKpa: number;
}

/** Head with the outlet shut over the head of the one point known (the usual one-point rule of pipe-network practice). */
const SHUT_OVER_LABEL = 4 / 3;

/**
 * A pump as a supply: its points, or through its label's one point the parabola that starts at four thirds of its head
 * and ends at twice its flow.
 */
export function pumpSupply(curve: PumpCurve): Supply {
  if (curve.method !== 'label') {
    return {
      kind: 'pump',
      points: curve.points.map((p) => ({ flowLph: p.flowLph, pressureKpa: p.headM * KPA_PER_M })),
    };
  }
  const kpa = curve.labelM * KPA_PER_M;
  return { kind: 'two-point', staticKpa: SHUT_OVER_LABEL * kpa, flowingKpa: kpa, flowLph: curve.labelLph };
}

const SECONDS_PER_HOUR = 3600;
/** A pump that a switch stops comes to a little more than its cut-out with no water running. */
const OVER_CUT_OUT = 1.05;
/** A head less than this is no pump's, m. */
const LEAST_HEAD_M = 0.1;

/**
 * Points of a pump known only by a bucket and its switch: through the bucket's flow and the gauge's pressure as a label's
 * point is taken, and at the shut end at least what the switch stops it at.
 * @param liftM of the water to where the gauge stands, m
 * @param lostM in the pipe between, at the bucket's flow, m
 * @param cutOutKpa where a switch stops it; nothing where none does
 */
export function bucketPoints(
  curve: Pick<PumpCurve, 'bucketL' | 'triesS' | 'bucketKpa'>,
  liftM: number,
  lostM: number,
  cutOutKpa: number | undefined,
): PumpCurve['points'] {
  const flowLph = bucketLph(curve);
  const headM = Math.max(LEAST_HEAD_M, curve.bucketKpa / KPA_PER_M + liftM + lostM);
  const stopsM = cutOutKpa === undefined ? 0 : OVER_CUT_OUT * (cutOutKpa / KPA_PER_M + liftM);
  return [
    { flowLph: 0, headM: Math.max(SHUT_OVER_LABEL * headM, stopsM) },
    { flowLph, headM },
    { flowLph: 2 * flowLph, headM: 0 },
  ];
}

/** What a bucket measured, L/h. */
export const bucketLph = ({ bucketL, triesS }: Pick<PumpCurve, 'bucketL' | 'triesS'>): number =>
  (bucketL / meanS(triesS)) * SECONDS_PER_HOUR;

/** Flow at which a pump works best, L/h: its label's, or that of its points at which it puts most power into the water. */
export const bestLph = (curve: PumpCurve): number =>
  curve.method === 'label'
    ? curve.labelLph
    : curve.points.reduce((a, p) => (p.flowLph * p.headM > a.flowLph * a.headM ? p : a)).flowLph;

/** kPa·L/h in one kW: 1 kPa·m³/s is 1 kW. */
const KPA_LPH_PER_KW = 3.6e6;

/** Share of a pump's power that becomes flow and pressure: ρ·g·Q·H/P, a ratio. */
export const pumpEfficiency = (flowLph: number, headM: number, powerKw: number): number =>
  (flowLph * headM * KPA_PER_M) / KPA_LPH_PER_KW / powerKw;
