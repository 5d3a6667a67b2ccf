import { isBranch, type PartLabel, type Role } from '../catalog/headParts';
import { material } from '../catalog/materials';
import { pipeKind, type PipeFamily } from '../catalog/pipes';
import { MM_PER_MIL } from '../catalog/tape';
import type { PipePiece, Tape } from '../plan';

/**
 * Typical shop prices in no particular currency: what matters until a grower's own prices are known is how they compare.
 * A pipe costs a share for its length and one for its plastic, which grows with the square of the bore.
 */
const PIPE_PRICES: Record<PipeFamily, { perM: number; perMPerMm2: number }> = {
  poly: { perM: 0.2, perMPerMm2: 0.0011 },
  pvc: { perM: 0.3, perMPerMm2: 0.0015 },
  layflat: { perM: 0.5, perMPerMm2: 0.0006 },
  hose: { perM: 0.6, perMPerMm2: 0.003 },
};
/** Of a part of 1 in, of a media filter of 2 in. */
const PART_PRICES: Partial<Record<Role, number>> = {
  regulator: 18,
  screen: 25,
  disc: 40,
  media: 400,
  separator: 90,
  backflow: 60,
  'check-valve': 20,
  meter: 45,
  timer: 50,
  'solenoid-valve': 30,
  'motor-valve': 45,
  venturi: 60,
  dosing: 250,
  relief: 20,
  'air-vent': 12,
  gauge: 10,
  splitter: 15,
  flush: 9,
};
const OTHER_PART = 8;
/** What a part costs against one of 1 in, by the size of its thread (common price lists, rounded). */
const BY_SIZE: Readonly<Record<string, number>> = {
  '1/2': 0.8,
  '3/4': 1,
  '1': 1,
  '1-1/4': 1.4,
  '1-1/2': 1.9,
  '2': 2.6,
  '3': 6,
  '4': 10,
};

/** A part's typical price: by what it is, and by its size where water passes through it. */
export function partPrice({ role, outEnd }: Pick<PartLabel, 'outEnd'> & { role: Role }): number {
  const price = PART_PRICES[role] ?? OTHER_PART;
  if (isBranch(role)) return price;
  const size = BY_SIZE[outEnd.slice(outEnd.indexOf('-') + 1)] ?? 1;
  return (price * size) / (role === 'media' ? BY_SIZE['2'] : 1);
}
export const TAKE_OFF = 1.2;
export const EMITTER = 0.4;
export const THIN_TUBE_PER_M = 0.3;
/** Of tape the wall makes the price: at 8 mil it is the typical one. */
const TYPICAL_WALL_MM = 8 * MM_PER_MIL;

export const pipePrice = (pipe: Pick<PipePiece, 'pipe' | 'boreMm'>): number => {
  const { perM, perMPerMm2 } = PIPE_PRICES[pipeKind(pipe.pipe).family];
  return perM + perMPerMm2 * pipe.boreMm ** 2;
};

export const layingPrice = ({ kind, wallMm, boreMm }: Tape): number => {
  const { pricePerM, label } = material(kind);
  if (kind !== 'tape') return pricePerM;
  return pricePerM * (wallMm / TYPICAL_WALL_MM) * (boreMm / label.boreMm);
};
