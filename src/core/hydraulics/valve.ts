/**
 * Loss of a cock in a round pipe, as a fitting loss (K) at its bore, by how far it is turned shut, degrees (Weisbach 1855, as
 * handbooks print it since). Ball valves do alike. The last two are carried on from those before: a cock is shut at 82.5°.
 */
const COCK: readonly (readonly [number, number])[] = [
  [0, 0],
  [5, 0.05],
  [10, 0.29],
  [15, 0.75],
  [20, 1.56],
  [25, 3.1],
  [30, 5.47],
  [35, 9.68],
  [40, 17.3],
  [45, 31.2],
  [50, 52.6],
  [55, 106],
  [60, 206],
  [65, 486],
  [70, 1150],
  [75, 2710],
];

/** A take-off's valve is as narrow as its barb, about three quarters of the run's bore: at the run's its loss counts so many times. */
export const TAKE_OFF_VALVE_K = (1 / 0.75) ** 4;

/** Between two of the table's angles the loss grows by like ratios; from open to the first by the square. */
export function valveK(deg: number): number {
  if (!(deg > 0)) return 0;
  const i = COCK.findIndex(([d]) => d >= deg);
  if (i < 0) return COCK[COCK.length - 1][1];
  const [d1, k1] = COCK[i];
  const [d0, k0] = COCK[i - 1];
  const share = (deg - d0) / (d1 - d0);
  return k0 === 0 ? k1 * share ** 2 : k0 * (k1 / k0) ** share;
}

/** How far to turn a valve shut for a loss, degrees; the table's last where it takes more. */
export function valveDegFor(k: number): number {
  if (!(k > 0)) return 0;
  const i = COCK.findIndex(([, kk]) => kk >= k);
  if (i < 0) return COCK[COCK.length - 1][0];
  const [d1, k1] = COCK[i];
  const [d0, k0] = COCK[i - 1];
  return k0 === 0
    ? d0 + (d1 - d0) * Math.sqrt(k / k1)
    : d0 + ((d1 - d0) * Math.log(k / k0)) / Math.log(k1 / k0);
}
