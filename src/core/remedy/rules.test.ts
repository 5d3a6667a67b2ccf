import { isLess, mildOf } from './tryOut';

const of = (...margins: number[]) => margins.map((margin) => ({ margin }));

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
    expect(mildOf([grave, mild, lesser, helps])).toEqual([mild, lesser, helps]);
  });
  it('stay where nothing else clears', () => {
    const grave = way(true, 'stop');
    const helps = way(false);
    expect(mildOf([grave, helps])).toEqual([grave, helps]);
  });
});
