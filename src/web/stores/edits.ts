import { defineStore } from 'pinia';
import type { Plan } from '../../core/plan';
import { bedEdits } from './edits/bedEdits';
import { blockEdits } from './edits/blockEdits';
import { assign } from './edits/fields';
import { groundEdits } from './edits/groundEdits';
import { pipeEdits } from './edits/pipeEdits';
import { sourceEdits } from './edits/sourceEdits';
import { usePlan, type Refusal } from './plan';

/** Edits named in the grower's terms, over the plan's history. */
export const useEdits = defineStore('edits', () => {
  const plan = usePlan();

  function wishes(fields: NonNullable<Plan['wishes']>, label: string, gesture?: string): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => assign((draft.wishes ??= {}) as Record<string, unknown>, fields),
      gesture,
    );
  }

  return {
    ...blockEdits(plan),
    ...bedEdits(plan),
    ...groundEdits(plan),
    ...sourceEdits(plan),
    ...pipeEdits(plan),
    wishes,
  };
});
