import { produce, type Draft } from 'immer';
import { kindOf, PLAN_FORMAT, PLAN_VERSION, type FullPlan, type Plan } from '../plan';
import { SKETCHES } from './sketches';
import { ofSource } from './questions';
import type { Asked, Question, Sketch } from './types';

export { SKETCHES } from './sketches';
export type * from './types';

export const sketchOf = (id: string): Sketch | undefined => SKETCHES.find((s) => s.id === id);

/** What a sketch asks, of its source and of its beds. */
export const questionsOf = ({ questions }: Sketch): Question[] =>
  questions.map((q) => ('of' in q ? ofSource(kindOf({ kind: q.of }).questions[q.asks]) : q));

/** Five gallons. */
const US_BUCKET_L = 18.927;

/** Fields of a source that say where and what it is. */
const SAYS_WHAT: readonly string[] = ['id', 'kind', 'xM', 'yM', 'heightM', 'name'];

/** A plan of the grower's own that begins as a sketch: the figures of its source are examples until they are measured. */
export function planOf(sketch: Sketch, units: 'us' | 'metric'): Plan {
  const plan = structuredClone(sketch.plan);
  const sources = plan.sources.map((stated) => {
    // A bucket as people there have it.
    const s =
      units === 'us' && 'bucketL' in kindOf(stated).fields ? { ...stated, bucketL: US_BUCKET_L } : stated;
    const examples = Object.keys(s).filter((k) => !SAYS_WHAT.includes(k));
    return examples.length > 0 ? { ...s, examples } : s;
  });
  return { format: PLAN_FORMAT, version: PLAN_VERSION, units, ...plan, sources };
}

/** A stated plan with an answer put in; what a question does not ask for is left as it is. */
export const answered = (plan: Plan, asked: Asked, value: number, full: FullPlan): Plan =>
  produce(plan, (draft) => answer(draft, asked, value, full));

/** The same in a draft. */
export function answer(draft: Draft<Plan>, asked: Asked, value: number, full: FullPlan): void {
  asked.put(draft, value, full);
  const [source] = draft.sources;
  if (!source.examples) return;
  source.examples = source.examples.filter((f) => !asked.measures.includes(f));
  if (source.examples.length === 0) delete source.examples;
}
