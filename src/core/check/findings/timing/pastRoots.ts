import { msg } from '../../../language';
import { formatDuration } from '../../../units';
import { groupName } from '../../facts/groupNames';
import { ofSets } from '../../facts/ofSets';
import { findingKind, isOver, type Whole } from '../../kind';

const SECONDS = 60;

/** A set runs for so long that water passes the roots. */
export const pastRoots = findingKind({
  code: 'past-roots',
  stage: 'sets',
  findInWhole: (whole: Whole) =>
    ofSets(whole, ({ beds, name, time }) => {
      // Starts of one day do not change how deep its water goes.
      const net = (time.minutes - time.fillMin) * time.starts;
      const deep = time.beds.filter((b) => b.need.mm > 0).find((b) => isOver(net, b.longestMin));
      if (beds === 0 || !deep) return undefined;
      return {
        grade: 'watch',
        measured: net * SECONDS,
        limit: deep.longestMin * SECONDS,
        kind: 'minutes',
        says: { set: name, beds: groupName(deep.beds, whole.plan) },
      };
    }),
  words: ({ measured, limit, says }) => ({
    title: msg`${says.set} runs longer than the roots can use`,
    howMuch: msg`It runs ${formatDuration(measured / SECONDS)} on a watering day; after ${formatDuration(limit / SECONDS)} water passes the roots of ${says.beds}.`,
    why: msg`What sinks below the roots is lost, and takes feed with it.`,
    tries: [msg`water on more days, and less on each`, msg`lay runs closer, so that more soil is wetted`],
  }),
  compares: {
    holds: 't ≤ t_longest',
    measured: msg`runs, filling left out`,
    limit: msg`longest useful watering`,
    source: msg`Wetted bulb against the depth of the roots.`,
  },
  restsOn: ['soil'],
});
