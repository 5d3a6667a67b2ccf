/** A store of water by its shape. */
export interface Store {
  shape: 'round' | 'box' | 'stated';
  diameterM: number;
  lengthM: number;
  widthM: number;
  /** Between outlet and high water, of one tank; for the shape `stated`. */
  volumeL: number;
  outletM: number;
  highM: number;
  lowM: number;
  /** Like tanks joined at the bottom. */
  count: number;
}

const L_PER_M3 = 1000;

/** Litres in each metre of the water's height, all joined tanks together. */
export function litresPerM(store: Store): number {
  const area =
    store.shape === 'round'
      ? (Math.PI / 4) * store.diameterM ** 2
      : store.shape === 'box'
        ? store.lengthM * store.widthM
        : store.volumeL / L_PER_M3 / Math.max(store.highM - store.outletM, Number.EPSILON);
  return area * L_PER_M3 * store.count;
}

/** Water between the high and the low level, L. */
export const usableL = (store: Store): number => litresPerM(store) * (store.highM - store.lowM);

/** Water over the outlet when full, L. */
export const fullL = (store: Store): number => litresPerM(store) * (store.highM - store.outletM);

/** Rain off a roof, L: a millimetre on a square metre is a litre, less what splashes and runs past. */
export const roofL = (roofM2: number, rainMm: number, share: number): number => roofM2 * rainMm * share;
