import { byId } from './byId';

/** Wall of tape, mil, with the highest pressure it works at, kPa. */
export const TAPE_WALLS: readonly { mil: number; maxKpa: number }[] = [
  { mil: 5, maxKpa: 70 },
  { mil: 6, maxKpa: 70 },
  { mil: 8, maxKpa: 85 },
  { mil: 10, maxKpa: 100 },
  { mil: 12, maxKpa: 105 },
  { mil: 15, maxKpa: 125 },
];

export const MM_PER_MIL = 0.0254;

/** Highest working pressure of a tape's wall, kPa: that of the next thinner typical wall. */
export function tapeWallMaxKpa(wallMm: number): number {
  const mil = wallMm / MM_PER_MIL;
  const rounding = 0.25;
  let max = TAPE_WALLS[0].maxKpa;
  for (const wall of TAPE_WALLS) if (wall.mil <= mil + rounding) max = wall.maxKpa;
  return max;
}

export const TAPE_BORES_MM = [15.9, 22.2, 34.9] as const;

/**
 * Soils by texture: how wide one run wets, m (about 0.3 m on average soil, less on sand, more on clay); saturated
 * conductivity, m/s (Rawls, Brakensiek & Saxton 1982); Wooding's α, 1/m (clay loam's lies between its neighbours'); and
 * the water held for plants, mm per metre of depth (common handbook figures).
 */
export const SOILS = [
  { id: 'sand', name: 'sand', stripM: 0.2, ksMps: 5.8e-5, alphaPerM: 14, heldMmPerM: 60 },
  { id: 'sandy-loam', name: 'sandy loam', stripM: 0.25, ksMps: 7.2e-6, alphaPerM: 7, heldMmPerM: 120 },
  { id: 'loam', name: 'loam', stripM: 0.3, ksMps: 3.7e-6, alphaPerM: 3.6, heldMmPerM: 170 },
  { id: 'silt-loam', name: 'silt loam', stripM: 0.35, ksMps: 1.9e-6, alphaPerM: 2, heldMmPerM: 200 },
  { id: 'clay-loam', name: 'clay loam', stripM: 0.4, ksMps: 6.4e-7, alphaPerM: 1.4, heldMmPerM: 190 },
  { id: 'clay', name: 'clay', stripM: 0.45, ksMps: 1.7e-7, alphaPerM: 0.8, heldMmPerM: 170 },
] as const;

/**
 * A strip of overlapping wetted rounds is about three quarters as wide as one round: at a spacing of 0.8 of it its necks
 * are 0.6 and its mean is 0.88 of the round's width.
 */
export const STRIP_OVER_ROUND = 0.75;

export type SoilId = (typeof SOILS)[number]['id'];

export const soilKind = byId<(typeof SOILS)[number]>(SOILS, 'soil');

/** Flows of one emitter that tape is sold with, L/h at 55 kPa (8 psi), and its spacings, m. */
export const TAPE_FLOWS_LPH = [0.53, 0.68, 0.83, 0.95, 1.29, 1.5] as const;
export const TAPE_FLOWS_AT_KPA = 55;
/** Flows of drippers, L/h. */
export const DRIPPER_FLOWS_LPH = [1.6, 1.9, 2, 2.3, 3.5, 4] as const;
export const TAPE_SPACINGS_M = [0.1, 0.15, 0.2, 0.3, 0.4, 0.6] as const;
