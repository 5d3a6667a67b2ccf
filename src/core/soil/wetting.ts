const M3_PER_LITRE = 1e-3;
const SECONDS_PER_HOUR = 3600;

/** Soil wetted under one emitter, or under a run where neighbours meet. */
export interface Wetted {
  /** Below the emitter, m. */
  depthM: number;
  /** At its widest, m. */
  widthM: number;
  /** Neighbouring emitters' bulbs meet along the run. */
  meets: boolean;
}

/**
 * Depth and width of soil that a run wets (Schwartzman & Zur 1986): z = 2.54·V^0.63·(K_s/q)^0.45 and
 * w = 1.82·V^0.22·(K_s/q)^−0.17, V in m³ and q in m³/s. Where bulbs of neighbours meet, the soil they would share is
 * wetted further down instead: the depth grows by width over spacing, so that as much soil is wetted.
 *
 * @param litres given by one emitter
 * @param emitterLph its flow
 * @param ksMps saturated conductivity of the soil, m/s
 * @param spacingM between emitters along the run
 * @example wettedBy(3, 1, 3.7e-6, 0.3) // 0.21 m deep, 0.33 m wide, so neighbours meet
 */
export function wettedBy(litres: number, emitterLph: number, ksMps: number, spacingM: number): Wetted {
  if (!(litres > 0) || !(emitterLph > 0)) return { depthM: 0, widthM: 0, meets: false };
  const v = litres * M3_PER_LITRE;
  const ratio = ksMps / ((emitterLph * M3_PER_LITRE) / SECONDS_PER_HOUR);
  const depthM = DEPTH.factor * v ** DEPTH.volume * ratio ** DEPTH.ratio;
  const widthM = WIDTH.factor * v ** WIDTH.volume * ratio ** WIDTH.ratio;
  const meets = widthM >= spacingM;
  return { depthM: meets ? (depthM * widthM) / spacingM : depthM, widthM, meets };
}

const DEPTH = { factor: 2.54, volume: 0.63, ratio: 0.45 };
const WIDTH = { factor: 1.82, volume: 0.22, ratio: -0.17 };

/** Halvings of the time within which the depth is found. */
const HALVINGS = 50;
/** No watering is longer, h. */
const MOST_H = 200;

/**
 * The longest watering that wets no deeper than the roots, hours.
 * @param rootM depth of the roots
 * @returns 0 where the first drop is deeper, and at most 200 h
 */
export function longestUsefulH(rootM: number, emitterLph: number, ksMps: number, spacingM: number): number {
  if (!(emitterLph > 0)) return MOST_H;
  let low = 0;
  let high = MOST_H;
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (low + high) / 2;
    if (wettedBy(mid * emitterLph, emitterLph, ksMps, spacingM).depthM <= rootM) low = mid;
    else high = mid;
  }
  return low;
}
