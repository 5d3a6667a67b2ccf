/** Bore that the walls' pressures are for, mm: ⅝ in. */
const WALL_BORE_MM = 15.9;

/** Wall of tape, mil, with the highest pressure it works at at that bore, kPa. */
export const TAPE_WALLS: readonly { mil: number; maxKpa: number }[] = [
  { mil: 5, maxKpa: 70 },
  { mil: 6, maxKpa: 70 },
  { mil: 8, maxKpa: 85 },
  { mil: 10, maxKpa: 100 },
  { mil: 12, maxKpa: 105 },
  { mil: 15, maxKpa: 125 },
];

export const MM_PER_MIL = 0.0254;

/**
 * Highest working pressure of a tape, kPa: that of the next thinner typical wall, less as its bore is wider, for a thin
 * tube bears pressure as its wall over its bore.
 * @example tapeWallMaxKpa(0.203, 34.9) // 8 mil: 39, of 85 at 15.9 mm
 */
export function tapeWallMaxKpa(wallMm: number, boreMm: number): number {
  const mil = wallMm / MM_PER_MIL;
  const rounding = 0.25;
  let max = TAPE_WALLS[0].maxKpa;
  for (const wall of TAPE_WALLS) if (wall.mil <= mil + rounding) max = wall.maxKpa;
  return boreMm > WALL_BORE_MM ? Math.round((max * WALL_BORE_MM) / boreMm) : max;
}

export const TAPE_BORES_MM = [15.9, 22.2, 34.9] as const;

/** Flows of one emitter that tape is sold with, L/h at 55 kPa (8 psi), and its spacings, m. */
export const TAPE_FLOWS_LPH = [0.53, 0.68, 0.83, 0.95, 1.29, 1.5] as const;
export const TAPE_FLOWS_AT_KPA = 55;
/** Flows of drippers, L/h. */
export const DRIPPER_FLOWS_LPH = [1.6, 1.9, 2, 2.3, 3.5, 4] as const;
export const TAPE_SPACINGS_M = [0.1, 0.15, 0.2, 0.3, 0.4, 0.6] as const;
