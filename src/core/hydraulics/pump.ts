import type { Supply } from './source';
import { KPA_PER_M } from './water';

/** A pump by its curve, or by its label: power and one point. Heads in metres of water. */
export interface PumpCurve {
  method: 'points' | 'label';
  points: readonly { flowLph: number; headM: number }[];
  powerKw: number;
  labelLph: number;
  labelM: number;
}

/** Head with the outlet shut over the head of the one point known (the usual one-point rule of pipe-network practice). */
const SHUT_OVER_LABEL = 4 / 3;

/**
 * A pump as a supply: its points, or through its label's one point the parabola that starts at four thirds of its head
 * and ends at twice its flow.
 */
export function pumpSupply(curve: PumpCurve): Supply {
  if (curve.method === 'points') {
    return {
      kind: 'pump',
      points: curve.points.map((p) => ({ flowLph: p.flowLph, pressureKpa: p.headM * KPA_PER_M })),
    };
  }
  const kpa = curve.labelM * KPA_PER_M;
  return { kind: 'two-point', staticKpa: SHUT_OVER_LABEL * kpa, flowingKpa: kpa, flowLph: curve.labelLph };
}

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
