import { msg } from '../../language';
import { surfaceOf, type FullPlan, type Plan } from '../../plan';
import type { Change } from '../../changes';
import type { Found, Place } from '../finding';
import { findingKind, type Whole } from '../kind';
import type { Offering } from '../offers';

type Said = { what: string; statedM: number; groundM: number };

/** A height this far from the ground that was measured is of another zero, or mistyped, m: no trestle or cutting is so high. */
const ODD_M = 20;

/** A thing with a height of its own, and where it stands. */
interface Stands {
  place: Place;
  what: string;
  statedM: number | undefined;
  xM: number;
  yM: number;
}

/** Everything whose height can be stated. */
function standing(stated: Plan, { sources, tees, blocks, sourceId }: FullPlan): Stands[] {
  return [
    ...sources
      .filter((s) => s.id === sourceId)
      .map((s) => ({
        place: { kind: 'source' } as const,
        what: s.name,
        statedM: stated.sources.find((own) => own.id === s.id)?.heightM,
        xM: s.xM,
        yM: s.yM,
      })),
    ...tees.map((t, i) => ({
      place: { kind: 'main', to: t.id } as const,
      what: msg`tee ${i + 1}`,
      statedM: stated.tees?.[i].heightM,
      xM: t.xM,
      yM: t.yM,
    })),
    ...blocks.map((b, i) => ({
      place: { kind: 'block', block: i } as const,
      what: b.name,
      statedM: b.ground.by === 'falls' ? stated.blocks[i].heightM : undefined,
      xM: b.xM,
      yM: b.yM,
    })),
  ];
}

const takenFromGround: Offering = ({ finding, whole }) => {
  const places = [finding.place, ...finding.also.map((o) => o.place)];
  return [
    [
      places.flatMap((place): Change[] => {
        if (place.kind === 'source') return [{ kind: 'height-of-ground', source: whole.sourceId }];
        if (place.kind === 'main') return [{ kind: 'height-of-ground', tee: place.to }];
        if (place.kind === 'block')
          return [{ kind: 'height-of-ground', block: whole.blocks[place.block].id }];
        return [];
      }),
    ],
  ];
};

/** A stated height contradicts the ground that was measured: one of the two counts from another zero. */
export const heightOdd = findingKind({
  code: 'height-odd',
  stage: ({ kind }) => (kind === 'source' ? 'water' : kind === 'main' ? 'pipework' : 'ground'),
  findInWhole({ stated, plan }: Whole): Found<Said>[] {
    if (plan.ground.heights.length === 0) return [];
    const surface = surfaceOf(plan.ground);
    return standing(stated, plan).flatMap(({ place, what, statedM, xM, yM }) => {
      if (statedM === undefined) return [];
      const groundM = surface.heightAt(xM, yM);
      const offM = Math.abs(statedM - groundM);
      if (!(offM > ODD_M)) return [];
      return [
        {
          grade: 'mend',
          place,
          measured: offM,
          limit: ODD_M,
          kind: 'height',
          says: { what, statedM, groundM },
        },
      ];
    });
  },
  words: ({ measured, says }, show) => ({
    title: msg`Is the height of ${says.what} right?`,
    howMuch: msg`It is stated as ${show(says.statedM, 'height')}; the ground that was measured lies at ${show(says.groundM, 'height')} there, ${show(measured, 'height')} away.`,
    why: msg`Every metre counts as pressure. Heights of a map count from the sea, those of a tape or a level from where somebody stood.`,
    tries: [msg`take the height of the ground`, msg`measure it from the same zero as the rest`],
  }),
  compares: {
    holds: '|z_stated − z_ground| ≤ 20 m',
    measured: msg`stated and measured heights lie apart`,
    limit: msg`still believed`,
    source: msg`No tank stand or cutting of a farm is so high.`,
  },
  offers: takenFromGround,
});
