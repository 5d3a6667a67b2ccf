import type { Figure, Layer, StyleOf } from '../../../core/scene';
import { screenStyle } from './inks';
import { keepLayers } from './kept';
import { paintLayer } from './paint';

/** A canvas that writes down what is asked of it. */
function canvas() {
  const said: string[] = [];
  const round = (v: unknown): unknown => (typeof v === 'number' ? Math.round(v * 1000) / 1000 : v);
  const context = new Proxy({} as Record<string, unknown>, {
    get: (target, name: string) =>
      name in target
        ? target[name]
        : (...values: unknown[]) => void said.push(`${name} ${values.map(round).join(' ')}`.trim()),
    set: (target, name: string, value) => {
      target[name] = value;
      said.push(`${name}=${round(value)}`);
      return true;
    },
  }) as unknown as CanvasRenderingContext2D;
  return { context, said };
}
const painted = (figure: Figure, style: StyleOf, more: Partial<Layer> = {}): string[] => {
  const { context, said } = canvas();
  // Two dots to the px, ten px to the metre.
  paintLayer(
    context,
    { key: 'x', frame: undefined, figures: [figure], ...more },
    [20, 0, 0, -20, 5, 6],
    20,
    2,
    style,
  );
  return said;
};

describe('painting', () => {
  it('straight runs are filled as boxes as wide as their stroke, in metres', () => {
    const said = painted({ role: 'run', lines: [[1, 0, 1, 8]] }, () => ({
      strokes: [{ ink: '#00f', wide: 3 }],
    }));
    expect(said).toContain('setTransform 20 0 0 -20 5 6');
    expect(said).toContain('fillStyle=#00f');
    // Three px are 0.3 m here.
    expect(said).toContain('fillRect 0.85 0 0.3 8');
    expect(said.some((s) => s.startsWith('stroke ') || s === 'stroke')).toBe(false);
  });

  it('bent and dashed ones are stroked, dashes in px', () => {
    const bent = painted({ role: 'run', lines: [[0, 0, 1, 1, 2, 0]] }, () => ({
      strokes: [{ ink: '#00f', wide: 3 }],
    }));
    expect(bent).toEqual(expect.arrayContaining(['moveTo 0 0', 'lineTo 1 1', 'lineTo 2 0', 'stroke']));
    const dashed = painted({ role: 'weak-run', lines: [[1, 0, 1, 8]] }, () => ({
      strokes: [{ ink: '#f00', wide: 2, dash: [5, 4] }],
    }));
    expect(dashed).toEqual(expect.arrayContaining(['setLineDash 0.5,0.4', 'stroke']));
  });

  it('boxes of beds are filled at once and edged as closed', () => {
    const said = painted({ role: 'bed', lines: [[0, 0, 2, 0, 2, 4, 0, 4]] }, () => ({
      fill: '#eee',
      strokes: [{ ink: '#aaa', wide: 1 }],
      opacity: 0.5,
    }));
    expect(said).toEqual(
      expect.arrayContaining(['globalAlpha=0.5', 'fillRect 0 0 2 4', 'closePath', 'stroke']),
    );
  });

  it('lies in its block’s frame, within its clip, and leaves out what has no style', () => {
    const frame = { xM: 3, yM: 4, turnDeg: 90, sin: 1, cos: 0 };
    const said = painted({ role: 'contour', lines: [[0, 0, 1, 1]] }, () => undefined, {
      frame,
      clip: [0, 0, 1, 0, 1, 1],
    });
    expect(said).toContain('transform 0 -1 1 0 3 4');
    expect(said).toContain('clip');
    expect(said).not.toContain('stroke');
  });

  it('dots are round', () => {
    const said = painted({ role: 'emitter', lines: [[2, 3]] }, () => ({
      fill: '#000',
      dot: 3.2,
      strokes: [{ ink: '#fff', wide: 1 }],
    }));
    expect(said).toContain(`arc 2 3 0.32 0 ${Math.round(2000 * Math.PI) / 1000}`);
    expect(said).toEqual(expect.arrayContaining(['fill', 'stroke']));
  });
});

test('a layer is found again while what it is made of stays, and forgotten once it is not made', () => {
  const keeper = keepLayers();
  const make = (): Layer => ({ key: 'x', frame: undefined, figures: [] });
  const beds = {};
  const layer = keeper()('b', [beds, 1], make);
  expect(keeper()('b', [beds, 1], make)).toBe(layer);
  expect(keeper()('b', [beds, 2], make)).not.toBe(layer);
  const again = keeper()('b', [beds, 2], make);
  keeper();
  expect(keeper()('b', [beds, 2], make)).not.toBe(again);
});

test('runs over their window are double lines, and single ones where those would hide their neighbours', () => {
  const inks = {
    paper: '#fff',
    ink: '#000',
    faint: '#888',
    line: '#ccc',
    earth: '#eed',
    earthLine: '#cba',
    leaf: '#373',
    water: '#27a',
    clay: '#a52',
    alarm: '#c00',
    shades: [],
  };
  const inked = (wideM: number) =>
    screenStyle(inks, 2, 1.1)({ role: 'strained-run', lines: [], wideM })!.strokes!.map((s) => s.ink);
  // Two px to the metre: runs 3 m apart stand clear of each other, runs 0.4 m apart do not.
  expect(inked(3)).toEqual([inks.clay, inks.paper]);
  expect(inked(0.4)).toEqual([inks.clay]);
});
