import type { FullPlan } from '../../plan';
import type { Changed, Seen, Spot, Stretch } from './types';

/*
 * What is seen on a walk, as chances: nobody sees everything, and now and then something is taken for a fault that is none.
 */

/** Somebody who looks takes something for a fault that is none so often. */
export const FALSE_ALARM = 0.02;
/** Water that should not be there is seen so often where it is much, */
const SEES_WATER = 0.95;
/** over a buried pipe less often, */
const SEES_BURIED = 0.6;
/** and a trickle of so much is seen by about two in three, L/h. */
const SEEN_LPH = 25;
/** Beds that drip half as much as they should look weak to one in two; */
const WEAK_SHARE = 0.5;
/** within this much of it the one becomes the other. */
const WEAK_WIDTH = 0.07;
/** Emitters that give nothing beside others that drip are seen by one in two where they are so many of all; */
const GAPS_SHARE = 0.12;
const GAPS_WIDTH = 0.03;
/** Dry beds and beds that are open by mistake are overlooked so seldom. */
const SEES_BEDS = 0.95;

/** What the beds and leaks of a changed farm are like, as it matters to who looks. */
export interface Sight {
  /** Flow of each stretch's emitters as a share of what it should be: of the weakest of them. */
  shares: readonly number[];
  leaks: readonly { seenAt: string; main?: string; lph: number }[];
  gaps?: { at: string; share: number };
  openAt?: string;
  openBlock?: string;
}

export const stretchKey = (s: Stretch): string => `beds/${s.blockId}/${s.keys[0]}`;

/** The chance of each thing that may be seen at a spot; what is not among them is seen by mistake only. */
export function chancesAt(
  spot: Spot,
  sight: Sight,
  stretches: readonly Stretch[],
  plan: FullPlan,
): Map<Seen, number> {
  const looks = spot.looks!;
  const chances = new Map<Seen, number>();
  let rest = 1;
  const take = (seen: Seen, chance: number): void => {
    if (chance <= 0) return;
    chances.set(seen, (chances.get(seen) ?? 0) + rest * chance);
    rest *= 1 - chance;
  };
  if (looks.shut) {
    if (sight.openBlock === looks.shut) take(`open:${sight.openAt!}`, SEES_BEDS);
  } else {
    const sees = plan.build.mains === 'buried' ? SEES_BURIED : SEES_WATER;
    for (const leak of sight.leaks)
      if (leak.main && looks.mains.includes(leak.main))
        take(`water:main/${leak.main}`, sees * leakSeen(leak.lph));
    const blocks = looks.blocks.map((i) => plan.blocks[i].id);
    const within = (at: string): boolean =>
      blocks.some((b) => at === `header/${b}` || at === `block/${b}` || at.startsWith(`beds/${b}/`));
    if (sight.openBlock && blocks.includes(sight.openBlock)) take(`open:${sight.openAt!}`, SEES_BEDS);
    for (const leak of sight.leaks)
      if (within(leak.seenAt)) take(`water:${leak.seenAt}`, SEES_WATER * leakSeen(leak.lph));
    const { gaps } = sight;
    if (gaps && (gaps.at === 'farm' || within(gaps.at))) {
      const at = gaps.at === 'farm' && blocks.length === 1 ? `block/${blocks[0]}` : gaps.at;
      take(`gaps:${at}`, SEES_BEDS * logistic((gaps.share - GAPS_SHARE) / GAPS_WIDTH));
    }
    for (const d of dryPlaces(looks.blocks, sight, stretches)) take(`dry:${d.at}`, SEES_BEDS * d.weak);
  }
  take('fine', 1);
  return chances;
}

/** Beds that look weak: single ones, or whole blocks where most of a block is, or all where most blocks are. */
function dryPlaces(
  blocks: readonly number[],
  { shares }: Sight,
  stretches: readonly Stretch[],
): { at: string; weak: number }[] {
  const places: { at: string; weak: number }[] = [];
  const middles: { at: string; weak: number }[] = [];
  for (const block of blocks) {
    const own = stretches.flatMap((s, i) =>
      s.block === block ? [{ at: stretchKey(s), weak: logistic((WEAK_SHARE - shares[i]) / WEAK_WIDTH) }] : [],
    );
    if (own.length === 0) continue;
    const sorted = [...own].sort((a, b) => b.weak - a.weak);
    const middle = {
      at: `block/${stretches.find((s) => s.block === block)!.blockId}`,
      weak: sorted[own.length >> 1].weak,
    };
    if (own.length > 1) middles.push(middle);
    places.push(sorted[0]);
  }
  middles.sort((a, b) => b.weak - a.weak);
  const all = middles.length > 1 ? [{ at: 'farm', weak: middles.at(-1)!.weak }] : [];
  // What is seen as a whole is not told bed by bed.
  return [...all, ...middles, ...places.sort((a, b) => b.weak - a.weak)];
}

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
const leakSeen = (lph: number): number => 1 - Math.exp(-lph / SEEN_LPH);

/** How likely it is that something is seen, false alarms included. */
export function likelihoodOf(seen: Seen, chances: ReadonlyMap<Seen, number>): number {
  // A false alarm may be any of a dozen things.
  const one = FALSE_ALARM / 12;
  return (1 - FALSE_ALARM) * (chances.get(seen) ?? 0) + one;
}

export const openBlockOf = (changed: Changed): string | undefined => changed.openAt?.split('/')[1];
