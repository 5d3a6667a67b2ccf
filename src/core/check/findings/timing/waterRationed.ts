import { msg } from '../../../language';
import { ofPlan } from '../../facts/ofSets';
import { capital, findingKind, percent, type Whole } from '../../kind';

/** What may be drawn on a watering day is less than the sets would take. */
export const waterRationed = findingKind({
  code: 'water-rationed',
  stage: 'sets',
  findInWhole({ outlook }: Whole) {
    const ration = outlook?.ration;
    if (!ration) return [];
    const short = outlook.sets.flatMap((s) => {
      const share = ration.shares.get(s.id) ?? 1;
      return share < 1 ? [{ name: s.name, share }] : [];
    });
    return [
      ofPlan({
        grade: 'mend',
        measured: ration.wantedL,
        limit: ration.allowedL,
        kind: 'volume',
        says: { short: short.map((s) => msg`${s.name} gets ${percent(s.share)} of its water`).join('; ') },
      }),
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The sets take more water than may be drawn`,
    howMuch: msg`They would take ${show(measured, 'volume')} on a watering day; ${show(limit, 'volume')} may be drawn. ${capital(says.short)}.`,
    why: msg`Sets that come first are served first; what is left then runs short.`,
    tries: [
      msg`change who is served first`,
      msg`cover the soil`,
      msg`plant or water less`,
      msg`raise the limit`,
    ],
  }),
  compares: {
    holds: 'V_day ≤ V_allowed',
    measured: msg`taken on a watering day`,
    limit: msg`may be drawn`,
    source: msg`The limit you set, of the day or the week’s share of it.`,
  },
});
