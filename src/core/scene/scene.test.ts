import { blankPlan, fillIn, type Plan } from '../plan';
import { layOut, toSheet, type BlockLayout } from '../layout';
import { stepKey } from '../network';
import { bedsLayer } from './beds';
import { emittersLayer } from './emitters';
import { boxOfLayer, type Layer, type StyleOf } from './figures';
import { headersLayer, mainEnds, mainsLayers, offHeader } from './pipes';
import { contourLines, contoursLayer, heightGrid } from './relief';
import { layerSvg } from './svg';

const farm = (block: object = {}, more: Partial<Plan> = {}) =>
  layOut(
    fillIn({
      ...blankPlan('metric'),
      ...more,
      blocks: [{ id: 'b', xM: 5, yM: 3, beds: { count: 4, lengthM: 10, widthM: 0.8, pathM: 0.4 }, ...block }],
    }),
  );
const first = (block: object = {}): BlockLayout => farm(block).blocks[0];
const roles = (layer: Layer): string[] => layer.figures.map((f) => f.role);
const linesOf = (layer: Layer, role: string): (readonly number[])[] =>
  layer.figures.filter((f) => f.role === role).flatMap((f) => f.lines);

describe('beds', () => {
  it('are boxes as wide and long as they are laid, those of one colour together', () => {
    const layer = bedsLayer(first(), (bed) => (bed.key === '2' ? '#123456' : undefined));
    expect(layer.figures.map((f) => [f.role, f.tint, f.lines.length])).toEqual([
      ['bed', undefined, 3],
      ['bed', '#123456', 1],
    ]);
    const [x0, y0, x1, , , y2] = layer.figures[0].lines[0];
    expect([x1 - x0, y2 - y0]).toEqual([expect.closeTo(0.8, 9), expect.closeTo(10, 9)]);
    expect(layer.figures[0].wideM).toBeCloseTo(1.2, 9);
  });

  it('that rest or are not in use are told apart, and an outline lies under them', () => {
    expect(
      roles(
        bedsLayer(
          first({ beds: { count: 2, lengthM: 10, single: { '1': { resting: true } } } }),
          () => undefined,
        ),
      ).sort(),
    ).toEqual(['bed', 'resting-bed']);
    expect(roles(bedsLayer(first({ inUse: false }), () => undefined))).toEqual(['shut-bed']);
    const outline = [
      [0, 0],
      [8, 0],
      [8, 12],
      [0, 12],
    ];
    expect(roles(bedsLayer(first({ outline }), () => undefined))[0]).toBe('outline');
  });

  it('fall on the sheet where their block lies, turned with it', () => {
    const layout = first({ turnDeg: 90 });
    const box = boxOfLayer(bedsLayer(layout, () => undefined))!;
    // Four beds of 0.8 m with three paths of 0.4 m between are 4.4 m wide, 10 m long, lying to the east.
    expect(box.x1 - box.x0).toBeCloseTo(10, 6);
    expect(box.y1 - box.y0).toBeCloseTo(4.4, 6);
    expect(box.x0).toBeCloseTo(Math.min(...layout.beds.map((b) => toSheet(layout.frame, 0, b.nearM)[0])), 6);
  });
});

describe('pipes', () => {
  const MARK_M = 0.05;
  it('a header at the near end is drawn eleven marks off the beds, in the middle where it lies', () => {
    expect(offHeader(first().block.header)).toBe(-11);
    const near = linesOf(headersLayer(first(), MARK_M), 'header')[0];
    expect(near[1]).toBeCloseTo(-11 * MARK_M, 9);
    const middle = linesOf(headersLayer(first({ header: { along: 0.5 } }), MARK_M), 'header')[0];
    expect(middle[1]).toBeCloseTo(5, 9);
    expect(linesOf(headersLayer(first({ header: { along: 1 } }), MARK_M), 'header')[0][1]).toBeCloseTo(
      10 + 11 * MARK_M,
      9,
    );
  });

  it('every take-off reaches from the header to its run', () => {
    const layout = first();
    const takeOffs = linesOf(headersLayer(layout, MARK_M), 'take-off');
    expect(takeOffs).toHaveLength(layout.takeOffs.length);
    takeOffs.forEach(([x0, y0, x1, y1], i) => {
      expect([x0, x1, y1]).toEqual([x1, layout.takeOffs[i].xM, layout.takeOffs[i].yM]);
      expect(y0).toBeLessThan(y1);
    });
    // Where beds are a hair wide they would only be a smear.
    expect(linesOf(headersLayer(layout, 0.5), 'take-off')).toHaveLength(0);
  });

  it('a header along the beds’ ends stands off them, one that lies slantwise where it lies', () => {
    expect(offHeader(first({ header: { line: 'near-ends' } }).block.header)).toBe(-11);
    expect(offHeader(first({ header: { line: 'far-ends' } }).block.header)).toBe(11);
    // At the near end on the left, a third of the way along on the right.
    expect(offHeader(first({ header: { along: 0, alongRight: 0.3 } }).block.header)).toBe(0);
    expect(offHeader(first({ header: { along: 1, alongRight: 0.7 } }).block.header)).toBe(0);
  });

  it('of two headers each is drawn by its own line, joined by the pipe between', () => {
    const two = headersLayer(first({ header: { along: 0, other: { along: 1 } } }), MARK_M);
    const ends = linesOf(two, 'header').map((l) => l[1]);
    expect(ends).toEqual([expect.closeTo(-11 * MARK_M, 9), expect.closeTo(10 + 11 * MARK_M, 9)]);
    const [between] = linesOf(two, 'second-feed');
    expect([between[1], between[3]]).toEqual(ends);
  });

  it('a header fed from one end bears a cap at the other, one fed from both a pipe beside it', () => {
    const caps = linesOf(headersLayer(first(), MARK_M), 'cap');
    expect(caps).toHaveLength(1);
    // Twelve marks long, across the pipe and half to either side.
    expect(caps[0][3] - caps[0][1]).toBeCloseTo(12 * MARK_M, 9);
    expect((caps[0][1] + caps[0][3]) / 2).toBeCloseTo(-11 * MARK_M, 9);
    const both = headersLayer(first({ header: { feed: 'both' } }), MARK_M);
    expect(linesOf(both, 'cap')).toHaveLength(0);
    expect(linesOf(both, 'second-feed')[0]).toHaveLength(8);
  });

  it('a stepped header is as wide as its bores are to each other', () => {
    const stepped = headersLayer(
      first({ header: { boreMm: 50, steps: [{ fromBed: 3, boreMm: 25 }] } }),
      MARK_M,
    );
    expect(stepped.figures.filter((f) => f.role === 'header').map((f) => f.share)).toEqual([1, 0.5]);
  });

  it('the main meets the header where that is drawn, and is lit and faint on its own', () => {
    const laid = farm();
    const [piece] = laid.mains;
    const end = mainEnds(laid, piece, MARK_M)[1];
    expect(end[0]).toBeCloseTo(piece.end.xM, 9);
    expect(end[1]).toBeCloseTo(piece.end.yM - 11 * MARK_M, 9);
    expect(mainsLayers(laid, MARK_M, stepKey.main('b'))[0].figures[0].lit).toBe(true);
    expect(mainsLayers(laid, MARK_M)[0].figures[0].lit).toBeUndefined();
    expect(mainsLayers(farm({ inUse: false }), MARK_M)[0].figures[0].faint).toBe(true);
  });
});

describe('relief', () => {
  it('contours of an even slope are straight, at even distances, every fifth stronger', () => {
    // Two metres of rise over 20 m of length: a contour each 25 cm lies 2.5 m from the next.
    const grid = heightGrid({ x0: 0, y0: 0, x1: 20, y1: 10 }, (x) => 0.1 * x);
    const layer = contoursLayer('farm', contourLines(grid, 0.25), 0.25);
    for (const role of ['contour', 'strong-contour'])
      for (const line of linesOf(layer, role)) {
        const xs = line.filter((_, i) => i % 2 === 0);
        expect(Math.max(...xs) - Math.min(...xs)).toBeLessThan(0.01);
        expect((xs[0] / 2.5) % 1).toBeCloseTo(Math.round((xs[0] / 2.5) % 1), 1);
      }
    // 0.25 to 1.75 m, of which 1.25 m is the fifth.
    expect(linesOf(layer, 'contour').length).toBeGreaterThanOrEqual(6);
    expect(linesOf(layer, 'strong-contour').map((l) => l[0])).toContainEqual(expect.closeTo(12.5, 1));
  });
});

describe('emitters', () => {
  it('are dots by whether they are in their window', () => {
    const at = (kpa: number) => ({ xM: kpa, yM: 1, kpa, footKpa: 40, maxKpa: 80 });
    const layer = emittersLayer([at(60), at(20), at(90), at(70)]);
    expect(layer.figures.map((f) => [f.role, f.lines])).toEqual([
      [
        'emitter',
        [
          [60, 1],
          [70, 1],
        ],
      ],
      ['weak-emitter', [[20, 1]]],
      ['strained-emitter', [[90, 1]]],
    ]);
    expect(emittersLayer([]).figures).toEqual([]);
  });
});

describe('on paper', () => {
  const layer: Layer = {
    key: 'x',
    frame: { xM: 10, yM: 20, turnDeg: 0, sin: 0, cos: 1 },
    figures: [
      { role: 'bed', lines: [[0, 0, 2, 0, 2, 4, 0, 4]] },
      {
        role: 'strained-run',
        lines: [
          [1, 0, 1, 4],
          [2, 0, 2, 4],
        ],
      },
      { role: 'emitter', lines: [[1, 1]] },
      { role: 'cap', lines: [[0, 0, 1, 1]] },
    ],
  };
  const style: StyleOf = ({ role }) =>
    role === 'bed'
      ? { fill: '#eee', strokes: [{ ink: '#aaa', wide: 0.1, dash: [1, 2] }] }
      : role === 'strained-run'
        ? {
            strokes: [
              { ink: '#800', wide: 2 },
              { ink: '#fff', wide: 1 },
            ],
            opacity: 0.5,
          }
        : role === 'emitter'
          ? { fill: '#000', dot: 1.5 }
          : undefined;
  it('areas close, runs are one path for each of their strokes, dots are circles, and what has no style is left out', () => {
    // A mm to the metre, down the paper.
    expect(layerSvg(layer, (x, y) => [x, 100 - y], style)).toEqual([
      '<path d="M10.00 80.00L12.00 80.00L12.00 76.00L10.00 76.00Z" class="bed" fill="#eee" stroke="#aaa" stroke-width="0.1" stroke-dasharray="1 2"/>',
      '<path d="M11.00 80.00L11.00 76.00M12.00 80.00L12.00 76.00" class="strained-run" opacity="0.5" fill="none" stroke="#800" stroke-width="2"/>',
      '<path d="M11.00 80.00L11.00 76.00M12.00 80.00L12.00 76.00" class="strained-run" opacity="0.5" fill="none" stroke="#fff" stroke-width="1"/>',
      '<circle cx="11.00" cy="79.00" r="1.5" class="emitter" fill="#000"/>',
    ]);
  });
});
