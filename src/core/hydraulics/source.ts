import { monotoneCubic } from './pchip';
import { KPA_PER_M } from './water';

export type Supply =
  | { kind: 'constant'; pressureKpa: number }
  | { kind: 'two-point'; staticKpa: number; flowingKpa: number; flowLph: number }
  | { kind: 'pump'; points: readonly { flowLph: number; pressureKpa: number }[] }
  | { kind: 'tank'; waterLevelM: number }
  | { kind: 'shared'; of: Supply; othersLph: number };

/** Pressure at the source's node against the flow drawn, never rising. */
export interface SupplyCurve {
  kpa(flowLph: number): number;
  /** kPa per L/h, not above 0. */
  slope(flowLph: number): number;
}

/**
 * The supply curve of a source.
 *
 * - constant: one pressure whatever the flow.
 * - two-point: p = p_static − (p_static − p_flowing)·(Q/Q_measured)²: turbulent loss in what lies behind the tap.
 *   An open bucket is p_flowing = 0.
 * - pump: monotone cubic through its points, straight on past the last.
 * - tank: the height of its water above the node.
 * - shared: what it leaves while others draw from it too.
 *
 * @param nodeM elevation of the source's node, m
 */
export function supplyCurve(supply: Supply, nodeM: number): SupplyCurve {
  switch (supply.kind) {
    case 'constant':
      return level(supply.pressureKpa);
    case 'tank':
      return level((supply.waterLevelM - nodeM) * KPA_PER_M);
    case 'shared': {
      const curve = supplyCurve(supply.of, nodeM);
      return { kpa: (q) => curve.kpa(q + supply.othersLph), slope: (q) => curve.slope(q + supply.othersLph) };
    }
    case 'two-point': {
      const k = (supply.staticKpa - supply.flowingKpa) / supply.flowLph ** 2;
      return { kpa: (q) => supply.staticKpa - k * q * q, slope: (q) => -2 * k * q };
    }
    case 'pump': {
      const cubic = monotoneCubic(
        supply.points.map((p) => p.flowLph),
        supply.points.map((p) => p.pressureKpa),
      );
      return { kpa: cubic.value, slope: cubic.slope };
    }
  }
}

const level = (kpa: number): SupplyCurve => ({ kpa: () => kpa, slope: () => 0 });

/**
 * The greatest flow, L/h, a source gives while holding a pressure: the curve read sideways.
 * @returns 0 when even the shut source is below the pressure, Infinity when its curve never falls to it.
 */
export function flowAtPressure(curve: Pick<SupplyCurve, 'kpa'>, kpa: number): number {
  if (curve.kpa(0) < kpa) return 0;
  let high = 1;
  const beyondAnyFarm = 1e9;
  while (curve.kpa(high) >= kpa) {
    high *= 2;
    if (high > beyondAnyFarm) return Infinity;
  }
  let low = 0;
  for (let i = 0; i < 200 && high - low > 1e-9 * high; i++) {
    const mid = (low + high) / 2;
    if (curve.kpa(mid) >= kpa) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
