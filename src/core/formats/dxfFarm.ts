import { Colors, DxfWriter, point2d, point3d, Units } from '@tarikjabiri/dxf';
import { type Point } from '../ground';
import { sheetCorners, toSheet, type FarmLayout } from '../layout';
import type { FullPlan } from '../plan';
import { bedCorners, headerLines, runLine } from './farmShapes';

/** Layers of the drawing with their colours. */
const LAYERS = {
  GROUND: Colors.Green,
  IN_THE_WAY: Colors.Magenta,
  BEDS: Colors.Yellow,
  RUNS: Colors.Cyan,
  TAKE_OFFS: Colors.White,
  HEADERS: Colors.Blue,
  MAIN: Colors.Blue,
  PARTS: Colors.Red,
  HEIGHTS: Colors.White,
  WORDS: Colors.White,
} as const;
type Layer = keyof typeof LAYERS;

/** Height of lettering, m, so that it is read at the scales fields are drawn at. */
const LETTER_M = 0.6;
const TAKE_OFF_M = 0.08;
const SOURCE_M = 0.8;
const CLOSED = 1;

/** The layout as a DXF drawing in metres, a layer for each kind of thing. */
export function writeDxf(plan: FullPlan, farm: FarmLayout): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Meters);
  for (const [name, colour] of Object.entries(LAYERS)) dxf.addLayer(name, colour, 'CONTINUOUS');
  const on = (layer: Layer): void => dxf.setCurrentLayerName(layer);
  const path = (points: readonly Point[], closed: boolean): void =>
    void dxf.addLWPolyline(
      points.map(([x, y]) => ({ point: point2d(x, y) })),
      closed ? { flags: CLOSED } : undefined,
    );
  const word = ([x, y]: Point, text: string): void => {
    on('WORDS');
    dxf.addText(point3d(x, y), LETTER_M, plain(text));
  };
  for (const t of plan.obstacles) {
    on('IN_THE_WAY');
    if (t.kind === 'tree') for (const [x, y] of t.points) dxf.addCircle(point3d(x, y), t.radiusM);
    else path(t.points, t.kind === 'building' || t.kind === 'wet');
    word(t.points[0], t.name);
  }
  on('HEIGHTS');
  for (const h of plan.ground.heights) dxf.addPoint(h.xM, h.yM, h.zM);
  for (const layout of farm.blocks) {
    const { block, frame } = layout;
    on('GROUND');
    path(sheetCorners(layout), true);
    word(sheetCorners(layout)[0], block.name);
    for (const bed of layout.beds) {
      on('BEDS');
      const corners = bedCorners(layout, bed);
      path(corners, true);
      word(corners[0], bed.key);
    }
    on('RUNS');
    for (const run of layout.runs) path(runLine(layout, run), false);
    on('TAKE_OFFS');
    for (const t of layout.takeOffs) {
      const [x, y] = toSheet(frame, t.xM, t.yM);
      dxf.addCircle(point3d(x, y), TAKE_OFF_M);
    }
    on('HEADERS');
    for (const { points } of headerLines(layout)) path(points, false);
  }
  on('MAIN');
  for (const { start, end } of farm.mains)
    dxf.addLine(point3d(start.xM, start.yM, start.zM), point3d(end.xM, end.yM, end.zM));
  for (const { start, end, lengthM } of farm.joins)
    if (lengthM > 0) dxf.addLine(point3d(start.xM, start.yM, start.zM), point3d(end.xM, end.yM, end.zM));
  on('PARTS');
  const { head, source } = farm;
  dxf.addCircle(point3d(head.xM, head.yM, head.zM), SOURCE_M);
  for (const { source: other, start } of farm.joins) {
    dxf.addCircle(point3d(start.xM, start.yM, start.zM), SOURCE_M);
    word([start.xM + SOURCE_M, start.yM], other.name);
  }
  for (const t of plan.tees) dxf.addCircle(point3d(t.xM, t.yM, t.heightM), SOURCE_M / 3);
  word([head.xM + SOURCE_M, head.yM], source.name);
  return dxf.stringify();
}

/** Line ends would end the drawing's own lines. */
const plain = (text: string): string => text.replace(/[\r\n]+/g, ' ');
