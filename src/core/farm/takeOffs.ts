import { msg } from '../language';
import { THIN_LINE_MM } from '../catalog/materials';
import { pipeKind } from '../catalog/pipes';
import type { Block, PipePiece, Tape } from '../plan';
import { thing, type Item } from './item';
import { sizeWords, type Joint } from './joint';
import { TAKE_OFF } from './typical';

/** Headers narrower than this are cut, with a tee at each take-off, instead of punched, mm. */
const PUNCHED_FROM_MM = 14;

/** How runs leave a header. */
export type TakeOffStyle = 'punched' | 'screwed' | 'grommet' | 'tee';

/** A take-off's way of leaving a header, with the hole it usually needs, mm, and a pilot hole before it (makers' common sizes). */
export const STYLES: Record<TakeOffStyle, { words: string; holeMm: number; pilotMm: number; howTo: string }> =
  {
    punched: {
      words: msg`pushed into a punched hole`,
      holeMm: 8,
      pilotMm: 0,
      howTo: msg`punch straight down, never through the far wall`,
    },
    screwed: {
      words: msg`screwed into a punched hole`,
      holeMm: 12,
      pilotMm: 0,
      howTo: msg`punch the layflat on a block of wood while it lies flat, one wall only`,
    },
    grommet: {
      words: msg`in a rubber grommet`,
      holeMm: 16,
      pilotMm: 4,
      howTo: msg`pilot hole first, then the full size, never into the far wall; scrape the edge clean`,
    },
    tee: {
      words: msg`by a tee in the cut pipe`,
      holeMm: 0,
      pilotMm: 0,
      howTo: msg`cut square, and push both ends home`,
    },
  };
/** A thin line's barb needs a smaller hole, mm. */
export const THIN_HOLE_MM = 3;

/** How runs leave a header of a block: by a tee where it is cut, or through its wall. */
export function styleOf({ header }: Pick<Block, 'header'>, pipe: PipePiece): TakeOffStyle {
  const { family } = pipeKind(pipe.pipe);
  if (family === 'hose' || header.throughK > 0 || pipe.boreMm < PUNCHED_FROM_MM) return 'tee';
  if (family === 'pvc') return 'grommet';
  return family === 'layflat' ? 'screwed' : 'punched';
}

export const holeOf = (style: TakeOffStyle, tape: Tape, stated: number | undefined): number =>
  style === 'tee'
    ? 0
    : (stated ?? (style === 'punched' && tape.boreMm < THIN_LINE_MM ? THIN_HOLE_MM : STYLES[style].holeMm));

/** The take-off of a run from a header. */
export function takeOffItem(style: TakeOffStyle, header: PipePiece, to: Joint, valve: boolean): Item {
  const { family, name } = pipeKind(header.pipe);
  const words =
    family === 'layflat' ? 'layflat' : family === 'pvc' ? 'PVC' : family === 'hose' ? 'hose' : msg`poly pipe`;
  const run = to.kind === 'tape' ? msg`${sizeWords(to.size)} tape lock` : msg`${sizeWords(to.size)} barb`;
  const text =
    style === 'tee'
      ? msg`tee in ${name}, to ${run}${valve ? msg`, with valve` : ''}`
      : msg`take-off ${STYLES[style].words} of ${words}, to ${run}${valve ? msg`, with valve` : ''}`;
  const id = `takeoff:${style}:${style === 'tee' ? header.pipe : family}:${to.kind}-${to.size}${valve ? ':valve' : ''}`;
  return thing(id, 'takeoff', text, TAKE_OFF + (valve ? 1.2 : 0));
}

export const grommetItem = (holeMm: number): Item =>
  thing(`grommet:${holeMm}`, 'takeoff', msg`rubber grommet for a #0 hole`, 0.3, {
    sizes: [[holeMm, 'bore']],
  });
/** What makes the holes: one serves the whole farm. */
export const holeToolItem = (style: TakeOffStyle, holeMm: number): Item =>
  style === 'grommet'
    ? thing(`tool:saw:${holeMm}`, 'tool', msg`hole saw, #0, with its pilot drill`, 9, {
        sizes: [[holeMm, 'bore']],
      })
    : thing(`tool:punch:${holeMm}`, 'tool', msg`hole punch, #0`, 6, { sizes: [[holeMm, 'bore']] });
