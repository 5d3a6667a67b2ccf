import { answer, type Asked } from '../../../core/sketches';
import type { usePlan, Refusal } from '../plan';

/** Edits of a plan that began as a sketch. */
export function sketchEdits(plan: ReturnType<typeof usePlan>) {
  /** Puts in the answer to a question. */
  function answerAsked(asked: Asked, value: number, gesture?: string): Refusal | undefined {
    if (!(value >= asked.least)) return { rule: 'number.min', limit: asked.least, what: 'more than that' };
    if (!(value <= asked.most)) return { rule: 'number.max', limit: asked.most, what: 'less than that' };
    return plan.edit(
      `answer: ${asked.label.toLowerCase()}`,
      (draft) => answer(draft, asked, value, plan.full),
      gesture,
    );
  }

  return { answerAsked };
}
