import { msg } from '../../../language';
import { layOut } from '../../../layout';
import { buildNetwork } from '../../../network';
import { withOpen, type BedGroup } from '../../../plan';
import type { Fault } from '../types';
import { faultKind } from './kind';
import { siteKey } from './kind';

/** Beds or blocks that are tried as open by mistake, at most. */
const TRIED = 24;

export const extraOpen = faultKind({
  kind: 'extra-open',
  name: msg`beds open that should be shut`,
  often: 5,
  words: {
    title: msg`Beds are open that should be shut`,
    looksLike: msg`More flows than planned, everything open reads low, and beds drip that are not of this set.`,
    mend: msg`Shut them. If a valve is shut and they still drip, it does not close: grit under the diaphragm, or a worn seat.`,
  },
  size: () => msg`they draw water beside the set`,
  make(farm) {
    const { plan, set } = farm;
    if (!set) return [];
    const openKeys = new Set(set.beds.flatMap((g) => (g.keys ?? ['*']).map((k) => `${g.block}/${k}`)));
    const groups: BedGroup[] = plan.watering.sets
      .filter((s) => s.id !== set.id)
      .flatMap((s) => s.beds)
      .filter((g) => !openKeys.has(`${g.block}/*`) && plan.blocks.some((b) => b.id === g.block && b.inUse))
      .map((g) => ({ ...g, ...(g.keys && { keys: g.keys.filter((k) => !openKeys.has(`${g.block}/${k}`)) }) }))
      .filter((g) => g.keys === undefined || g.keys.length > 0)
      // A valve at each bed: one of them is left open, not all.
      .flatMap((g) =>
        g.keys && plan.blocks.find((b) => b.id === g.block)!.valves !== 'block'
          ? g.keys.map((k) => ({ ...g, keys: [k] }))
          : [g],
      );
    const each = groups.length > TRIED ? groups.length / TRIED : 1;
    return Array.from({ length: Math.min(TRIED, groups.length) }, (_, i) => groups[Math.floor(i * each)]).map(
      (g): Omit<Fault, 'kind' | 'group'> => {
        const site: Fault['site'] = g.keys
          ? { at: 'beds', block: g.block, keys: g.keys }
          : { at: 'block', block: g.block };
        return {
          id: `extra-open/${siteKey(site)}`,
          site,
          sizes: [1],
          change: () => {
            const beds = merged(set.beds, g);
            const open = withOpen(plan, { ...set, beds });
            const built = buildNetwork(open, layOut(open));
            return { network: built.network, built, openAt: siteKey(site) };
          },
        };
      },
    );
  },
});

/** A set's beds with some more, a block once. */
function merged(beds: readonly BedGroup[], more: BedGroup): BedGroup[] {
  const own = beds.find((g) => g.block === more.block);
  if (!own) return [...beds, more];
  return beds.map((g) =>
    g !== own
      ? g
      : own.keys && more.keys
        ? { ...own, keys: [...own.keys, ...more.keys] }
        : { block: own.block },
  );
}
