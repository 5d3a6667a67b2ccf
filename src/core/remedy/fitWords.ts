import { grouped, msg } from '../language';
import type { FindingCode } from '../check';
import type { FullPlan } from '../plan';
import type { Fit, FitKind, FitRefusal, Unit } from './fitTypes';
import type { Show } from '../changes';

export const FIT_NAMES: Record<FitKind, string> = {
  cheapest: 'cheapest',
  'most-even': msg`most even`,
  'fewest-sets': msg`fewest sets`,
};

const NOTHING = msg`Nothing within these limits`;

/** Why a search found nothing, in words. */
export function tellRefusal(r: FitRefusal, show: Show): string {
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
    case 'block-uneven':
      return msg`${NOTHING}: ${r.block} comes to ${show(r.best, 'share')} evenness at best; ${show(r.wished, 'share')} is the target.${r.keepTape ? msg` Another tape may do.` : msg` Set a lower target, or shorten the beds.`}`;
    case 'no-pressure':
      return msg`${NOTHING}: ${r.block} takes ${show(r.needsKpa, 'pressure')} at the source, which stands at ${show(r.givesKpa, 'pressure')} when shut.`;
    case 'other':
      return r.code
        ? msg`${NOTHING}: every way of doing it still has this problem: ${FAULTS[r.code as FindingCode] ?? r.code}.`
        : `${NOTHING}.`;
    case 'no-beds':
      return msg`There are no beds with emitters to plan for.`;
  }
}

const FAULTS: Partial<Record<FindingCode, string>> = {
  'flow-short': msg`the source is too weak for a set at the pressure it takes`,
  'over-yield': msg`the well refills more slowly than a set draws`,
  'emitters-dry': msg`emitters run dry`,
  'emitter-under': msg`emitters get too little pressure`,
  'emitter-over': msg`tape gets more pressure than its rating`,
  'burst-at-rest': msg`tape gets more pressure than its rating when the valves are shut`,
  'part-eats': msg`a part of the head takes too much of the pressure`,
  'flow-over-rating': msg`more flows through a part than it is made for`,
  'main-eats': msg`the main takes too much of the pressure, even at its widest`,
  'regulator-starved': msg`too little pressure reaches a regulator`,
  'run-too-long': msg`runs are longer than the tape carries`,
  'block-uneven': msg`a block waters unevenly`,
  'header-small': msg`a header takes too much of the pressure`,
  'regulator-range': msg`a set’s flow lies outside what its regulator works with`,
};

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
