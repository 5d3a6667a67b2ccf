import { changed } from '../../../core/changes';
import { msg } from '../../../core/language';
import type { OpenedBy, Switching } from '../../../core/plan';
import type { Refusal } from '../plan';
import { boundTo, type PlanStore } from './bound';
import { assign } from './fields';
import { wateringChange } from './wateringChange';

/** What opens the sets, or one block where that is another thing; `undefined`: as the rest. */
const openedBy = (plan: PlanStore, by: OpenedBy | undefined, block?: string): Refusal | undefined =>
  plan.edit(msg`choose what opens the sets`, (draft) => {
    if (block !== undefined && by === undefined) {
      delete draft.blocks.find((b) => b.id === block)?.opened;
      return;
    }
    if (by !== undefined)
      Object.assign(
        draft,
        changed(plan.plan, [{ kind: 'opened-by', by, ...(block !== undefined && { block }) }]),
      );
  });

/** Where planned valves stand, and what somebody wants of stations and hands. */
const switching = (
  plan: PlanStore,
  fields: Partial<Switching>,
  label: string,
  gesture?: string,
): Refusal | undefined =>
  wateringChange(plan)(
    label,
    (w) => assign((w.switching ??= {}) as unknown as Record<string, unknown>, fields),
    gesture,
  );

/** Edits of what opens the sets. */
export const switchingEdits = (plan: PlanStore) => boundTo(plan, { openedBy, switching });
