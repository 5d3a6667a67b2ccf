import { MIN_PER_HOUR } from '../units/time';

/** A pressure tank with its switch. Pressures are gauge. */
export interface PressureTank {
  volumeL: number;
  /** Air in the tank with no water in it. */
  prechargeKpa: number;
  /** The switch starts the pump here, */
  cutInKpa: number;
  /** and stops it here. */
  cutOutKpa: number;
}

/** Air pressure that gauges count from at sea level, kPa. */
const SEA_LEVEL_KPA = 101.325;

/**
 * Water in a pressure tank, L, at a gauge pressure: the air keeps p·V (Boyle 1662).
 * @param airKpa the air's own pressure there
 */
export function waterInL(tank: PressureTank, kpa: number, airKpa = SEA_LEVEL_KPA): number {
  const filled = tank.prechargeKpa + airKpa;
  return Math.max(0, tank.volumeL * (1 - filled / (kpa + airKpa)));
}

/**
 * Water that a pressure tank gives between the switch's two pressures, L.
 * @example drawdownL({ volumeL: 100, prechargeKpa: 190, cutInKpa: 207, cutOutKpa: 345 }) // 29.2
 */
export const drawdownL = (tank: PressureTank, airKpa = SEA_LEVEL_KPA): number =>
  waterInL(tank, tank.cutOutKpa, airKpa) - waterInL(tank, tank.cutInKpa, airKpa);

/** How a pump on a switch works through one draw. */
export interface Cycle {
  /** It runs all the time: the draw is more than it gives at the switch's upper pressure. */
  steady: boolean;
  startsPerHour: number;
  /** Minutes of one run; Infinity when it does not stop. */
  runMin: number;
  restMin: number;
}

/** Slices of the drawdown over which a run of the pump is added up. */
const SLICES = 64;

/**
 * Starts of a pump on a pressure tank while a flow is drawn.
 *
 * From cut-in to cut-out the tank takes what the pump gives over the draw; then it gives the draw alone. The run is
 * added up slice by slice, as the pump gives less the higher the pressure.
 *
 * @param drawLph flow drawn, L/h
 * @param pumpLph flow of the pump, L/h, at a gauge pressure in the tank
 * @example with a pump of 2000 L/h at any pressure, 1000 L/h drawn and 25 L between the switch's pressures: a run and a
 *   rest of 1.5 minutes each, 20 starts an hour
 */
export function pumpCycle(
  tank: PressureTank,
  drawLph: number,
  pumpLph: (kpa: number) => number,
  airKpa = SEA_LEVEL_KPA,
): Cycle {
  const low = waterInL(tank, tank.cutInKpa, airKpa);
  const drawdown = drawdownL(tank, airKpa);
  if (!(drawLph > 0)) return { steady: false, startsPerHour: 0, runMin: 0, restMin: Infinity };
  if (pumpLph(tank.cutOutKpa) <= drawLph)
    return { steady: true, startsPerHour: 0, runMin: Infinity, restMin: 0 };
  const filled = tank.prechargeKpa + airKpa;
  let runH = 0;
  for (let i = 0; i < SLICES; i++) {
    const water = low + (drawdown * (i + 0.5)) / SLICES;
    const kpa = filled / (1 - water / tank.volumeL) - airKpa;
    runH += drawdown / SLICES / (pumpLph(kpa) - drawLph);
  }
  const restH = drawdown / drawLph;
  return {
    steady: false,
    startsPerHour: 1 / (runH + restH),
    runMin: runH * MIN_PER_HOUR,
    restMin: restH * MIN_PER_HOUR,
  };
}
