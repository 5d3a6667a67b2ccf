/**
 * Typical parts: starting values to plan with until the grower reads the label. Bores and losses are handbook-typical
 * for each nominal size; names are generic on purpose.
 */
export interface PipeKind {
  id: string;
  name: string;
  family: 'poly' | 'pvc' | 'layflat' | 'hose';
  boreMm: number;
  /** Hazen–Williams roughness. */
  c: number;
}

/** Hazen–Williams C of smooth plastic and of layflat (woven lining). */
const PLASTIC_C = 150;
const LAYFLAT_C = 140;

const pipe = (id: string, name: string, family: PipeKind['family'], boreMm: number): PipeKind => ({
  id,
  name,
  family,
  boreMm,
  c: family === 'layflat' ? LAYFLAT_C : PLASTIC_C,
});

export const PIPES: readonly PipeKind[] = [
  pipe('hose-1/2', '½ in garden hose', 'hose', 12.7),
  pipe('hose-5/8', '⅝ in garden hose', 'hose', 15.9),
  pipe('hose-3/4', '¾ in garden hose', 'hose', 19.1),
  pipe('pe-1/2', '½ in poly pipe', 'poly', 15.2),
  pipe('pe-3/4', '¾ in poly pipe', 'poly', 20.9),
  pipe('pe-1', '1 in poly pipe', 'poly', 26.6),
  pipe('pe-1-1/4', '1¼ in poly pipe', 'poly', 35.0),
  pipe('pe-1-1/2', '1½ in poly pipe', 'poly', 40.9),
  pipe('pe-2', '2 in poly pipe', 'poly', 52.5),
  pipe('pe-16', '16 mm poly pipe', 'poly', 13.6),
  pipe('pe-20', '20 mm poly pipe', 'poly', 17.6),
  pipe('pe-25', '25 mm poly pipe', 'poly', 21),
  pipe('pe-32', '32 mm poly pipe', 'poly', 28),
  pipe('pe-40', '40 mm poly pipe', 'poly', 35.2),
  pipe('pe-50', '50 mm poly pipe', 'poly', 44),
  pipe('pe-63', '63 mm poly pipe', 'poly', 55.4),
  pipe('pe-75', '75 mm poly pipe', 'poly', 66),
  pipe('pe-90', '90 mm poly pipe', 'poly', 79.2),
  pipe('pvc-1/2', '½ in PVC', 'pvc', 15.8),
  pipe('pvc-3/4', '¾ in PVC', 'pvc', 20.9),
  pipe('pvc-1', '1 in PVC', 'pvc', 26.6),
  pipe('pvc-1-1/4', '1¼ in PVC', 'pvc', 35.1),
  pipe('pvc-1-1/2', '1½ in PVC', 'pvc', 40.9),
  pipe('pvc-2', '2 in PVC', 'pvc', 52.5),
  pipe('pvc-3', '3 in PVC', 'pvc', 77.9),
  pipe('layflat-1-1/2', '1½ in layflat', 'layflat', 38),
  pipe('layflat-2', '2 in layflat', 'layflat', 51),
  pipe('layflat-3', '3 in layflat', 'layflat', 76),
  pipe('layflat-4', '4 in layflat', 'layflat', 102),
];

/** A part of the head: its loss at its rated flow, kPa and L/h. */
export interface HeadPartKind {
  id: string;
  name: string;
  fixedKpa: number;
  lossKpa: number;
  atLph: number;
}

const part = (id: string, name: string, fixedKpa: number, lossKpa: number, atLph: number): HeadPartKind => ({
  id,
  name,
  fixedKpa,
  lossKpa,
  atLph,
});

export const BACKFLOWS: readonly HeadPartKind[] = [
  part('none', 'none', 0, 0, 1800),
  part('vacuum-breaker', 'hose vacuum breaker', 0, 10, 1500),
  part('double-check', 'double check valve', 20, 15, 3600),
  part('reduced-pressure', 'reduced-pressure device', 60, 20, 3600),
];

export const FILTERS: readonly HeadPartKind[] = [
  part('none', 'none', 0, 0, 1800),
  part('screen-3/4', '¾ in screen filter', 0, 14, 1800),
  part('disc-1', '1 in disc filter', 0, 14, 5000),
  part('disc-2', '2 in disc filter', 0, 20, 20000),
];

/** A pressure regulator: between its least and greatest flow it holds its set pressure. */
export interface RegulatorKind extends HeadPartKind {
  minLph: number;
  maxLph: number;
}

/** A regulator needs this much over its set pressure before it at its greatest flow, kPa. */
const REGULATOR_NEEDS_KPA = 35;

const regulator = (id: string, name: string, minLph: number, maxLph: number): RegulatorKind => ({
  ...part(id, name, 0, REGULATOR_NEEDS_KPA, maxLph),
  minLph,
  maxLph,
});

export const REGULATORS: readonly RegulatorKind[] = [
  regulator('low', 'low-flow regulator', 20, 1800),
  regulator('mid', 'mid-flow regulator', 450, 4500),
  regulator('high', 'high-flow regulator', 2300, 7300),
  { ...part('none', 'no regulator', 0, 0, 1800), minLph: 0, maxLph: Infinity },
];

/** Set pressures that regulators are sold at, kPa. */
export const REGULATOR_SETS_KPA = [41, 69, 83, 103, 138, 172] as const;

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

const byId = <T extends { id: string }>(list: readonly T[], what: string) => {
  const map = new Map(list.map((entry) => [entry.id, entry]));
  return (id: string): T => {
    const found = map.get(id);
    if (!found) throw new Error(`no ${what} “${id}” among the typical parts`);
    return found;
  };
};

export const pipeKind = byId(PIPES, 'pipe');
export const backflowKind = byId(BACKFLOWS, 'backflow preventer');
export const filterKind = byId(FILTERS, 'filter');
export const regulatorKind = byId(REGULATORS, 'regulator');
export const soilKind = byId<(typeof SOILS)[number]>(SOILS, 'soil');
