import { boxOf, type Box, type Point } from '../ground';
import { toSheet, type Frame } from '../layout';

/*
 * What is drawn of a farm, as plain figures in metres: the screen's canvas, the drawing on paper and its picture are all painted
 * from these. A layer is kept for as long as what it shows stays, so that a painter knows by its identity what is to be drawn anew.
 */

/** What a figure shows. How that is inked is its painter's own matter. */
export type Role =
  | 'outline'
  | 'tunnel'
  | 'bed'
  | 'resting-bed'
  | 'shut-bed'
  | 'contour'
  | 'strong-contour'
  | 'run'
  | 'weak-run'
  | 'strained-run'
  | 'unsolved-run'
  | 'take-off'
  | 'header'
  | 'second-feed'
  | 'cap'
  | 'main'
  | 'emitter'
  | 'weak-emitter'
  | 'strained-emitter';

/** A line by its corners x, y, x, y …, m; a single corner is a dot. */
export type Line = readonly number[];

export interface Figure {
  role: Role;
  lines: readonly Line[];
  /** Of runs, which shade of pressure: 0 at the window's foot to `FINE_SHADES` − 1. */
  shade?: number;
  /** Of beds, the colour of what they are painted with. */
  tint?: string;
  /** Of beds and runs, how far it is from one to the next, m: where that is next to nothing their edges are left out. */
  wideM?: number;
  /** Of pipes, the bore as a share of the widest beside it. */
  share?: number;
  /** Pointed at in the pressure walk. */
  lit?: boolean;
  /** Not in use. */
  faint?: boolean;
}

export interface Layer {
  key: string;
  /** The lines' own directions; none where they are the sheet's. */
  frame: Frame | undefined;
  /** Nothing is drawn beyond this, in the layer's own directions. */
  clip?: Line;
  figures: readonly Figure[];
}

/** Figures whose lines close, and are filled. */
const AREAS: ReadonlySet<Role> = new Set(['outline', 'tunnel', 'bed', 'resting-bed', 'shut-bed']);
export const isArea = ({ role }: Figure): boolean => AREAS.has(role);

/** A line drawn along a figure, in the painter's own unit: px on a screen, mm on paper. */
export interface Stroke {
  ink: string;
  wide: number;
  /** Lengths drawn and left out by turns. */
  dash?: readonly number[];
}

/** How a figure is inked: filled first, then stroked, one stroke over the other. */
export interface Style {
  fill?: string;
  strokes?: readonly Stroke[];
  /** Half the width of a dot. */
  dot?: number;
  opacity?: number;
}
/** Nothing where a figure is not drawn. */
export type StyleOf = (figure: Figure) => Style | undefined;

const boxes = new WeakMap<Layer, Box | undefined>();

/** The box on the sheet that holds a layer's corners, m; none where it is empty. */
export function boxOfLayer(layer: Layer): Box | undefined {
  if (boxes.has(layer)) return boxes.get(layer);
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { lines } of layer.figures)
    for (const line of lines)
      for (let i = 0; i < line.length; i += 2) {
        x0 = Math.min(x0, line[i]);
        x1 = Math.max(x1, line[i]);
        y0 = Math.min(y0, line[i + 1]);
        y1 = Math.max(y1, line[i + 1]);
      }
  const corners: Point[] = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ];
  const { frame } = layer;
  const box = x0 > x1 ? undefined : boxOf(frame ? corners.map(([x, y]) => toSheet(frame, x, y)) : corners);
  boxes.set(layer, box);
  return box;
}

/** A box's four corners as a line. */
export const boxLine = (x: number, y: number, wideM: number, longM: number): Line => [
  x,
  y,
  x + wideM,
  y,
  x + wideM,
  y + longM,
  x,
  y + longM,
];
export const lineOf = (points: readonly Point[]): Line => points.flat();
