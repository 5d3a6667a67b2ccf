/** How a pressure stands to the tape's window: below it, in one of the shades inside, or above it. */
export type PressureClass = 'under' | 'over' | number;

/** Shades inside the window, pale near its foot, deep near its top. */
export const SHADES = 8;

/** Rounding slack at the window's ends, kPa. */
const ON_EDGE_KPA = 0.05;

export function classOf(kpa: number, minKpa: number, maxKpa: number, shades = SHADES): PressureClass {
  const shade = shadeOf(kpa, minKpa, maxKpa, shades);
  return shade < 0 ? 'under' : shade >= shades ? 'over' : shade;
}

/** The same as a number: −1 below the window, as many as there are shades above it. */
export function shadeOf(kpa: number, minKpa: number, maxKpa: number, shades: number): number {
  if (kpa < minKpa - ON_EDGE_KPA) return -1;
  if (kpa > maxKpa + ON_EDGE_KPA) return shades;
  const share = (kpa - minKpa) / (maxKpa - minKpa);
  return Math.min(shades - 1, Math.max(0, Math.floor(share * shades)));
}

/** A shade as a mix of the theme's two waters. */
export const shadeColour = (shade: number): string =>
  `color-mix(in srgb, var(--deep-water) ${Math.round((shade / (SHADES - 1)) * 100)}%, var(--pale-water))`;
