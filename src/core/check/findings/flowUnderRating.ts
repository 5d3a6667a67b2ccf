import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isUnder } from '../kind';
import { sized } from '../offers';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { part: string };

/** Less flows than a part needs to work: a separator does not spin, a meter does not turn. */
export const flowUnderRating = findingKind({
  code: 'flow-under-rating',
  stage: 'pipework',
  find: ({ results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, flowLph }) =>
      part.role !== 'regulator' && flowLph > 0 && isUnder(flowLph, part.minLph)
        ? {
            grade: 'mend',
            place: { kind: 'part', place, id: part.id },
            measured: flowLph,
            limit: part.minLph,
            kind: 'flow',
            says: { part: part.name },
          }
        : [],
    ),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Too little flow for the ${says.part}`,
    howMuch: msg`${show(measured, 'flow')} flows; it works from ${show(limit, 'flow')}.`,
    why: msg`A separator must spin to throw sand out; a meter or injector needs flow to turn.`,
    tries: [msg`use the next smaller size`, msg`water more beds at once`],
  }),
  compares: { holds: 'Q ≥ Q_min', measured: msg`flow through it`, limit: msg`at least`, source: 'label' },
  alike: ({ place, says }) => (place.kind === 'part' && place.place === 'head' ? place.id : says.part),
  offers: sized(),
});
