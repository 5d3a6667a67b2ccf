import { isPumped } from '../../plan';
import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isUnder } from '../kind';
import { ofSource } from '../offers';
import type { State } from '../states';

type Said = Record<string, never>;

/** So little flows that a flow switch stops the pump while the beds are watered. */
export const flowStops = findingKind({
  code: 'flow-stops',
  stage: 'water',
  find({ results: { layout, flowLph } }: State): Found<Said>[] {
    const { source } = layout;
    if (!isPumped(source) || source.vessel.part !== 'flow') return [];
    const { stopsLph } = source.vessel;
    if (!(flowLph > 0) || !isUnder(flowLph, stopsLph)) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'source' },
        measured: flowLph,
        limit: stopsLph,
        kind: 'flow',
        says: {},
      },
    ];
  },
  words: ({ measured, limit }, show) => ({
    title: msg`Too little flow for the flow switch`,
    howMuch: msg`The beds take ${show(measured, 'flow')}; the switch stops the pump where less than ${show(limit, 'flow')} flows.`,
    why: msg`The pump stops and starts again and again, and each start wears motor and switch.`,
    tries: [msg`water more beds at once`, msg`use a pressure tank with a switch instead`],
  }),
  compares: {
    holds: 'Q ≥ Q_least',
    measured: msg`drawn`,
    limit: msg`flow that keeps the pump on`,
    source: msg`The switch’s label.`,
  },
  offers: ofSource(() => [[[{ kind: 'pressure-tank' }]]]),
  restsOn: ['source'],
});
