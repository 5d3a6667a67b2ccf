import * as fc from 'fast-check';
import { crossing, crossingNear } from './crossing';

const WITHIN = 1e-9;

test('finds what is known: the root of two, and a fifth root far from its guess', () => {
  expect(crossing((x) => x * x - 2, 0, 2, WITHIN)).toBeCloseTo(Math.SQRT2, 8);
  expect(crossingNear((x) => x ** 5 - 32, 900, 0.01, 0, 1000, WITHIN)).toBeCloseTo(2, 8);
  expect(crossingNear((x) => x ** 5 - 32, 1e-6, 0.01, 0, 1000, WITHIN)).toBeCloseTo(2, 8);
});

test('an end that is beyond the crossing is the answer', () => {
  expect(crossing((x) => x + 1, 0, 5, WITHIN)).toBe(0);
  expect(crossing((x) => x - 9, 0, 5, WITHIN)).toBe(5);
  expect(crossingNear((x) => x - 9, 2, 0.1, 0, 5, WITHIN)).toBe(5);
  expect(crossingNear((x) => x + 1, 2, 0.1, 0, 5, WITHIN)).toBe(0);
});

test('comes to a jump', () => {
  expect(crossing((x) => (x < 0.3 ? -1 : 1), 0, 1, WITHIN)).toBeCloseTo(0.3, 8);
});

test('any power through any place is found as closely as asked, with at most two looks more than halving needs', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 99.9, noNaN: true }),
      fc.double({ min: 0.3, max: 4, noNaN: true }),
      fc.double({ min: 0, max: 100, noNaN: true }),
      (at, power, guess) => {
        let looks = 0;
        const f = (x: number): number => {
          looks++;
          return Math.sign(x - at) * Math.abs(x - at) ** power;
        };
        expect(Math.abs(crossing(f, 0, 100, 1e-6) - at)).toBeLessThanOrEqual(1e-6 + 1e-12);
        // 100 is halved to 2·10⁻⁶ in 26 steps; both ends are looked at, and one step more may be taken.
        expect(looks).toBeLessThanOrEqual(26 + 2 + 1);
        expect(Math.abs(crossingNear(f, guess, 0.02, 0, 100, 1e-6) - at)).toBeLessThanOrEqual(1e-6 + 1e-12);
      },
    ),
  );
});
