import fc from 'fast-check';
import { blankPlan, fillIn, type Plan } from '../plan';
import { layOut } from './index';

const planWith = (block: Partial<Plan['blocks'][number]>, source = {}) =>
  fillIn({
    ...blankPlan('metric'),
    sources: [{ id: 's', kind: 'tap', xM: -3, yM: -4, ...source }],
    blocks: [{ id: 'b', ...block }],
  });

describe('laying out a block', () => {
  test('four beds of two runs, header at the near end', () => {
    const farm = layOut(
      planWith({ beds: { count: 4, lengthM: 20, widthM: 0.8, pathM: 0.4, runsPerBed: 2 } }),
    );
    const [laid] = farm.blocks;
    expect(laid.box.rightM).toBeCloseTo(4 * 0.8 + 3 * 0.4, 12);
    expect(laid.takeOffs.map((t) => Number(t.xM.toFixed(3)))).toEqual([
      0.2, 0.6, 1.4, 1.8, 2.6, 3.0, 3.8, 4.2,
    ]);
    expect(laid.runs).toHaveLength(8);
    expect(farm.mains[0].lengthM).toBeCloseTo(5, 12);
  });

  test('a header in the middle feeds runs both ways; a short bed is reached by plain pipe', () => {
    const laid = layOut(
      planWith({
        beds: { count: 2, lengthM: 20, runsPerBed: 1, single: { '2': { lengthM: 6 } } },
        header: { along: 0.5 },
        ground: { slopeAlong: 0.02 },
      }),
    ).blocks[0];
    expect(laid.runs.map((r) => [r.bed, r.direction, r.lengthM, r.leadM])).toEqual([
      ['1', 1, 10, 0],
      ['1', -1, 10, 0],
      ['2', -1, 10, 4],
    ]);
    expect(laid.runs.map((r) => r.lie().slope)).toEqual([0.02, -0.02, -0.02]);
  });

  test('the main rises by the ground between source and feed', () => {
    const laid = layOut(
      planWith(
        {
          ground: { slopeAlong: 0.01, slopeAcross: 0.05 },
          header: { feed: 'right' },
          beds: { count: 2, widthM: 1, pathM: 0 },
        },
        { heightM: -0.5 },
      ),
    );
    expect(laid.mains[0].riseM).toBeCloseTo(0.1 + 0.5, 12);
  });

  test('wherever the header lies, the same length of bed is watered', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 1, max: 3 }),
        (percent, short, runs) => {
          const laid = layOut(
            planWith({
              beds: { count: 3, lengthM: 60, runsPerBed: runs, single: { '2': { lengthM: short } } },
              header: { along: percent / 100 },
            }),
          ).blocks[0];
          const laidM = laid.runs.reduce((sum, r) => sum + r.lengthM - r.leadM, 0);
          expect(Math.abs(laidM - runs * (120 + short))).toBeLessThan(0.3);
        },
      ),
    );
  });
});
