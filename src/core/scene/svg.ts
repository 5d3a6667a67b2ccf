import { toSheet } from '../layout';
import { isArea, type Figure, type Layer, type Line, type Style, type StyleOf } from './figures';

/** A place of the sheet on the paper, mm. */
export type OnPaper = (xM: number, yM: number) => readonly [number, number];

/** A layer as SVG elements, a path for each stroke of each figure; what is drawn is told in its class. */
export function layerSvg(layer: Layer, onPaper: OnPaper, styleOf: StyleOf): string[] {
  const { frame } = layer;
  const at = (x: number, y: number): readonly [number, number] =>
    onPaper(...((frame ? toSheet(frame, x, y) : [x, y]) as [number, number]));
  return layer.figures.flatMap((figure) => {
    const style = styleOf(figure);
    return style ? figureSvg(figure, style, at) : [];
  });
}

function figureSvg(figure: Figure, style: Style, at: OnPaper): string[] {
  const { role, lines } = figure;
  const shared = `class="${role}"${style.opacity === undefined ? '' : ` opacity="${style.opacity}"`}`;
  if (style.dot !== undefined)
    return lines.map(([x, y]) => {
      const [cx, cy] = at(x, y);
      return `<circle cx="${cx.toFixed(2)}" cy="${cy.toFixed(2)}" r="${style.dot}" ${shared} fill="${style.fill ?? 'none'}"${inked(style.strokes?.[0])}/>`;
    });
  const d = lines.map((line) => pathOf(line, at) + (isArea(figure) ? 'Z' : '')).join('');
  const strokes = style.strokes ?? [];
  // One path where a fill and its edge can be one.
  const first = `<path d="${d}" ${shared} fill="${style.fill ?? 'none'}"${inked(strokes[0])}/>`;
  return [first, ...strokes.slice(1).map((s) => `<path d="${d}" ${shared} fill="none"${inked(s)}/>`)];
}

function pathOf(line: Line, at: OnPaper): string {
  const corners: string[] = [];
  for (let i = 0; i < line.length; i += 2) {
    const [x, y] = at(line[i], line[i + 1]);
    corners.push(`${x.toFixed(2)} ${y.toFixed(2)}`);
  }
  return `M${corners.join('L')}`;
}

const inked = (stroke: NonNullable<Style['strokes']>[number] | undefined): string =>
  stroke
    ? ` stroke="${stroke.ink}" stroke-width="${stroke.wide}"${stroke.dash ? ` stroke-dasharray="${stroke.dash.join(' ')}"` : ''}`
    : '';
