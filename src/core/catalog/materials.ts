import { msg } from '../language';
import { byId } from './byId';
import { MM_PER_MIL } from './tape';

/** What is laid along the beds. Generic kinds with typical labels: starting values until the grower reads their own. */
export const MATERIAL_IDS = [
  'tape',
  'dripline',
  'compensating',
  'dripper-line',
  'porous',
  'drilled',
  'emitters',
  'microtubes',
  'adjustable',
] as const;

export type MaterialId = (typeof MATERIAL_IDS)[number];

/** What a label says of it. */
export interface MaterialLabel {
  boreMm: number;
  spacingM: number;
  flowLph: number;
  atKpa: number;
  exponent: number;
  wallMm: number;
  minKpa: number;
  maxKpa: number;
  cv: number;
  /** Drill for the holes of a drilled hose, mm. */
  holeMm: number;
  /** Bore and length of each microtube. */
  tubeMm: number;
  tubeM: number;
}

export interface Material {
  id: MaterialId;
  name: string;
  /** How a single emitter of it is called. */
  outlet: string;
  label: MaterialLabel;
  /** Goes round curves. */
  bends: boolean;
  /** Stands being stepped on and dragged. */
  tough: boolean;
  /** Seasons it commonly lasts; of tape its wall says. */
  seasons: number;
  /** Outlets so small or so many that lime or dirt shuts them first. */
  clogs: 'little' | 'some' | 'much';
  /** Typical price of a metre, in whatever coin: only ratios matter until prices are the grower's own. */
  pricePerM: number;
}

/** Tape works from about 6 psi up. */
const LEAST_TAPE_KPA = 41.4;
const NONE = { holeMm: 1, tubeMm: 0.8, tubeM: 1 };

/**
 * Labels are typical of each kind (drip handbooks); variation between emitters (CV) after Solomon's classes: good below 0.05,
 * hand-made holes and pressed rubber well above.
 */
export const MATERIALS: readonly Material[] = [
  {
    id: 'tape',
    name: msg`tape`,
    outlet: msg`emitter`,
    label: {
      ...NONE,
      boreMm: 15.9,
      spacingM: 0.3,
      flowLph: 0.95,
      atKpa: 55,
      exponent: 0.5,
      wallMm: 8 * MM_PER_MIL,
      minKpa: LEAST_TAPE_KPA,
      maxKpa: 85,
      cv: 0.03,
    },
    bends: false,
    tough: false,
    seasons: 1,
    clogs: 'some',
    pricePerM: 0.1,
  },
  {
    id: 'dripline',
    name: msg`half-inch dripline`,
    outlet: msg`dripper`,
    label: {
      ...NONE,
      boreMm: 14.5,
      spacingM: 0.3,
      flowLph: 2.3,
      atKpa: 100,
      exponent: 0.5,
      wallMm: 1.2,
      minKpa: 50,
      maxKpa: 250,
      cv: 0.04,
    },
    bends: true,
    tough: true,
    seasons: 10,
    clogs: 'little',
    pricePerM: 0.45,
  },
  {
    id: 'compensating',
    name: msg`compensating dripline`,
    outlet: msg`dripper`,
    label: {
      ...NONE,
      boreMm: 13.6,
      spacingM: 0.3,
      flowLph: 2,
      atKpa: 100,
      exponent: 0.5,
      wallMm: 1.2,
      minKpa: 50,
      maxKpa: 350,
      cv: 0.03,
    },
    bends: true,
    tough: true,
    seasons: 10,
    clogs: 'little',
    pricePerM: 0.7,
  },
  {
    id: 'dripper-line',
    name: msg`quarter-inch dripper line`,
    outlet: msg`dripper`,
    label: {
      ...NONE,
      boreMm: 4.3,
      spacingM: 0.3,
      flowLph: 1.9,
      atKpa: 100,
      exponent: 0.5,
      wallMm: 0.9,
      minKpa: 50,
      maxKpa: 200,
      cv: 0.05,
    },
    bends: true,
    tough: true,
    seasons: 5,
    clogs: 'some',
    pricePerM: 0.6,
  },
  {
    id: 'porous',
    name: msg`porous hose`,
    outlet: msg`emitter every 10 cm`,
    label: {
      ...NONE,
      boreMm: 11,
      spacingM: 0.1,
      flowLph: 0.9,
      atKpa: 70,
      exponent: 1,
      wallMm: 2.5,
      minKpa: 20,
      maxKpa: 100,
      cv: 0.12,
    },
    bends: true,
    tough: true,
    seasons: 2,
    clogs: 'much',
    pricePerM: 0.9,
  },
  {
    id: 'drilled',
    name: msg`drilled hose`,
    outlet: msg`hole`,
    label: {
      ...NONE,
      boreMm: 15.2,
      spacingM: 0.3,
      flowLph: 17.2,
      atKpa: 50,
      exponent: 0.5,
      wallMm: 1.5,
      minKpa: 3,
      maxKpa: 200,
      cv: 0.07,
    },
    bends: true,
    tough: true,
    seasons: 5,
    clogs: 'some',
    pricePerM: 0.4,
  },
  {
    id: 'emitters',
    name: msg`single emitters on plain pipe`,
    outlet: msg`emitter`,
    label: {
      ...NONE,
      boreMm: 15.2,
      spacingM: 0.5,
      flowLph: 4,
      atKpa: 100,
      exponent: 0.5,
      wallMm: 1.2,
      minKpa: 50,
      maxKpa: 300,
      cv: 0.05,
    },
    bends: true,
    tough: true,
    seasons: 8,
    clogs: 'little',
    pricePerM: 0.9,
  },
  {
    id: 'microtubes',
    name: msg`microtubes on plain pipe`,
    outlet: msg`microtube`,
    label: {
      ...NONE,
      boreMm: 15.2,
      spacingM: 0.5,
      flowLph: 4,
      atKpa: 50,
      exponent: 0.5,
      wallMm: 1.2,
      minKpa: 5,
      maxKpa: 200,
      cv: 0.05,
    },
    bends: true,
    tough: true,
    seasons: 6,
    clogs: 'some',
    pricePerM: 0.8,
  },
  {
    id: 'adjustable',
    name: msg`adjustable emitters on plain pipe`,
    outlet: msg`emitter`,
    label: {
      ...NONE,
      boreMm: 15.2,
      spacingM: 0.5,
      flowLph: 20,
      atKpa: 100,
      exponent: 0.5,
      wallMm: 1.2,
      minKpa: 30,
      maxKpa: 250,
      cv: 0.07,
    },
    bends: true,
    tough: true,
    seasons: 5,
    clogs: 'little',
    pricePerM: 0.9,
  },
];

/** An adjustable emitter turned fully open gives about this at the pressure of its label, L/h. */
export const ADJUSTABLE_MOST_LPH = 40;

/** What can be laid in rows, stand at single plants, or lie in a ring round one. */
const AT_PLANTS: readonly MaterialId[] = ['emitters', 'adjustable', 'microtubes', 'compensating', 'drilled'];
const IN_RINGS: readonly MaterialId[] = ['dripline', 'compensating', 'dripper-line', 'porous', 'drilled'];

/** Materials that suit how a block is planted: beds, plants at one place each, or rings round them. */
export const materialsFor = (places: { around: 'point' | 'ring' } | undefined): Material[] =>
  MATERIALS.filter(({ id }) =>
    !places ? id !== 'adjustable' : (places.around === 'ring' ? IN_RINGS : AT_PLANTS).includes(id),
  );

export const material = byId(MATERIALS, 'material');

/** Bores under this are quarter-inch lines, mm. */
export const THIN_LINE_MM = 6;

/** Seasons that tape of a wall commonly lasts when it is taken up with care, by mil (growers' common experience). */
const WALL_SEASONS: readonly { mil: number; seasons: number }[] = [
  { mil: 0, seasons: 1 },
  { mil: 10, seasons: 2 },
  { mil: 12, seasons: 3 },
  { mil: 15, seasons: 4 },
];

/** Seasons that something laid commonly lasts. */
export function lastingSeasons(id: MaterialId, wallMm: number): number {
  if (id !== 'tape') return material(id).seasons;
  const rounding = 0.25;
  return WALL_SEASONS.reduce((n, w) => (w.mil <= wallMm / MM_PER_MIL + rounding ? w.seasons : n), 1);
}

/** Where it lies on the bed. */
export const LIES = [
  { id: 'mulch', name: msg`under mulch` },
  { id: 'cover', name: msg`on ground cover` },
  { id: 'surface', name: msg`on bare ground` },
  { id: 'buried', name: msg`buried` },
] as const;

export type LiesId = (typeof LIES)[number]['id'];
