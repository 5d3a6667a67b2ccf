import { msg } from '../language';
import { layOut, type BlockLayout, type FarmLayout } from '../layout';
import type { FullPlan } from '../plan';
import { hasBedValves, needsBlockValves } from '../switching';
import { threadOf, threadSize } from './ends';
import { joinHeaders } from './headers';
import { joint } from './joint';
import { laySleeves } from './lanes';
import { joinMains } from './mains';
import { createMaker, fixingsOf, type Maker } from './maker';
import { blockValve, canBeShut, joinParts } from './parts';
import { layPlants } from './plants';
import { layRuns } from './runs';
import { blockPlace, type Farm, type Meeting } from './thing';
import { putTools } from './tools';
import { layWire } from './wire';

export * from './bends';
export * from './chain';
export * from './ends';
export * from './fittings';
export * from './headerLine';
export * from './item';
export * from './joint';
export { amountStarting, CLAMPS_A_BARB, fixingsOf, jointRows, madeJoints } from './maker';
export * from './parts';
export { endKind, FOLD_M, runEndWords, type EndKind } from './runEnds';
export { runAllowances, SLACK_SHARE, stapleEveryM } from './runs';
export { isThere, SOURCE_ITEM, sourceThings } from './source';
export * from './takeOffs';
export * from './thing';
export * from './trenches';
export * from './typical';

/**
 * A plan's farm as it stands when it is built: walked from its source to its run ends. Blocks out of use are built too; beds
 * that rest are not laid.
 */
export function farmOf(plan: FullPlan, layout: FarmLayout = layOut(plan)): Farm {
  const maker = joined(plan, layout, true);
  laySleeves(layout, maker);
  layWire(layout, maker);
  putTools(layout, maker);
  return { things: [...maker.things, ...fixingsOf(maker.meetings)], meetings: maker.meetings };
}

/** Where ends come together from the source to the headers, without what is laid: where these cannot be joined it is told. */
export const meetingsOf = (plan: FullPlan, layout: FarmLayout): Meeting[] =>
  joined(plan, layout, false).meetings;

function joined(plan: FullPlan, layout: FarmLayout, laid: boolean): Maker {
  const maker = createMaker(plan);
  const { family } = plan.build;
  const leads = joinMains(layout, maker);
  const apart = needsBlockValves(plan);
  layout.blocks.forEach((b: BlockLayout) => {
    const { block } = b;
    const at = blockPlace(block.id);
    let open = leads.open.get(block.id)!;
    const shuts = canBeShut(block.inlet) || leads.shutBySplitter.has(block.id);
    if (apart && !hasBedValves(plan, b) && !shuts) {
      const size = threadSize(open.joint);
      const side = joint(threadOf(family), size, 'female');
      const of = maker.put(blockValve(size, family), 1, at, msg`to water this block on its own`);
      const valve = { joint: side, name: msg`block’s valve`, of };
      maker.join(open, valve, at);
      open = valve;
    }
    open = joinParts(
      block.inlet.filter((p) => p.planned !== 'head'),
      open,
      at,
      maker,
    );
    const plantsOnly = b.small && !block.places?.beds;
    if (!plantsOnly) {
      const holes = joinHeaders(b, open, maker);
      if (laid) layRuns(b, holes.byRun, maker);
      if (laid) layPlants(b, undefined, holes, maker);
    } else if (laid) layPlants(b, open, undefined, maker);
  });
  return maker;
}
