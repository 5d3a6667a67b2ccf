import type { Point } from '../ground';
import { toSheet, yOnLine, type BlockLayout, type FarmLayout, type LaidHeader } from '../layout';
import { headerPipeAt, stepKey, stepXM } from '../network';
import { onlyPlaces, type HeaderLine } from '../plan';
import { lineOf, type Figure, type Layer, type Line } from './figures';

/*
 * Pipes. A header at an end of the beds is drawn a little off them, so that both can be seen: how far is told in marks, as large on
 * the painter's paper whatever the scale. `markM` says what one mark measures on the ground, m.
 */

/** A header at an end of the beds is drawn this far off them, marks. */
const OFF = 11;
/** The pipe to a header's far end lies this far beside it, marks, or this share of what the header is off the beds. */
const BESIDE = 9;
const BESIDE_SHARE = 0.8;
/** Half a cap's length, marks. */
const CAP = 6;
/** Ends nearer to the feed than this bear no cap, marks. */
const CAP_FROM = 2;
/** Beds narrower than this are drawn without take-offs, marks. */
const CLOSE = 2;

/** How far along the beds a header is drawn from where it lies, marks. */
export function offHeader(header: HeaderLine): number {
  if (header.line === 'near-ends') return -OFF;
  if (header.line === 'far-ends') return OFF;
  const right = header.alongRight ?? header.along;
  return header.along <= 0 && right <= 0 ? -OFF : header.along >= 1 && right >= 1 ? OFF : 0;
}

/** What the grower states of a block's header, or of its second one. */
export const statedHeader = ({ block: { header } }: BlockLayout, h: number): HeaderLine =>
  h > 0 ? header.other! : header;

/** A place on a header, across the beds, as it is drawn in the block's frame, m. */
export function onHeader(layout: BlockLayout, h: number, xM: number, markM: number): Point {
  return [xM, yOnLine(layout.headers[h].line, xM) + offHeader(statedHeader(layout, h)) * markM];
}

/** A stretch of a header as it is drawn, by its corners in the block's frame, m. */
export function alongHeader(
  layout: BlockLayout,
  h: number,
  fromXM: number,
  toXM: number,
  markM: number,
): Point[] {
  const inner = layout.headers[h].line.filter(([x]) => x > fromXM && x < toXM).map(([x]) => x);
  return [fromXM, ...inner, toXM].map((x) => onHeader(layout, h, x, markM));
}

/** Stretches of one bore, drawn as wide as they are to each other. */
export function headerBores(layout: BlockLayout, laid: LaidHeader, h: number) {
  const { fromXM, toXM } = laid;
  const { steps } = layout.block.header;
  const cuts = h > 0 ? [] : steps.map((s) => stepXM(layout, s.fromBed)).filter((x) => x > fromXM && x < toXM);
  const edges = [fromXM, ...cuts, toXM];
  const widest = Math.max(layout.block.header.boreMm, laid.pipe.boreMm, ...steps.map((s) => s.boreMm));
  return edges.slice(1).map((to, i) => {
    const pipe = h > 0 ? laid.pipe : headerPipeAt(layout, (edges[i] + to) / 2);
    return { fromXM: edges[i], toXM: to, share: pipe.boreMm / widest, pipe };
  });
}

/** A block's take-offs and headers, with their caps and the pipe to a header's far end. */
export function headersLayer(layout: BlockLayout, markM: number, lit = false): Layer {
  const { block, frame, headers, takeOffs } = layout;
  const figures: Figure[] = [];
  const faint = block.inUse ? {} : { faint: true };
  const add = (role: Figure['role'], lines: readonly Line[], more: Partial<Figure> = {}): void => {
    if (lines.length > 0) figures.push({ role, lines, ...faint, ...more });
  };
  if (block.beds.widthM >= CLOSE * markM)
    add(
      'take-off',
      takeOffs.map((t) => [...onHeader(layout, t.header, t.xM, markM), t.xM, t.yM]),
    );
  headers.forEach((laid, h) => {
    const { fromXM, toXM } = laid;
    const feed = onHeader(layout, h, laid.feed[0], markM);
    const ends = [fromXM, toXM].map((x) => onHeader(layout, h, x, markM));
    if (h > 0) add('second-feed', [[...onHeader(layout, 0, headers[0].feed[0], markM), ...feed]]);
    if (block.header.feed === 'both') {
      const off = offHeader(statedHeader(layout, h));
      const aside = (off === 0 ? BESIDE : BESIDE_SHARE * off) * markM;
      const beside = (xM: number): Point => {
        const [x, y] = onHeader(layout, h, xM, markM);
        return [x, y + aside];
      };
      add('second-feed', [lineOf([feed, beside(laid.feed[0]), beside(toXM), ends[1]])]);
    }
    for (const b of headerBores(layout, laid, h))
      add('header', [lineOf(alongHeader(layout, h, b.fromXM, b.toXM, markM))], {
        share: b.share,
        ...(lit && { lit }),
      });
    if (block.header.feed !== 'both')
      add(
        'cap',
        ends
          .filter(([x, y]) => Math.hypot(x - feed[0], y - feed[1]) > CAP_FROM * markM)
          .map(([x, y]) => [x, y - CAP * markM, x, y + CAP * markM]),
      );
  });
  return { key: `headers ${block.id}`, frame, figures };
}

/** Where a piece of the main ends as it is drawn: at a header, as far off the beds as that is. */
export function mainEnds(farm: FarmLayout, m: FarmLayout['mains'][number], markM: number): [Point, Point] {
  const end: Point = [m.end.xM, m.end.yM];
  const layout = m.toBlock ? farm.blocks.find((b) => b.block.id === m.to) : undefined;
  if (layout && !onlyPlaces(layout.block)) {
    const away = offHeader(layout.block.header) * markM;
    const { frame } = layout;
    const [ax, ay] = toSheet({ ...frame, xM: 0, yM: 0 }, 0, away);
    return [
      [m.start.xM, m.start.yM],
      [end[0] + ax, end[1] + ay],
    ];
  }
  return [[m.start.xM, m.start.yM], end];
}

/** The main, a layer for each of its pieces: most edits move one of them. */
export function mainsLayers(farm: FarmLayout, markM: number, pointed?: string): Layer[] {
  const shut = new Set(farm.blocks.filter((b) => !b.block.inUse).map((b) => b.block.id));
  const joins = farm.joins
    .filter((j) => j.lengthM > 0)
    .map((j): Layer => ({
      key: `join ${j.source.id}`,
      frame: undefined,
      figures: [
        {
          role: 'main',
          lines: [
            lineOf([
              [j.start.xM, j.start.yM],
              [j.end.xM, j.end.yM],
            ]),
          ],
        },
      ],
    }));
  const mains = farm.mains.map((m) => {
    const figure: Figure = {
      role: 'main',
      lines: [lineOf(mainEnds(farm, m, markM))],
      ...(pointed === stepKey.main(m.to) && { lit: true }),
      ...(m.toBlock && shut.has(m.to) && { faint: true }),
    };
    return { key: `main ${m.to}`, frame: undefined, figures: [figure] };
  });
  return [...joins, ...mains];
}

/** The small pipe to a block's plants at places. */
export function smallPipesLayer({ block, frame, small }: BlockLayout): Layer {
  const lines = [...(small?.pipes ?? []), ...(small?.loops ?? [])].map(({ from, to }) =>
    [from, to].flatMap((n) => small!.nodes[n].at as [number, number]),
  );
  return { key: `small ${block.id}`, frame, figures: lines.length > 0 ? [{ role: 'main', lines }] : [] };
}
