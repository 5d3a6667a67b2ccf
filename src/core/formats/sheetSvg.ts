import { msg } from '../language';
import { boxOf, type Box, type Point } from '../ground';
import { interpolateRgb } from 'd3-interpolate';
import { placeOnRun, sheetCorners, toSheet, type BlockLayout, type FarmLayout } from '../layout';
import type { FarmResults } from '../network';
import { onlyPlaces, type FullPlan, type Obstacle, type Tape } from '../plan';
import {
  bedsLayer,
  FINE_SHADES,
  headersLayer,
  layerSvg,
  mainsLayers,
  runsLayer,
  smallPipesLayer,
  type Layer,
  type Shading,
  type Style,
  type StyleOf,
} from '../scene';
import { M_PER_FT, format, type UnitChoice } from '../units';
import { PAPERS, SCALES, type PaperName } from './paper';

const MARGIN_MM = 12;
const FOOT_MM = 22;
const HEAD_MM = 12;
/** Of two lengths a round one about this long is drawn as the bar. */
const BAR_MM = 40;
const MM_PER_M = 1000;

/** The printed sheet has its own white and its own inks. */
const INK = '#22302a';
const FAINT = '#5c665f';
const LEAF = '#3b6b35';
const UNDER = '#a3291f';
const OVER = '#8f4a1c';
const EARTH = '#efe7d2';
const EARTH_EDGE = '#bfb08a';
/** From the foot to the top of the tape's window. */
const inside = interpolateRgb('#a9cbd6', '#124a60');
/** Patches of the legend. */
const PATCHES = 8;
/** One mark of a pipe on paper, mm. */
const MARK_MM = 0.2;
/** Beds narrower than this are drawn without an edge, mm. */
const EDGED_FROM_MM = 0.5;

/** How each figure is inked on paper, widths in mm. */
const STYLES: Partial<Record<Parameters<StyleOf>[0]['role'], Style>> = {
  outline: { strokes: [{ ink: LEAF, wide: 0.3, dash: [2.4, 1, 0.5, 1] }] },
  tunnel: { strokes: [{ ink: INK, wide: 0.6 }] },
  bed: { fill: EARTH, strokes: [{ ink: EARTH_EDGE, wide: 0.12 }] },
  'resting-bed': { strokes: [{ ink: EARTH_EDGE, wide: 0.12, dash: [1, 0.8] }] },
  'shut-bed': { strokes: [{ ink: EARTH_EDGE, wide: 0.12, dash: [1, 0.8] }] },
  contour: { strokes: [{ ink: OVER, wide: 0.15 }], opacity: 0.6 },
  'strong-contour': { strokes: [{ ink: OVER, wide: 0.3 }], opacity: 0.6 },
  'weak-run': { strokes: [{ ink: UNDER, wide: 0.35, dash: [0.9, 0.7] }] },
  'strained-run': { strokes: [{ ink: OVER, wide: 0.7 }] },
  'unsolved-run': { strokes: [{ ink: FAINT, wide: 0.25, dash: [0.4, 0.8] }] },
  'take-off': { strokes: [{ ink: INK, wide: 0.2 }] },
  'second-feed': { strokes: [{ ink: INK, wide: 0.6 }] },
  header: { strokes: [{ ink: INK, wide: 0.8 }] },
  cap: { strokes: [{ ink: INK, wide: 0.8 }] },
  main: { strokes: [{ ink: INK, wide: 0.8 }] },
};
const styleOn =
  (mmPerM: number): StyleOf =>
  (figure) => {
    if (figure.role === 'run')
      return { strokes: [{ ink: inside(figure.shade! / (FINE_SHADES - 1)), wide: 0.4 }] };
    const style = STYLES[figure.role];
    if (figure.role === 'header') return { strokes: [{ ink: INK, wide: 0.4 + 0.4 * (figure.share ?? 1) }] };
    return figure.role === 'bed' && (figure.wideM ?? 0) * mmPerM < EDGED_FROM_MM ? { fill: EARTH } : style;
  };

export interface SheetOptions {
  /** The farm with all its beds, where a set of them runs. */
  whole?: FarmLayout;
  paper: PaperName;
  /** One in so many; the largest that fits if not given. */
  scale?: number;
  units: UnitChoice;
  /** Pressures along each run at even steps, run after run, kPa, as drawn on the screen. */
  shading?: { kpa: Float32Array; points: number };
  /** Pieces of the main bear their number. */
  numbered?: boolean;
  /** The least pressure at which a tape works in a block, kPa; its maker's if not given. */
  footOf?: (blockId: string, tape: Tape) => number;
  /** What is written beside a block's name: the number of its valve. */
  valveOf?: (blockId: string) => string;
  /** Contours of the ground. */
  relief?: readonly Layer[];
}

export type SheetReading =
  { ok: true; svg: string; scale: number; widthMm: number; heightMm: number } | { ok: false; why: string };

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** What is drawn, in a box. */
function drawnBox(plan: FullPlan, layout: FarmLayout): Box {
  const points = [
    ...layout.blocks.flatMap(sheetCorners),
    ...layout.mains.flatMap((m): Point[] => [
      [m.start.xM, m.start.yM],
      [m.end.xM, m.end.yM],
    ]),
    [layout.head.xM, layout.head.yM] as Point,
    ...layout.joins.map(({ start }): Point => [start.xM, start.yM]),
    ...plan.obstacles.flatMap((o) => o.points),
  ];
  const box = boxOf(points);
  const aboutM = 2;
  return { x0: box.x0 - aboutM, y0: box.y0 - aboutM, x1: box.x1 + aboutM, y1: box.y1 + aboutM };
}

/** The field sheet as a drawing to scale on paper, with a bar and a north arrow; or why it does not fit. */
export function writeSheetSvg(plan: FullPlan, results: FarmResults, options: SheetOptions): SheetReading {
  // The whole farm is drawn; what does not run now is not shaded.
  const layout = options.whole ?? results.layout;
  const box = drawnBox(plan, layout);
  const [longMm, shortMm] = PAPERS[options.paper];
  const wide = box.x1 - box.x0;
  const high = box.y1 - box.y0;
  const across = wide >= high;
  const [widthMm, heightMm] = across ? [longMm, shortMm] : [shortMm, longMm];
  const roomW = widthMm - 2 * MARGIN_MM;
  const roomH = heightMm - 2 * MARGIN_MM - FOOT_MM - HEAD_MM;
  const least = Math.max((wide * MM_PER_M) / roomW, (high * MM_PER_M) / roomH);
  const fits = SCALES.find((s) => s >= least);
  const scale = options.scale ?? fits;
  if (!scale || scale < least)
    return {
      ok: false,
      why: fits
        ? msg`At 1:${options.scale} the farm does not fit on ${options.paper}; at 1:${fits} it does.`
        : msg`The farm does not fit on ${options.paper} at any usual scale: leave out blocks or things that are far away.`,
    };
  const k = MM_PER_M / scale;
  const x0 = MARGIN_MM + (roomW - wide * k) / 2;
  const y0 = MARGIN_MM + HEAD_MM + (roomH + high * k) / 2;
  const at = ([x, y]: Point): string =>
    `${(x0 + (x - box.x0) * k).toFixed(2)} ${(y0 - (y - box.y0) * k).toFixed(2)}`;
  const path = (points: readonly Point[], closed = false): string =>
    `M${points.map(at).join('L')}${closed ? 'Z' : ''}`;
  const show = (value: number, kind: Parameters<typeof format>[1]): string =>
    format(value, kind, options.units).replace(/\u00a0/g, ' ');
  const text = (p: Point, words: string, more = ''): string => {
    const [x, y] = at(p).split(' ');
    return `<text x="${x}" y="${y}" ${more}>${escaped(words)}</text>`;
  };
  const out: string[] = [];

  const onPaper = (xM: number, yM: number): [number, number] => [
    x0 + (xM - box.x0) * k,
    y0 - (yM - box.y0) * k,
  ];
  const style = styleOn(k);
  const draw = (layers: readonly Layer[]): void =>
    layers.forEach((l) => out.push(...layerSvg(l, onPaper, style)));
  draw(options.relief ?? []);
  for (const t of plan.obstacles) out.push(thing(t, path, at, k), text(t.points[0], t.name, 'class="thing"'));
  draw(layout.blocks.map((b) => bedsLayer(b, () => undefined, b.beds)));
  draw(layout.blocks.map((b) => runsLayer(b, shadingOf(b, results, options))));
  drawBlocks(draw, layout, k, out, text, options, at);
  out.push(weakest(results, at, show));
  out.push(...foot(plan, results, { widthMm, heightMm, k, scale, units: options.units }));
  const svg = `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}" font-family="'Atkinson Hyperlegible Next', 'Atkinson Hyperlegible', sans-serif" font-size="2.8" fill="${INK}">
<style>.source{fill:#fff;stroke:${INK};stroke-width:.4}.small{font-size:2.1px}.name{font-size:3.4px;font-weight:700}.thing{font-size:2.4px;font-style:italic;fill:#5c665f}.quiet{fill:#5c665f;font-size:2.4px}</style>
<rect width="${widthMm}" height="${heightMm}" fill="#fff"/>
${out.join('\n')}
</svg>
`;
  return { ok: true, svg, scale, widthMm, heightMm };
}

/** Each block with its beds, headers and runs. */
function drawBlocks(
  draw: (layers: readonly Layer[]) => void,
  layout: FarmLayout,
  k: number,
  out: string[],
  text: (p: Point, words: string, more?: string) => string,
  options: SheetOptions,
  at: ([x, y]: Point) => string,
) {
  draw(layout.blocks.filter((b) => !onlyPlaces(b.block)).map((b) => headersLayer(b, MARK_MM / k)));
  draw(layout.blocks.map(smallPipesLayer));
  for (const b of layout.blocks) {
    const bedLetters = b.beds.length > 0 && b.beds[0].widthM * k > 1.2;
    const every = bedLetters
      ? 1
      : Math.max(1, Math.ceil(3 / Math.max(0.01, (b.block.beds.widthM + b.block.beds.pathM) * k)));
    for (const bed of b.beds)
      if ((bed.number - 1) % every === 0)
        out.push(
          text(
            toSheet(b.frame, bed.leftM + bed.widthM / 2, bed.nearM - 2.5 / k),
            bed.key,
            'text-anchor="middle" class="small"',
          ),
        );
    out.push(
      text(
        sheetCorners(b).reduce((a, c) => (c[1] > a[1] ? c : a)),
        b.block.name + (options.valveOf?.(b.block.id) ?? ''),
        'dy="-1.5" class="name"',
      ),
    );
  }
  draw(mainsLayers(layout, MARK_MM / k));
  if (options.numbered)
    layout.mains.forEach(({ start, end }, i) => {
      const [mx, my] = at([(start.xM + end.xM) / 2, (start.yM + end.yM) / 2])
        .split(' ')
        .map(Number);
      out.push(
        `<circle cx="${mx}" cy="${my}" r="1.9" class="source"/><text x="${mx}" y="${my + 0.8}" text-anchor="middle" class="small">${i + 1}</text>`,
      );
    });
  const sources = [
    { spot: layout.head, name: layout.source.name },
    ...layout.joins.map(({ source, start }) => ({ spot: start, name: source.name })),
  ];
  for (const { spot, name } of sources) {
    const [sx, sy] = at([spot.xM, spot.yM]).split(' ');
    out.push(`<circle cx="${sx}" cy="${sy}" r="2" class="source"/>`, text([spot.xM + 3 / k, spot.yM], name));
  }
}

function thing(
  t: Obstacle,
  path: (p: readonly Point[], closed?: boolean) => string,
  at: (p: Point) => string,
  k: number,
): string {
  if (t.kind === 'tree')
    return t.points
      .map((p) => {
        const [x, y] = at(p).split(' ');
        return `<circle cx="${x}" cy="${y}" r="${t.radiusM * k}" fill="#dfe9da" stroke="#3b6b35" stroke-width=".2" stroke-dasharray=".8 .5"/>`;
      })
      .join('');
  if (t.kind === 'lane' || t.kind === 'ditch')
    return `<path d="${path(t.points)}" fill="none" stroke="${t.kind === 'lane' ? '#e3e0d8' : '#cfe2ea'}" stroke-width="${t.widthM * k}"/>`;
  return `<path d="${path(t.points, true)}" fill="${t.kind === 'wet' ? '#dcebf1' : '#d9d6cd'}" stroke="#5c665f" stroke-width=".25"/>`;
}

/** Pressures along a block's runs: those drawn on the screen, or from inlet to far end. */
function shadingOf(layout: BlockLayout, results: FarmResults, options: SheetOptions): Shading {
  const places = new Map(results.runs.map((r, i) => [`${r.run.block} ${r.run.id}`, i]));
  const ends = (): Float32Array => Float32Array.from(results.runs.flatMap((r) => [r.inletKpa, r.endKpa]));
  const { kpa, points } = options.shading ?? { kpa: ends(), points: 2 };
  return {
    kpa,
    points,
    placeOf: (i) => places.get(`${layout.index} ${layout.runs[i].id}`) ?? -1,
    windowOf: (i) => {
      const { tape } = layout.runs[i];
      return [options.footOf?.(layout.block.id, tape) ?? tape.minKpa, tape.maxKpa];
    },
  };
}

function weakest(
  results: FarmResults,
  at: (p: Point) => string,
  show: (v: number, k: 'pressure') => string,
): string {
  const r = results.runs[results.weakest];
  if (!r) return '';
  const layout = results.layout.blocks[r.run.block];
  const [x, y] = at(toSheet(layout.frame, ...placeOnRun(r.run, r.run.lengthM))).split(' ');
  return `<circle cx="${x}" cy="${y}" r="1.4" fill="none" stroke="${UNDER}" stroke-width=".5"/><text x="${Number(x) + 2.2}" y="${Number(y) - 1}">weakest ${show(r.minKpa, 'pressure')}</text>`;
}

/** Title, scale bar, north arrow, and what the shades mean. */
function foot(
  plan: FullPlan,
  results: FarmResults,
  page: { widthMm: number; heightMm: number; k: number; scale: number; units: UnitChoice },
): string[] {
  const { widthMm, heightMm, k, scale, units } = page;
  const us = units.system === 'us';
  const perUnit = us ? M_PER_FT : 1;
  const about = BAR_MM / (k * perUnit);
  const ten = 10 ** Math.floor(Math.log10(about));
  const round = [5, 2, 1].map((f) => f * ten).find((v) => v <= about)!;
  const barMm = round * perUnit * k;
  const y = heightMm - MARGIN_MM;
  const barX = widthMm - MARGIN_MM - barMm - 14;
  const northX = widthMm - MARGIN_MM - 4;
  const deg = plan.ground.northDeg;
  const show = (v: number, kind: Parameters<typeof format>[1]): string =>
    format(v, kind, units).replace(/\u00a0/g, ' ');
  const shades = Array.from(
    { length: PATCHES },
    (_, i) =>
      `<rect x="${MARGIN_MM + 34 + i * 4}" y="${y - 10}" width="4.1" height="2.4" fill="${inside(i / (PATCHES - 1))}"/>`,
  ).join('');
  return [
    `<text x="${MARGIN_MM}" y="${MARGIN_MM + 4}" font-size="5" font-weight="700">${escaped(plan.name)}</text>`,
    `<text x="${MARGIN_MM}" y="${MARGIN_MM + 9}" class="quiet">${escaped([plan.place, msg`flows ${show(results.flowLph, 'flow')}`, msg`1:${scale} when printed at full size`].filter(Boolean).join(' · '))}</text>`,
    `<line x1="${MARGIN_MM}" x2="${widthMm - MARGIN_MM}" y1="${heightMm - MARGIN_MM - FOOT_MM + 6}" y2="${heightMm - MARGIN_MM - FOOT_MM + 6}" stroke="#cfc6b1" stroke-width=".3"/>`,
    `<path d="M${MARGIN_MM} ${y - 9}h10" stroke="${UNDER}" stroke-width=".6" stroke-dasharray=".9 .7"/><text x="${MARGIN_MM + 11}" y="${y - 8}" class="quiet">under the window</text>`,
    shades,
    `<text x="${MARGIN_MM + 68}" y="${y - 8}" class="quiet">in the tape’s window, low to high</text>`,
    `<text x="${MARGIN_MM}" y="${y}" class="quiet">Planning figures, not a design signed by an engineer.</text>`,
    `<path d="M${barX} ${y - 2}v2h${barMm}v-2M${barX + barMm / 2} ${y - 1}v1" fill="none" stroke="#22302a" stroke-width=".35"/><text x="${barX}" y="${y - 3}" text-anchor="middle">0</text><text x="${barX + barMm}" y="${y - 3}" text-anchor="middle">${round} ${us ? 'ft' : 'm'}</text>`,
    `<g transform="translate(${northX} ${y - 6}) rotate(${deg})"><path d="M0 -6L2.4 3L0 1.4L-2.4 3Z" fill="none" stroke="#22302a" stroke-width=".4"/><text y="-7" text-anchor="middle">N</text></g>`,
  ];
}
