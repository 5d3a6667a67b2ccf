import type { Content, TableCell } from 'pdfmake/interfaces';
import { fixed, msg } from '../language';
import type { Family } from '../plan';

/** Sizes of paper, points, and its margins. */
export const PAGES = {
  a4: { widthPt: 595.28, heightPt: 841.89 },
  letter: { widthPt: 612, heightPt: 792 },
} as const;
export const MARGIN_PT = 40;
export const PT_PER_MM = 72 / 25.4;
export type Paper = keyof typeof PAGES;

export const heading = (text: string, more: object = {}): Content => ({ text, style: 'heading', ...more });
export const subheading = (text: string): Content => ({ text, style: 'subheading' });
export const para = (text: string): Content => ({ text, margin: [0, 0, 0, 4] });
export const caution = (text: string): Content => ({
  table: { widths: ['*'], body: [[{ text: msg`Caution: ${text}`, bold: true, margin: [4, 3, 4, 3] }]] },
  margin: [0, 2, 0, 4],
});

/** A box to tick, to stand in a column. */
export const box = (): Content =>
  ({
    canvas: [{ type: 'rect', x: 0, y: 1, w: 9, h: 9, lineWidth: 0.8, lineColor: '#000' }],
    width: 14,
  }) as Content;
/** A line to write on. */
export const blank = (widthPt: number): Content => ({
  canvas: [{ type: 'line', x1: 0, y1: 11, x2: widthPt, y2: 11, lineWidth: 0.6, lineColor: '#000' }],
});

const RULED = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => '#888',
  paddingTop: () => 2,
  paddingBottom: () => 2,
};

/** A table with a head that stands again on each page, and rows that are not cut in two. */
export const table = (widths: (string | number)[], head: string[], rows: TableCell[][]): Content => ({
  table: {
    widths,
    headerRows: 1,
    keepWithHeaderRows: 1,
    dontBreakRows: true,
    body: [head.map((text): TableCell => ({ text, bold: true })), ...rows],
  },
  layout: RULED,
  margin: [0, 2, 0, 8],
});

export const num = (text: string): TableCell => ({ text, alignment: 'right' });

/** Tape measures are read in centimetres or in inches and eighths. */
const M_PER_IN = 0.0254;
const EIGHTHS = 8;
export function onTape(m: number, family: Family): string {
  if (family === 'metric') return msg`${fixed(m * 100, 1)} cm`;
  const eighths = Math.round((m / M_PER_IN) * EIGHTHS);
  const [whole, rest] = [Math.floor(eighths / EIGHTHS), eighths % EIGHTHS];
  const inches = (value: number): string => {
    const [w, r] = [value, rest];
    if (r === 0) return `${w}`;
    const by = r % 4 === 0 ? 4 : r % 2 === 0 ? 2 : 1;
    return `${w > 0 ? `${w} ` : ''}${r / by}/${EIGHTHS / by}`;
  };
  const ft = Math.floor(whole / 12);
  return ft > 0 ? msg`${ft} ft ${inches(whole % 12)} in` : msg`${inches(whole)} in`;
}

/** A length to cut, to the centimetre or the eighth of an inch, so that what is written adds up. */
export const cutText = (m: number, family: Family): string =>
  family === 'metric' ? msg`${fixed(m, 2)} m` : onTape(m, family);

/** A short code of a text: unlike for unlike texts but for chance (FNV-1a, 32 bits). */
export function fingerprint(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}
