/** A monotone cubic through points; straight on beyond both ends. */
export interface MonotoneCubic {
  value(x: number): number;
  slope(x: number): number;
}

/**
 * Piecewise cubic that never overshoots its points.
 *
 * Fritsch & Carlson 1980, with the weighted harmonic-mean slopes of Fritsch & Butland 1984
 * (usual in PCHIP); ends by the three-point formula, kept monotone.
 *
 * @param xs rising, at least two
 * @param ys as many
 */
export function monotoneCubic(xs: readonly number[], ys: readonly number[]): MonotoneCubic {
  const n = xs.length;
  const h = xs.slice(1).map((x, i) => x - xs[i]);
  const d = ys.slice(1).map((y, i) => (y - ys[i]) / h[i]);
  const m = new Array<number>(n).fill(0);
  for (let i = 1; i < n - 1; i++) {
    if (d[i - 1] * d[i] <= 0) continue;
    const w1 = 2 * h[i] + h[i - 1];
    const w2 = h[i] + 2 * h[i - 1];
    m[i] = (w1 + w2) / (w1 / d[i - 1] + w2 / d[i]);
  }
  m[0] = n === 2 ? d[0] : endSlope(h[0], h[1], d[0], d[1]);
  m[n - 1] = n === 2 ? d[0] : endSlope(h[n - 2], h[n - 3], d[n - 2], d[n - 3]);

  const piece = (x: number): number => {
    let i = 0;
    while (i < n - 2 && x > xs[i + 1]) i++;
    return i;
  };
  return {
    value(x) {
      if (x <= xs[0]) return ys[0] + m[0] * (x - xs[0]);
      if (x >= xs[n - 1]) return ys[n - 1] + m[n - 1] * (x - xs[n - 1]);
      const i = piece(x);
      const t = (x - xs[i]) / h[i];
      const u = 1 - t;
      return (
        ys[i] * (1 + 2 * t) * u * u +
        ys[i + 1] * t * t * (3 - 2 * t) +
        h[i] * t * u * (m[i] * u - m[i + 1] * t)
      );
    },
    slope(x) {
      if (x <= xs[0]) return m[0];
      if (x >= xs[n - 1]) return m[n - 1];
      const i = piece(x);
      const t = (x - xs[i]) / h[i];
      return 6 * t * (1 - t) * d[i] + m[i] * (1 - t) * (1 - 3 * t) + m[i + 1] * t * (3 * t - 2);
    },
  };
}

function endSlope(h0: number, h1: number, d0: number, d1: number): number {
  const s = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
  if (s * d0 <= 0) return 0;
  return d0 * d1 <= 0 && Math.abs(s) > 3 * Math.abs(d0) ? 3 * d0 : s;
}
