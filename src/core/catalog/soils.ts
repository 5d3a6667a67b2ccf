import { msg } from '../language';
import { byId } from './byId';

/**
 * Soils by texture: how wide one run wets, m (about 0.3 m on average soil, less on sand, more on clay); saturated
 * conductivity, m/s (Rawls, Brakensiek & Saxton 1982); Gardner's α, 1/m (Elrick & Reynolds 1992: 36 coarse sand, 12 most
 * loams and structured soils, 4 fine); and the water held for plants, mm per metre of depth (middle of the ranges of
 * FAO 56, table 19, and of handbooks for clay loam).
 */
export const SOILS = [
  { id: 'sand', name: msg`sand`, stripM: 0.2, ksMps: 5.8e-5, alphaPerM: 36, heldMmPerM: 80 },
  { id: 'loamy-sand', name: msg`loamy sand`, stripM: 0.22, ksMps: 1.7e-5, alphaPerM: 12, heldMmPerM: 90 },
  { id: 'sandy-loam', name: msg`sandy loam`, stripM: 0.25, ksMps: 7.2e-6, alphaPerM: 12, heldMmPerM: 130 },
  { id: 'loam', name: msg`loam`, stripM: 0.3, ksMps: 3.7e-6, alphaPerM: 12, heldMmPerM: 155 },
  { id: 'silt-loam', name: msg`silt loam`, stripM: 0.35, ksMps: 1.9e-6, alphaPerM: 12, heldMmPerM: 160 },
  { id: 'clay-loam', name: msg`clay loam`, stripM: 0.4, ksMps: 6.4e-7, alphaPerM: 4, heldMmPerM: 165 },
  { id: 'clay', name: msg`clay`, stripM: 0.45, ksMps: 1.7e-7, alphaPerM: 4, heldMmPerM: 160 },
] as const;

/**
 * A strip of overlapping wetted rounds is about three quarters as wide as one round: at a spacing of 0.8 of it its necks
 * are 0.6 and its mean is 0.88 of the round's width.
 */
export const STRIP_OVER_ROUND = 0.75;

export type SoilId = (typeof SOILS)[number]['id'];

export const soilKind = byId<(typeof SOILS)[number]>(SOILS, 'soil');
