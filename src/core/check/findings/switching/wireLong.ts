import { msg } from '../../../language';
import { layOut } from '../../../layout';
import { CABLE_MM2, LATCHING_M, LEAST_V, switchboardOf, valveName, wiresOf } from '../../../switching';
import type { Found } from '../../finding';
import { findingKind, isOver, type Whole } from '../../kind';
import { fixed as always } from '../../offers';

type Said = { valve: string; lengthM: number; arrivesV: number; latching: boolean };

/** Too little arrives at a valve for it to open: its wire is too long for any cable that is sold, or for what latching valves are held by. */
export const wireLong = findingKind({
  code: 'wire-long',
  stage: 'sets',
  findInWhole({ plan }: Whole): Found<Said>[] {
    const layout = layOut(plan);
    const { worst } = wiresOf(plan, layout);
    if (!worst) return [];
    const latching =
      switchboardOf(plan, layout).valves.find((v) => v.number === worst.number)?.by === 'latching';
    const long = latching ? isOver(worst.lengthM, LATCHING_M) : worst.arrivesV < LEAST_V;
    if (!long) return [];
    return [
      {
        grade: 'stop',
        place: { kind: 'main', to: worst.block },
        measured: latching ? worst.lengthM : worst.arrivesV,
        limit: latching ? LATCHING_M : LEAST_V,
        kind: latching ? 'length' : 'factor',
        says: {
          valve: valveName(worst.number),
          lengthM: worst.lengthM,
          arrivesV: worst.arrivesV,
          latching,
        },
      },
    ];
  },
  words: ({ limit, says }, show) => ({
    title: msg`The wire to ${says.valve} is too long`,
    howMuch: says.latching
      ? msg`${show(says.lengthM, 'length')} from the controller; latching valves are held over ${show(limit, 'length')} at the most.`
      : msg`Over ${show(says.lengthM, 'length')} of cable of ${CABLE_MM2[CABLE_MM2.length - 1]} mm² only ${says.arrivesV.toFixed(1)} V of 24 V arrive; the valve opens from ${limit} V on.`,
    why: msg`A valve that gets too little pulls in once when it is cold and never again when it is warm.`,
    tries: [
      msg`use timers with a battery at the blocks`,
      msg`put the controller nearer to the valves`,
      msg`open these blocks by hand`,
    ],
  }),
  compares: {
    holds: msg`24 V − 2·ρ·L·I / A ≥ 20 V`,
    measured: msg`arrives`,
    limit: msg`opens from`,
    source: msg`Copper at 17.2 mΩ·mm²/m; 0.4 A a solenoid as it opens (common 24 V valves).`,
  },
  offers: always({ kind: 'opened-by', by: 'battery' }),
});
