import { classOf, SHADES, shadeColour } from './pressureScale';

test('below, inside and above the window', () => {
  expect(classOf(20, 41, 85)).toBe('under');
  expect(classOf(-3, 41, 85)).toBe('under');
  expect(classOf(90, 41, 85)).toBe('over');
  expect(classOf(41, 41, 85)).toBe(0);
  expect(classOf(85, 41, 85)).toBe(SHADES - 1);
});

test('what stands on an edge is inside, and shades only deepen with pressure', () => {
  expect(classOf(40.99, 41, 85)).toBe(0);
  expect(classOf(85.01, 41, 85)).toBe(SHADES - 1);
  let before = 0;
  for (let kpa = 41; kpa <= 85; kpa += 0.5) {
    const shade = classOf(kpa, 41, 85) as number;
    expect(shade).toBeGreaterThanOrEqual(before);
    before = shade;
  }
  expect(shadeColour(0)).toContain('0%');
  expect(shadeColour(SHADES - 1)).toContain('100%');
});
