import { msg } from '../../../core/language';
import { answer, questionsOf, sketchOf } from '../../../core/sketches';
import type { Refusal } from '../plan';
import type { PlanStore } from './bound';

/** A number that a sketch asks for, by where it stands among its questions. */
export interface AskedAt {
  sketch: string;
  question: string;
  field: number;
}

/** Edits of a plan that began as a sketch. */
export function sketchEdits(plan: PlanStore) {
  /** Puts in the answer to a question. */
  function answerAsked(
    { sketch, question, field }: AskedAt,
    value: number,
    gesture?: string,
  ): Refusal | undefined {
    const of = sketchOf(sketch);
    const asked = (of ? questionsOf(of) : []).find((q) => q.id === question)?.fields[field];
    if (!asked) return undefined;
    if (!(value >= asked.least)) return { rule: 'number.min', limit: asked.least, what: msg`more than that` };
    if (!(value <= asked.most)) return { rule: 'number.max', limit: asked.most, what: msg`less than that` };
    return plan.edit(
      msg`answer: ${asked.label.toLowerCase()}`,
      (draft) => answer(draft, asked, value, plan.full),
      gesture,
    );
  }

  return { answerAsked };
}
