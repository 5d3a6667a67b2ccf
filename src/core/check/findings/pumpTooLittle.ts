import { isPumped, leastLphOf } from '../../plan';
import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isUnder } from '../kind';
import { ofSource } from '../offers';
import type { State } from '../states';

type Said = Record<string, never>;

/** So little flows that a pump which runs on heats the water in it. On a pressure tank it gives what it gives, and rests. */
export const pumpTooLittle = findingKind({
  code: 'pump-too-little',
  stage: 'water',
  find({ results: { layout, flowLph } }: State): Found<Said>[] {
    const { source } = layout;
    if (!isPumped(source) || source.vessel.part === 'tank') return [];
    const limit = leastLphOf(source);
    // A flow switch that stops it at more stops it first, and that is told by itself.
    if (source.vessel.part === 'flow' && source.vessel.stopsLph >= limit) return [];
    const measured = flowLph + source.othersLph;
    if (!(flowLph > 0) || !isUnder(measured, limit)) return [];
    return [
      {
        // What nobody stated of this pump is only usual of such pumps.
        grade: source.leastLph === undefined ? 'watch' : 'mend',
        place: { kind: 'source' },
        measured,
        limit,
        kind: 'flow',
        says: {},
      },
    ];
  },
  words: ({ measured, limit }, show) => ({
    title: msg`Too little flow for the pump`,
    howMuch: msg`${show(measured, 'flow')} is drawn while the pump runs; it must not run long with less than ${show(limit, 'flow')}.`,
    why: msg`What the pump does not move it heats: seals and impellers fail.`,
    tries: [msg`water more beds at once`, msg`use a pressure tank with a switch, so that the pump rests`],
  }),
  compares: {
    holds: 'Q ≥ Q_least',
    measured: msg`drawn`,
    limit: msg`least flow of the pump`,
    source: msg`The pump’s least flow as stated, else a tenth of the flow at which it works best.`,
  },
  offers: ofSource(() => [[[{ kind: 'pressure-tank' }]]]),
  restsOn: ['source'],
});
