import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import { boxOf } from '../../../core/ground';
import { sheetCorners } from '../../../core/layout';
import type { StatedBlock } from '../../../core/plan';
import type { Refusal } from '../plan';
import type { PlanStore } from './bound';
import { assign, freshId } from './fields';
import { joinTrunk } from './trunk';

type BlockPart = 'beds' | 'tape' | 'ground' | 'header' | 'main';

/** Clear ground left beside a block for a copy of it, m. */
const COPY_GAP_M = 6;

/** Edits of blocks and their beds. */
export function blockEdits(plan: PlanStore) {
  /** Sets fields of one part of the block looked at; `undefined` goes back to the default. */
  function block<P extends BlockPart>(
    part: P,
    fields: Partial<NonNullable<StatedBlock[P]>>,
    label: string,
    gesture?: string,
    index = plan.blockIndex,
  ): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => {
        const b = draft.blocks[index] as unknown as Record<string, Record<string, unknown> | undefined>;
        assign((b[part] ??= {}), fields);
      },
      gesture,
    );
  }

  /** Sets fields of a block itself: its name, place, whether it is in use. */
  function blockSelf(
    fields: Partial<Pick<StatedBlock, 'name' | 'inUse' | 'planted' | 'xM' | 'yM' | 'heightM' | 'turnDeg'>>,
    label: string,
    gesture?: string,
    index = plan.blockIndex,
  ): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => assign(draft.blocks[index] as unknown as Record<string, unknown>, fields),
      gesture,
    );
  }

  return { block, blockSelf, copyBlock: () => copyBlock(plan), removeBlock: () => removeBlock(plan) };
}

/** A further block like the one looked at, to the right of all. */
function copyBlock(plan: PlanStore): void {
  const from = plan.statedBlock;
  const id = freshId(plan.plan.blocks, 'block');
  const farm = plan.laid;
  const own = boxOf(sheetCorners(farm.blocks[plan.blockIndex]));
  const right = Math.max(...farm.blocks.map((b) => boxOf(sheetCorners(b)).x1));
  const name = msg`Block ${plan.plan.blocks.length + 1}`;
  const refusal = plan.edit(msg`copy ${plan.block.name}`, (draft) => {
    draft.blocks.push({
      ...structuredClone(from),
      id,
      name,
      xM: Number((plan.block.xM + right + COPY_GAP_M - own.x0).toFixed(3)),
      yM: plan.block.yM,
    } as Draft<StatedBlock>);
    const copy = draft.blocks[draft.blocks.length - 1];
    joinTrunk(plan, draft, copy, [copy.xM!, copy.yM!]);
  });
  if (!refusal) plan.pickBlock(id);
}

function removeBlock(plan: PlanStore): void {
  if (plan.plan.blocks.length < 2) return;
  const index = plan.blockIndex;
  const { id } = plan.block;
  plan.edit(msg`remove ${plan.block.name}`, (draft) => {
    draft.blocks.splice(index, 1);
    for (const set of draft.watering?.sets ?? []) set.beds = set.beds.filter((g) => g.block !== id);
    if (draft.watering?.notes) draft.watering.notes = draft.watering.notes.filter((n) => n.block !== id);
  });
}
