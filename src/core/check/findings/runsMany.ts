import { forms, msg } from '../../language';
import { limitsOf } from '../../plan';
import { wettedShare, worstBeds } from '../facts/wateredBeds';
import { findingKind, inBeds, isOver } from '../kind';
import { runsIn } from '../offers';
import type { State } from '../states';

/** Strips overlap so much that the same ground is watered twice. */
export const runsMany = findingKind({
  code: 'runs-many',
  stage: 'beds',
  find: (state: State) =>
    worstBeds(state, (watered) => {
      const { bed, soil } = watered;
      const limit = limitsOf(state.plan).wettedMost;
      const measured = wettedShare(watered);
      if (bed.lines < 2 || !isOver(measured, limit)) return undefined;
      return {
        measured,
        limit,
        kind: 'share',
        by: measured / limit,
        says: {
          stripM: soil.stripM,
          runs: bed.lines,
          widthM: bed.widthM,
          wantRuns: Math.max(1, Math.floor((limit * bed.widthM) / (soil.stripM * bed.passes) + 1e-9)),
          soil: soil.name,
        },
      };
    }),
  words: ({ says }, show) => ({
    title: msg`More runs than the soil needs ${inBeds(says.beds, says.plants)}`,
    howMuch: msg`${says.runs} ${forms(says.runs, 'run', 'runs')} of about ${show(says.stripM, 'spacing')} on ${says.soil} in a bed of ${show(says.widthM, 'width')}: their strips lie over each other.`,
    why: msg`The same ground is watered twice, and tape and flow are spent on it.`,
    tries: [msg`lay ${says.wantRuns} ${forms(says.wantRuns, 'run', 'runs')} in each`],
  }),
  compares: {
    holds: 'n·w / b ≤ s',
    measured: msg`all strips together`,
    limit: msg`at most`,
    source: 'wettedMost',
  },
  offers: runsIn,
  restsOn: ['soil'],
});
