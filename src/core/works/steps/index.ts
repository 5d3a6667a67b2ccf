import { layOut, type FarmLayout } from '../../layout';
import type { FullPlan } from '../../plan';
import type { Show } from '../../farm';
import { farmOf, type Farm } from '../../farm';
import { blockSteps } from './blocks';
import { lastSteps } from './ends';
import { mainSteps } from './mains';
import { controllerStep, headStep, sourceSteps } from './source';
import { createStepMaker, type Step } from './stepMaker';

export type { Step } from './stepMaker';
export { HOURS } from './tables';

/**
 * The order of work for a plan: only steps for what is in it, in the order in which each makes the next one easy.
 * @param shown writes quantities in the reader's units
 */
export function stepsFor(
  plan: FullPlan,
  shown: Show,
  layout: FarmLayout = layOut(plan),
  all: Farm = farmOf(plan, layout),
): Step[] {
  const maker = createStepMaker(plan, shown, layout, all);
  sourceSteps(maker);
  mainSteps(maker);
  headStep(maker);
  blockSteps(maker);
  controllerStep(maker);
  lastSteps(maker);
  return maker.steps;
}

/** Hours of the steps, as the grower's own hours have shown them: the same share longer or shorter for all that is left. */
export function hoursLeft(
  steps: readonly Step[],
  { done, people }: FullPlan['build'],
): { left: number; spent: number; pace: number } {
  const own = new Map(done.map((d) => [d.step, d]));
  const estimate = (s: Step): number => (people === 2 ? s.hoursTwo : s.hours);
  const timed = steps.filter((s) => own.get(s.id)?.hours !== undefined);
  const spent = timed.reduce((sum, s) => sum + own.get(s.id)!.hours!, 0);
  const thought = timed.reduce((sum, s) => sum + estimate(s), 0);
  const pace = thought > 0 && spent > 0 ? spent / thought : 1;
  return {
    left: steps.filter((s) => !own.has(s.id)).reduce((sum, s) => sum + estimate(s), 0) * pace,
    spent,
    pace,
  };
}
