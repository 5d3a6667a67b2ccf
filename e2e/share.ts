/*
 * `npm test` walks a share of what is alike, chosen so that each kind is there; `npm run test:long` (LONG=1) walks all of it and
 * takes the times that only mean something on a quiet machine.
 */
export const LONG = process.env.LONG !== undefined;

/** Every so many of a list, from one of them on; all in the long run. */
export const oneIn = <T>(every: number, list: readonly T[], from = 0): T[] =>
  list.filter((_, i) => LONG || i % every === from % every);

/** A test of the long run. */
export const longTest: jest.It = LONG ? test : test.skip;
