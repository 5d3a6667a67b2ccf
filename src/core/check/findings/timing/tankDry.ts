import { isStored, kindOf, type WouldDo } from '../../../plan';
import { msg } from '../../../language';
import { clockText, tankOf } from '../../../sets';
import { isGravity } from '../../../network';
import { findingKind, type Whole } from '../../kind';
import { all, raisedTank } from '../../offers';
import type { Found } from '../../finding';

type Said = {
  day: number;
  at: string;
  set: string;
  levelM: number;
  empty: boolean;
  The: string;
  source: string;
  usableL: number;
  times?: number;
  lph?: number;
  everyDays?: number;
};

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
    const full = isStored(source) && dry !== undefined && dry.levelM >= source.highM - FULL_M;
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
          The: kindOf(source!).words.The,
          source: source!.id,
          ...outlook!.tank!.would,
        },
      },
    ];
  },
  words: ({ limit, says }, show) => ({
    title: msg`${says.The} runs out on day ${says.day} of ${limit} without rain`,
    howMuch: msg`At ${says.at}, while ${says.set} waters, ${says.empty ? msg`the water is down to the outlet` : msg`${show(says.levelM, 'height')} of water is left above the outlet and the weakest emitter gets too little pressure`}.`,
    why: msg`A store gives what is in it and what runs in.`,
    tries: [msg`hold more water`, msg`let more run in, or fill it more often`, msg`water fewer beds`],
  }),
  compares: {
    holds: msg`lasts ≥ dry spell`,
    measured: msg`fails on day`,
    limit: msg`days without rain to last`,
    source: msg`The tank’s level followed watering by watering.`,
  },
  offers: all(({ finding, plan }) => {
    const { source, usableL, times, lph, everyDays } = finding.says as unknown as Said;
    const would: WouldDo = {
      usableL,
      ...(times !== undefined && { times }),
      ...(lph !== undefined && { lph }),
      ...(everyDays !== undefined && { everyDays }),
    };
    const own = plan.sources.find((s) => s.id === source);
    const ways = (own && kindOf(own).enough?.(own, would, String)) ?? [];
    return ways.map((_, nth) => [[{ kind: 'lasting', source, would, nth }]]);
  }, raisedTank),
  restsOn: ['source'],
});
