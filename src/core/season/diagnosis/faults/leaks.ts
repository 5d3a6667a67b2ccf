import { msg } from '../../../language';
import { riseAlong } from '../../../layout';
import { headerWord } from '../../../plan';
import { halved, hole, openedAtEnd, openEndLph, withHole } from '../alter';
import { stretchesOf } from '../stretches';
import type { Changed, Fault, OpenFarm } from '../types';
import { faultKind } from './kind';
import { placesAlong, triedAlong } from './squeezed';

/** Leaks, as shares of what the whole set draws: from a drip to a burst pipe. */
const SHARES = [0.02, 0.05, 0.12, 0.3, 0.7, 1.5];

/** Pressure that a hole's flow is told at where nothing better is known, kPa. */
const LEAST_KPA = 5;

const leakAt = (
  farm: OpenFarm,
  node: string,
  lph: number,
  kpa: number,
  seenAt: string,
  network = farm.results.built.network,
): Changed => ({
  network: withHole(network, hole(msg`leak at ${node}`, node, lph, Math.max(kpa, LEAST_KPA))),
  leaks: [{ lateral: network.laterals.length, seenAt }],
});

export const leak = faultKind({
  kind: 'leak',
  name: msg`leak or burst`,
  often: 15,
  words: {
    title: msg`Water is lost through a leak or burst`,
    looksLike: msg`The meter turns faster than it should while gauges beyond the place read low; wet ground, a spray, a bed that is soaked at one spot.`,
    mend: msg`Shut the water to that part. A hole in tape: cut it out and join with a coupling. A take-off that blew out: new gasket, larger spring clip. A split pipe: cut back to sound pipe, and join.`,
  },
  size: (lph, show) => msg`it loses about ${show(lph, 'flow')} at the planned pressure`,
  make(farm) {
    const { results } = farm;
    const { network, linkAt } = results.built;
    const sizes = SHARES.map((s) => s * results.flowLph);
    if (results.flowLph <= 0) return [];
    const mains = results.mains
      .filter((m) => m.endKpa > 0 && m.laid.lengthM > 1)
      .map((m): Omit<Fault, 'kind' | 'group'> => ({
        id: `leak/main/${m.laid.to}`,
        site: { at: 'main', to: m.laid.to },
        sizes,
        change: (lph) => {
          const cut = halved(network, m.link);
          const changed = leakAt(farm, cut.node, lph, (m.startKpa + m.endKpa) / 2, 'main', cut.network);
          return { ...changed, leaks: [{ ...changed.leaks![0], main: m.laid.to }] };
        },
      }));
    const headers = results.blocks.flatMap((b) => {
      const { block } = b.built.layout;
      if (headerWord(block) !== 'header') return [];
      return placesAlong(
        b.built.header.length,
        Math.min(HEADER_PLACES, triedAlong(results.blocks.length)),
        (i) => Math.abs(results.solution.linkLph[linkAt(b.built.header[i].link)]),
      ).map(({ i }): Omit<Fault, 'kind' | 'group'> => {
        const node = b.built.header[i].link.to;
        return {
          id: `leak/header/${block.id}/${i}`,
          site: { at: 'header', block: block.id },
          sizes,
          change: (lph) =>
            leakAt(
              farm,
              node,
              lph,
              results.solution.nodeKpa[results.built.nodeAt(node)],
              `header/${block.id}`,
            ),
        };
      });
    });
    const beds = stretchesOf(results).map((s): Omit<Fault, 'kind' | 'group'> => {
      const r = results.runs[s.run];
      const { node } = network.laterals[s.run];
      return {
        id: `leak/beds/${s.blockId}/${s.keys[0]}`,
        site: { at: 'beds', block: s.blockId, keys: s.keys },
        sizes,
        change: (lph) => leakAt(farm, node, lph, r.inletKpa, `beds/${s.blockId}/${s.keys[0]}`),
      };
    });
    return [...mains, ...headers, ...beds];
  },
});

/** Places along a header at which a leak is tried. */
const HEADER_PLACES = 3;

export const openEnd = faultKind({
  kind: 'open-end',
  name: msg`end open`,
  often: 8,
  words: {
    title: msg`The end of a run or header is open`,
    looksLike: msg`Water runs out at the end; the pressure of that block falls, the meter turns faster, and the run with the open end hardly drips at its far half.`,
    mend: msg`Close it: fold and sleeve, cap or valve. Flush it first while it is open.`,
  },
  size: (share, show) =>
    share > 0.95 ? msg`it is fully open` : msg`it is open by about ${show(share, 'share')}`,
  make(farm) {
    const { results } = farm;
    const { network } = results.built;
    const runs = stretchesOf(results).map((s): Omit<Fault, 'kind' | 'group'> => ({
      id: `open-end/beds/${s.blockId}/${s.keys[0]}`,
      site: { at: 'beds', block: s.blockId, keys: s.keys },
      sizes: [0.15, 0.35, 0.7, 1],
      change: (share) => {
        const { run } = results.runs[s.run];
        const opened = openedAtEnd(network, s.run, (d) => riseAlong(run, d), share);
        return {
          network: opened.network,
          runAs: { run: s.run, laterals: opened.laterals, endNode: opened.endNode },
          leaks: [{ lateral: opened.network.laterals.length - 1, seenAt: `beds/${s.blockId}/${s.keys[0]}` }],
        };
      },
    }));
    const headers = results.blocks.flatMap((b): Omit<Fault, 'kind' | 'group'>[] => {
      const { block } = b.built.layout;
      const last = b.built.header.at(-1);
      if (headerWord(block) !== 'header' || !last) return [];
      const kpa = results.solution.nodeKpa[results.built.nodeAt(last.link.to)];
      return [
        {
          id: `open-end/header/${block.id}`,
          site: { at: 'header', block: block.id },
          sizes: [0.15, 0.35, 0.7, 1],
          change: (share) =>
            leakAt(
              farm,
              last.link.to,
              share * openEndLph(last.pipe.boreMm, Math.max(kpa, LEAST_KPA)),
              kpa,
              `header/${block.id}`,
            ),
        },
      ];
    });
    return [...runs, ...headers];
  },
});
