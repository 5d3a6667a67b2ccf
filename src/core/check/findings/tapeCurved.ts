import { msg } from '../../language';
import { material } from '../../catalog/materials';
import { tapesOf } from '../facts/tapes';
import type { Found } from '../finding';
import { findingKind, inBeds } from '../kind';
import { otherMaterial } from '../offers';
import type { State } from '../states';

/** Tape laid round curves. */
export const tapeCurved = findingKind({
  code: 'tape-curved',
  stage: 'beds',
  find: ({ plan, results }: State): Found<{ beds: number }>[] =>
    tapesOf(results)
      .filter(({ block, tape }) => plan.blocks[block].beds.rows === 'curved' && !material(tape.kind).bends)
      .map(({ block, beds }) => ({ grade: 'mend', place: { kind: 'block', block }, says: { beds } })),
  words: ({ says }) => ({
    title: msg`Tape round curves ${inBeds(says.beds)}`,
    howMuch: msg`Flat tape kinks where it turns, and a kink is a shut valve.`,
    why: msg`It is made for straight lines under a little tension.`,
    tries: [msg`lay dripline, which bends`],
  }),
  offers: otherMaterial('dripline', 'compensating'),
});
