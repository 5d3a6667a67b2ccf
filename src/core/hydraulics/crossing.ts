/** How far a step may be drawn from the straight line towards the middle, and the power of the width that it goes with. */
const DRAWN = 0.2;
const DRAWN_POWER = 2;
/** Widths that doubling may reach before a sign is given up on: 10⁹ times the first. */
const MOST_WIDENINGS = 60;

/**
 * Where a rising continuous function passes through nought, found by steps along straight lines that are drawn towards the
 * middle just so far that no more of them are needed than of halvings (Oliveira and Takahashi 2020, interpolate, truncate,
 * project). At a jump it comes to the jump.
 *
 * @param f a function that does not fall
 * @param low a place at which it is not above nought, and `high` one at which it is not below
 * @param within the answer is found so closely
 * @param fLow, fHigh the function there, where it is known
 */
export function crossing(
  f: (x: number) => number,
  low: number,
  high: number,
  within: number,
  fLow = f(low),
  fHigh = f(high),
): number {
  let [a, b] = [low, high];
  let fa = fLow;
  let fb = fHigh;
  if (fa >= 0) return a;
  if (fb <= 0) return b;
  const drawn = DRAWN / (b - a);
  const most = Math.max(0, Math.ceil(Math.log2((b - a) / (2 * within)))) + 1;
  for (let i = 0; b - a > 2 * within && i < most; i++) {
    const middle = (a + b) / 2;
    const line = (fb * a - fa * b) / (fb - fa);
    const side = Math.sign(middle - line);
    const draw = drawn * (b - a) ** DRAWN_POWER;
    const towards = draw <= Math.abs(middle - line) ? line + side * draw : middle;
    const room = within * 2 ** (most - i) - (b - a) / 2;
    const x = Math.abs(towards - middle) <= room ? towards : middle - side * room;
    const fx = f(x);
    if (fx > 0) [b, fb] = [x, fx];
    else if (fx < 0) [a, fa] = [x, fx];
    else return x;
  }
  return (a + b) / 2;
}

/**
 * The same where it is likely near a guess: looked for in a narrow span about it first.
 * @param share of the guess that the span reaches to either side at first
 */
export function crossingNear(
  f: (x: number) => number,
  guess: number,
  share: number,
  low: number,
  high: number,
  within: number,
): number {
  const at = Math.min(high, Math.max(low, guess));
  let width = Math.max(share * Math.abs(at), within);
  const fAt = f(at);
  if (fAt === 0) return at;
  for (let i = 0; i < MOST_WIDENINGS; i++, width *= 4) {
    const to = fAt > 0 ? Math.max(low, at - width) : Math.min(high, at + width);
    const fTo = f(to);
    const passed = fAt > 0 ? fTo <= 0 : fTo >= 0;
    if (passed || to === low || to === high)
      return fAt > 0 ? crossing(f, to, at, within, fTo, fAt) : crossing(f, at, to, within, fAt, fTo);
  }
  return crossing(f, low, high, within);
}
