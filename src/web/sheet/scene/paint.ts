import {
  isArea,
  type Figure,
  type Layer,
  type Line,
  type Stroke,
  type Style,
  type StyleOf,
} from '../../../core/scene';

/** From the sheet's metres to the canvas: as SVG writes a matrix. */
export type Matrix = readonly [number, number, number, number, number, number];

/**
 * Paints a layer.
 * @param matrix from metres of the sheet to the canvas's own dots
 * @param dotsPerM its scale
 * @param ratio dots of the canvas to one px: widths of strokes are in px
 */
export function paintLayer(
  context: CanvasRenderingContext2D,
  layer: Layer,
  matrix: Matrix,
  dotsPerM: number,
  ratio: number,
  styleOf: StyleOf,
): void {
  const { frame, clip } = layer;
  const pxM = ratio / dotsPerM;
  context.save();
  context.setTransform(...matrix);
  if (frame) context.transform(frame.cos, -frame.sin, frame.sin, frame.cos, frame.xM, frame.yM);
  if (clip) {
    context.beginPath();
    trace(context, clip, true);
    context.clip();
  }
  for (const figure of layer.figures) {
    const style = styleOf(figure);
    if (style) paintFigure(context, figure, style, pxM);
  }
  context.restore();
}

function paintFigure(context: CanvasRenderingContext2D, figure: Figure, style: Style, pxM: number): void {
  context.globalAlpha = style.opacity ?? 1;
  if (style.dot !== undefined) return dots(context, figure.lines, style, style.dot * pxM, pxM);
  const closed = isArea(figure);
  if (style.fill) fill(context, figure.lines, style.fill);
  for (const stroke of style.strokes ?? []) draw(context, figure.lines, stroke, closed, pxM);
}

function trace(context: CanvasRenderingContext2D, line: Line, closed: boolean): void {
  context.moveTo(line[0], line[1]);
  for (let i = 2; i < line.length; i += 2) context.lineTo(line[i], line[i + 1]);
  if (closed) context.closePath();
}

/** Corners of a box that lies straight: filled as one, which is far quicker than as a path. */
const isBox = (l: Line): boolean =>
  l.length === 8 && l[1] === l[3] && l[2] === l[4] && l[5] === l[7] && l[6] === l[0];

function fill(context: CanvasRenderingContext2D, lines: readonly Line[], ink: string): void {
  context.fillStyle = ink;
  for (const line of lines) {
    if (isBox(line)) context.fillRect(line[0], line[1], line[2] - line[0], line[5] - line[1]);
    else {
      context.beginPath();
      trace(context, line, true);
      context.fill();
    }
  }
}

/** Straight lines along or across the frame are filled as boxes: thousands of runs are. */
function draw(
  context: CanvasRenderingContext2D,
  lines: readonly Line[],
  { ink, wide, dash }: Stroke,
  closed: boolean,
  pxM: number,
): void {
  const w = wide * pxM;
  context.strokeStyle = context.fillStyle = ink;
  context.lineWidth = w;
  context.setLineDash(dash ? dash.map((d) => d * pxM) : []);
  let bent = false;
  context.beginPath();
  for (const line of lines) {
    const [x0, y0, x1, y1] = line;
    if (line.length === 4 && !dash && !closed && x0 === x1) context.fillRect(x0 - w / 2, y0, w, y1 - y0);
    else if (line.length === 4 && !dash && !closed && y0 === y1) context.fillRect(x0, y0 - w / 2, x1 - x0, w);
    else {
      trace(context, line, closed);
      bent = true;
    }
  }
  if (bent) context.stroke();
}

function dots(
  context: CanvasRenderingContext2D,
  lines: readonly Line[],
  { fill: ink, strokes }: Style,
  radiusM: number,
  pxM: number,
): void {
  context.beginPath();
  for (const [x, y] of lines) {
    context.moveTo(x + radiusM, y);
    context.arc(x, y, radiusM, 0, 2 * Math.PI);
  }
  if (ink) {
    context.fillStyle = ink;
    context.fill();
  }
  context.setLineDash([]);
  for (const stroke of strokes ?? []) {
    context.strokeStyle = stroke.ink;
    context.lineWidth = stroke.wide * pxM;
    context.stroke();
  }
}
