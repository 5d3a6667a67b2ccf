import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { fewerAtOnce, weakerBooster } from '../offers';
import type { State } from '../states';

type Said = { ofFlow: boolean };

/** More flows through the booster than it may, or shut valves drive it over its high cut-out. */
export const boosterLimits = findingKind({
  code: 'booster-limits',
  stage: 'water',
  when: ['open', 'high'],
  find({ results }: State): Found<Said>[] {
    const { booster } = results.layout.source;
    if (booster.kind === 'none') return [];
    const found: Found<Said>[] = [];
    const add = (measured: number, limit: number, ofFlow: boolean): void => {
      if (!isOver(measured, limit)) return;
      const kind = ofFlow ? 'flow' : 'pressure';
      found.push({ grade: 'mend', place: { kind: 'source' }, measured, limit, kind, says: { ofFlow } });
    };
    add(results.flowLph, booster.maxLph, true);
    add(results.rest.sourceKpa, booster.highCutKpa, false);
    return found;
  },
  words: ({ measured, limit, kind, says }, show) => ({
    title: says.ofFlow
      ? msg`More flows than the booster allows`
      : msg`Shut valves drive the booster over its high cut-out`,
    howMuch: msg`${show(measured, kind)}; its limit is ${show(limit, kind)}.`,
    why: says.ofFlow
      ? msg`Above its maximum flow its motor is overloaded.`
      : msg`Its cut-out then stops it each time, and what comes after it must hold that pressure.`,
    tries: says.ofFlow
      ? [msg`water fewer beds at once`, msg`use a larger booster`]
      : [
          msg`use a variable-speed booster`,
          msg`put a relief or regulating valve after it`,
          msg`set the cut-out higher, if the parts allow`,
        ],
  }),
  compares: { holds: 'x ≤ x_limit', measured: msg`there is`, limit: msg`its limit`, source: 'label' },
  apart: ({ says }) => String(says.ofFlow),
  alike: ({ says }) => String(says.ofFlow),
  offers: (context) => (context.finding.says.ofFlow ? fewerAtOnce : weakerBooster)(context),
});
