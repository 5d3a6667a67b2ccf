import { msg } from '../../language';
import { STRIP_OVER_ROUND } from '../../catalog/soils';
import { limitsOf } from '../../plan';
import { worstBeds } from '../facts/wateredBeds';
import { findingKind, inBeds, isOver } from '../kind';
import { closerSpacing } from '../offers';
import type { State } from '../states';

/** Emitters further apart than their wetted rounds, and than the plants they should stand at. */
export const spacingWide = findingKind({
  code: 'spacing-wide',
  stage: 'beds',
  find: (state: State) =>
    worstBeds(state, ({ bed, tape, crop, soil }) => {
      const share = limitsOf(state.plan).spacingShare;
      const roundM = soil.stripM / STRIP_OVER_ROUND;
      const limit = share * roundM;
      const { spacingM } = tape;
      // One at each plant is as good, whatever lies dry between; single ones are set at the plants, wherever those stand.
      const single = tape.kind === 'emitters' || tape.kind === 'microtubes' || tape.kind === 'adjustable';
      const atPlants = crop ? spacingM <= crop.plantM : single;
      if (bed.plant || !isOver(spacingM, limit) || atPlants) return undefined;
      return {
        measured: spacingM,
        limit,
        kind: 'spacing',
        by: spacingM / limit,
        says: { roundM, plantM: crop?.plantM ?? 0, crop: crop?.name ?? '', soil: soil.name },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Emitters too far apart ${inBeds(says.beds, says.plants)}`,
    howMuch: msg`They are ${show(measured, 'spacing')} apart; on ${says.soil} one wets about ${show(says.roundM, 'spacing')}, and up to ${show(limit, 'spacing')} apart they make one strip${says.plantM > 0 ? msg`. ${says.crop} stands ${show(says.plantM, 'spacing')} apart` : ''}.`,
    why: msg`Between the wetted circles the row stays dry, and plants stand there too.`,
    tries: [msg`lay a closer spacing`, msg`add mulch or compost, which spread the water`],
  }),
  compares: { holds: 'e ≤ s · w', measured: msg`spacing`, limit: msg`strips meet`, source: 'spacingShare' },
  offers: closerSpacing,
  restsOn: ['soil', 'label'],
});
