import { isFilter } from '../../catalog/headParts';
import { withLink } from '../alter';
import { faultKind, LOSS_SHARES } from './kind';
import { partsOpen } from './parts';

export const filterLoaded = faultKind({
  kind: 'filter-loaded',
  name: 'filter loaded',
  often: 16,
  words: {
    title: 'The filter is loaded with dirt',
    looksLike:
      'The gauge before the filter reads as it should or higher, the gauge after it reads low. Everything downstream gets less, and the meter turns slower.',
    mend: 'Shut the water, let the pressure off, open the filter and wash the element from the inside out. Look for tears before it goes back.',
  },
  size: (kpa, show) => `it takes ${show(kpa, 'pressure')} more than when it is clean, at the planned flow`,
  make: (farm) =>
    partsOpen(farm).flatMap(({ step, place, flowLph, beforeKpa }) => {
      const { link, part } = step;
      if (!isFilter(part.role) || link?.kind !== 'loss' || flowLph <= 0 || beforeKpa <= 0) return [];
      return {
        id: `filter-loaded/${place}/${part.id}`,
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
