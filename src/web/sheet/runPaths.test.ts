import { fillIn, blankPlan, type Plan } from '../../core/plan';
import { layOut } from '../../core/layout';
import { FINE_SHADES, runPaths, type Shading } from './runPaths';

/** Paths of a browser, as far as they are looked at here: how many strokes begin in each. */
class Strokes {
  begins: [number, number][] = [];
  ends: [number, number][] = [];
  moveTo(x: number, y: number): void {
    this.begins.push([x, y]);
    this.ends.push([x, y]);
  }
  lineTo(x: number, y: number): void {
    this.ends[this.ends.length - 1] = [x, y];
  }
}
(globalThis as { Path2D?: unknown }).Path2D = Strokes;
const strokes = (path: Path2D | undefined): Strokes => path as unknown as Strokes;

const layout = (more: object = {}) => {
  const plan: Plan = {
    ...blankPlan('metric'),
    blocks: [{ id: 'b', beds: { count: 4, lengthM: 10, runsPerBed: 1 }, ...more }],
  };
  return layOut(fillIn(plan)).blocks[0];
};
const four = layout();
/** Three points a run: the same pressures along each. */
const shading = (...kpa: number[]): Shading => ({
  kpa: Float32Array.from({ length: four.runs.length * kpa.length }, (_, i) => kpa[i % kpa.length]),
  points: kpa.length,
  placeOf: (i) => i,
  windowOf: () => [40, 80],
});

describe('runs as paths by their shade', () => {
  it('one stroke a run where the pressure is the same, in the shade of the middle of the window', () => {
    const paths = runPaths(four, shading(60, 60, 60), 1);
    const drawn = paths.shades.flatMap((p, s) => (p ? [s] : []));
    expect(drawn).toEqual([FINE_SHADES / 2]);
    expect(strokes(paths.shades[FINE_SHADES / 2]).begins).toHaveLength(4);
    expect([paths.plain, paths.under, paths.over]).toEqual([undefined, undefined, undefined]);
  });

  it('changes its shade little by little from the strong to the weak end, each stroke beginning where another ends', () => {
    const { shades } = runPaths(four, shading(78, 60, 42), 1);
    const drawn = shades.flatMap((p) => (p ? [strokes(p)] : []));
    expect(drawn.length).toBeGreaterThanOrEqual(5);
    const ends = new Set(drawn.flatMap((p) => p.ends.map(String)));
    const begins = drawn.flatMap((p) => p.begins.map(String));
    // Four begin at the header, the others where a stroke ended.
    expect(begins.filter((b) => !ends.has(b))).toHaveLength(4);
  });

  it('tells what lies outside the window, and what was not solved, apart', () => {
    expect(strokes(runPaths(four, shading(30, 30), 1).under).begins).toHaveLength(4);
    expect(strokes(runPaths(four, shading(90, 90), 1).over).begins).toHaveLength(4);
    expect(strokes(runPaths(four, undefined, 1).plain).begins).toHaveLength(4);
    expect(strokes(runPaths(four, { ...shading(60, 60), placeOf: () => -1 }, 1).plain).begins).toHaveLength(
      4,
    );
    expect(strokes(runPaths(layout({ inUse: false }), shading(60, 60), 1).plain).begins).toHaveLength(4);
  });

  it('thins runs on the same pixels, but for those outside their window', () => {
    expect(strokes(runPaths(four, shading(60, 60), 2).shades[FINE_SHADES / 2]).begins).toHaveLength(2);
    expect(strokes(runPaths(four, shading(30, 30), 2).under).begins).toHaveLength(4);
  });

  it('stays the same while no piece changes its shade', () => {
    const first = runPaths(four, shading(60, 60), 1);
    expect(runPaths(four, shading(60.1, 60), 1, first)).toBe(first);
    expect(runPaths(four, shading(70, 60), 1, first)).not.toBe(first);
    expect(runPaths(four, shading(60, 60), 2, first)).not.toBe(first);
    expect(runPaths(layout(), shading(60, 60), 1, first)).not.toBe(first);
  });
});
