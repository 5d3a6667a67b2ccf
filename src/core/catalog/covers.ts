import { msg } from '../language';
import { byId } from './byId';
import type { LiesId } from './materials';

/** Covers over the ground under the drip. */
export const COVERS = [
  { id: 'bare', name: msg`bare soil`, evaporates: 1, uses: 1, rain: 1 },
  { id: 'straw', name: msg`straw`, evaporates: 0.5, uses: 1, rain: 1 },
  { id: 'woven', name: msg`woven cover`, evaporates: 0.3, uses: 1, rain: 1 },
  { id: 'film', name: msg`film`, evaporates: 0.1, uses: 0.9, rain: 0.1 },
] as const;

export type CoverId = (typeof COVERS)[number]['id'];

/**
 * What a cover leaves of the wetted soil's evaporation and of the plant's own use, and of the rain. Straw that hides the soil
 * halves the evaporation (FAO 56, ch. 10: 5 % for each tenth covered); film leaves holes and edges, and crops under it use 5
 * to 15 % less (ch. 10); that woven cover lies between, and a tenth of the rain gets through film, is assumed.
 */
export const coverKind = byId<(typeof COVERS)[number]>(COVERS, 'cover');

/** Cover that goes with where the tape lies, where none was chosen. */
export const COVER_BY_LIES: Readonly<Record<LiesId, CoverId>> = {
  mulch: 'film',
  cover: 'woven',
  surface: 'bare',
  buried: 'bare',
};
