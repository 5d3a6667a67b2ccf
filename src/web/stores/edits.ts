import { defineStore } from 'pinia';
import { msg } from '../../core/language';
import type { LimitName, Plan } from '../../core/plan';
import { bedEdits } from './edits/bedEdits';
import { blockEdits } from './edits/blockEdits';
import { buildEdits } from './edits/buildEdits';
import { assign } from './edits/fields';
import { groundEdits } from './edits/groundEdits';
import { sketchEdits } from './edits/sketchEdits';
import { placeEdits } from './edits/placeEdits';
import { pipeEdits } from './edits/pipeEdits';
import { wateringEdits } from './edits/wateringEdits';
import { cropEdits } from './edits/cropEdits';
import { setEdits } from './edits/setEdits';
import { switchingEdits } from './edits/switchingEdits';
import { valveEdits } from './edits/valveEdits';
import { weatherEdits } from './edits/weatherEdits';
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

  /** Sets a limit of the findings; `undefined` goes back to the usual one. */
  function limit(name: LimitName, value: number | undefined, gesture?: string): Refusal | undefined {
    return plan.edit(
      value === undefined ? msg`go back to the usual limit` : msg`set a limit`,
      (draft) => {
        const stated = (draft.wishes ??= {});
        assign((stated.limits ??= {}) as Record<string, unknown>, { [name]: value });
        if (Object.keys(stated.limits ?? {}).length === 0) delete stated.limits;
      },
      gesture,
    );
  }

  return {
    ...blockEdits(plan),
    ...bedEdits(plan),
    ...groundEdits(plan),
    ...sourceEdits(plan),
    ...pipeEdits(plan),
    ...placeEdits(plan),
    ...sketchEdits(plan),
    ...wateringEdits(plan),
    ...setEdits(plan),
    ...switchingEdits(plan),
    ...valveEdits(plan),
    ...cropEdits(plan),
    ...weatherEdits(plan),
    ...buildEdits(plan),
    wishes,
    limit,
  };
});
