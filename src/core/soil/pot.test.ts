import { POT_HELD_MM_PER_M, potDepthM } from './index';

test('a pot of 20 L over a fifth of a square metre is 10 cm of mix, and holds 5 L for its plant', () => {
  expect(potDepthM(20, 0.2)).toBeCloseTo(0.1, 12);
  expect(POT_HELD_MM_PER_M * potDepthM(20, 0.2) * 0.2).toBeCloseTo(5, 12);
});
