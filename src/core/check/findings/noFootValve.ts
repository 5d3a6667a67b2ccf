import { isSucking } from '../../plan';
import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { fixed } from '../offers';
import type { State } from '../states';

/** A pump above the water with no foot valve empties its suction pipe each time it stops. */
export const noFootValve = findingKind({
  code: 'no-foot-valve',
  stage: 'water',
  find: ({ results }: State): Found<Record<never, never>>[] => {
    const { source } = results.layout;
    return isSucking(source) && source.liftM > 0 && !source.footValve
      ? [{ grade: 'watch', place: { kind: 'source' }, measured: source.liftM, kind: 'height', says: {} }]
      : [];
  },
  words: ({ measured }, show) => ({
    title: msg`No foot valve on the suction pipe`,
    howMuch: msg`The pump is ${show(measured, 'height')} above the water and nothing holds the water up when it stops.`,
    why: msg`It must be primed again each time, and runs dry when that is forgotten.`,
    tries: [msg`put a foot valve with a strainer on the suction pipe`],
  }),
  offers: fixed({ kind: 'foot-valve' }),
});
