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

/** Soils by texture: how wide one run wets, m (a run wets about 0.3 m on average soil, less on sand, more on clay). */
export const SOILS = [
  { id: 'sand', name: 'sand', stripM: 0.2 },
  { id: 'sandy-loam', name: 'sandy loam', stripM: 0.25 },
  { id: 'loam', name: 'loam', stripM: 0.3 },
  { id: 'silt-loam', name: 'silt loam', stripM: 0.35 },
  { id: 'clay-loam', name: 'clay loam', stripM: 0.4 },
  { id: 'clay', name: 'clay', stripM: 0.45 },
] as const;

export type SoilId = (typeof SOILS)[number]['id'];

export const soilKind = byId<(typeof SOILS)[number]>(SOILS, 'soil');
