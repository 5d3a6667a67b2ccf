import { material } from '../../catalog/materials';
import { waterKind, type WaterId } from '../../catalog/water';
import { finding, type Check } from '../types';
import { tapesOf } from './tapes';

/** Water that shuts outlets which clog much, whatever the filter. */
const SHUTS: readonly WaterId[] = ['hard', 'iron', 'silty', 'algae'];
/** Under this an emitter's passages are so small that iron closes them, L/h: the lowest-flow tapes. */
const SMALL_LPH = 0.6;

/** What is laid does not suit what is in the water. */
export const materialWater: Check = (_plan, results) => {
  const { water } = results.layout.source;
  return tapesOf(results).flatMap(({ block, tape }) => {
    const kind = material(tape.kind);
    const worst =
      kind.clogs === 'much'
        ? water.find((w) => SHUTS.includes(w))
        : tape.flowLph < SMALL_LPH
          ? water.find((w) => w === 'iron')
          : undefined;
    if (!worst) return [];
    return finding(
      'material-water',
      'mend',
      { kind: 'block', block },
      {
        measured: tape.flowLph,
        limit: kind.clogs === 'much' ? 0 : SMALL_LPH,
        kind: 'emitterFlow',
        values: { porous: kind.clogs === 'much' ? 1 : 0 },
        names: { what: kind.name, water: waterKind(worst).name },
      },
    );
  });
};
