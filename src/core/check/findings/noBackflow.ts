import { isMains, isStored, comesIn } from '../../plan';
import { msg } from '../../language';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { preventer } from '../offers';
import type { State } from '../states';
import { isFeeding } from '../facts/parts';
import { BACKFLOW_LOCAL } from '../facts/notices';

type Said = { feeding: boolean; mains: boolean; gap: boolean };

/**
 * No backflow preventer: gravest where mains water is drawn or feed is given; a pump's pipes want at least a check valve.
 */
export const noBackflow = findingKind({
  code: 'no-backflow',
  stage: 'pipework',
  find({ plan, results, backup }: State): Found<Said>[] {
    const { source } = results.layout;
    if (plan.head.some((p) => p.role === 'backflow')) return [];
    // What keeps the backup apart is told where it joins.
    if (backup) return [];
    const feeding = isFeeding(plan);
    // A float valve in a closed canister is joined to the mains; a tank filled from above is parted from them by air.
    const gap = comesIn(source).mains === true;
    const mains = isMains(source) || gap;
    if (isStored(source) && !feeding && !gap) return [];
    const grave = isMains(source) || feeding;
    if (!grave && !gap && plan.head.some((p) => p.role === 'check-valve')) return [];
    return [
      {
        grade: grave ? 'stop' : gap ? 'mend' : 'watch',
        place: { kind: 'head' },
        says: { feeding, mains, gap },
      },
    ];
  },
  words: ({ says: { feeding, mains, gap } }) => ({
    title: gap && !feeding ? msg`Canister fed from the mains: check its air gap` : msg`No backflow preventer`,
    howMuch: gap
      ? msg`The float valve fills from the mains${feeding ? msg`, and feed is given` : ''}: its inlet must end above the highest water, with air between.`
      : mains
        ? msg`The head draws on mains water${feeding ? msg` and feed is given` : ''}, and nothing keeps water from running back.`
        : feeding
          ? msg`Feed is given, and nothing keeps it from running back into the source.`
          : msg`Nothing keeps the water in the pipes from running back into the source when the pump stops.`,
    why: msg`When the pressure in the street or the well falls, water in the beds is sucked back. It is law on most public supplies, and always when feeding. ${BACKFLOW_LOCAL}`,
    tries:
      mains || feeding
        ? [msg`put a backflow preventer first in the head, after the shut-off valve`]
        : [msg`put a check valve after the pump`, msg`or a backflow preventer`],
  }),
  offers: preventer,
});
