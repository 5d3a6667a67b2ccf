import { blankPlan, fillIn, type Plan, type StatedBlock } from '../plan';
import { createPlanSolver, dripsEvenly, footKpa } from './index';

const under = (more: Partial<StatedBlock> = {}, source: object = {}, plan: Partial<Plan> = {}) => {
  const full = fillIn({
    ...blankPlan('metric'),
    sources: [
      {
        id: 's',
        kind: 'tank',
        outletM: 0.6,
        lowM: 0.8,
        highM: 1.6,
        xM: -2,
        yM: 0,
        ...source,
      } as Plan['sources'][number],
    ],
    head: [],
    blocks: [{ id: 'b', beds: { count: 2, lengthM: 8, runsPerBed: 2 }, header: { pipe: 'pe-1' }, ...more }],
    ...plan,
  });
  const r = createPlanSolver().solve(full);
  return {
    even: dripsEvenly(full, r, r.blocks[0]),
    foot: footKpa(full, r, r.blocks[0], r.runs[0].run.tape),
    r,
    full,
  };
};

describe('what drips under a tank', () => {
  test('is judged by its evenness, whatever its label’s least pressure', () => {
    const { even, foot, r } = under();
    expect(r.runs[r.weakest].minKpa).toBeLessThan(r.runs[0].run.tape.minKpa);
    expect(r.blocks[0].uniformity).toBeGreaterThan(0.9);
    expect([even, foot]).toEqual([true, 0]);
  });

  test('keeps to its label where the label’s pressure is there', () => {
    const { even, foot, r } = under({}, { outletM: 8, lowM: 8.2, highM: 9 });
    expect([even, foot]).toEqual([true, r.runs[0].run.tape.minKpa]);
  });

  test('is not even on a slope, past the wish, or where an emitter is dry; then the label counts', () => {
    const slope = under({ ground: { slopeAlong: 0.05 } });
    expect([slope.even, slope.foot]).toEqual([false, slope.r.runs[0].run.tape.minKpa]);
    expect(under({}, {}, { wishes: { uniformity: 0.98 } }).even).toBe(false);
    expect(under({ heightM: 2 }).even).toBe(false);
  });

  test('compensating emitters shut below their least pressure', () => {
    expect(under({ tape: { kind: 'compensating' } }).even).toBe(false);
  });

  test('a booster, or any other source, asks for the label’s pressure', () => {
    expect(under({}, { booster: { kind: 'fixed' } }).even).toBe(false);
    expect(under({}, { kind: 'tap', outletM: undefined, lowM: undefined, highM: undefined }).even).toBe(
      false,
    );
  });
});
