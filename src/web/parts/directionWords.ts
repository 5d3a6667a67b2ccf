import { msg } from '../../core/language';
import type { Direction } from '../../core/layout';

/** Where beds may run to, by what leads them there. */
export const DIRECTION_WORDS: Record<Direction['why'], string> = {
  'longest side': msg`along the longest side`,
  'square to it': msg`square to the longest side`,
  contour: msg`along the contour`,
  north: msg`to the north`,
  'across north': msg`across north`,
  'like its neighbour': msg`like another block`,
};
