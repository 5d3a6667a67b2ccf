import fc from 'fast-check';
import { layOut, placeOnRun, stretchOfRun, stripOf } from './index';
import { blankPlan, fillIn, type Plan } from '../plan';

const laidOf = (block: Partial<Plan['blocks'][number]>) =>
  layOut(
    fillIn({
      ...blankPlan('metric'),
      sources: [{ id: 's', kind: 'tap' }],
      blocks: [{ id: 'b', ...block }],
    }),
  ).blocks[0];
const SNAKED = { count: 1, lengthM: 4, widthM: 1.2, runsPerBed: 1, passes: 3 };

describe('a hose snaked through its bed', () => {
  test('three times along a bed of 4 m by 1.2 m: lanes 0.4 m apart, 12 m and two turns of 0.4 m', () => {
    const laid = laidOf({ beds: SNAKED, header: { along: 0 } });
    expect(laid.runs).toHaveLength(1);
    const [run] = laid.runs;
    expect(run.way!.map(([x, y]) => [Number(x.toFixed(6)), y])).toEqual([
      [0.2, 0],
      [0.2, 4],
      [0.6, 4],
      [0.6, 0],
      [1, 0],
      [1, 4],
    ]);
    expect(run.lengthM).toBeCloseTo(3 * 4 + 2 * 0.4, 12);
    // Its strips lie side by side as those of three runs do.
    const three = laidOf({ beds: { ...SNAKED, passes: 1, runsPerBed: 3 } });
    expect(stripOf(laid.block, laid.beds[0])).toBeCloseTo(stripOf(three.block, three.beds[0]), 12);
  });

  test('a hose that was measured has its own length; its places are spread along the drawing', () => {
    const laid = laidOf({ beds: { ...SNAKED, hoseM: 16 }, header: { along: 0 } });
    const [run] = laid.runs;
    expect(run.lengthM).toBe(16);
    // Half the hose is half the drawing of 12.8 m: 6.4 m, 2 m along the second lane.
    expect(placeOnRun(run, 8)).toEqual([expect.closeTo(0.6, 9), expect.closeTo(2, 9)]);
    expect(placeOnRun(run, 16)).toEqual([expect.closeTo(1, 9), expect.closeTo(4, 9)]);
  });

  test('from a header in the middle each half has its share of what was measured', () => {
    const laid = laidOf({ beds: { ...SNAKED, hoseM: 16 }, header: { along: 0.25 } });
    expect(laid.runs.map((r) => r.lengthM)).toEqual([expect.closeTo(12, 9), expect.closeTo(4, 9)]);
  });

  test('a bed that stops short of the header is reached by plain pipe as long as the way', () => {
    const laid = laidOf({
      beds: { ...SNAKED, count: 2, single: { '2': { startM: 1.5, lengthM: 2 } } },
      header: { along: 0 },
    });
    const run = laid.runs[1];
    expect(run.leadM).toBeCloseTo(1.5, 12);
    expect(run.lengthM).toBeCloseTo(1.5 + 3 * 2 + 2 * 0.4, 12);
    expect(placeOnRun(run, 1.5)[1]).toBeCloseTo(1.5, 9);
    expect(placeOnRun(run, 0.5)[1]).toBeCloseTo(0.5, 9);
  });

  test('it climbs where it goes up the bed and falls where it comes back', () => {
    const laid = laidOf({
      beds: SNAKED,
      header: { along: 0 },
      ground: { slopeAlong: 0.1, slopeAcross: 0.05 },
    });
    const { profile, slope } = laid.runs[0].lie();
    const riseAt = (m: number): number => {
      const i = profile!.distanceM.findIndex((d) => Math.abs(d - m) < 1e-9);
      return profile!.riseM[i];
    };
    expect(riseAt(4)).toBeCloseTo(0.4, 12);
    expect(riseAt(4.4)).toBeCloseTo(0.4 + 0.02, 12);
    expect(riseAt(8.4)).toBeCloseTo(0.02, 12);
    expect(riseAt(12.8)).toBeCloseTo(0.4 + 0.04, 12);
    expect(slope * 12.8).toBeCloseTo(0.44, 12);
  });

  test('two runs of two passes share the bed: the first has its left half', () => {
    const laid = laidOf({ beds: { ...SNAKED, runsPerBed: 2, passes: 2 }, header: { along: 0 } });
    expect(laid.runs.map((r) => r.way!.map(([x]) => Number(x.toFixed(6))))).toEqual([
      [0.15, 0.15, 0.45, 0.45],
      [0.75, 0.75, 1.05, 1.05],
    ]);
  });

  test('stretches of a run joined end to end are its whole way, straight or snaked', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 5 }),
        (passes, lengthM, along, pieces) => {
          const laid = laidOf({ beds: { ...SNAKED, lengthM, passes }, header: { along } });
          for (const run of laid.runs) {
            const cuts = Array.from({ length: pieces + 1 }, (_, i) => (run.lengthM * i) / pieces);
            const lengths = cuts.slice(1).map((to, i) => {
              const points = stretchOfRun(run, cuts[i], to);
              return points
                .slice(1)
                .reduce((m, [x, y], j) => m + Math.hypot(x - points[j][0], y - points[j][1]), 0);
            });
            const whole = lengths.reduce((a, b) => a + b, 0);
            expect(whole).toBeCloseTo(run.lengthM, 6);
            for (const m of lengths) expect(m).toBeCloseTo(run.lengthM / pieces, 6);
          }
        },
      ),
    );
  });
});
