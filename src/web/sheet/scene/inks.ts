import { interpolateRgb } from 'd3';
import { FINE_SHADES, type Role, type Style, type StyleOf } from '../../../core/scene';

/** The theme's colours, as the page has them. */
export interface Inks {
  paper: string;
  ink: string;
  faint: string;
  line: string;
  earth: string;
  earthLine: string;
  leaf: string;
  water: string;
  clay: string;
  alarm: string;
  shades: string[];
}

/** Reads the theme's colours off an element. */
export function inksOf(element: Element): Inks {
  const style = getComputedStyle(element);
  const of = (name: string): string => style.getPropertyValue(`--${name}`).trim();
  const shade = interpolateRgb(of('pale-water'), of('deep-water'));
  return {
    paper: of('paper'),
    ink: of('ink'),
    faint: of('faint'),
    line: of('line'),
    earth: of('earth'),
    earthLine: of('earth-line'),
    leaf: of('leaf'),
    water: of('water'),
    clay: of('clay'),
    alarm: of('alarm'),
    shades: Array.from({ length: FINE_SHADES }, (_, s) => shade(s / (FINE_SHADES - 1))),
  };
}

/** Beds closer together than this are drawn without their edges, px. */
const EDGED_FROM_PX = 2.5;
/** Runs closer together than this are drawn as one line each: the hollow of double ones would cover their neighbours, px. */
const DOUBLE_FROM_PX = 4;
/** A bed shows so much of what it is painted with. */
const TINT_SHARE = 0.45;
/** A header is drawn as wide as its bore is to the widest beside it, px. */
const HEADER_PX = { least: 3.5, more: 3.5 };
const MAIN_PX = { case: 6, lit: 9, water: 3 };
const CASE_PX = 3.5;
const BED_DASH = [4, 4];

/** How figures are inked on the screen, widths in px. */
export function screenStyle(inks: Inks, pxPerM: number, runPx: number): StyleOf {
  const inPipes = interpolateRgb(inks.paper, inks.water)(0.55);
  const clear = (ink: string, opacity: number): string => {
    const colour = interpolateRgb(ink, ink)(0);
    return colour.replace('rgb(', 'rgba(').replace(')', `, ${opacity})`);
  };
  const fixed: Partial<Record<Role, Style>> = runStyles(clear, inks, runPx);
  return (figure) => {
    const { role, shade = 0, tint, wideM = 0, share = 1, lit, faint } = figure;
    if (role === 'run') return { strokes: [{ ink: inks.shades[shade], wide: runPx }] };
    if (role === 'strained-run') {
      const wide = Math.max(4, runPx + 1.5);
      const isDense = wideM * pxPerM < DOUBLE_FROM_PX;
      return isDense
        ? { strokes: [{ ink: inks.clay, wide: runPx }] }
        : {
            strokes: [
              { ink: inks.clay, wide },
              { ink: inks.paper, wide: Math.max(1.4, runPx * 0.4) },
            ],
          };
    }
    if (role === 'header') {
      const wide = HEADER_PX.least + HEADER_PX.more * share;
      const strokes = [
        { ink: lit ? inks.water : inks.ink, wide },
        { ink: inPipes, wide: wide - CASE_PX },
      ];
      return faint ? { strokes, opacity: 0.55 } : { strokes };
    }
    if (role === 'main') {
      const strokes = [
        { ink: lit ? inks.water : inks.ink, wide: lit ? MAIN_PX.lit : MAIN_PX.case },
        { ink: inPipes, wide: MAIN_PX.water },
      ];
      return faint ? { strokes, opacity: 0.45 } : { strokes };
    }
    if (role === 'bed' || role === 'resting-bed' || role === 'shut-bed') {
      const painted = tint === undefined ? undefined : interpolateRgb(inks.earth, tint)(TINT_SHARE);
      const edged = wideM * pxPerM >= EDGED_FROM_PX;
      const plain = role === 'bed' ? inks.earth : edged ? undefined : inks.line;
      const ink = painted ?? plain;
      const dash = role === 'bed' ? undefined : BED_DASH;
      return {
        ...(ink !== undefined && { fill: ink }),
        strokes: edged ? [{ ink: inks.earthLine, wide: 0.8, ...(dash && { dash }) }] : [],
      };
    }
    const style = fixed[role];
    return style && faint ? { ...style, opacity: 0.55 } : style;
  };
}

/** Styles of what looks alike wherever it is drawn. */
function runStyles(
  clear: (ink: string, opacity: number) => string,
  inks: Inks,
  runPx: number,
): Partial<Record<Role, Style>> {
  return {
    outline: { fill: clear(inks.leaf, 0.07), strokes: [{ ink: inks.leaf, wide: 1.4, dash: [9, 4, 2, 4] }] },
    tunnel: { fill: clear(inks.water, 0.07), strokes: [{ ink: inks.ink, wide: 2.4 }] },
    contour: { strokes: [{ ink: inks.clay, wide: 0.8 }], opacity: 0.5 },
    'strong-contour': { strokes: [{ ink: inks.clay, wide: 1.5 }], opacity: 0.7 },
    'weak-run': { strokes: [{ ink: inks.alarm, wide: Math.max(2, runPx * 0.7), dash: [5, 4] }] },
    'unsolved-run': { strokes: [{ ink: inks.faint, wide: 1.5, dash: [2, 4] }] },
    'take-off': { strokes: [{ ink: inks.ink, wide: 1 }] },
    'second-feed': { strokes: [{ ink: inks.ink, wide: 3 }] },
    cap: { strokes: [{ ink: inks.ink, wide: 4 }] },
    emitter: { fill: inks.ink, strokes: [{ ink: inks.paper, wide: 1.4 }], dot: 3.2 },
    'weak-emitter': { fill: inks.paper, strokes: [{ ink: inks.alarm, wide: 1.4 }], dot: 3.2 },
    'strained-emitter': { fill: inks.ink, strokes: [{ ink: inks.clay, wide: 1.4 }], dot: 3.2 },
  };
}
