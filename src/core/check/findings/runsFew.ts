import { forms, msg } from '../../language';
import { limitsOf } from '../../plan';
import { wetTooLittle, worstBeds } from '../facts/wateredBeds';
import { findingKind, inBeds, percent } from '../kind';
import { runsIn } from '../offers';
import type { State } from '../states';

/** Hardly any of the bed is wetted. */
export const runsFew = findingKind({
  code: 'runs-few',
  stage: 'beds',
  find: (state: State) =>
    worstBeds(state, (watered) => {
      const { crop } = watered;
      // A single row stands on its own strip; where the whole bed must be wet another finding says so.
      if (watered.bed.plant || crop?.wets === 'single' || crop?.wets === 'whole') return undefined;
      return wetTooLittle(watered, limitsOf(state.plan).wettedLeast);
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Too few runs ${inBeds(says.beds, says.plants)}`,
    howMuch: msg`${says.runs} ${forms(says.runs, 'run', 'runs')} of about ${show(says.stripM, 'spacing')} on ${says.soil} wet ${percent(measured)} of a ${show(says.widthM, 'width')} bed; ${percent(limit)} is the usual minimum.`,
    why: msg`Roots keep to wet ground: with little of it they run short of water and food within a day.`,
    tries: [msg`lay ${says.wantRuns} ${forms(says.wantRuns, 'run', 'runs')} in each`],
  }),
  compares: { holds: 'n·w / b ≥ s', measured: msg`wetted`, limit: msg`at least`, source: 'wettedLeast' },
  offers: runsIn,
  restsOn: ['soil'],
});
