/** Standard gravity, m/s². */
export const GRAVITY = 9.80665;

/** Density of water taken everywhere, kg/m³. */
export const DENSITY = 1000;

/** Pressure of one metre of standing water, kPa. */
export const KPA_PER_M = (GRAVITY * DENSITY) / 1000;

const CELSIUS_ZERO_K = 273.15;

/**
 * Kinematic viscosity of water, m²/s, from its temperature.
 *
 * ν = 2.414·10⁻⁵ · 10^(247.8/(T−140)) / 1000, T in kelvin: the common three-constant
 * Vogel form, within 2.5 % from 0 to 100 °C.
 *
 * @param waterC temperature, °C
 * @example kinematicViscosity(20) // 1.002e-6
 */
export function kinematicViscosity(waterC: number): number {
  return (2.414e-5 * 10 ** (247.8 / (waterC + CELSIUS_ZERO_K - 140))) / DENSITY;
}
