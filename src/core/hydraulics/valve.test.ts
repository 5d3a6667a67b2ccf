import { valveDegFor, valveK } from './valve';

describe('a valve turned shut', () => {
  it('loses what the table says, and more the further it is turned', () => {
    // Weisbach's cock: 20° 1.56, 45° 31.2, 60° 206.
    expect(valveK(20)).toBeCloseTo(1.56, 9);
    expect(valveK(45)).toBeCloseTo(31.2, 9);
    expect(valveK(60)).toBeCloseTo(206, 9);
    expect(valveK(0)).toBe(0);
    expect(valveK(-5)).toBe(0);
    for (let deg = 1; deg < 75; deg++) expect(valveK(deg)).toBeGreaterThan(valveK(deg - 1));
    expect(valveK(90)).toBe(valveK(75));
  });

  it('is found back from its loss', () => {
    for (let deg = 1; deg <= 75; deg += 2) expect(valveDegFor(valveK(deg))).toBeCloseTo(deg, 6);
    expect(valveDegFor(0)).toBe(0);
    expect(valveDegFor(1e9)).toBe(75);
  });
});
