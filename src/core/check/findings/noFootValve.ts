import { finding, type Check } from '../types';

/** A pump over the water with no foot valve empties its suction pipe each time it stops. */
export const noFootValve: Check = (_plan, { layout: { source } }) =>
  source.kind === 'pump' && source.liftM > 0 && !source.footValve
    ? [finding('no-foot-valve', 'mind', { kind: 'source' }, { measured: source.liftM, kind: 'height' })]
    : [];
