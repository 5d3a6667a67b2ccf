import { isStored } from '../../plan';
import { msg } from '../../language';
import { isInjector } from '../../catalog/headParts';
import type { Found } from '../finding';
import { findingKind, isUnder } from '../kind';
import { sized } from '../offers';
import type { State } from '../states';
import { everyPart } from '../facts/parts';

type Said = { part: string; gravity: boolean; injects: boolean };

/** A timer, valve or injector stands at less pressure than it needs to work. */
export const needsPressure = findingKind({
  code: 'needs-pressure',
  stage: 'pipework',
  find: ({ results }: State): Found<Said>[] =>
    everyPart(results).flatMap(({ place, step: { part }, beforeKpa }) => {
      if (part.role === 'venturi' || !(part.needsKpa > 0) || !isUnder(beforeKpa, part.needsKpa)) return [];
      return {
        grade: 'stop',
        place: { kind: 'part', place, id: part.id },
        measured: beforeKpa,
        limit: part.needsKpa,
        kind: 'pressure',
        says: {
          part: part.name,
          gravity: isStored(results.layout.source),
          injects: isInjector(part.role),
        },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`The ${says.part} has too little pressure to work`,
    howMuch: msg`It has ${show(measured, 'pressure')} before it; it needs ${show(limit, 'pressure')}.`,
    why: says.injects
      ? msg`It draws the feed in by the water’s own pressure.`
      : says.gravity
        ? msg`Diaphragm valves open by the water’s own pressure. Under a tank there is not enough of it.`
        : msg`It opens by the water’s own pressure.`,
    tries: says.injects
      ? [msg`raise the pressure before it`, msg`use an injector for lower pressure`]
      : [msg`use a zero-pressure (motor) valve or timer`, msg`raise the pressure before it`],
  }),
  compares: { holds: 'p ≥ p_needs', measured: msg`there is`, limit: msg`it needs`, source: 'label' },
  alike: ({ says }) => says.part,
  offers: sized((part) =>
    part.role === 'timer'
      ? ['timer', 'motor-valve']
      : part.role === 'solenoid-valve'
        ? ['motor-valve']
        : [part.role],
  ),
  restsOn: ['source'],
});
