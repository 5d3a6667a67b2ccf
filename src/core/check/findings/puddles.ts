import { msg } from '../../language';
import { limitsOf } from '../../plan';
import type { BlockResult } from '../../network';
import { pondedRadiusM } from '../../soil';
import { worstBeds } from '../facts/wateredBeds';
import { findingKind, inBeds, isOver } from '../kind';
import { lowerFlow } from '../offers';
import type { State } from '../states';

/** On a slope a puddle may reach only half as far before it finds a way off the bed. */
const SLOPE_SHARE = 0.5;

/** Emitters give more than the soil takes: puddles reach the bed's edge, or run off down its slope. */
export const puddles = findingKind({
  code: 'puddles',
  stage: 'beds',
  find: (state: State) =>
    worstBeds(state, ({ bed, emitterLph, soil, block }) => {
      const { slopeAlong, slopeAcross } = steepness(block);
      const steep = Math.max(Math.abs(slopeAlong), Math.abs(slopeAcross)) > limitsOf(state.plan).pondSlope;
      if (bed.plant && bed.plant.potL > 0) return undefined;
      const edgeM = bed.widthM / (2 * (bed.plant ? 1 : bed.lines));
      const limit = steep ? SLOPE_SHARE * edgeM : edgeM;
      const measured = pondedRadiusM(emitterLph, soil.ksMps, soil.alphaPerM);
      if (!isOver(measured, limit)) return undefined;
      return {
        measured,
        limit,
        kind: 'spacing',
        by: measured / limit,
        says: { flowLph: emitterLph, steep, soil: soil.name },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`Water stands and runs off ${inBeds(says.beds, says.plants)}`,
    howMuch: msg`On ${says.soil} an emitter of ${show(says.flowLph, 'emitterFlow')} makes a puddle that reaches ${show(measured, 'spacing')}; ${show(limit, 'spacing')} keeps it on the bed${says.steep ? msg` on this slope` : ''}.`,
    why: msg`It gives water faster than the soil takes it: the rest runs into the path, and the soil forms a crust.`,
    tries: [
      msg`lay something of lower flow`,
      msg`water in short pulses with rests`,
      msg`work compost in, and mulch`,
    ],
  }),
  compares: {
    holds: 'r ≤ b / 2n',
    measured: msg`radius of the puddle`,
    limit: msg`keeps it on the bed`,
    source: 'Wooding 1968.',
  },
  offers: lowerFlow,
  restsOn: ['soil', 'label'],
});

/** Mean slopes of a block's ground between the ends of the box about its beds. */
function steepness({ built: { layout } }: BlockResult): { slopeAlong: number; slopeAcross: number } {
  const { box, ground } = layout;
  const at = (x: number, y: number): number => ground.heightM(x, y);
  const midX = (box.leftM + box.rightM) / 2;
  const midY = (box.nearM + box.farM) / 2;
  const along = box.farM - box.nearM;
  const across = box.rightM - box.leftM;
  return {
    slopeAlong: along > 0 ? (at(midX, box.farM) - at(midX, box.nearM)) / along : 0,
    slopeAcross: across > 0 ? (at(box.rightM, midY) - at(box.leftM, midY)) / across : 0,
  };
}
