import { KPA_PER_M } from './water';

/** Pressure of the air at sea level, kPa (ISO 2533 standard atmosphere). */
const SEA_LEVEL_KPA = 101.325;

/**
 * Pressure of the air, kPa, at an altitude: 101.325·(1 − 2.25577·10⁻⁵·h)^5.25588 (ISO 2533, up to 11 km).
 * @example atmosphericKpa(1500) // 84.6
 */
export const atmosphericKpa = (altitudeM: number): number =>
  SEA_LEVEL_KPA * (1 - 2.25577e-5 * altitudeM) ** 5.25588;

/**
 * Pressure at which water of a temperature boils, kPa: 0.61094·exp(17.625·T/(T + 243.04)) (Magnus form of Alduchov &
 * Eskridge 1996, within 0.4 % up to 50 °C).
 * @example vapourKpa(20) // 2.33
 */
export const vapourKpa = (waterC: number): number =>
  0.61094 * Math.exp((17.625 * waterC) / (waterC + 243.04));

/**
 * Net positive suction head that a pump has, m: air pressure less vapour pressure, less the lift and the friction of the
 * suction pipe.
 *
 * @param liftM height of the pump above the water, m; below 0 where it is flooded
 * @param frictionKpa lost in the suction pipe, its foot valve and strainer
 */
export const suctionHeadM = (altitudeM: number, waterC: number, liftM: number, frictionKpa: number): number =>
  (atmosphericKpa(altitudeM) - vapourKpa(waterC) - frictionKpa) / KPA_PER_M - liftM;

/**
 * Net positive suction head that a pump needs at a flow, m: beyond its best flow it grows with the square of the flow through the
 * impeller's eye. Below, makers' curves fall little; the stated need is kept.
 *
 * @param statedM as its label states it, which is at its best flow
 * @example suctionNeedM(3, 6000, 4000) // 6.75
 */
export const suctionNeedM = (statedM: number, flowLph: number, bestLph: number): number =>
  statedM * Math.max(1, flowLph / bestLph) ** 2;
