import { fillIn, blankPlan, type Plan } from '../../core/plan';
import { layOut } from '../../core/layout';
import type { Role } from './figures';
import { FINE_SHADES, runsLayer, type RunsLayer, type Shading } from './runs';

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

/** Pieces drawn in a role. */
const pieces = (layer: RunsLayer, role: Role): number =>
  layer.figures.filter((f) => f.role === role).reduce((n, f) => n + f.lines.length, 0);
const shades = (layer: RunsLayer): (number | undefined)[] => layer.figures.map((f) => f.shade);

describe('runs as figures by their shade', () => {
  it('one piece a run where the pressure is the same, in the shade of the middle of the window', () => {
    const layer = runsLayer(four, shading(60, 60, 60));
    expect(shades(layer)).toEqual([FINE_SHADES / 2]);
    expect(pieces(layer, 'run')).toBe(4);
    // In the block's own frame, the whole run in metres.
    const [x, y0, x1, y1] = layer.figures[0].lines[0];
    expect(x).toBe(x1);
    expect(Math.abs(y1 - y0)).toBeCloseTo(four.runs[0].lengthM, 9);
  });

  it('changes its shade little by little from the strong to the weak end, each piece beginning where another ends', () => {
    const { figures } = runsLayer(four, shading(78, 60, 42));
    expect(figures.length).toBeGreaterThanOrEqual(5);
    expect(figures.every((f) => f.role === 'run')).toBe(true);
    const lines = figures.flatMap((f) => f.lines);
    const ends = new Set(lines.map((l) => `${l[2]} ${l[3]}`));
    // Four begin at the header, the others where a piece ended.
    expect(lines.filter((l) => !ends.has(`${l[0]} ${l[1]}`))).toHaveLength(4);
  });

  it('tells what lies outside the window, and what was not solved, apart', () => {
    expect(pieces(runsLayer(four, shading(30, 30)), 'weak-run')).toBe(4);
    expect(pieces(runsLayer(four, shading(90, 90)), 'strained-run')).toBe(4);
    expect(pieces(runsLayer(four, undefined), 'unsolved-run')).toBe(4);
    const unknown = { ...shading(60, 60), placeOf: () => -1 };
    expect(pieces(runsLayer(four, unknown), 'unsolved-run')).toBe(4);
    expect(pieces(runsLayer(layout({ inUse: false }), shading(60, 60)), 'unsolved-run')).toBe(4);
  });

  it('thins runs on the same pixels, but for those outside their window', () => {
    expect(pieces(runsLayer(four, shading(60, 60), 2), 'run')).toBe(2);
    expect(pieces(runsLayer(four, shading(30, 30), 2), 'weak-run')).toBe(4);
  });

  it('draws what lies outside its window last, over the others', () => {
    const mixed = shading(60, 60);
    mixed.kpa.fill(20, 0, 2);
    mixed.kpa.fill(95, 2, 4);
    expect(runsLayer(four, mixed).figures.map((f) => f.role)).toEqual(['run', 'weak-run', 'strained-run']);
  });

  it('stays the same while no piece changes its shade', () => {
    const first = runsLayer(four, shading(60, 60));
    expect(runsLayer(four, shading(60.1, 60), 1, first)).toBe(first);
    expect(runsLayer(four, shading(70, 60), 1, first)).not.toBe(first);
    expect(runsLayer(four, shading(60, 60), 2, first)).not.toBe(first);
    expect(runsLayer(layout(), shading(60, 60), 1, first)).not.toBe(first);
  });
});
