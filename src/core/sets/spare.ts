import { msg } from '../language';
import { isGravity, type FarmResults } from '../network';
import { loadOf } from './parts';

/** Beyond this share the figure says no more than that there is plenty. */
const PLENTY = 1;

/**
 * What a source has left beyond what is asked of it, as a share of that: at the pressure that is needed, within what it gives at
 * all. Infinity under a tank, where no pressure is asked for.
 * @param evenness that is wished, a ratio
 */
export const spareOf = (results: FarmResults, evenness: number): number =>
  isGravity(results.layout.source) ? Infinity : 1 / loadOf(results, evenness).load - 1;

/** What is to spare, in words that end a sentence with "with". */
export const spareTold = (spare: number): string =>
  spare > PLENTY ? msg`more than double what it needs` : msg`${Math.floor(spare * 100 + 1e-9)} % to spare`;
