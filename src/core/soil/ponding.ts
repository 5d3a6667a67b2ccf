const M3_PER_LITRE = 1e-3;
const SECONDS_PER_HOUR = 3600;

/**
 * Radius, m, of the puddle that stands about an emitter in the long run: q = K_s·(π·r² + 4·r/α) (Wooding 1968), solved
 * for r.
 *
 * @param flowLph of the emitter
 * @param ksMps saturated conductivity of the soil, m/s
 * @param alphaPerM Wooding's α, 1/m
 * @returns 0 where nothing flows
 * @example pondedRadiusM(1, 3.7e-6, 3.6) // 0.058
 */
export function pondedRadiusM(flowLph: number, ksMps: number, alphaPerM: number): number {
  if (!(flowLph > 0)) return 0;
  const m3s = (flowLph * M3_PER_LITRE) / SECONDS_PER_HOUR;
  const b = 4 / alphaPerM;
  // π·r² + b·r − q/K_s = 0, the root above 0, written so that it does not cancel.
  return (2 * (m3s / ksMps)) / (b + Math.sqrt(b * b + (4 * Math.PI * m3s) / ksMps));
}
