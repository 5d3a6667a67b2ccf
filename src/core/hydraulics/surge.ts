import { DENSITY } from './water';

/**
 * Surge of a column of water stopped at once (Joukowsky 1898): Δp = ρ·a·ΔV.
 *
 * @param velocityMps speed that is stopped, m/s
 * @param waveMps speed of the pressure wave in the pipe, m/s: about 250 in polyethylene, 400 in PVC, 100 in layflat
 * @returns rise over the pressure before, kPa
 * @example surgeKpa(1, 400) // 400
 */
export const surgeKpa = (velocityMps: number, waveMps: number): number =>
  (DENSITY * waveMps * velocityMps) / 1000;
