/*
 * How much of what is long by nature is tried: `npm test` takes a part, `npm run test:long` all of it. THIN=4 takes every fourth
 * of a battery, PLANS=500 so many random plans, SHARE=1 all runs of a property.
 */

/** Every so many of a list. */
export const thinned = <T>(list: readonly T[]): readonly T[] => {
  const every = Number(process.env.THIN ?? 1);
  return list.filter((_, i) => i % every === 0);
};

/** Those that are left for the long trial: named as skipped, so that what is kept of them counts as known. */
export const leftOut = <T>(list: readonly T[]): readonly T[] => {
  const tried = new Set(thinned(list));
  return list.filter((one) => !tried.has(one));
};

/** Random plans that a property tries. */
export const PLANS = Number(process.env.PLANS ?? 50);

/** Runs of a property, of as many as a long trial has. */
export const runs = (long: number): number => Math.max(5, Math.ceil(long * Number(process.env.SHARE ?? 1)));
