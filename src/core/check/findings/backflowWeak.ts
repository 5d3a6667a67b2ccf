import { msg } from '../../language';
import { HEAD_PARTS, sizedKind } from '../../catalog/headParts';
import { HEAD, isMains } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { ofSource, steps, swapFor } from '../offers';
import type { State } from '../states';
import { isFeeding } from '../facts/parts';
import { BACKFLOW_LOCAL } from '../facts/notices';

type Said = { part: string };

/** Kinds, in any size, that many rules do not accept where feed is given. */
const WEAK = ['vacuum-breaker', 'double-check'] as const;

/** Feed is given on mains water behind a preventer that many rules do not accept for that. */
export const backflowWeak = findingKind({
  code: 'backflow-weak',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    const feeding = isFeeding(plan);
    const preventers = plan.head.filter((p) => p.role === 'backflow');
    if (!feeding || !isMains(results.layout.source) || preventers.length === 0) return [];
    if (preventers.some((p) => !WEAK.some((kind) => p.kind.startsWith(kind)))) return [];
    const [{ id, name }] = preventers;
    return [{ grade: 'watch', place: { kind: 'part', place: HEAD, id }, says: { part: name } }];
  },
  words: ({ says }) => ({
    title: msg`This backflow preventer is rarely enough for feeding`,
    howMuch: msg`Feed is given on mains water behind a ${says.part}.`,
    why: msg`Feeds count as a hazard: many rules ask for a reduced-pressure device or a broken tank. ${BACKFLOW_LOCAL}`,
    tries: [
      msg`ask the water company`,
      msg`use a reduced-pressure device`,
      msg`fill a tank through open air`,
    ],
  }),
  offers: ofSource(({ plan, results: { flowLph } }) => {
    const weak = plan.head.find((p) => p.role === 'backflow');
    if (!weak) return [];
    const strong = HEAD_PARTS.filter((p) => p.id === sizedKind('reduced-pressure', flowLph));
    return [steps(strong, swapFor(HEAD, weak))];
  }),
});
