import type { FarmResults } from '../network';
import { spareOf, spareTold } from './spare';

const drawn = (askedLph: number, availableLph: number, lastingLph = Infinity, gravity = false): FarmResults =>
  ({
    layout: { source: { kind: gravity ? 'tank' : 'tap', booster: { kind: 'none' } } },
    demand: { askedLph, availableLph, lastingLph },
  }) as never;

test('what is to spare is the lesser of what the source gives at the pressure and of what it keeps up, over what is asked', () => {
  expect(spareOf(drawn(1000, 1500), 0.9)).toBeCloseTo(0.5, 12);
  expect(spareOf(drawn(1000, 1500, 1200), 0.9)).toBeCloseTo(0.2, 12);
  expect(spareOf(drawn(1000, 800), 0.9)).toBeCloseTo(-0.2, 12);
  expect(spareOf(drawn(1000, 5000, Infinity, true), 0.9)).toBe(Infinity);
});

test('it is told in percent rounded down, and from more than double in words', () => {
  expect(spareTold(0.489)).toBe('48 % to spare');
  expect(spareTold(0)).toBe('0 % to spare');
  expect(spareTold(1)).toBe('100 % to spare');
  expect(spareTold(1.001)).toBe('more than double what it needs');
  expect(spareTold(Infinity)).toBe('more than double what it needs');
});
