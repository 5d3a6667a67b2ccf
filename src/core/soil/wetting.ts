const M3_PER_LITRE = 1e-3;
const SECONDS_PER_HOUR = 3600;
const MM_PER_M = 1000;

/** Soil wetted under one emitter, or under a run where neighbours meet. */
export interface Wetted {
  /** Below the emitter, m. */
  depthM: number;
  /** At its widest, m. */
  widthM: number;
  /** Soil wetted for each emitter, m³. */
  volumeM3: number;
  /** Neighbouring emitters' bulbs make one strip along the run. */
  meets: boolean;
}

/** Where an emitter drips. */
export interface WettingGround {
  emitterLph: number;
  /** Saturated conductivity of the soil, m/s. */
  ksMps: number;
  /** Between emitters along the run, m. */
  spacingM: number;
  /** The run's share of the bed's width, m: what spreads further goes down instead. */
  roomM: number;
  /** Water that the soil takes until it is as moist as it holds, mm per metre of depth. */
  takesMmPerM: number;
}

const DEPTH = { factor: 2.54, volume: 0.63, ratio: 0.45 };
const WIDTH = { factor: 1.82, volume: 0.22, ratio: -0.17 };
/** Emitters make a strip at a spacing of at most this share of the wetted width: they overlap by a fifth (drip handbooks). */
export const STRIP_OVERLAP = 0.8;

const NOTHING: Wetted = { depthM: 0, widthM: 0, volumeM3: 0, meets: false };

/** Depth over width of a bulb (Schwartzman & Zur 1986): z = 2.54·V^0.63·(K_s/q)^0.45, w = 1.82·V^0.22·(K_s/q)^−0.17; m³, m³/s. */
function slenderness(litres: number, emitterLph: number, ksMps: number): number {
  const v = litres * M3_PER_LITRE;
  const ratio = ksMps / ((emitterLph * M3_PER_LITRE) / SECONDS_PER_HOUR);
  return (
    (DEPTH.factor / WIDTH.factor) * v ** (DEPTH.volume - WIDTH.volume) * ratio ** (DEPTH.ratio - WIDTH.ratio)
  );
}

/**
 * Soil of half an egg below the ground, cut at the neighbours half a spacing away, m³ for each emitter:
 * π/4·w·z·(s − s³/3w²), and π/6·w²·z where they do not meet.
 */
const eggM3 = (widthM: number, depthM: number, spacingM: number): number => {
  const s = Math.min(spacingM, widthM);
  return (Math.PI / 4) * widthM * depthM * (s - s ** 3 / (3 * widthM ** 2));
};

/**
 * Soil that a watering wets. Schwartzman & Zur give the bulb's shape, its depth over its width; its size follows from the
 * water: litres = soil wetted × what that soil takes. Where bulbs reach each other along the run, or the bed's edge or the
 * next run's across it, what they would share is wetted further down instead.
 *
 * @param litres given by one emitter, less what was used meanwhile
 * @returns nothing wetted where nothing is given or the soil takes nothing
 * @example // 1 L from 1 L/h into loam that takes 60 mm per m, emitters far apart: 0.0167 m³
 */
export function wettedBy(litres: number, g: WettingGround): Wetted {
  if (!(litres > 0) || !(g.emitterLph > 0) || !(g.takesMmPerM > 0)) return NOTHING;
  const volumeM3 = (litres * M3_PER_LITRE) / (g.takesMmPerM / MM_PER_M);
  const slender = slenderness(litres, g.emitterLph, g.ksMps);
  // π/6·slender·w³ where neighbours do not meet; beyond their spacing π/4·slender·s·(w² − s²/3).
  const alone = Math.cbrt((6 * volumeM3) / (Math.PI * slender));
  const widthM =
    alone <= g.spacingM
      ? alone
      : Math.sqrt((4 * volumeM3) / (Math.PI * slender * g.spacingM) + g.spacingM ** 2 / 3);
  const within = Math.min(widthM, Math.max(g.roomM, 0));
  if (!(within > 0)) return NOTHING;
  return {
    depthM: volumeM3 / eggM3(within, 1, g.spacingM),
    widthM: within,
    volumeM3,
    // Across the run bulbs have no more room than the bed's edge and the next run leave; along it they spread as they would.
    meets: g.spacingM <= STRIP_OVERLAP * widthM,
  };
}

/** Halvings of the litres within which the depth is found. */
const HALVINGS = 50;
/** No watering is longer, h. */
export const MOST_H = 200;

/**
 * The longest watering that wets no deeper than the roots, hours: by the water, whatever pulses it is given in.
 * @param rootM depth of the roots
 * @returns 0 where the first drop is deeper, and at most 200 h
 */
export function longestUsefulH(rootM: number, g: WettingGround): number {
  if (!(g.emitterLph > 0)) return MOST_H;
  let low = 0;
  let high = MOST_H;
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (low + high) / 2;
    if (wettedBy(mid * g.emitterLph, g).depthM <= rootM) low = mid;
    else high = mid;
  }
  return low;
}
