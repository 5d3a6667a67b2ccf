import { msg } from '../../language';
import type { Known, Spread } from '../../choose';
import { createPlanSolver, type PlanSolver } from '../../network';
import { withOpen, kindOf, type FullPlan } from '../../plan';
import { allDoubts } from './noise';
import type { Learned, OpenFarm } from './types';

/** A plan as it is likely to be today, not as one plans on: the flow that was measured, and water between low and high. */
export const asToday = (plan: FullPlan): FullPlan => ({
  ...plan,
  wishes: { ...plan.wishes, allowance: 1 },
  sources: plan.sources.map((s) => kindOf(s).today(s) as typeof s),
});

/**
 * The farm while one of its sets runs, solved as it should be today.
 * @param setId one of the plan's sets; all that is in use where it has none
 * @throws RangeError for a set that the plan does not have
 */
export function openFarm(
  plan: FullPlan,
  setId: string | undefined,
  solver: PlanSolver = createPlanSolver(),
): OpenFarm {
  const today = asToday(plan);
  const set = setId === undefined ? undefined : today.watering.sets.find((s) => s.id === setId);
  if (setId !== undefined && !set) throw new RangeError(msg`the plan has no set “${setId}”`);
  const open = set ? withOpen(today, set) : today;
  return { plan: today, open, set, results: solver.solve(open, false) };
}

/** The farm as its own readings taught it to be. Its parts, pipes and flows are still told as they were planned. */
export function withLearned(farm: OpenFarm, learned: Learned | undefined): OpenFarm {
  if (!learned || Object.keys(learned).length === 0) return farm;
  let { network } = farm.results.built;
  for (const doubt of allDoubts(farm)) {
    const found = learned[doubt.id];
    if (found) network = doubt.at(network, found.out);
  }
  return { ...farm, learned, results: { ...farm.results, built: { ...farm.results.built, network } } };
}

/** How surely what the plan's answer hangs on is known by the farm's own readings. */
export function knownBy(farm: OpenFarm, learned: Learned | undefined): Known {
  const doubts = new Map(allDoubts(farm).map((d) => [d.id, d.one]));
  const spread = (id: string): Spread | undefined => {
    const [found, one] = [learned?.[id], doubts.get(id)];
    return found && one && { middle: found.out * one.value, deviation: found.within * one.value };
  };
  const [supply, label] = [spread('source'), spread('label')];
  return { ...(supply && { supply }), ...(label && { label }) };
}
