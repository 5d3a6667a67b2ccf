import { forms, msg } from '../../language';
import { limitsOf } from '../../plan';
import { stripOf } from '../../layout';
import { worstBeds } from '../facts/wateredBeds';
import { findingKind, inBeds, isUnder, percent } from '../kind';
import { emittersAtPlants } from '../offers';
import type { State } from '../states';

/** The emitters at a plant wet too little of the ground that it draws on. */
export const plantWetsLittle = findingKind({
  code: 'plant-wets-little',
  stage: 'beds',
  find: (state: State) =>
    worstBeds(state, ({ bed, soil, block }) => {
      const { plant } = bed;
      if (!plant) return undefined;
      const limit = limitsOf(state.plan).wettedLeast;
      const measured = stripOf(block.built.layout.block, bed) / bed.widthM;
      if (!isUnder(measured, limit)) return undefined;
      // A tolerance, so that a whole number that just does is not rounded up.
      const wantEmitters = Math.ceil((plant.emitters * limit) / measured - 1e-9);
      return {
        measured,
        limit,
        kind: 'share',
        by: limit / measured,
        says: {
          emitters: plant.emitters,
          spreadM: plant.spreadM,
          stripM: soil.stripM,
          soil: soil.name,
          ring: plant.ringM > 0,
          wantEmitters,
        },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Too little of the ground is wetted ${inBeds(says.beds, says.plants)}`,
    howMuch: says.ring
      ? msg`The ring wets ${percent(measured)} of ground ${show(says.spreadM, 'spacing')} across; ${percent(limit)} is the usual minimum.`
      : msg`${says.emitters} ${forms(says.emitters, 'emitter', 'emitters')}, each wetting about ${show(says.stripM, 'spacing')} on ${says.soil}, ${forms(says.emitters, 'reaches', 'reach')} ${percent(measured)} of ground ${show(says.spreadM, 'spacing')} across; ${percent(limit)} is the usual minimum.`,
    why: msg`Roots keep to wet ground: with little of it a plant runs short of water and food within a day.`,
    tries: [says.ring ? msg`lay a wider ring, or two` : msg`put ${says.wantEmitters} emitters at each`],
  }),
  compares: {
    holds: 'w ≥ s',
    measured: msg`of its ground wetted`,
    limit: msg`at least`,
    source: 'wettedLeast',
  },
  offers: emittersAtPlants,
  restsOn: ['soil'],
});
