/**
 * Emission uniformity (Karmeli & Keller 1975): EU = (1 − 1.27·CV)·q_min/q_mean, a ratio.
 *
 * @param cv coefficient of variation of manufacture (about 0.03 for tape); of e emitters at a plant their own over √e
 * @param minLph flow of the weakest emitter
 * @param meanLph mean flow of all
 * @returns 0 where nothing flows
 * @example emissionUniformity(0.03, 0.9, 1) // 0.8657
 */
export function emissionUniformity(cv: number, minLph: number, meanLph: number): number {
  if (!(meanLph > 0)) return 0;
  return (1 - MANUFACTURE_FACTOR * cv) * (minLph / meanLph);
}

/** Weight of manufacture in emission uniformity: the mean of the lowest quarter of a normal distribution lies 1.27 deviations below its mean. */
export const MANUFACTURE_FACTOR = 1.27;

/** Flow variation (q_max − q_min)/q_max, a ratio. */
export const flowVariation = (minLph: number, maxLph: number): number =>
  maxLph > 0 ? (maxLph - minLph) / maxLph : 0;
