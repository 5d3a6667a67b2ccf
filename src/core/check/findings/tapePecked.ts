import { msg } from '../../language';
import { material } from '../../catalog/materials';
import { tapesOf } from '../facts/tapes';
import type { Found } from '../finding';
import { findingKind, inBeds } from '../kind';
import { all, lies, otherMaterial } from '../offers';
import type { State } from '../states';

/** Thin tape on bare ground, where birds peck it, wind moves it and sun stretches it. */
export const tapePecked = findingKind({
  code: 'tape-pecked',
  stage: 'beds',
  find: ({ results }: State): Found<{ beds: number }>[] =>
    tapesOf(results)
      .filter(({ tape }) => tape.lies === 'surface' && !material(tape.kind).tough)
      .map(({ block, beds }) => ({ grade: 'watch', place: { kind: 'block', block }, says: { beds } })),
  words: ({ says }) => ({
    title: msg`Tape on bare ground ${inBeds(says.beds)}`,
    howMuch: msg`Nothing lies over it.`,
    why: msg`Birds peck at thin tape for water, wind moves it, and the sun stretches it: it must be pulled tight again in the first week.`,
    tries: [msg`lay it under mulch or ground cover`, msg`bury it 10 cm deep`, msg`lay dripline`],
  }),
  offers: all(lies('mulch', 'cover', 'buried'), otherMaterial('dripline')),
});
