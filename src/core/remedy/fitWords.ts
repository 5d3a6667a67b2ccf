import { grouped, msg } from '../language';
import type { Finding } from '../check';
import type { FullPlan } from '../plan';
import type { Fit, FitKind, FitRefusal, Unit } from './fitTypes';
import type { Show } from '../changes';

export const FIT_NAMES: Record<FitKind, string> = {
  cheapest: 'cheapest',
  'most-even': msg`most even`,
  'fewest-sets': msg`fewest sets`,
  nearest: msg`nearest to working`,
};

const NOTHING = msg`Nothing within these limits`;

/** Why a search found nothing, in words. @param title of a finding, in words */
export function tellRefusal(r: FitRefusal, show: Show, title: (f: Finding) => string): string {
  switch (r.why) {
    case 'bed-too-much':
      return msg`${NOTHING}: the source gives ${show(r.givesLph, 'flow')}, one bed of ${r.block} alone needs ${show(r.needsLph, 'flow')}.`;
    case 'too-many-sets':
      return msg`${NOTHING}: the source gives ${show(r.givesLph, 'flow')} and the beds ask for ${show(r.needsLph, 'flow')}, which takes ${r.sets} sets; ${r.most === 1 ? msg`one is` : msg`${r.most} are`} allowed.`;
    case 'must-split':
      return msg`${NOTHING}: one valve opens all of ${r.block}, which asks for ${show(r.needsLph, 'flow')}, and the source gives ${show(r.givesLph, 'flow')}. Split it into ${r.parts} blocks, each with a valve, or open its beds by hand.`;
    case 'cannot-open':
      return msg`${NOTHING}: ${r.set} would open what hangs on the same valve as other beds. Give each block a valve of its own, or open them by hand.`;
    case 'too-many-turns':
      return msg`${NOTHING}: ${r.turns} valves would be turned by hand on a watering day; ${r.most} are what you want at the most.`;
    case 'too-dear':
      return msg`${NOTHING}: the cheapest that works costs about ${grouped(Math.round(r.cost))} at typical prices; the budget is ${grouped(Math.round(r.budget))}.`;
    case 'material':
      return msg`${NOTHING}: ${r.laid} cannot carry water evenly over ${show(r.lengthM, 'length')} at any pressure that it bears, as ${r.block} has it; ${show(r.mostM, 'length')} is the most. Lay something else there, or shorter runs.`;
    case 'block-uneven':
      return msg`${NOTHING}: ${r.block} comes to ${show(r.best, 'share')} evenness at best; ${show(r.wished, 'share')} is the target.${r.keepTape ? msg` Another tape may do.` : msg` Set a lower target, or shorten the beds.`}`;
    case 'no-pressure':
      return msg`${NOTHING}: ${r.block} takes ${show(r.needsKpa, 'pressure')} at the source, which stands at ${show(r.givesKpa, 'pressure')} when shut.`;
    case 'other':
      return r.left ? msg`${NOTHING}. What is left whatever was tried: ${title(r.left)}.` : `${NOTHING}.`;
    case 'no-beds':
      return msg`There are no beds with emitters to plan for.`;
  }
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : msg`${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** What waters together in one set. */
export function tellSet(units: readonly Unit[], plan: FullPlan): string {
  return listed(
    units.map(({ block, keys }) => {
      const name = plan.blocks.find((b) => b.id === block)?.name ?? msg`the block`;
      if (!keys) return name;
      const beds = keys.length === 1 ? msg`bed ${keys[0]}` : msg`beds ${keys[0]} to ${keys.at(-1)}`;
      return plan.blocks.length > 1 ? msg`${beds} of ${name}` : beds;
    }),
  );
}

/** Why a plan among those found is worth looking at. */
export function tellFit(fit: Fit, show: Show): string {
  const sets =
    fit.sets.length === 1
      ? msg`Everything waters at once`
      : msg`${fit.sets.length} sets water one after the other`;
  return msg`${sets}, ${show(fit.after.uniformity, 'share')} even, the weakest emitter at ${show(fit.after.weakestKpa, 'pressure')}; about ${grouped(Math.round(fit.after.cost))} for all of it at typical prices.`;
}
