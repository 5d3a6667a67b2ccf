import fc from 'fast-check';
import { endPressure } from '../endPressure';
import { newMarch } from '../march';
import { prepareRun, type RunSpec } from '../run';
import { createLogCells, type Marched, type Read } from './logCells';
import { runs } from '../../effort.testing';

const WATER = { waterC: 20, friction: 'darcy-weisbach' as const };
/** Far longer than its tape bears: its end is nearly dry at any pressure. */
const LONG: RunSpec = {
  lengthM: 300,
  diameterMm: 15.9,
  inletK: 1.5,
  emitter: { spacingM: 0.3, flowLph: 0.95, atKpa: 55 },
};

function cellsOf(spec: RunSpec) {
  const run = prepareRun(spec, WATER);
  let marches = 0;
  const marchTo = (inletKpa: number): Marched => {
    marches++;
    const m = newMarch();
    endPressure(run, inletKpa, m, NaN, 1e-11 * Math.min(1, inletKpa - run.lowestRiseKpa));
    return {
      inletKpa: m.inletKpa,
      flowLph: m.flowLph,
      slope: m.flowSlope / m.inletSlope,
      endKpa: m.endKpa,
      endSlope: 1 / m.inletSlope,
      minKpa: m.minKpa,
      minSlope: m.minSlope / m.inletSlope,
      maxKpa: m.maxKpa,
      maxSlope: m.maxSlope / m.inletSlope,
    };
  };
  return { cells: createLogCells(run.lowestRiseKpa, marchTo), marchTo, marches: () => marches };
}
const out = (): Read => ({ inletKpa: 0, flowLph: 0, slope: 0, endKpa: 0, minKpa: 0, maxKpa: 0 });

describe('a run read off between marched pressures', () => {
  it('is what a march gives, from next to nothing to a full tap', () => {
    const { cells, marchTo } = cellsOf(LONG);
    fc.assert(
      fc.property(fc.double({ min: Math.log(1e-5), max: Math.log(300), noNaN: true }), (log) => {
        const kpa = Math.exp(log);
        const got = out();
        expect(cells.read(kpa, got)).toBe(true);
        const exact = marchTo(kpa);
        expect(Math.abs(got.flowLph / exact.flowLph - 1)).toBeLessThan(5e-7);
        expect(got.slope / exact.slope).toBeCloseTo(1, 3);
        expect(got.endKpa).toBeCloseTo(exact.endKpa, 4);
        expect(got.minKpa).toBeCloseTo(exact.minKpa, 4);
        expect(got.maxKpa).toBeCloseTo(exact.maxKpa, 4);
      }),
      { numRuns: runs(80) },
    );
  });

  it('takes few marches however often it is read, and its flow never falls while pressure rises', () => {
    const { cells, marches } = cellsOf(LONG);
    let last = 0;
    let left = 0;
    const got = out();
    for (let i = 0; i < 5000; i++) {
      if (!cells.read(1e-7 * 1.004 ** i, got)) {
        left++;
        continue;
      }
      expect(got.flowLph).toBeGreaterThan(last);
      last = got.flowLph;
    }
    // Between a millionth and a hundred-thousandth of a kPa marches themselves are too coarse to prove a cell.
    expect(left).toBeLessThan(600);
    expect(marches()).toBeLessThan(900);
  });

  it('is left to marches where emitters lie dry, and where there is no pressure', () => {
    const uphill = cellsOf({ ...LONG, slope: 0.02 }).cells;
    expect(uphill.read(3, out())).toBe(false);
    expect(cellsOf(LONG).cells.read(0, out())).toBe(false);
    expect(cellsOf(LONG).cells.read(-1, out())).toBe(false);
  });

  it('goes straight to nought under a ten-thousandth of a millimetre of water, from what a march gives there', () => {
    const { cells, marchTo } = cellsOf(LONG);
    const per = (kpa: number): number => {
      const got = out();
      expect(cells.read(kpa, got)).toBe(true);
      expect(got.slope).toBeCloseTo(got.flowLph / kpa, 6);
      return got.flowLph / kpa;
    };
    const steep = per(9e-7);
    for (const kpa of [1e-7, 1e-9, 1e-13]) expect(per(kpa) / steep).toBeCloseTo(1, 9);
    // At the power of the pressure that it has there the slope would be eight times as steep at 10⁻¹⁰ kPa.
    expect(steep / (marchTo(1e-6).flowLph / 1e-6)).toBeCloseTo(1, 2);
    expect(marchTo(1e-6).flowLph).toBeLessThan(0.002);
  });
});
