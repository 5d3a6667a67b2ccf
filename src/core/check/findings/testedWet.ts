import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import type { State } from '../states';

/** It was measured when there is most water. */
export const testedWet = findingKind({
  code: 'tested-wet',
  stage: 'water',
  find: ({ results }: State): Found<Record<never, never>>[] =>
    results.layout.source.testedIn === 'wet' ? [{ grade: 'watch', place: { kind: 'source' }, says: {} }] : [],
  words: () => ({
    title: msg`The source was measured in the wet season`,
    howMuch: msg`Wells and springs sink and neighbours draw when it is dry and you need it most.`,
    why: msg`What it gives in spring it may not give in August.`,
    tries: [msg`measure again in the dry season`, msg`plan on a smaller share until then`],
  }),
});
