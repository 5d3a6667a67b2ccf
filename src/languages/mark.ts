/** Two primes and a seed that spread letters well over 32 bits (FNV-1a, and its seed turned over for the second half). */
const FNV_PRIME = 0x01000193;
const FNV_SEED = 0x811c9dc5;
const OTHER_SEED = 0x9747b28c;
const EIGHT_BITS = 8;

const spread = (text: string, seed: number): number => {
  let h = seed;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), FNV_PRIME);
  return h >>> 0;
};

/**
 * A short mark of a message, of 40 bits: tables that are shipped are known by it instead of by the whole English, which the
 * application says anyway. That no two messages have the same is seen to when the tables are written.
 */
export const markOf = (english: string): string =>
  spread(english, FNV_SEED).toString(36) + (spread(english, OTHER_SEED) >>> (32 - EIGHT_BITS)).toString(36);
