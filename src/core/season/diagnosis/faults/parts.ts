import { inletParts } from '../../../network';
import { HEAD } from '../../../plan';
import type { Role } from '../../../catalog/headParts';
import type { PartResult } from '../../../network';
import { withLink } from '../alter';
import type { Fault, OpenFarm } from '../types';
import { LOSS_SHARES } from './kind';

/** Each part that water flows through, in the head and at open blocks, with the place it stands in. */
export const partsOpen = ({ results }: OpenFarm): (PartResult & { place: string })[] => [
  ...results.head.map((p) => ({ ...p, place: HEAD })),
  ...results.blocks.flatMap((b) =>
    inletParts(results, b).map((p) => ({ ...p, place: b.built.layout.block.id })),
  ),
];

/** Parts of some roles that take more than they should, kPa at the planned flow, with its square. */
export const losingMore = (
  farm: OpenFarm,
  kind: string,
  fits: (role: Role) => boolean,
): Omit<Fault, 'kind' | 'group'>[] =>
  partsOpen(farm).flatMap(({ step: { link, part }, place, flowLph, beforeKpa }) => {
    if (!fits(part.role) || link?.kind !== 'loss' || flowLph <= 0 || beforeKpa <= 0) return [];
    return {
      id: `${kind}/${place}/${part.id}`,
      site: { at: 'part', place, part: part.id },
      sizes: LOSS_SHARES.map((s) => s * beforeKpa),
      change: (kpa) => ({
        network: withLink(farm.results.built.network, link, (l) => ({
          ...l,
          lossKpa: l.lossKpa + kpa * (l.atLph / flowLph) ** 2,
        })),
      }),
    };
  });
