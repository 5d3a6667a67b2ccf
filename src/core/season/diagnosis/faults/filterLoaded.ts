import { msg } from '../../../language';
import { isFilter } from '../../../catalog/headParts';
import { faultKind } from './kind';
import { losingMore } from './parts';

export const filterLoaded = faultKind({
  kind: 'filter-loaded',
  name: msg`filter loaded`,
  often: 16,
  words: {
    title: msg`The filter is loaded with dirt`,
    looksLike: msg`The gauge before the filter reads as it should or higher, the gauge after it reads low. Everything downstream gets less, and the meter turns slower.`,
    mend: msg`Shut the water, let the pressure off, open the filter and wash the element from the inside out. Look for tears before it goes back.`,
  },
  size: (kpa, show) => msg`it takes ${show(kpa, 'pressure')} more than when it is clean, at the planned flow`,
  make: (farm) => losingMore(farm, 'filter-loaded', isFilter),
});
