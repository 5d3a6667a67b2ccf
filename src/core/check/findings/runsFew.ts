import { limitsOf } from '../../plan';
import { wettedShare, worstBeds } from '../facts/wateredBeds';
import { findingKind, inBeds, isUnder, percent, plural } from '../kind';
import { runsIn } from '../offers';
import type { State } from '../states';

/** Hardly any of the bed is wetted. */
export const runsFew = findingKind({
  code: 'runs-few',
  stage: 'beds',
  find: (state: State) =>
    worstBeds(state, (watered) => {
      const { bed, crop, soil } = watered;
      // A single row stands on its own strip; where the whole bed must be wet another finding says so.
      if (crop?.wets === 'single' || crop?.wets === 'whole') return undefined;
      const limit = limitsOf(state.plan).wettedLeast;
      const measured = wettedShare(watered);
      if (!isUnder(measured, limit)) return undefined;
      return {
        measured,
        limit,
        kind: 'share',
        by: limit / measured,
        says: {
          stripM: soil.stripM,
          runs: bed.runs,
          widthM: bed.widthM,
          wantRuns: Math.ceil((limit * bed.widthM) / soil.stripM - 1e-9),
          soil: soil.name,
        },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: `Too few runs ${inBeds(says.beds)}`,
    howMuch: `${plural(says.runs, 'run')} of about ${show(says.stripM, 'spacing')} on ${says.soil} wet ${percent(measured)} of a ${show(says.widthM, 'width')} bed; ${percent(limit)} is the least that is usual.`,
    why: 'Roots keep to wet ground: with little of it they run short of water and food within a day.',
    tries: [`lay ${plural(says.wantRuns, 'run')} in each`],
  }),
  compares: { holds: 'n·w / b ≥ s', measured: 'wetted', limit: 'at least', source: 'wettedLeast' },
  offers: runsIn,
  restsOn: ['soil'],
});
