import { msg } from '../../language';
import { HEAD, limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver, percent } from '../kind';
import { all, fewerAtOnce, widerPart } from '../offers';
import { sourceFlowLph } from '../../network';
import type { State } from '../states';
import { assemblies } from '../facts/parts';
import { burnsWhatIsLeft } from '../facts/burns';

type Said = { part: string; share: number; flowLph: number };

/** One part of the head or of a block's inlet takes too great a share of the pressure before it, and that is missed below. */
export const partEats = findingKind({
  code: 'part-eats',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    const { demand } = results;
    const missed = (place: string): boolean => {
      if (isOver(demand.askedLph, demand.availableLph)) return true;
      return results.blocks.some((b) => {
        const weakest = results.runs[b.weakest];
        if (place !== HEAD && b.built.layout.block.id !== place) return false;
        return (
          weakest !== undefined &&
          weakest.minKpa < weakest.run.tape.minKpa &&
          !burnsWhatIsLeft(plan, results, b)
        );
      });
    };
    return assemblies(results).flatMap(({ place, parts }) => {
      const losing = parts
        .filter(({ step }) => step.part.role !== 'regulator')
        .map((p) => ({ ...p, lossKpa: p.beforeKpa - p.afterKpa }));
      if (losing.length === 0 || !missed(place)) return [];
      const most = losing.reduce((a, b) => (b.lossKpa > a.lossKpa ? b : a));
      const limit = limitsOf(plan).partShare * Math.max(0, most.beforeKpa);
      if (!isOver(most.lossKpa, limit)) return [];
      const { part } = most.step;
      return {
        // As grave as what comes of it; of itself it only is the greatest of the losses.
        grade: 'watch',
        place: { kind: 'part', place, id: part.id },
        measured: most.lossKpa,
        limit,
        kind: 'pressure',
        says: {
          part: part.name,
          share: most.beforeKpa > 0 ? most.lossKpa / most.beforeKpa : 1,
          flowLph: most.flowLph,
        },
      };
    });
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The ${says.part} takes ${percent(says.share)} of the pressure`,
    howMuch: msg`${show(measured, 'pressure')} is lost in it at ${show(says.flowLph, 'flow')}; up to ${show(limit, 'pressure')} is acceptable.`,
    why: msg`A part too small for the flow loses pressure with the square of it.`,
    tries: [msg`use the next size`, msg`use a kind that loses less`, msg`water fewer beds at once`],
  }),
  compares: {
    holds: 'h ≤ s · p_before',
    measured: msg`lost in it`,
    limit: msg`acceptable`,
    source: 'partShare',
  },
  brings: {
    'flow-short': (_, { measured = 0, limit = 0 }, { plan, results: { demand, layout } }) =>
      demand.askedLph <= sourceFlowLph(layout.source, plan, demand.neededKpa - (measured - limit)),
    'regulator-starved': below,
    'emitters-dry': below,
    'emitter-under': below,
  },
  alike: ({ place, says }) => (place.kind === 'part' && place.place === HEAD ? place.id : says.part),
  offers: all(fewerAtOnce, widerPart),
});

/** Without what it takes beyond the bearable, the effect would not be there. */
function below(effect: Found, cause: Found, { plan }: State): boolean {
  if (cause.place.kind !== 'part') return false;
  const takes = (cause.measured ?? 0) - (cause.limit ?? 0);
  const misses = Math.abs((effect.measured ?? 0) - (effect.limit ?? 0));
  if (misses > takes) return false;
  const { place } = cause.place;
  if (place === HEAD) return true;
  if (effect.place.kind === 'part') return effect.place.place === place;
  return 'block' in effect.place && plan.blocks[effect.place.block].id === place;
}
