import { fillIn } from './defaults';
import { contradictions } from './sanity';
import { planSchema } from './schema';
import type { Plan } from './types';

/** Why a plan is refused: the limit it breaks, in the core unit of its field, or a sentence. */
export interface Refusal {
  rule: string;
  limit?: number;
  what: string;
}

/** Blocks that have been looked at and found good. */
const good = new WeakSet<object>();

/** The first thing wrong with a plan that was just edited. Blocks that are the same objects as before are not looked at again. */
export function refusalOf(plan: Plan): Refusal | undefined {
  const changed = plan.blocks.filter((b) => !good.has(b));
  const { error } = planSchema.validate(
    { ...plan, blocks: changed.length > 0 ? changed : plan.blocks.slice(0, 1) },
    { convert: false, errors: { label: false } },
  );
  if (error) {
    const [first] = error.details;
    return { rule: first.type, limit: first.context?.limit as number | undefined, what: first.message };
  }
  const odd = contradictions(fillIn(plan));
  if (odd.length > 0) return { rule: 'contradiction', what: odd[0].what };
  changed.forEach((b) => good.add(b));
  return undefined;
}
