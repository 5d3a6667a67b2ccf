import { ofSets } from '../../facts/ofSets';
import { apartNames } from '../../facts/groupNames';
import { capital, findingKind, percent, type Whole } from '../../kind';

/** Shares of their need that beds of one set may get: more is told, and less. */
const MOST = 1.15;
const LEAST = 0.9;

/** A set waters beds of unlike need for the same minutes. */
export const unlikeNeeds = findingKind({
  code: 'unlike-needs',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, (s) => {
      const thirsty = s.time.beds.filter((b) => b.need.mm > 0);
      if (s.beds === 0 || thirsty.length < 2) return undefined;
      const least = thirsty.reduce((a, b) => (b.share < a.share ? b : a));
      const most = thirsty.reduce((a, b) => (b.share > a.share ? b : a));
      // Against each other: what all get too little or too much is the minutes' doing.
      if (least.share / most.share >= LEAST / MOST) return undefined;
      const [leastName, mostName] = apartNames(least.beds, most.beds, whole.plan);
      return {
        grade: 'watch',
        says: {
          set: s.name,
          least: leastName,
          leastShare: least.share,
          most: mostName,
          mostShare: most.share,
        },
      };
    }),
  words: ({ says }) => ({
    title: `${says.set} waters beds of different need together`,
    howMuch: `${capital(says.least)}: ${percent(says.leastShare)} of the need; ${says.most}: ${percent(says.mostShare)}.`,
    why: 'One set gives all its beds the same minutes.',
    tries: ['keep beds of different need apart', 'set its minutes by the beds that matter most'],
  }),
});
