import { msg } from '../../../language';
import { ofSets } from '../../facts/ofSets';
import { apartNames } from '../../facts/groupNames';
import { capital, findingKind, percent, type Whole } from '../../kind';

/** Shares of their need that beds of one set may get: more is told, and less. */
const MOST = 1.15;
const LEAST = 0.9;

/** A set gives beds more than they need, or less: its minutes are the same for all. */
export const unlikeNeeds = findingKind({
  code: 'unlike-needs',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, (s) => {
      // That a started minute is a full one makes no beds unlike.
      const { fullMin, minutes, fillMin } = s.time;
      const exact = minutes > fillMin ? Math.max(0, fullMin - fillMin) / (minutes - fillMin) : 1;
      const thirsty = s.time.beds.filter((b) => b.need.mm > 0).map((b) => ({ ...b, share: b.share * exact }));
      if (s.beds === 0 || thirsty.length === 0) return undefined;
      const least = thirsty.reduce((a, b) => (b.share < a.share ? b : a));
      const most = thirsty.reduce((a, b) => (b.share > a.share ? b : a));
      // A set that is short of water, for whatever reason, is told of as such.
      const rationed = (whole.outlook?.ration?.shares.get(s.id) ?? 1) < 1;
      if (rationed || (least.share >= LEAST && most.share <= MOST)) return undefined;
      const [leastName, mostName] = apartNames(least.beds, most.beds, whole.plan);
      return {
        grade: 'watch',
        says: {
          set: s.name,
          least: leastName,
          leastShare: least.share,
          most: mostName,
          mostShare: most.share,
          one: least === most,
        },
      };
    }),
  words: ({ says }) => {
    const title = says.one
      ? msg`${says.set} gives its beds ${says.leastShare < 1 ? msg`less` : msg`more`} than they need`
      : says.leastShare >= LEAST
        ? msg`${says.set} gives some beds more than they need`
        : says.mostShare <= MOST
          ? msg`${says.set} gives some beds less than they need`
          : msg`${says.set} waters beds of different need together`;
    const least = msg`${capital(says.least)}: ${percent(says.leastShare)} of the need`;
    return {
      title,
      howMuch: says.one ? `${least}.` : `${least}; ${says.most}: ${percent(says.mostShare)}.`,
      why: msg`One set gives all its beds the same minutes.`,
      tries: says.one
        ? [msg`let its minutes follow the need`]
        : [msg`keep beds of different need apart`, msg`set its minutes by the beds that matter most`],
    };
  },
});
