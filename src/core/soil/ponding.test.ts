import { pondedRadiusM } from './index';

describe('the puddle about an emitter', () => {
  test('put back into Wooding’s formula gives the flow', () => {
    for (const [ks, alpha] of [
      [5.8e-5, 14],
      [3.7e-6, 12],
      [1.7e-7, 0.8],
    ]) {
      for (const lph of [0.5, 1, 4, 20]) {
        const r = pondedRadiusM(lph, ks, alpha);
        expect(ks * (Math.PI * r * r + (4 * r) / alpha) * 3.6e6).toBeCloseTo(lph, 9);
      }
    }
  });

  test('by hand: 1 L/h on loam stands 11 cm wide about the emitter', () => {
    // q/K = 2.778e-7 / 3.7e-6 = 0.0751 m²; π·r² + 0.333·r = 0.0751 → r = 0.1104 m.
    expect(pondedRadiusM(1, 3.7e-6, 12)).toBeCloseTo(0.1104, 3);
  });

  test('tighter soil and more flow puddle wider; nothing flowing, nothing stands', () => {
    expect(pondedRadiusM(1, 1.7e-7, 0.8)).toBeGreaterThan(pondedRadiusM(1, 3.7e-6, 12));
    expect(pondedRadiusM(2, 3.7e-6, 12)).toBeGreaterThan(pondedRadiusM(1, 3.7e-6, 12));
    expect(pondedRadiusM(0, 3.7e-6, 12)).toBe(0);
  });
});
