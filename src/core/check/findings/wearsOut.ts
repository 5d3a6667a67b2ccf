import { forms, msg } from '../../language';
import { lastingSeasons, material } from '../../catalog/materials';
import { tapesOf } from '../facts/tapes';
import type { Found } from '../finding';
import { capital, findingKind } from '../kind';
import { all, fewerSeasons, otherMaterial, thickerWall } from '../offers';
import type { State } from '../states';

type Said = { wallMm: number; tape: boolean; what: string };

/** It should last longer than its kind and wall commonly do. */
export const wearsOut = findingKind({
  code: 'wears-out',
  stage: 'beds',
  find: ({ results }: State): Found<Said>[] =>
    tapesOf(results).flatMap(({ block, tape }) => {
      const lasts = lastingSeasons(tape.kind, tape.wallMm);
      if (tape.seasons <= lasts) return [];
      return {
        grade: 'watch',
        place: { kind: 'block', block },
        measured: tape.seasons,
        limit: lasts,
        kind: 'count',
        says: { wallMm: tape.wallMm, tape: tape.kind === 'tape', what: material(tape.kind).name },
      };
    }),
  words: ({ measured, limit, margin, says }, show) => ({
    title: msg`${says.tape ? msg`Tape with a wall of ${show(says.wallMm, 'wall')}` : capital(says.what)} commonly lasts ${limit} ${forms(limit, 'season', 'seasons')}, not ${measured}`,
    howMuch: msg`${margin} ${forms(margin, 'season', 'seasons')} more than is usual.`,
    why: msg`Thin walls crease and leak when they are rolled up and laid again; rubber and small outlets age.`,
    tries: [msg`use a thicker wall`, msg`lay dripline`, msg`plan to buy it again`],
  }),
  compares: {
    holds: 'n ≤ n_lasts',
    measured: msg`seasons planned`,
    limit: msg`commonly lasts`,
    source: msg`Growers’ common experience, by kind and wall.`,
  },
  apart: ({ says }) => says.what,
  alike: ({ says }) => says.what,
  offers: all(thickerWall, fewerSeasons, otherMaterial('dripline')),
});
