import { msg } from '../language';
import { byId } from './byId';

/** Typical pipes: starting values to plan with until the grower reads the label. Names are generic on purpose. */
export interface PipeKind {
  id: string;
  name: string;
  family: 'poly' | 'pvc' | 'layflat' | 'hose';
  boreMm: number;
  /** Hazen–Williams roughness. */
  c: number;
}

export type PipeFamily = PipeKind['family'];

/**
 * Of each family: how fast a pressure wave runs in it, m/s (hydraulics handbooks: schedule 40 PVC 430 to 560, PE 100 250 to
 * 330, hose taken as polyethylene), and the pressure it is commonly rated for, kPa.
 */
const FAMILIES: Record<PipeFamily, PipeStrength> = {
  poly: { waveMps: 300, ratingKpa: 690 },
  pvc: { waveMps: 500, ratingKpa: 1500 },
  layflat: { waveMps: 100, ratingKpa: 410 },
  hose: { waveMps: 250, ratingKpa: 700 },
};

/** Low-density drip tubing of ½ in, 16 and 20 mm: makers rate it for 250 to 415 kPa, and waves run slower in it. */
const DRIP_TUBING: PipeStrength = { waveMps: 200, ratingKpa: 350 };
const TUBING: readonly string[] = ['pe-1/2', 'pe-13', 'pe-16', 'pe-20'];

/** What a pipe bears, and how fast a pressure wave runs in it. */
export interface PipeStrength {
  waveMps: number;
  ratingKpa: number;
}

export const strengthOf = ({ id, family }: PipeKind): PipeStrength =>
  TUBING.includes(id) ? DRIP_TUBING : FAMILIES[family];

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
  pipe('hose-1/2', msg`½ in garden hose`, 'hose', 12.7),
  pipe('hose-5/8', msg`⅝ in garden hose`, 'hose', 15.9),
  pipe('hose-3/4', msg`¾ in garden hose`, 'hose', 19.1),
  pipe('hose-1', msg`1 in garden hose`, 'hose', 25.4),
  pipe('pe-1/2', msg`½ in poly pipe`, 'poly', 15.2),
  pipe('pe-3/4', msg`¾ in poly pipe`, 'poly', 20.9),
  pipe('pe-1', msg`1 in poly pipe`, 'poly', 26.6),
  pipe('pe-1-1/4', msg`1¼ in poly pipe`, 'poly', 35.0),
  pipe('pe-1-1/2', msg`1½ in poly pipe`, 'poly', 40.9),
  pipe('pe-2', msg`2 in poly pipe`, 'poly', 52.5),
  pipe('pe-13', msg`13 mm poly pipe`, 'poly', 10.8),
  pipe('pe-16', msg`16 mm poly pipe`, 'poly', 13.6),
  pipe('pe-20', msg`20 mm poly pipe`, 'poly', 17.6),
  pipe('pe-25', msg`25 mm poly pipe`, 'poly', 21),
  pipe('pe-32', msg`32 mm poly pipe`, 'poly', 28),
  pipe('pe-40', msg`40 mm poly pipe`, 'poly', 35.2),
  pipe('pe-50', msg`50 mm poly pipe`, 'poly', 44),
  pipe('pe-63', msg`63 mm poly pipe`, 'poly', 55.4),
  pipe('pe-75', msg`75 mm poly pipe`, 'poly', 66),
  pipe('pe-90', msg`90 mm poly pipe`, 'poly', 79.2),
  pipe('pvc-1/2', msg`½ in PVC`, 'pvc', 15.8),
  pipe('pvc-3/4', msg`¾ in PVC`, 'pvc', 20.9),
  pipe('pvc-1', msg`1 in PVC`, 'pvc', 26.6),
  pipe('pvc-1-1/4', msg`1¼ in PVC`, 'pvc', 35.1),
  pipe('pvc-1-1/2', msg`1½ in PVC`, 'pvc', 40.9),
  pipe('pvc-2', msg`2 in PVC`, 'pvc', 52.5),
  pipe('pvc-3', msg`3 in PVC`, 'pvc', 77.9),
  pipe('oval-16', msg`16 mm oval hose, rolled flat`, 'layflat', 15.5),
  pipe('oval-25', msg`25 mm oval hose, rolled flat`, 'layflat', 24),
  pipe('layflat-1', msg`1 in layflat`, 'layflat', 26),
  pipe('layflat-1-1/4', msg`1¼ in layflat`, 'layflat', 32),
  pipe('layflat-1-1/2', msg`1½ in layflat`, 'layflat', 38),
  pipe('layflat-2', msg`2 in layflat`, 'layflat', 51),
  pipe('layflat-3', msg`3 in layflat`, 'layflat', 76),
  pipe('layflat-4', msg`4 in layflat`, 'layflat', 102),
];

export const pipeKind = byId(PIPES, 'pipe');
