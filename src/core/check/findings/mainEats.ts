import { msg } from '../../language';
import { KPA_PER_M } from '../../hydraulics/water';
import { sourceFlowLph } from '../../network';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver, percent } from '../kind';
import { all, closedRing, fewerAtOnce, lowerFlow, widerMain } from '../offers';
import type { State } from '../states';
import { burnsWhatIsLeft } from '../facts/burns';
import { blocksPast, ways } from '../facts/ways';

type Said = {
  share: number;
  lengthM: number;
  boreMm: number;
  flowLph: number;
  pieceKpa: number;
  pieces: number;
};

/**
 * Friction in the main on the way to some block takes too great a share of the pressure that there would be without it,
 * fall and booster counted. Where a regulator holds its setting all the same, what the main takes would only be burnt.
 */
export const mainEats = findingKind({
  code: 'main-eats',
  stage: 'pipework',
  when: ['open', 'dirty'],
  find({ plan, results }: State): Found<Said>[] {
    const worst = new Map<string, Found<Said>>();
    for (const { block, pieces, entryM } of ways(results)) {
      const frictionKpa = pieces.reduce((sum, i) => sum + results.mains[i].frictionKpa, 0);
      if (pieces.length === 0 || burnsWhatIsLeft(plan, results, block)) continue;
      const startKpa = results.mains[pieces.at(-1)!].startKpa;
      const fallKpa = (results.built.intake.headM - entryM) * KPA_PER_M;
      const there = startKpa + fallKpa;
      const limit = limitsOf(plan).mainShare * Math.max(0, there);
      if (!isOver(frictionKpa, limit)) continue;
      const most = pieces.reduce((a, b) =>
        results.mains[b].frictionKpa > results.mains[a].frictionKpa ? b : a,
      );
      const piece = results.mains[most];
      const { to } = piece.laid;
      const before = worst.get(to);
      if (before && before.measured! >= frictionKpa) continue;
      worst.set(to, {
        grade: 'mend',
        place: { kind: 'main', to },
        measured: frictionKpa,
        limit,
        kind: 'pressure',
        says: {
          share: there > 0 ? frictionKpa / there : 1,
          lengthM: pieces.reduce((sum, i) => sum + results.mains[i].laid.lengthM, 0),
          boreMm: piece.laid.piece.boreMm,
          flowLph: piece.flowLph,
          pieceKpa: piece.frictionKpa,
          pieces: pieces.length,
        },
      });
    }
    return [...worst.values()];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The main loses ${percent(says.share)} of the pressure to friction`,
    howMuch: msg`${show(measured, 'pressure')} over ${show(says.lengthM, 'length')}; up to ${show(limit, 'pressure')} is acceptable.${says.pieces > 1 ? msg` Most of it, ${show(says.pieceKpa, 'pressure')}, in this piece` : msg` It has`} a bore of ${show(says.boreMm, 'bore')} at ${show(says.flowLph, 'flow')}.`,
    why: msg`Friction rises steeply as a pipe gets thinner: the next size up loses about a third as much.`,
    tries: [
      msg`use the next wider pipe or hose`,
      msg`water fewer beds at once`,
      msg`bring the source nearer`,
    ],
  }),
  compares: {
    holds: 'Σh ≤ s · p_there',
    measured: msg`friction on the way`,
    limit: msg`acceptable`,
    source: 'mainShare',
  },
  brings: {
    'flow-short': withoutItEnough,
    'regulator-starved': onItsWay,
    'emitters-dry': onItsWay,
    'emitter-under': onItsWay,
    'fast-water': ({ place }, cause) =>
      place.kind === 'main' && cause.place.kind === 'main' && place.to === cause.place.to,
    'short-when-dirty': withoutItEnough,
  },
  offers: all(fewerAtOnce, lowerFlow, widerMain, closedRing),
});

/** At the pressure that would do if the main took no more than is bearable, the source gives enough. */
function withoutItEnough(
  _effect: Found,
  { measured = 0, limit = 0 }: Found,
  { plan, results }: State,
): boolean {
  const { demand, layout } = results;
  return demand.askedLph <= sourceFlowLph(layout.source, plan, demand.neededKpa - (measured - limit));
}

/** What lacks pressure gets its water through the same piece of the main. */
function onItsWay(effect: Found, cause: Found, { plan, results }: State): boolean {
  if (cause.place.kind !== 'main') return false;
  const past = blocksPast(results, cause.place.to);
  const { place } = effect;
  if ('block' in place) return past.has(place.block);
  return place.kind === 'part' && past.has(plan.blocks.findIndex((b) => b.id === place.place));
}
