import { msg } from '../../language';
import { pipeKind } from '../../catalog/pipes';
import { headerCrossings } from '../../layout';
import type { Found, Place } from '../finding';
import { findingKind } from '../kind';
import type { State } from '../states';

type Said = { flat: boolean; through: boolean; thing: string };

/** A pipe lies across a lane, a ditch or a building: it goes under it as a buried piece, and not every pipe can. */
export const laneCrossed = findingKind({
  code: 'lane-crossed',
  stage: 'ground',
  find({ plan, results }: State): Found<Said>[] {
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
        return {
          grade: flat || through ? 'mend' : 'note',
          place,
          measured: lengthM,
          kind: 'length',
          says: { flat, through, thing: thing.name },
        };
      }),
    );
  },
  words: ({ measured, says }, show) => ({
    title: says.through
      ? msg`A pipe runs through the ${says.thing}`
      : says.flat
        ? msg`Flat hose lies across the ${says.thing}`
        : msg`A pipe goes under the ${says.thing}`,
    howMuch: msg`${show(measured, 'length')} of it lies there.`,
    why: says.through
      ? msg`A pipe goes round a building, or through its wall in a sleeve.`
      : says.flat
        ? msg`Flat hose cannot be buried, and wheels cut it when it is full of water.`
        : msg`Under wheels a pipe is laid in a trench. Have buried cables and pipes located before digging.`,
    tries: says.through
      ? [msg`put a corner into the pipe and lead it round`]
      : says.flat
        ? [msg`lay this piece of buried polyethylene`, msg`lead it round`]
        : [msg`bury this piece, in a sleeve where lorries cross`],
  }),
  apart: ({ says }) => says.thing,
  alike: ({ says }) => `${says.thing} ${says.flat} ${says.through}`,
});
