/** Mean of repeated tries, s. */
export const meanS = (triesS: readonly number[]): number =>
  triesS.reduce((sum, s) => sum + s, 0) / triesS.length;

/** How far apart repeated tries are: (longest − shortest) over the mean, a ratio. */
export const spread = (triesS: readonly number[]): number =>
  (Math.max(...triesS) - Math.min(...triesS)) / meanS(triesS);
