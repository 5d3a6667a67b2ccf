import { msg } from '../../language';
import { sizedKind } from '../../catalog/headParts';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { addPart, ofSource } from '../offers';
import { HEAD, isPumped, isWell } from '../../plan';
import type { State } from '../states';

type Said = { well: boolean };

/** A relief valve opens at about this share of what the pump reaches against shut valves. */
const RELIEF_SHARE = 0.8;

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
    [[{ kind: 'pressure-tank' }]],
    [
      [
        addPart(HEAD, sizedKind('relief', flowLph), 0, {
          opensKpa: Math.round(rest.sourceKpa * RELIEF_SHARE),
        }),
      ],
    ],
  ]),
});
