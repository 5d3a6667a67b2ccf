/** Water that potting mix holds for plants, of its volume: a quarter (Handreck and Black, "Growing Media", for mixes of good porosity). */
export const POT_HELD_MM_PER_M = 250;

/** How deep the mix of a pot lies over the ground it covers, m. */
export const potDepthM = (potL: number, groundM2: number): number => potL / MM_PER_M / groundM2;
const MM_PER_M = 1000;
