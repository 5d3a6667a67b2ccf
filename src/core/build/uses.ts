import { msg } from '../language';
import { layOut, type BlockLayout, type FarmLayout } from '../layout';
import type { FullPlan } from '../plan';
import { threadSize } from './ends';
import { addExtras } from './extras';
import { createFitter, fixingsOf, type Fitter, type Meeting } from './fitter';
import { joinHeaders } from './headers';
import { layRuns } from './laid';
import { joinMains } from './mains';
import { blockValve, canBeShut, joinParts, needsBlockValves } from './parts';
import { layPlants } from './small';
import { joint } from './joint';
import { threadOf } from './ends';
import { blockPlace, type Use } from './use';

/** All that is used to build a plan, and where two ends come together. */
export interface Uses {
  uses: Use[];
  meetings: Meeting[];
}

/**
 * Walks a plan from its source's outlet to its run ends. Blocks out of use are bought too; beds that rest are not laid.
 * What lies before the source's outlet is taken to be there.
 */
export function usesOf(plan: FullPlan, layout: FarmLayout = layOut(plan)): Uses {
  const fitter = joined(plan, layout, true);
  addExtras(plan, layout, fitter);
  return { uses: [...fitter.uses, ...fixingsOf(fitter.meetings)], meetings: fitter.meetings };
}

/** Where ends come together from the source to the headers, without what is laid: where these cannot be joined it is told. */
export const meetingsOf = (plan: FullPlan, layout: FarmLayout): Meeting[] =>
  joined(plan, layout, false).meetings;

function joined(plan: FullPlan, layout: FarmLayout, laid: boolean): Fitter {
  const fitter = createFitter(plan);
  const { family } = plan.build;
  const leads = joinMains(plan, layout, fitter);
  const apart = needsBlockValves(plan);
  layout.blocks.forEach((b: BlockLayout) => {
    const at = blockPlace(b.block.id);
    let open = leads.get(b.block.id)!;
    if (apart && b.block.valves === 'block' && !canBeShut(b.block.inlet)) {
      const size = threadSize(open.joint);
      const side = joint(threadOf(family), size, 'female');
      fitter.use(blockValve(size, family), 1, at, msg`to water this block on its own`);
      fitter.join(open, { joint: side, name: msg`block’s valve` }, at);
      open = { joint: side, name: msg`block’s valve` };
    }
    open = joinParts(b.block.inlet, open, at, family, fitter);
    const plantsOnly = b.small && !b.block.places?.beds;
    if (!plantsOnly) {
      joinHeaders(plan, b, open, fitter);
      if (laid) layRuns(plan, b, fitter);
    }
    if (laid) layPlants(plan, b, plantsOnly ? open : undefined, fitter);
  });
  return fitter;
}
