import { isPumped } from '../../plan';
import { msg } from '../../language';
import { switchFacts } from '../../network';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { ofSource } from '../offers';
import type { State } from '../states';

type Said = { cutInKpa: number; high: boolean };

/** Air in a pressure tank is set this far under the cut-in, kPa (2 psi; tank makers' rule), */
const UNDER_CUT_IN_KPA = 14;
/** and not further under it than this. */
const FAR_UNDER_KPA = 50;

/** The air in the pressure tank is set over the cut-in, or far under it. */
export const precharge = findingKind({
  code: 'precharge',
  stage: 'water',
  find({ plan, results }: State): Found<Said>[] {
    const { source } = results.layout;
    if (!isPumped(source) || !switchFacts(source, plan)) return [];
    const { prechargeKpa, cutInKpa } = source.vessel;
    const high = prechargeKpa > cutInKpa;
    if (!high && prechargeKpa >= cutInKpa - FAR_UNDER_KPA) return [];
    return [
      {
        grade: high ? 'mend' : 'watch',
        place: { kind: 'source' },
        measured: prechargeKpa,
        limit: cutInKpa - UNDER_CUT_IN_KPA,
        kind: 'pressure',
        says: { cutInKpa, high },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: says.high ? msg`The tank’s air is above the cut-in` : msg`The tank’s air is far under the cut-in`,
    howMuch: msg`The air is at ${show(measured, 'pressure')} with the tank empty; the switch starts the pump at ${show(says.cutInKpa, 'pressure')}. ${show(limit, 'pressure')} is usual.`,
    why: says.high
      ? msg`The tank is empty before the pump starts: the water stops for a moment at each start.`
      : msg`The tank holds little water between starts, so the pump starts more often.`,
    tries: [msg`pump the air to ${show(limit, 'pressure')} with the water let out`],
  }),
  compares: {
    holds: 'p_air ≈ p_cut-in − 14 kPa',
    measured: msg`air in the empty tank`,
    limit: msg`usual`,
    source: msg`Pressure-tank makers’ rule: 2 psi under the cut-in.`,
  },
  offers: ofSource(({ finding }) => [[[{ kind: 'vessel-air', kpa: Math.round(finding.limit) }]]]),
  restsOn: ['source'],
});
