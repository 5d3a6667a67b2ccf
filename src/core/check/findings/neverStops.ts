import { isPumped } from '../../plan';
import { msg } from '../../language';
import { pumpShutKpa, switchFacts } from '../../network';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { lowerCutOut } from '../offers';
import type { State } from '../states';

type Said = { cutInKpa: number };

/** The pump cannot come to the switch's upper pressure: it never stops. */
export const neverStops = findingKind({
  code: 'never-stops',
  stage: 'water',
  find({ plan, results }: State): Found<Said>[] {
    const { source } = results.layout;
    if (!isPumped(source)) return [];
    if (!switchFacts(source, plan)?.neverStops) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'source' },
        measured: pumpShutKpa(source, plan),
        limit: source.vessel.cutOutKpa,
        kind: 'pressure',
        says: { cutInKpa: source.vessel.cutInKpa },
      },
    ];
  },
  words: ({ measured, limit }, show) => ({
    title: msg`The pump cannot reach the pressure that stops it`,
    howMuch: msg`The switch stops it at ${show(limit, 'pressure')}; with no water running the pump reaches ${show(measured, 'pressure')}.`,
    why: msg`It runs day and night, heating the water it stands in.`,
    tries: [msg`set the switch lower`, msg`use a pump with more head`],
  }),
  compares: {
    holds: 'p_shut ≥ p_cut-out',
    measured: msg`the pump reaches`,
    limit: 'cut-out',
    source: msg`The pump’s own curve.`,
  },
  offers: lowerCutOut,
  restsOn: ['source'],
});
