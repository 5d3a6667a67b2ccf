import { clockText, tankOf } from '../../../sets';
import { isGravity } from '../../../network';
import { findingKind, type Whole } from '../../kind';
import { raisedTank } from '../../offers';
import type { Found } from '../../finding';

type Said = { day: number; at: string; set: string; levelM: number; empty: boolean };

/** Water this close under the high level is the tank's full water, m. */
const FULL_M = 1e-6;

/** Without rain the tank fails before the dry spell that it should last is over. */
export const tankDry = findingKind({
  code: 'tank-dry',
  stage: 'sets',
  findInWhole({ stated, plan, outlook }: Whole): Found<Said>[] {
    const dry = outlook?.tank?.days.dry;
    // Too little pressure with the tank full is told of the emitters themselves.
    const source = tankOf(plan);
    const full = source?.kind === 'tank' && dry !== undefined && dry.levelM >= source.highM - FULL_M;
    // Whether the one that takes over does is judged with it in use.
    if (outlook?.tank?.takenOver) return [];
    if (!dry || (!dry.empty && full && isGravity(source))) return [];
    const { day, minute, set, levelM, empty } = dry;
    return [
      {
        // Not one day's watering in it keeps the plan from working; a spell that nobody asked it to last is good to know.
        grade: day === 0 ? 'stop' : stated.watering?.day?.dryDays !== undefined ? 'mend' : 'watch',
        place: { kind: 'plan' },
        measured: day + 1,
        limit: plan.watering.day.dryDays,
        kind: 'count',
        says: {
          day: day + 1,
          at: clockText(minute),
          set: outlook!.times.find((t) => t.id === set)?.name ?? '',
          levelM,
          empty,
        },
      },
    ];
  },
  words: ({ limit, says }, show) => ({
    title: `The tank runs out on day ${says.day} of ${limit} without rain`,
    howMuch: `At ${says.at}, while ${says.set} waters, ${says.empty ? 'the water is down to the outlet' : `${show(says.levelM, 'height')} of water is left above the outlet and the weakest emitter gets too little pressure`}.`,
    why: 'A tank gives what is in it and what runs in.',
    tries: ['use a larger tank', 'fill it by hose between waterings', 'water fewer beds'],
  }),
  compares: {
    holds: 'lasts ≥ dry spell',
    measured: 'fails on day',
    limit: 'days without rain to last',
    source: 'The tank’s level followed watering by watering.',
  },
  offers: raisedTank,
  restsOn: ['source'],
});
