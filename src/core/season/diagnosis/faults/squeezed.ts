import { msg } from '../../../language';
import { headerWord } from '../../../plan';
import { afterLink, withLink, kOf } from '../alter';
import { faultKind, LOSS_SHARES } from './kind';
import type { Fault } from '../types';

export const pipeSqueezed = faultKind({
  kind: 'pipe-squeezed',
  name: msg`main or hose squeezed`,
  often: 5,
  words: {
    title: msg`A main or hose is squeezed or blocked`,
    looksLike: msg`The pressure at the start of this pipe is right, at its end it is low, and the meter turns slower. A kink, a wheel mark, a root or a stone.`,
    mend: msg`Walk it: take out kinks, lift what stands on it. If nothing shows, open both ends with the water shut and flush it.`,
  },
  size: (kpa, show) => msg`it takes ${show(kpa, 'pressure')} more than a free pipe, at the planned flow`,
  make: ({ results }) =>
    results.mains.flatMap((m) => {
      const { link, flowLph, startKpa, laid } = m;
      if (link.kind !== 'pipe' || flowLph <= 0 || startKpa <= 0 || laid.lengthM < SHORT_M) return [];
      const shareKpa = startKpa;
      return {
        id: `pipe-squeezed/${laid.to}`,
        site: { at: 'main', to: laid.to },
        sizes: LOSS_SHARES.map((s) => s * shareKpa),
        change: (kpa) => ({
          network: withLink(results.built.network, link, (l) => ({
            ...l,
            minorK: (l.minorK ?? 0) + kOf(kpa, flowLph, l.diameterMm),
          })),
        }),
      };
    }),
});

/** Nothing is squeezed in a pipe shorter than this, m. */
const SHORT_M = 0.5;

export const headerSqueezed = faultKind({
  kind: 'header-squeezed',
  name: msg`header squeezed`,
  often: 4,
  words: {
    title: msg`The header is squeezed or blocked`,
    looksLike: msg`Beds before the place water as they should or more, beds beyond it get little. A kink, a barrow on lay-flat, a plug of glue or soil.`,
    mend: msg`Walk the header from where the beds turn dry back to where they are wet; straighten it. If that does not help, open its end and flush.`,
  },
  size: (kpa, show) => msg`it takes ${show(kpa, 'pressure')} at one place, at the planned flow`,
  make: ({ results }) =>
    results.blocks.flatMap((b) => {
      const { block } = b.built.layout;
      if (headerWord(block) !== 'header' || b.feedKpa <= 0) return [];
      const { network, linkAt } = results.built;
      return placesAlong(b.built.header.length, triedAlong(results.blocks.length), (i) =>
        Math.abs(results.solution.linkLph[linkAt(b.built.header[i].link)]),
      ).flatMap(({ i, lph }): Omit<Fault, 'kind' | 'group'> => {
        const { link } = b.built.header[i];
        return {
          id: `header-squeezed/${block.id}/${i}`,
          site: { at: 'header', block: block.id },
          sizes: LOSS_SHARES.map((s) => s * b.feedKpa),
          change: (kpa) => ({ network: afterLink(network, link, kpa, lph) }),
        };
      });
    }),
});

/** Of a header's pieces, those that are tried: so many of those that carry water, evenly among them; fewer where many blocks are open. */
const TRIED = 5;
const TRIED_OF_MANY = 2;
const MANY_BLOCKS = 8;
export const triedAlong = (blocks: number): number => (blocks > MANY_BLOCKS ? TRIED_OF_MANY : TRIED);

export function placesAlong(
  pieces: number,
  most: number,
  lphAt: (i: number) => number,
): { i: number; lph: number }[] {
  const carrying = Array.from({ length: pieces }, (_, i) => ({ i, lph: lphAt(i) })).filter((p) => p.lph > 0);
  const n = Math.min(most, carrying.length);
  return Array.from({ length: n }, (_, k) => carrying[Math.floor((k * carrying.length) / n)]);
}

/** A summit that air gathers in stands at least this much over what follows, m. */
const SUMMIT_M = 0.5;
const KPA_PER_M_HELD = 9.80665;

export const airLocked = faultKind({
  kind: 'air-locked',
  name: msg`air locked in a high point`,
  often: 2,
  words: {
    title: msg`Air is locked in a high point of the main`,
    looksLike: msg`After the high point the pressure is low although nothing is squeezed; it gurgles, water comes in gushes, mostly after the pipe was empty.`,
    mend: msg`Run the water with the ends beyond it open until it comes without spitting; then set an air vent at the high point.`,
  },
  size: (kpa, show) => msg`it takes ${show(kpa, 'pressure')} whatever the flow`,
  make: ({ results, open }) =>
    results.mains.flatMap((m) => {
      if (m.laid.from === 'head' || m.flowLph <= 0) return [];
      const tee = open.tees.find((t) => t.id === m.laid.from);
      const before = results.mains.find((o) => o.laid.to === m.laid.from);
      if (!tee || tee.vent || !before) return [];
      const { zM } = m.laid.start;
      const dropM = zM - m.laid.end.zM;
      if (dropM < SUMMIT_M || zM < before.laid.start.zM) return [];
      return {
        id: `air-locked/${m.laid.to}`,
        site: { at: 'main', to: m.laid.to },
        sizes: [0.3, 0.5, 0.75, 1].map((s) => s * dropM * KPA_PER_M_HELD),
        change: (kpa) => ({ network: afterLink(results.built.network, m.link, 0, m.flowLph, kpa) }),
      };
    }),
});
