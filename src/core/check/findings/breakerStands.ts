import { msg } from '../../language';
import { isTimed } from '../../catalog/headParts';
import { HEAD, type Part } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { ofPart } from '../offers';
import type { State } from '../states';
import { BACKFLOW_LOCAL } from '../facts/notices';

type Said = { part: string; valve: string };

const shuts = (p: Part): boolean => p.role === 'ball-valve' || p.role === 'gate-valve' || isTimed(p.role);

/** A plain hose vacuum breaker stands under pressure all day because a valve follows it: it is not made for that. */
export const breakerStands = findingKind({
  code: 'breaker-stands',
  stage: 'pipework',
  find({ plan }: State): Found<Said>[] {
    const at = plan.head.findIndex((p) => p.kind === 'vacuum-breaker');
    if (at < 0) return [];
    const valve =
      plan.head.slice(at + 1).find(shuts) ??
      plan.blocks
        .filter((b) => b.inUse)
        .flatMap((b) => b.inlet)
        .find(shuts);
    if (!valve) return [];
    const { id, name } = plan.head[at];
    return [
      { grade: 'watch', place: { kind: 'part', place: HEAD, id }, says: { part: name, valve: valve.name } },
    ];
  },
  words: ({ says }) => ({
    title: msg`A ${says.valve} after the ${says.part} keeps it under pressure`,
    howMuch: msg`When the ${says.valve} is shut, the ${says.part} stands under the full pressure of the source.`,
    why: msg`Plain hose vacuum breakers are not made for standing pressure: after some hours they stick, and then do not open when they should. ${BACKFLOW_LOCAL}`,
    tries: [
      msg`put the valve before it`,
      msg`use a double check valve or another kind made for standing pressure`,
    ],
  }),
  offers: ofPart(({ place, part }) => [
    [
      [
        {
          kind: 'swap-part',
          place,
          id: part.id,
          part: 'double-check',
          from: part.name,
          name: msg`double check valve`,
        },
      ],
    ],
  ]),
});
