import { prepareRun, type Run } from '../src/core/hydraulics/run';

/** The floor: pressures and flows only, no slopes, square-root emitters under Darcy–Weisbach. */
export function bareMarch(run: Run, endKpa: number): number {
  const { n, k, pieceM, firstM, firstRiseKpa, evenRiseKpa } = run;
  const { laminar, a, b, blasius, q1, q2, q3, wk } = run.friction;
  let p = endKpa;
  let q = 0;
  for (let i = n - 1; i >= 0; i--) {
    if (p > 0) q += k * Math.sqrt(p);
    let loss: number;
    if (q <= q1) loss = laminar * q;
    else if (q < q2) loss = (a + b * q) * q * q;
    else if (q < q3) loss = (blasius * q * q) / Math.sqrt(Math.sqrt(q));
    else loss = wk * Math.pow(q, 1.828);
    p += i > 0 ? pieceM * loss + evenRiseKpa : firstM * loss + firstRiseKpa;
  }
  return p + run.inletKpaPerLph2 * q * q;
}

/** Milliseconds that one bare march over so many emitters of drip tape takes here and now, the best of some. */
export function floorMs(emitters: number): number {
  const run = prepareRun(
    { lengthM: 20, diameterMm: 22.2, emitter: { spacingM: 0.2, flowLph: 0.53, atKpa: 55 } },
    { waterC: 20, friction: 'darcy-weisbach' },
  );
  let best = Infinity;
  let sum = 0;
  for (let k = 0; k < 9; k++) {
    const began = performance.now();
    for (let i = 0; i < emitters / run.n; i++) sum += bareMarch(run, 45 + (i % 7));
    best = Math.min(best, performance.now() - began);
  }
  if (!Number.isFinite(sum)) throw new Error('the floor came to nothing');
  return best;
}
