import type { Source } from '../../plan';

/** Water that falls from a tank with nothing to push it. */
export const isGravity = (source: Source): boolean =>
  source.kind === 'tank' && source.booster.kind === 'none';
