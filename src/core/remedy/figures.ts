import { msg } from '../language';
import { costOf } from '../works';
import { layOut } from '../layout';
import { bedsWhere } from '../network';
import type { Judgement } from '../check';
import { spareOf, spareTold } from '../sets';
import type { Show } from '../changes';

/** What a plan comes to, in the numbers that remedies are weighed by. */
export interface Figures {
  /** Weakest emitter, and the least pressure it works at. */
  weakestKpa: number;
  windowKpa: number;
  uniformity: number;
  askedLph: number;
  availableLph: number;
  /** Beds with a dry emitter, in all that opens; the least to spare of all, a ratio, Infinity under a tank. */
  dryBeds: number;
  spare: number;
  /** The highest pressure against shut valves, of what the thing that it stands in bears. */
  restKpa: number;
  bearsKpa: number;
  /** Of everything to buy, at typical prices. */
  cost: number;
}

/** The figures of a plan: the weakest emitter and the least evenness of all that opens, and the greatest draw. */
export function figuresOf({ states, plan }: Pick<Judgement, 'states' | 'plan'>): Figures {
  const each = states
    .filter((s) => s.how === 'open' && !s.backup)
    .map(({ results }) => {
      const weakest = results.runs[results.weakest];
      return {
        weakestKpa: weakest?.minKpa ?? NaN,
        windowKpa: weakest?.run.tape.minKpa ?? NaN,
        uniformity: results.uniformity,
        askedLph: results.demand.askedLph,
        availableLph: Math.min(results.demand.availableLph, results.demand.lastingLph),
        dryBeds: results.blocks.reduce((sum, b) => sum + bedsWhere(results, b, (r) => r.minKpa <= 0), 0),
        spare: spareOf(results, plan.wishes.uniformity),
      };
    });
  const least = <T>(list: readonly T[], by: (t: T) => number): T =>
    list.reduce((a, b) => (by(b) < by(a) ? b : a));
  const weakest = least(each, (f) => f.weakestKpa - f.windowKpa);
  const most = least(each, (f) => -f.askedLph);
  const rests = states
    .flatMap(({ results }) =>
      results.blocks.flatMap((b) => {
        const strong = results.runs[b.strongest];
        return strong ? { restKpa: b.rest.lowestTapeKpa, bearsKpa: strong.run.tape.maxKpa } : [];
      }),
    )
    .concat({ restKpa: 0, bearsKpa: 1 });
  return {
    weakestKpa: weakest.weakestKpa,
    windowKpa: weakest.windowKpa,
    uniformity: Math.min(...each.map((f) => f.uniformity)),
    askedLph: most.askedLph,
    availableLph: most.availableLph,
    dryBeds: each.reduce((sum, f) => sum + f.dryBeds, 0),
    spare: Math.min(...each.map((f) => f.spare)),
    ...least(rests, (r) => -r.restKpa / r.bearsKpa),
    cost: costOf(plan, layOut(plan)).total,
  };
}

/** A figure that changes make worse. */
export type Fallen = 'weakest' | 'even' | 'spare' | 'rest';

/** A figure that is worse by this share or more is named. */
const NAMED_FROM = 0.05;

/** How good each figure is, against its own limit where it has one: the greater the better. */
const GOOD: Record<Fallen, (f: Figures) => number> = {
  weakest: (f) => Math.max(0, f.weakestKpa) / f.windowKpa,
  even: (f) => f.uniformity,
  spare: (f) => 1 + f.spare,
  rest: (f) => f.bearsKpa / Math.max(f.restKpa, 1),
};

/**
 * Figures that are worse after some changes by as much as is named, whatever their limits then are. Of a source that has plenty
 * to spare before and after the words are the same: it is none of them.
 */
export const fallenIn = (before: Figures, after: Figures): Fallen[] =>
  (Object.keys(GOOD) as Fallen[]).filter((name) => {
    const [was, is] = [GOOD[name](before), GOOD[name](after)];
    if (name === 'spare' && after.spare >= 0 && spareTold(before.spare) === spareTold(after.spare))
      return false;
    return was > 0 && is < was * (1 - NAMED_FROM);
  });

/** A figure that is worse, before and after, in words. */
export function sayFallen(name: Fallen, before: Figures, after: Figures, show: Show): string {
  switch (name) {
    case 'weakest':
      return msg`the weakest emitter gets ${show(after.weakestKpa, 'pressure')} of ${show(after.windowKpa, 'pressure')} needed, before ${show(before.weakestKpa, 'pressure')} of ${show(before.windowKpa, 'pressure')}`;
    case 'even':
      return msg`evenness falls from ${show(before.uniformity, 'share')} to ${show(after.uniformity, 'share')}`;
    case 'spare':
      return after.spare < 0
        ? msg`the source gives less than is asked`
        : msg`the source is left with ${spareTold(after.spare)}, before ${spareTold(before.spare)}`;
    case 'rest':
      return msg`with the valves shut ${show(after.restKpa, 'pressure')} instead of ${show(before.restKpa, 'pressure')} stand in what bears ${show(after.bearsKpa, 'pressure')}`;
  }
}

/** The figures that are worse in a sentence that the promise of a change ends with; empty where none is. */
export const tellFallen = (
  { before, after, fallen }: { before: Figures; after: Figures; fallen: readonly Fallen[] },
  show: Show,
): string[] => fallen.map((name) => sayFallen(name, before, after, show));
