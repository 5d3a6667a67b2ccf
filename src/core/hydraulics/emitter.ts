import { prepareTube, tubeLph, type MicrotubeEmitter } from './microtube';
import { DENSITY } from './water';

/** Flow with the power of pressure: q = flowLph·(p/atKpa)^exponent. Tape 0.5, porous hose 1. */
export interface PowerEmitter {
  kind?: 'power';
  spacingM: number;
  flowLph: number;
  atKpa: number;
  exponent?: number;
  /** Length added to each piece between emitters for the barb that stands in the bore, m. */
  barbLengthM?: number;
}

/** The rated flow from minKpa up; below it flowLph·(p/minKpa)^0.5. */
export interface CompensatingEmitter {
  kind: 'compensating';
  spacingM: number;
  flowLph: number;
  minKpa: number;
  barbLengthM?: number;
}

export type { MicrotubeEmitter };
export type Emitter = PowerEmitter | CompensatingEmitter | MicrotubeEmitter;

export const ORIFICE_EXPONENT = 0.5;

/** Discharge coefficient of a sharp round hole (orifice handbooks, 0.60 to 0.62). */
export const HOLE_DISCHARGE = 0.61;

/**
 * Flow of one emitter, L/h, at a gauge pressure, kPa. A dry emitter (p ≤ 0) gives 0.
 * @example emitterLph({ spacingM: 0.3, flowLph: 1, atKpa: 100 }, 25) // 0.5
 * @param waterC matters to microtubes alone
 */
export function emitterLph(e: Emitter, kpa: number, waterC = 20): number {
  if (kpa <= 0) return 0;
  if (e.kind === 'microtube') return tubeLph(prepareTube(e.tubeMm, e.tubeM, waterC), kpa);
  if (e.kind === 'compensating') {
    return kpa >= e.minKpa ? e.flowLph : e.flowLph * (kpa / e.minKpa) ** ORIFICE_EXPONENT;
  }
  return e.flowLph * (kpa / e.atKpa) ** (e.exponent ?? ORIFICE_EXPONENT);
}

/**
 * A drilled hole as an emitter: q = 0.61·A·√(2p/ρ), Torricelli's orifice.
 *
 * @param holeMm the drill's diameter
 * @example drilledHole(1, 0.3).flowLph // 17.2 L/h at 50 kPa
 */
export function drilledHole(holeMm: number, spacingM: number): PowerEmitter {
  const atKpa = 50;
  const areaM2 = (Math.PI / 4) * (holeMm / 1000) ** 2;
  const m3s = HOLE_DISCHARGE * areaM2 * Math.sqrt((2 * atKpa * 1000) / DENSITY);
  return { kind: 'power', spacingM, flowLph: m3s * 3.6e6, atKpa, exponent: ORIFICE_EXPONENT };
}
