import { forms, msg } from '../../language';
import { limitsOf } from '../../plan';
import { wetTooLittle, worstBeds } from '../facts/wateredBeds';
import { findingKind, inBeds, percent } from '../kind';
import { runsIn } from '../offers';
import type { State } from '../states';

/** Under crops that want the whole bed wet the strips do not meet. */
export const stripsApart = findingKind({
  code: 'strips-apart',
  stage: 'beds',
  find: (state: State) =>
    worstBeds(state, (watered) => {
      const { crop } = watered;
      if (watered.bed.plant || crop?.wets !== 'whole') return undefined;
      const told = wetTooLittle(watered, limitsOf(state.plan).wettedWhole);
      return told && { ...told, says: { ...told.says, crop: crop.name } };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Dry ground between the runs ${inBeds(says.beds, says.plants)}`,
    howMuch: msg`${says.runs} ${forms(says.runs, 'run', 'runs')} of about ${show(says.stripM, 'spacing')} on ${says.soil} wet ${percent(measured)} of a ${show(says.widthM, 'width')} bed; ${says.crop} need ${percent(limit)}.`,
    why: msg`Seed comes up only where it is wet.`,
    tries: [
      msg`lay ${says.wantRuns} ${forms(says.wantRuns, 'run', 'runs')} in each`,
      msg`wet the bed overhead until it is up`,
    ],
  }),
  compares: { holds: 'n·w / b ≥ s', measured: msg`wetted`, limit: msg`needed`, source: 'wettedWhole' },
  offers: runsIn,
  restsOn: ['soil'],
});
