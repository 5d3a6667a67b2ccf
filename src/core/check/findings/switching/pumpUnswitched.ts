import { msg } from '../../../language';
import { switchboardOf } from '../../../switching';
import { findingKind, type Whole } from '../../kind';
import { all, fixed } from '../../offers';

/** A timer with a battery opens a valve, and nothing starts the pump. */
export const pumpUnswitched = findingKind({
  code: 'pump-unswitched',
  stage: 'sets',
  findInWhole({ plan }: Whole) {
    const board = switchboardOf(plan);
    const timers = board.valves.some((v) => v.by === 'battery' || v.by === 'latching');
    return board.startsPump && timers && board.controller !== 'wired'
      ? [{ grade: 'mend' as const, place: { kind: 'source' as const }, says: {} }]
      : [];
  },
  words: () => ({
    title: msg`Nothing starts the pump when a timer opens`,
    howMuch: msg`The timers run on batteries and have no relay; the pump has neither a pressure tank nor a flow switch.`,
    why: msg`The valve opens and nothing comes; or the pump runs against a shut valve.`,
    tries: [
      msg`put in a pressure tank with a switch`,
      msg`use a controller with wired valves, which starts the pump`,
      msg`open the valves and start the pump by hand`,
    ],
  }),
  offers: all(
    fixed({ kind: 'pressure-tank' }),
    fixed({ kind: 'opened-by', by: 'wired' }),
    fixed({ kind: 'opened-by', by: 'hand' }),
  ),
});
