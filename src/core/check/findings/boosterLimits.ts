import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { fewerAtOnce } from '../offers';
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
      ? 'More flows than the booster may pass'
      : 'Shut valves drive the booster over its high cut-out',
    howMuch: `${show(measured, kind)}; its limit is ${show(limit, kind)}.`,
    why: says.ofFlow
      ? 'Beyond its greatest flow its motor is overloaded.'
      : 'Its cut-out then stops it each time, and what comes after it must hold that pressure.',
    tries: says.ofFlow
      ? ['water fewer beds at once', 'use a larger booster']
      : [
          'use a variable-speed booster',
          'put a relief or regulating valve after it',
          'set the cut-out higher, if the parts allow',
        ],
  }),
  compares: { holds: 'x ≤ x_limit', measured: 'there is', limit: 'its limit', source: 'label' },
  apart: ({ says }) => String(says.ofFlow),
  alike: ({ says }) => String(says.ofFlow),
  offers: fewerAtOnce,
});
