import { material } from '../../catalog/materials';
import { bestEvenness } from '../../network';
import { finding, type Check } from '../types';
import { tapesOf } from './tapes';

/** What is laid scatters so much as made that no pressure makes it as even as is wished. */
export const materialUneven: Check = (plan, results) =>
  tapesOf(results).flatMap(({ block, tape, beds }) => {
    const best = bestEvenness(plan.wishes.evenness, tape.cv);
    if (best >= plan.wishes.uniformity) return [];
    return finding(
      'material-uneven',
      'mend',
      { kind: 'block', block },
      {
        measured: best,
        limit: plan.wishes.uniformity,
        kind: 'share',
        values: { cv: tape.cv, beds },
        names: { what: material(tape.kind).name },
      },
    );
  });
