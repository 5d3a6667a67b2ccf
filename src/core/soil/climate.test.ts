import { betweenMonths, CLIMATES, hargreavesMm, monthlyEt0Mm, monthsOf } from './climate';

describe('the months', () => {
  it('draw by two temperatures and the sun, by hand', () => {
    // 20 to 30 °C under 40 MJ/m²: 0.0023 · 40 · 0.408 · 42.8 · √10.
    const mm = hargreavesMm(20, 30, 45, 172);
    const sky = mm / (0.0023 * 0.408 * 42.8 * Math.sqrt(10));
    expect(sky).toBeGreaterThan(40);
    expect(sky).toBeLessThan(43);
    expect(hargreavesMm(20, 20, 45, 172)).toBe(0);
    expect(hargreavesMm(-30, -20, 45, 172)).toBe(0);
  });

  it('of a kind of climate are never one figure: summers draw several times what winters do, each in its half of the year', () => {
    for (const { id } of CLIMATES) {
      const north = monthlyEt0Mm(monthsOf(id, 45), 45);
      const south = monthlyEt0Mm(monthsOf(id, -45), -45);
      expect(north[6]).toBeGreaterThan(3 * north[0]);
      expect(south[0]).toBeGreaterThan(3 * south[6]);
      expect(Math.max(...north)).toBeLessThan(12);
    }
    // The warmest month is July in the north and January in the south.
    const warm = monthsOf('inland', 45).map((m) => m.maxC);
    expect(warm.indexOf(Math.max(...warm))).toBe(6);
    const southern = monthsOf('inland', -30).map((m) => m.maxC);
    expect(southern.indexOf(Math.max(...southern))).toBe(0);
  });

  it('take a told reference before any reckoning', () => {
    const months = monthsOf('inland', 45).map((m, i) => (i === 6 ? { ...m, et0Mm: 7.7 } : m));
    expect(monthlyEt0Mm(months, 45)[6]).toBe(7.7);
  });

  it('run into each other in a straight line, over the end of the year too', () => {
    const monthly = [1, 2, 3, 4, 5, 6, 7, 6, 5, 4, 3, 2];
    expect(betweenMonths(monthly, 15)).toBe(1);
    expect(betweenMonths(monthly, 196)).toBe(7);
    expect(betweenMonths(monthly, 105 + 15)).toBeCloseTo(4.5, 9);
    // From 15 December (349) to 15 January there are 31 days.
    expect(betweenMonths(monthly, 349)).toBe(2);
    expect(betweenMonths(monthly, 364)).toBeCloseTo(2 - 15 / 31, 9);
    expect(betweenMonths(monthly, 1)).toBeCloseTo(2 - 17 / 31, 9);
  });
});
