/*
 * Small dense matrices, row by row in flat arrays: a handful of readings at a time.
 */

/**
 * The lower triangle L of a matrix S = L·Lᵀ (Cholesky).
 * @param s n × n, symmetric; a little is added to a diagonal that rounding made negative
 */
export function cholesky(s: Float64Array, n: number): Float64Array {
  const l = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = s[i * n + j];
      for (let k = 0; k < j; k++) sum -= l[i * n + k] * l[j * n + k];
      if (i === j) l[i * n + i] = Math.sqrt(Math.max(sum, 1e-12));
      else l[i * n + j] = sum / l[j * n + j];
    }
  }
  return l;
}

/** L⁻¹·v, for a lower triangle L. */
export function solveLower(l: Float64Array, n: number, v: ArrayLike<number>): Float64Array {
  const x = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = v[i];
    for (let k = 0; k < i; k++) sum -= l[i * n + k] * x[k];
    x[i] = sum / l[i * n + i];
  }
  return x;
}

export const dot = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i];
  return sum;
};

/** Log of the determinant of L·Lᵀ. */
export function logDet(l: Float64Array, n: number): number {
  let sum = 0;
  for (let i = 0; i < n; i++) sum += Math.log(l[i * n + i]);
  return 2 * sum;
}

/** log Σ exp, without overflow. */
export function logSum(logs: readonly number[]): number {
  const most = Math.max(...logs);
  if (most === -Infinity) return -Infinity;
  let sum = 0;
  for (const l of logs) sum += Math.exp(l - most);
  return most + Math.log(sum);
}
