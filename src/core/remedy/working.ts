import { msg } from '../language';
import type { Finding } from '../check';
import { sayChange } from '../changes';
import type { FullPlan } from '../plan';
import { format, type UnitChoice } from '../units';
import { term, type Term, type Working } from '../working';
import type { Remedy } from './tryOut';

/**
 * What a remedy was found to do: all that it changes, the finding before and after, and the figures of the whole plan, each
 * solved anew in all its states.
 */
export function remedyWorking(
  { changes, before, after, clears, less, worse, fallen }: Remedy,
  finding: Finding,
  plan: FullPlan,
  choice: UnitChoice,
): Working {
  const says = changes.map((c) => sayChange(c, plan, (value, kind) => format(value, kind, choice)));
  const pair = (meaning: string, from: number, to: number, kind: Term['kind']): Term[] => [
    term('', msg`${meaning}, before`, from, kind),
    term('', msg`${meaning}, after`, to, kind),
  ];
  const left = less ? less.margin : finding.margin;
  const all = worse.length + fallen.length;
  return {
    title: msg`What it does: ${says.join(', and ')}`,
    says: msg`This is all that it changes. The changed plan was solved in every set and state and checked again: what was found is ${clears ? msg`gone` : msg`still there, less`}${all > 0 ? msg`, and ${all === 1 ? msg`one thing is` : msg`${all} things are`} worse` : msg`, and nothing is worse`}.`,
    formula: 'ΔC = C_after − C_before',
    terms: [
      term('C_before', msg`of all there is to buy, typical, before`, before.cost, 'count'),
      term('C_after', 'after', after.cost, 'count'),
      term('', msg`beyond the limit, before`, finding.margin, finding.kind),
      ...(clears ? [] : [term('', msg`beyond the limit, after`, left, finding.kind)]),
      ...pair(msg`weakest emitter`, before.weakestKpa, after.weakestKpa, 'pressure'),
      ...pair(msg`evenness, least of all sets`, before.uniformity, after.uniformity, 'share'),
      ...pair(msg`asked, most of all sets`, before.askedLph, after.askedLph, 'flow'),
      ...pair(msg`the source gives`, before.availableLph, after.availableLph, 'flow'),
    ],
    gives: ([was, is]) => is - was,
    result: term('ΔC', msg`more to buy, at typical prices`, after.cost - before.cost, 'count'),
    source: msg`The solver, on the plan with these changes and no others; typical shop prices (docs/method.md).`,
  };
}
