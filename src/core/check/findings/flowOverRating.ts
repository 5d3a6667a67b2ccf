import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { all, fewerAtOnce, sized } from '../offers';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { part: string };

/** More flows through a filter, meter, valve or timer than it is rated for. */
export const flowOverRating = findingKind({
  code: 'flow-over-rating',
  stage: 'pipework',
  when: ['open', 'high'],
  find: ({ results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, flowLph }) =>
      part.role !== 'regulator' && isOver(flowLph, part.maxLph)
        ? {
            grade: 'mend',
            place: { kind: 'part', place, id: part.id },
            measured: flowLph,
            limit: part.maxLph,
            kind: 'flow',
            says: { part: part.name },
          }
        : [],
    ),
  words: ({ measured, limit, says }, show) => ({
    title: msg`More flows through the ${says.part} than it is made for`,
    howMuch: msg`${show(measured, 'flow')} flows; its rating is ${show(limit, 'flow')}.`,
    why: msg`Beyond its rating a filter presses dirt through, a meter wears and reads wrong, a valve chatters, and each costs pressure.`,
    tries: [msg`use the next size`, msg`water fewer beds at once`],
  }),
  compares: { holds: 'Q ≤ Q_max', measured: msg`flow through it`, limit: msg`at most`, source: 'label' },
  alike: ({ place, says }) => (place.kind === 'part' && place.place === 'head' ? place.id : says.part),
  offers: all(sized(), fewerAtOnce),
});
