import { DRILLS } from '../catalog/drills';
import { createPlanSolver } from '../network';
import { blankPlan, fillIn, type Plan } from '../plan';
import { drillTable } from './index';

const barrel: Plan = {
  ...blankPlan('metric'),
  sources: [
    {
      id: 's',
      kind: 'tank',
      outletM: 1,
      lowM: 1.05,
      highM: 1.8,
      xM: -3,
      yM: 0,
      shape: 'stated',
      volumeL: 1000,
    },
  ],
  head: [],
  blocks: [
    {
      id: 'b',
      beds: { count: 4, lengthM: 6, runsPerBed: 1 },
      tape: { kind: 'drilled', holeMm: 2 },
      header: { pipe: 'pe-1' },
      main: { pipe: 'pe-1' },
    },
  ],
};

describe('drills for a whole block', () => {
  const table = drillTable(barrel, 0, createPlanSolver());

  test('every drill that growers have is solved: larger holes give more and are less even', () => {
    expect(table.rows.map((r) => r.drill)).toEqual(DRILLS);
    for (let i = 1; i < table.rows.length; i++) {
      expect(table.rows[i].flowLph).toBeGreaterThan(table.rows[i - 1].flowLph);
      expect(table.rows[i].evenness).toBeLessThanOrEqual(table.rows[i - 1].evenness + 1e-9);
    }
  });

  test('the best is the largest that is even enough, and as the plan solves with it', () => {
    const best = table.rows.find((r) => r.drill === table.best)!;
    expect(best.evenness).toBeGreaterThanOrEqual(0.9);
    const next = table.rows[table.rows.indexOf(best) + 1];
    expect(next.evenness).toBeLessThan(0.9);
    const laid = createPlanSolver().solve(
      fillIn({
        ...barrel,
        blocks: [{ ...barrel.blocks[0], tape: { kind: 'drilled', holeMm: best.drill.mm } }],
      }),
    );
    expect(best.flowLph).toBeCloseTo(laid.flowLph, 2);
    // Torricelli by hand: 0.61 · A · √(2p/ρ) at the least pressure.
    const lph =
      0.61 *
      (Math.PI / 4) *
      (best.drill.mm / 1000) ** 2 *
      Math.sqrt((2 * best.leastKpa * 1000) / 998.2) *
      3.6e6;
    expect(Math.abs(best.leastLph / lph - 1)).toBeLessThan(2e-3);
  });

  test('how long follows from the need: half the flow takes twice the time', () => {
    const [a, b] = [table.rows[0], table.rows[5]];
    expect(a.minutes * a.flowLph * a.evenness).toBeCloseTo(b.minutes * b.flowLph * b.evenness, 4);
  });

  test('what lies there is drilled hose instead, whatever was laid before', () => {
    const tape = drillTable(
      { ...barrel, blocks: [{ ...barrel.blocks[0], tape: {} }] },
      0,
      createPlanSolver(),
    );
    expect(tape.rows[8].flowLph).toBeCloseTo(table.rows[8].flowLph, 6);
  });
});
