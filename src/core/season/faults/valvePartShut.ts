import { isTimed, type Role } from '../../catalog/headParts';
import { withLink } from '../alter';
import { faultKind, LOSS_SHARES } from './kind';
import { partsOpen } from './parts';

const opens = (role: Role): boolean => role === 'ball-valve' || role === 'gate-valve' || isTimed(role);

export const valvePartShut = faultKind({
  kind: 'valve-part-shut',
  name: 'valve not fully open',
  often: 10,
  words: {
    title: 'A valve is not fully open',
    looksLike:
      'The pressure before the valve is as it should be or higher, behind it it is low. A hand valve stands askew; an electric one hums, or its bleed screw weeps.',
    mend: 'Open a hand valve all the way, slowly. On an electric or timed valve close the bleed screw, check its battery, and with the water shut clean grit from under the diaphragm.',
  },
  size: (kpa, show) => `it takes ${show(kpa, 'pressure')} more than when it is open, at the planned flow`,
  make: (farm) =>
    partsOpen(farm).flatMap(({ step, place, flowLph, beforeKpa }) => {
      const { link, part } = step;
      if (!opens(part.role) || link?.kind !== 'loss' || flowLph <= 0 || beforeKpa <= 0) return [];
      return {
        id: `valve-part-shut/${place}/${part.id}`,
        site: { at: 'part', place, part: part.id },
        sizes: LOSS_SHARES.map((s) => s * beforeKpa),
        change: (kpa) => ({
          network: withLink(farm.results.built.network, link, (l) => ({
            ...l,
            lossKpa: l.lossKpa + kpa * (l.atLph / flowLph) ** 2,
          })),
        }),
      };
    }),
});
