/** Metres in a foot, exact since the international yard of 1959. */
export const M_PER_FT = 0.3048;
