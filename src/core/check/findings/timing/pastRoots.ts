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
      const net = time.minutes - time.fillMin;
      const deep = time.beds.filter((b) => b.need.mm > 0).find((b) => isOver(net, b.longestMin));
      if (beds === 0 || !deep) return undefined;
      return {
        grade: 'watch',
        measured: net * SECONDS,
        limit: deep.longestMin * SECONDS,
        kind: 'time',
        says: { set: name, beds: groupName(deep.beds, whole.plan), pulses: time.pulses, starts: time.starts },
      };
    }),
  words: ({ measured, limit, says }) => ({
    title: `${says.set} runs longer than the roots can use`,
    howMuch: `It runs ${formatDuration(measured / SECONDS)}; after ${formatDuration(limit / SECONDS)} water passes the roots of ${says.beds}.`,
    why: 'What sinks below the roots is lost, and takes feed with it.',
    tries:
      says.pulses > says.starts
        ? [`give it in ${says.pulses} starts`, 'water more often and less']
        : ['water more often and less'],
  }),
  compares: {
    holds: 't ≤ t_longest',
    measured: 'runs, filling left out',
    limit: 'longest useful watering',
    source: 'Wetted bulb against the depth of the roots.',
  },
  restsOn: ['soil'],
});
