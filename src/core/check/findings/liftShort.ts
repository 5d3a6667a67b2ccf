import { comesIn } from '../../plan';
import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { all, fewerAtOnce } from '../offers';
import type { State } from '../states';

type Said = Record<string, never>;

/** Flows that a small pump is chosen by go up in steps of so much, L/h. */
const STEP_LPH = 100;
/** It is chosen for so much more than is drawn, a ratio. */
const ROOM = 1.1;

/** A pump between store and float brings less than the beds draw: the float's level does not hold. */
export const liftShort = findingKind({
  code: 'lift-short',
  stage: 'water',
  find({ results: { layout, flowLph } }: State): Found<Said>[] {
    const { source } = layout;
    const measured = flowLph + source.othersLph;
    const limit = comesIn(source).store?.lph;
    if (limit === undefined || !isOver(measured, limit)) return [];
    return [{ grade: 'mend', place: { kind: 'source' }, measured, limit, kind: 'flow', says: {} }];
  },
  words: ({ measured, limit }, show) => ({
    title: msg`The pump to the float brings less than the beds draw`,
    howMuch: msg`${show(measured, 'flow')} is drawn; the pump between the store and the float brings ${show(limit, 'flow')}.`,
    why: msg`The water in the canister falls while they water, and with it the pressure, which is planned as if it were held.`,
    tries: [msg`use a stronger pump between them`, msg`water fewer beds at once`],
  }),
  compares: {
    holds: msg`Q ≤ Q_pump`,
    measured: msg`drawn`,
    limit: msg`brought to the float`,
    source: msg`What was measured at the float, by a bucket.`,
  },
  offers: all(fewerAtOnce, ({ finding }) => [
    [[{ kind: 'lift-flow', lph: Math.ceil((finding.measured * ROOM) / STEP_LPH) * STEP_LPH }]],
  ]),
  restsOn: ['source'],
});
