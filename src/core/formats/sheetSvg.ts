import { msg } from '../language';
import { boxOf, type Box, type Point } from '../ground';
import { placeOnRun, sheetCorners, stretchOfRun, toSheet } from '../layout';
import type { FarmResults } from '../network';
import type { FullPlan, Obstacle } from '../plan';
import { format, type UnitChoice } from '../units';
import { bedCorners, headerLines } from './farmShapes';
import { PAPERS, SCALES, type PaperName } from './paper';

const MARGIN_MM = 12;
const FOOT_MM = 22;
const HEAD_MM = 12;
/** Of two lengths a round one about this long is drawn as the bar. */
const BAR_MM = 40;
const MM_PER_M = 1000;
const M_PER_FT = 0.3048;

/** From the foot to the top of the tape's window, and outside it: the printed sheet has its own white. */
const INSIDE = [
  '#a9cbd6',
  '#8fb9c7',
  '#75a7b8',
  '#5a95a8',
  '#3f8098',
  '#2b6c86',
  '#1c5a73',
  '#124a60',
] as const;
const UNDER = '#a3291f';
const OVER = '#8f4a1c';

export interface SheetOptions {
  paper: PaperName;
  /** One in so many; the largest that fits if not given. */
  scale?: number;
  units: UnitChoice;
  /** Pressures along each run at even steps, run after run, kPa, as drawn on the screen. */
  shading?: { kpa: Float32Array; points: number };
  /** Pieces of the main bear their number. */
  numbered?: boolean;
  /** Contours as paths on the sheet in metres, with their heights. */
  contours?: readonly { d: string; zM: number }[];
}

export type SheetReading =
  { ok: true; svg: string; scale: number; widthMm: number; heightMm: number } | { ok: false; why: string };

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** What is drawn, in a box. */
function drawnBox(plan: FullPlan, results: FarmResults): Box {
  const { layout } = results;
  const points = [
    ...layout.blocks.flatMap(sheetCorners),
    ...layout.mains.flatMap((m): Point[] => [
      [m.start.xM, m.start.yM],
      [m.end.xM, m.end.yM],
    ]),
    [layout.head.xM, layout.head.yM] as Point,
    ...plan.obstacles.flatMap((o) => o.points),
  ];
  const box = boxOf(points);
  const aboutM = 2;
  return { x0: box.x0 - aboutM, y0: box.y0 - aboutM, x1: box.x1 + aboutM, y1: box.y1 + aboutM };
}

/** The field sheet as a drawing to scale on paper, with a bar and a north arrow; or why it does not fit. */
export function writeSheetSvg(plan: FullPlan, results: FarmResults, options: SheetOptions): SheetReading {
  const box = drawnBox(plan, results);
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
        : msg`The farm does not fit on ${options.paper} at any usual scale: shut away blocks or things that lie far off.`,
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
  const { layout } = results;

  if (options.contours)
    out.push(
      `<g transform="matrix(${k} 0 0 ${-k} ${x0 - box.x0 * k} ${y0 + box.y0 * k})" fill="none" stroke="#8f4a1c" stroke-width="${0.15 / k}" opacity="0.6">${options.contours.map((c) => `<path d="${c.d}"/>`).join('')}</g>`,
    );
  for (const t of plan.obstacles) out.push(thing(t, path, at, k), text(t.points[0], t.name, 'class="thing"'));
  for (const b of layout.blocks) {
    if (b.outline) out.push(`<path d="${path(sheetCorners(b), true)}" class="outline"/>`);
    for (const bed of b.beds)
      out.push(
        `<path d="${path(bedCorners(b, bed), true)}" class="bed${bed.resting || !b.block.inUse ? ' rests' : ''}"/>`,
      );
  }
  out.push(...runs(results, options, path));
  for (const b of layout.blocks) {
    for (const { points } of headerLines(b)) out.push(`<path d="${path(points)}" class="pipe"/>`);
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
        b.block.name,
        'dy="-1.5" class="name"',
      ),
    );
  }
  for (const m of layout.mains)
    out.push(
      `<path d="${path([
        [m.start.xM, m.start.yM],
        [m.end.xM, m.end.yM],
      ])}" class="pipe"/>`,
    );
  if (options.numbered)
    layout.mains.forEach(({ start, end }, i) => {
      const [mx, my] = at([(start.xM + end.xM) / 2, (start.yM + end.yM) / 2])
        .split(' ')
        .map(Number);
      out.push(
        `<circle cx="${mx}" cy="${my}" r="1.9" class="source"/><text x="${mx}" y="${my + 0.8}" text-anchor="middle" class="small">${i + 1}</text>`,
      );
    });
  const [sx, sy] = at([layout.head.xM, layout.head.yM]).split(' ');
  out.push(
    `<circle cx="${sx}" cy="${sy}" r="2" class="source"/>`,
    text([layout.head.xM + 3 / k, layout.head.yM], layout.source.name),
  );
  out.push(weakest(results, at, show));
  out.push(...foot(plan, results, { widthMm, heightMm, k, scale, units: options.units }));
  const svg = `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}" font-family="'Atkinson Hyperlegible Next', 'Atkinson Hyperlegible', sans-serif" font-size="2.8" fill="#22302a">
<style>.bed{fill:#efe7d2;stroke:#bfb08a;stroke-width:.12}.rests{fill:none;stroke-dasharray:1 .8}.outline{fill:none;stroke:#3b6b35;stroke-width:.3;stroke-dasharray:2.4 1 .5 1}.pipe{fill:none;stroke:#22302a;stroke-width:.8}.source{fill:#fff;stroke:#22302a;stroke-width:.4}.small{font-size:2.1px}.name{font-size:3.4px;font-weight:700}.thing{font-size:2.4px;font-style:italic;fill:#5c665f}.quiet{fill:#5c665f;font-size:2.4px}</style>
<rect width="${widthMm}" height="${heightMm}" fill="#fff"/>
${out.join('\n')}
</svg>
`;
  return { ok: true, svg, scale, widthMm, heightMm };
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

/** Runs in shades of their pressure within the window; under it dashed, over it doubled. */
function runs(
  results: FarmResults,
  { shading }: SheetOptions,
  path: (p: readonly Point[]) => string,
): string[] {
  return results.runs.flatMap((r, i) => {
    const { run } = r;
    const layout = results.layout.blocks[run.block];
    const tapedM = run.lengthM - run.leadM;
    const pieces = shading ? shading.points - 1 : 1;
    return Array.from({ length: pieces }, (_, p) => {
      const kpa = shading
        ? (shading.kpa[i * shading.points + p] + shading.kpa[i * shading.points + p + 1]) / 2
        : (r.inletKpa + r.endKpa) / 2;
      const at = (piece: number): number => run.leadM + (tapedM * piece) / pieces;
      const d = path(stretchOfRun(run, at(p), at(p + 1)).map(([x, y]) => toSheet(layout.frame, x, y)));
      const { minKpa, maxKpa } = run.tape;
      const style =
        kpa < minKpa - 0.05
          ? `stroke="${UNDER}" stroke-width=".35" stroke-dasharray=".9 .7"`
          : kpa > maxKpa + 0.05
            ? `stroke="${OVER}" stroke-width=".7"`
            : `stroke="${INSIDE[Math.min(INSIDE.length - 1, Math.max(0, Math.floor(((kpa - minKpa) / (maxKpa - minKpa)) * INSIDE.length)))]}" stroke-width=".4"`;
      return `<path d="${d}" fill="none" ${style}/>`;
    });
  });
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
  const shades = INSIDE.map(
    (c, i) => `<rect x="${MARGIN_MM + 34 + i * 4}" y="${y - 10}" width="4.1" height="2.4" fill="${c}"/>`,
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
