import { pipeKind } from '../../catalog/pipes';
import { headerCrossings } from '../../layout';
import { finding, type Check, type Place } from '../types';

/** A pipe lies across a lane, a ditch or a building: it goes under it as a buried piece, and not every pipe can. */
export const laneCrossed: Check = (plan, results) => {
  const pipes: {
    place: Place;
    pipe: string;
    crossings: { thing: { name: string; kind: string }; lengthM: number }[];
  }[] = [
    ...results.mains.map(({ laid }) => ({
      place: { kind: 'main' as const, to: laid.to },
      pipe: laid.piece.pipe,
      crossings: laid.crossings,
    })),
    ...results.blocks.map((b) => ({
      place: { kind: 'header' as const, block: b.index },
      pipe: b.built.layout.block.header.pipe,
      crossings: headerCrossings(b.built.layout, plan.obstacles),
    })),
  ];
  return pipes.flatMap(({ place, pipe, crossings }) =>
    crossings.map(({ thing, lengthM }) => {
      const flat = pipeKind(pipe).family === 'layflat';
      const through = thing.kind === 'building';
      return finding('lane-crossed', flat || through ? 'mend' : 'note', place, {
        measured: lengthM,
        kind: 'length',
        values: { flat: flat ? 1 : 0, through: through ? 1 : 0 },
        names: { thing: thing.name },
      });
    }),
  );
};
