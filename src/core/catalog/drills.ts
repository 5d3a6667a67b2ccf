import { msg } from '../language';
/** A drill or punch that growers have: by its name, and its diameter, mm. */
export interface Drill {
  name: string;
  mm: number;
}

const MM_PER_IN = 25.4;
const fraction = (top: number, bottom: number): Drill => ({
  name: msg`${top}/${bottom} in`,
  mm: (top / bottom) * MM_PER_IN,
});
const metric = (mm: number): Drill => ({ name: msg`${mm} mm`, mm });

/** Metric drills from half a millimetre on, as sets are sold. */
export const METRIC_DRILLS: readonly Drill[] = [
  0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.2, 1.3, 1.4, 1.5, 1.6, 1.8, 2, 2.2, 2.5, 3,
].map(metric);
/** Fractional drills, by sixty-fourths and the thirty-seconds between. */
export const INCH_DRILLS: readonly Drill[] = [
  fraction(1, 64),
  fraction(1, 32),
  fraction(3, 64),
  fraction(1, 16),
  fraction(5, 64),
  fraction(3, 32),
  fraction(7, 64),
  fraction(1, 8),
];

/** All of them, smallest first. */
export const DRILLS: readonly Drill[] = [...METRIC_DRILLS, ...INCH_DRILLS].sort((a, b) => a.mm - b.mm);
