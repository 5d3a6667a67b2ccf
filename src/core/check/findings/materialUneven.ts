import { msg } from '../../language';
import { material } from '../../catalog/materials';
import { bestEvenness } from '../../network';
import type { Found } from '../finding';
import { findingKind, percent } from '../kind';
import { all, otherMaterial } from '../offers';
import type { State } from '../states';
import { tapesOf } from '../facts/tapes';

type Said = { cv: number; beds: number; what: string };

/** A wish is set this much under what the material can do. */
const ROOM = 0.95;

/** What is laid varies so much as made that no pressure makes it as even as the target. */
export const materialUneven = findingKind({
  code: 'material-uneven',
  stage: 'beds',
  find: ({ plan, results }: State): Found<Said>[] =>
    tapesOf(results).flatMap(({ block, tape, beds }) => {
      const best = bestEvenness(plan.wishes.evenness, tape.cv);
      if (best >= plan.wishes.uniformity) return [];
      return {
        grade: 'mend',
        place: { kind: 'block', block },
        measured: best,
        limit: plan.wishes.uniformity,
        kind: 'share',
        says: { cv: tape.cv, beds, what: material(tape.kind).name },
      };
    }),
  words: ({ measured, limit, says }) => ({
    title: msg`As made, ${says.what} is at best ${percent(measured)} even`,
    howMuch: msg`The target is ${percent(limit)}. Its outlets vary by ${percent(says.cv)} from one to the next, before any pressure is lost.`,
    why: msg`Shorter runs or a wider header cannot make up for outlets that differ from the factory.`,
    tries: [msg`lay tape or dripline`, msg`set a lower target, where the crop forgives it`],
  }),
  compares: {
    holds: '1 − 1.27·CV ≥ E_target',
    measured: msg`at best`,
    limit: msg`target`,
    source: msg`Karmeli & Keller 1975, at one pressure for all.`,
  },
  apart: ({ says }) => says.what,
  alike: ({ says }) => says.what,
  offers: all(otherMaterial('tape', 'dripline'), ({ finding }) => [
    [[{ kind: 'wish', uniformity: Math.floor(finding.measured * ROOM * 100) / 100 }]],
  ]),
  restsOn: ['label'],
});
