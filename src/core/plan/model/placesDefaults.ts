import { over } from '../fields/over';
import type { Places, Stated } from './types';

/** Small pipe to plants where nothing else is said: half-inch poly. */
export const SMALL_PIPE = 'pe-1/2';
/** Quarter-inch tube, as it is commonly sold for single plants. */
const TUBE_BORE_MM = 4;
/** A pot or a bush. */
const SPREAD_M = 0.5;
/** A ring lies about half way out under a young tree. */
const RING_M = 0.6;

/** Places as a block has them, its defaults filled in. */
export const fullPlaces = (stated: Stated<Places>): Places =>
  over(
    {
      beds: false,
      begins: 'feed',
      pipe: SMALL_PIPE,
      route: 'order',
      joints: [],
      loops: [],
      plants: [],
      emitters: 1,
      around: 'point',
      ringM: RING_M,
      spreadM: SPREAD_M,
      potL: 0,
      tubeMm: TUBE_BORE_MM,
      tubeExtraM: 0,
    } as Places,
    stated,
  );
