import { isLess, mildOf } from './tryOut';

/** Findings that are so many percent over a limit of 10. */
const of = (...over: number[]) => over.map((by) => ({ measured: 10 + by / 10, limit: 10 }));

describe('less is left of a finding', () => {
  it('where it holds in fewer places, however much it is off there', () => {
    expect(isLess(of(50), of(10, 10))).toBe(true);
    expect(isLess(of(10, 10), of(10, 10))).toBe(false);
    expect(isLess(of(1, 1, 1), of(10, 10))).toBe(true);
  });
  it('where it is off by more than a fifth less in all places together', () => {
    expect(isLess(of(79), of(100))).toBe(true);
    expect(isLess(of(80), of(100))).toBe(false);
    expect(isLess(of(81), of(100))).toBe(false);
    expect(isLess(of(120), of(100))).toBe(false);
    expect(isLess(of(50, 29), of(20, 80))).toBe(true);
  });
  it('whatever the limit then is', () => {
    const under = (measured: number, limit: number) => [{ measured, limit }];
    // 39.5 of 55 is 28 % short; 24.3 of 50 is 51 %, though it is 25.7 kPa instead of 15.5.
    expect(isLess(under(24.3, 50), under(39.5, 55))).toBe(false);
    // 20 of 60 is 67 % short, 24 of 40 is 40 %.
    expect(isLess(under(24, 40), under(20, 60))).toBe(true);
  });
  it('by no trifle: three hundredths of the limit, or half of what there was', () => {
    expect(isLess(of(6), of(8))).toBe(false);
    expect(isLess(of(5), of(8))).toBe(true);
    expect(isLess(of(1), of(2.1))).toBe(true);
  });
});

describe('remedies that bring a graver fault elsewhere', () => {
  const way = (clears: boolean, ...grades: ('stop' | 'mend')[]) => ({
    clears,
    worse: grades.map((grade) => ({ grade })),
  });
  it('are left out where something clears without one', () => {
    const mild = way(true);
    const lesser = way(true, 'mend');
    const grave = way(true, 'mend', 'stop');
    const helps = way(false);
    expect(mildOf([grave, mild, lesser, helps], (w) => w)).toEqual([mild, lesser, helps]);
  });
  it('stay where nothing else clears', () => {
    const grave = way(true, 'stop');
    const helps = way(false);
    expect(mildOf([grave, helps], (w) => w)).toEqual([grave, helps]);
  });
});
