import { msg } from '../../language';
import { material } from '../../catalog/materials';
import { waterKind, type WaterId } from '../../catalog/water';
import type { Found } from '../finding';
import { capital, findingKind } from '../kind';
import { otherMaterial } from '../offers';
import type { State } from '../states';
import { tapesOf } from '../facts/tapes';

type Said = { porous: boolean; what: string; water: string };

/** Water that shuts outlets which clog much, whatever the filter. */
const SHUTS: readonly WaterId[] = ['hard', 'iron', 'silty', 'algae'];
/** Under this an emitter's passages are so small that iron closes them, L/h: the lowest-flow tapes. */
const SMALL_LPH = 0.6;

/** What is laid does not suit what is in the water. */
export const materialWater = findingKind({
  code: 'material-water',
  stage: 'beds',
  find({ results }: State): Found<Said>[] {
    const { water } = results.layout.source;
    return tapesOf(results).flatMap(({ block, tape }) => {
      const kind = material(tape.kind);
      const porous = kind.clogs === 'much';
      const worst = porous
        ? water.find((w) => SHUTS.includes(w))
        : tape.flowLph < SMALL_LPH
          ? water.find((w) => w === 'iron')
          : undefined;
      if (!worst) return [];
      return {
        grade: 'mend',
        place: { kind: 'block', block },
        measured: tape.flowLph,
        limit: porous ? 0 : SMALL_LPH,
        kind: 'emitterFlow',
        says: { porous, what: kind.name, water: waterKind(worst).name },
      };
    });
  },
  words: ({ says }) => ({
    title: msg`${capital(says.what)} does not suit ${says.water} water`,
    howMuch: says.porous
      ? msg`Its pores close within a season or two, the far end first.`
      : msg`Emitters of so small a flow have narrow passages, and what this water leaves behind closes them.`,
    why: msg`A filter holds back what floats; lime and iron come out of the water itself, after it.`,
    tries: says.porous
      ? [msg`lay tape or dripline`]
      : [msg`lay something of higher flow`, msg`let the water stand in the air and settle first`],
  }),
  apart: ({ says }) => says.what,
  alike: ({ says }) => says.what,
  offers: otherMaterial('tape', 'dripline'),
});
