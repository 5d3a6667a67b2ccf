import { msg } from '../../language';
import { fillIn } from '../model/defaults';
import { tooLarge } from './measure';
import { LIMITS } from '../fields/bounds';
import { contradictions } from './sanity';
import { planSchema } from './schema';
import type { Plan } from '../model/types';

/** Why a plan is refused: the limit it breaks, in the core unit of its field, or a sentence. */
export interface Refusal {
  rule: string;
  limit?: number;
  what: string;
  /** Of a contradiction: the paths of the two fields that stand against each other. */
  path?: string;
  other?: string;
}

const tooMany = (limit: number, what: string): Refusal => ({ rule: 'array.max', limit, what });

/** What only the whole list of blocks tells. */
function listRefusal({ blocks }: Plan): Refusal | undefined {
  if (blocks.length > LIMITS.blocks)
    return tooMany(LIMITS.blocks, msg`a plan holds at most ${LIMITS.blocks} blocks`);
  const seen = new Set<string>();
  for (const { id } of blocks) {
    if (seen.has(id)) return { rule: 'array.unique', what: msg`there are two blocks “${id}”` };
    seen.add(id);
  }
  return undefined;
}

/** Blocks that have been looked at and found good. */
const good = new WeakSet<object>();

/** The first thing wrong with a plan that was just edited. Blocks that are the same objects as before are not looked at again. */
export function refusalOf(plan: Plan): Refusal | undefined {
  const listed = listRefusal(plan);
  if (listed) return listed;
  const changed = plan.blocks.filter((b) => !good.has(b));
  const { error } = planSchema.validate(
    { ...plan, blocks: changed.length > 0 ? changed : plan.blocks.slice(0, 1) },
    { convert: false, errors: { label: false } },
  );
  if (error) {
    const [first] = error.details;
    return { rule: first.type, limit: first.context?.limit as number | undefined, what: first.message };
  }
  const full = fillIn(plan);
  const odd = [tooLarge(full), ...contradictions(full)].find(Boolean);
  if (odd) return { rule: 'contradiction', ...odd };
  changed.forEach((b) => good.add(b));
  return undefined;
}
