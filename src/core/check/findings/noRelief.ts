import { msg } from '../../language';
import { sizedKind } from '../../catalog/headParts';
import type { Change } from '../../changes';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { addPart, ofSource } from '../offers';
import { HEAD, isPumped, isWell } from '../../plan';
import type { State } from '../states';

type Said = { well: boolean };

/** A relief valve opens at about this share of what the pump reaches against shut valves; higher where the water works there. */
const RELIEF_SHARES = [0.8, 0.88, 0.95] as const;
/** A switch stops the pump at about this share of it. */
const STOPS_SHARE = 0.8;
/** Pressure tanks as they are sold, L. */
const TANKS_L = [80, 150, 300] as const;

/** A pump with neither tank and switch nor relief valve has nothing to stop it against closed valves. */
export const noRelief = findingKind({
  code: 'no-relief',
  stage: 'water',
  find({ plan, results }: State): Found<Said>[] {
    const { source } = results.layout;
    if (!isPumped(source)) return [];
    if (source.vessel.part !== 'none' || plan.head.some((p) => p.role === 'relief')) return [];
    const well = isWell(source);
    return [
      {
        grade: well ? 'stop' : 'mend',
        place: { kind: 'source' },
        measured: results.rest.sourceKpa,
        kind: 'pressure',
        says: { well },
      },
    ];
  },
  words: ({ measured, says }, show) => ({
    title: msg`Nothing stops the pump against shut valves`,
    howMuch: msg`There is no pressure tank with a switch and no relief valve: the pressure reaches ${show(measured, 'pressure')} when every valve is shut.`,
    why: says.well
      ? msg`A well pump against shut valves bursts tape and fittings and burns out.`
      : msg`A pump against shut valves boils its own water and bursts the weakest joint.`,
    tries: [
      msg`put in a pressure tank with a switch`,
      msg`put a relief valve first in the head`,
      msg`Pump and well electrics are work for a licensed electrician.`,
    ],
  }),
  offers: ofSource(({ results: { rest, flowLph } }) => [
    // One that fits the pump: large enough for its starts, and stopped within what it reaches.
    [
      [{ kind: 'pressure-tank' }],
      ...TANKS_L.map((volumeL): Change[] => [{ kind: 'pressure-tank' }, { kind: 'tank-size', volumeL }]),
      ...TANKS_L.map((volumeL): Change[] => [
        { kind: 'pressure-tank' },
        { kind: 'tank-size', volumeL },
        { kind: 'cut-out', cutOutKpa: Math.round(rest.sourceKpa * STOPS_SHARE) },
      ]),
    ],
    RELIEF_SHARES.map((share) => [
      addPart(HEAD, sizedKind('relief', flowLph), 0, { opensKpa: Math.round(rest.sourceKpa * share) }),
    ]),
  ]),
});
